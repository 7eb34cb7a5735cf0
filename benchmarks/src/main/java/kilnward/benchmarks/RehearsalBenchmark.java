package kilnward.benchmarks;

import java.util.List;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.TimeUnit;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.control.Controller;
import kilnward.core.control.Style;
import kilnward.core.device.Profile;
import kilnward.core.fault.FaultBook;
import kilnward.core.fault.FaultTable;
import kilnward.core.fault.Sureness;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.proposal.Assessment;
import kilnward.core.proposal.Suggestion;
import kilnward.core.rehearsal.IndependentRun;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;

/** One rehearsal of 72 h in steps of 1 s, beside the least it could cost and beside the independent integrator. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class RehearsalBenchmark {
    static final int SECONDS = 72 * 3600;
    private static final Workers TWO_CORES = Workers.in(new ForkJoinPool(2));
    private static final int N = 6;

    private final RoomCurve room = RoomCurve.day(Room.of(16, 24, 15));
    private final Rig rig = Osier.rig(Osier.reedbox());
    private final Rig damp = Osier.rig(Osier.dampReedbox());
    private final Rig patient = patient();
    private final Scenario scenario = new Scenario(room, 21, SECONDS, 1, Scenario.Start.COLD, List.of(), 480);
    private final Profile profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
    private final Setup setup = Osier.setup(Osier.reedbox(), Osier.probe(0.01, 0),
            Osier.planned(profile, Osier.settings(profile, 28.6, 0.6, 31, 25)));
    private final Setup layered = layered();
    private final List<Sureness.Case> cases = FaultBook.of(layered).stream().map(fault -> new Sureness.Case(fault, 20)).toList();
    private final double[] matrix = new double[N * N];
    private final double[] offset = new double[N];
    private final double[] startState = new double[N];

    public RehearsalBenchmark() {
        for (int i = 0; i < N; i++) {
            for (int j = 0; j < N; j++) {
                matrix[i * N + j] = i == j ? 0.97 : 0.005;
            }
            offset[i] = 0.1 * i;
            startState[i] = 20 + i;
        }
    }

    /** The tent with controllers that look every 10 s. */
    private static Rig patient() {
        Rig tent = Osier.loftTent();
        return new Rig(tent.chamber(), tent.needs(), tent.probes(), tent.controllers().stream().map(each -> new Controller(
                each.id(), each.probeIds(), each.display(), 10, each.highAlarm(), each.lowAlarm(), each.loops())).toList());
    }

    /** As many affine updates of six states as a rehearsal has steps, and nothing else. */
    @Benchmark
    public double bareLoop() {
        double[] x = startState.clone();
        double[] y = new double[N];
        for (int k = 0; k < SECONDS; k++) {
            for (int i = 0; i < N; i++) {
                double sum = offset[i];
                for (int j = 0; j < N; j++) {
                    sum += matrix[i * N + j] * x[j];
                }
                y[i] = sum;
            }
            double[] swap = x;
            x = y;
            y = swap;
        }
        return x[0];
    }

    /** The product's rehearsal. */
    @Benchmark
    public Rehearsed rehearsal() {
        return Rehearsal.run(rig, scenario);
    }

    /** The same with moisture: damp tubs of eggs in a room of known humidity. */
    @Benchmark
    public Rehearsed moistRehearsal() {
        return Rehearsal.run(damp, scenario);
    }

    /** A tent with heater, humidifier, wet blocks and two controllers. */
    @Benchmark
    public Rehearsed tentRehearsal() {
        return Rehearsal.run(Osier.loftTent(), scenario);
    }

    /** A year in steps of 10 s. */
    @Benchmark
    public Rehearsed year() {
        return Rehearsal.run(patient, new Scenario(room, 0, 365 * 86_400.0, 10, Scenario.Start.COLD, List.of(), 2000));
    }

    /** Dormand–Prince 8(5,3) fed the same sampled and held display. */
    @Benchmark
    public IndependentRun.Result independentIntegrator() {
        return new IndependentRun(rig, room).run(21, SECONDS);
    }

    /** Everything behind one moved rung: a night at 1 s, both failures over 72 h, ladder and findings. */
    @Benchmark
    public Assessment movedRung() {
        return Assessment.of(setup, new Scenario(room, 21, 12 * 3600, 1, Scenario.Start.SETTLED, List.of(), 480));
    }

    /** Settings proposed: days rehearsed with every width between on and off. */
    @Benchmark
    public Suggestion proposal() {
        return Suggestion.of(setup, "controller");
    }

    /** Every fault of the Reedbox with and without its second layer, 72 h each at 1 s, on all cores. */
    @Benchmark
    public FaultTable allFaults() {
        return FaultTable.of(layered, Attendance.USUAL, 1, TWO_CORES);
    }

    /** As many sampled runs of 24 h as come to 2,000. */
    @Benchmark
    public Sureness sampledRuns() {
        return Sureness.of(layered, cases, Attendance.USUAL, 1, 0, (int) Math.ceil(2000.0 / cases.size()), 24 * 3600, TWO_CORES);
    }

    private Setup layered() {
        List<Appliance> appliances = setup.chamber().appliances().stream().<Appliance>map(each -> each instanceof Heater heater
                ? heater.with(new OwnThermostat(31.5, 30)) : each).toList();
        return new Setup(setup.chamber().with(appliances), setup.needs(), setup.probes(), setup.controllers(), setup.power());
    }
}
