package kilnward.core.proving;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.control.Style;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.proving.ProvingRun.Cause;
import kilnward.core.proving.ProvingRun.State;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.Samples;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Boxes that are what was planned, and boxes that are not, each run empty for 10 h and read once a minute with the noise of an instrument. */
class ProvingRunTest {
    /** Of each kind; a defect costs some fifty rehearsals each, so that all hundred of them are part of ./kiln soak. */
    private static final int RUNS = 100;
    private static final int RUNS_OF_DEFECTS = Boolean.getBoolean("kiln.soak") ? RUNS : 40;
    private static final double RIGHT = 0.95;
    private static final double TOLD = 0.75;
    private static final double HOURS = 10;
    private static final Contents EMPTY = Contents.dry(0.3, 900, 0.2, 0);

    /** What is wrong with a box. */
    private enum Defect {
        LEAKY_LID(Optional.of(Cause.LOSES_MORE)),
        WEAK_HEATER(Optional.of(Cause.HEATER_WEAKER)),
        PROBE_TOO_NEAR(Optional.of(Cause.PROBE_NEARER)),
        NONE(Optional.empty());

        private final Optional<Cause> cause;

        Defect(Optional<Cause> cause) {
            this.cause = cause;
        }
    }

    private static Setup box(double airChanges, double heaterW, double heaterShare, double loss, double errorK) {
        var profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        Chamber planned = Osier.chamber(Osier.foamBox(0.5, 0.35, 0.24, 50), airChanges, Osier.reedbox().airMovement(), EMPTY, Osier.reedbox().occupantPlace(), 0,
                List.of(mat(heaterW)), Room.of(16, 24, 15), 140).withLossFactor(loss);
        Probe probe = Probe.of("probe", new kilnward.core.probe.ProbePlace(heaterShare, 0.1, 0, 0, 0, 0, 40), errorK);
        return Osier.setup(planned, probe, Osier.planned(profile, Osier.settings(profile, 28.6, 0.6, 32, 25)));
    }

    /** The same mat with other watts: its element stays. */
    private static Heater mat(double heaterW) {
        Heater mat = HeaterKind.MAT.typical("mat", 25);
        return new Heater(mat.id(), mat.kind(), heaterW, mat.elementJK(), mat.toAirWK(), mat.toContentsWK(), mat.selfLimitC(), mat.ownThermostat());
    }

    private static final Setup PLAN = box(0.5, 25, 0.05, 1, 0);

    private static Samples read(Setup box, RoomCurve room, double hours, double noise, SplittableRandom random) {
        int buckets = (int) (hours * 60);
        Trace.Envelope shown = Rehearsal.run(box.rig(), new Scenario(room, 0, hours * 3600, 1, Scenario.Start.COLD, List.of(), buckets)).trace().displays().get(0);
        double[] at = new double[buckets];
        double[] value = new double[buckets];
        for (int i = 0; i < buckets; i++) {
            at[i] = 60 * i + 30;
            double between = shown.low()[i] + random.nextDouble() * (shown.high()[i] - shown.low()[i]);
            value[i] = Math.rint((between + noise * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5) * 2) * 10) / 10;
        }
        return new Samples(at, value);
    }

    private static double spread(SplittableRandom random, double by) {
        return 1 + by * (2 * random.nextDouble() - 1);
    }

    /** Every box is a little other than planned: 4 % of loss and heater, a sensor a tenth off, a room that is not quite what the keeper writes down. */
    private static ProvingRun run(Defect defect, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        double roomC = 15 + 7 * random.nextDouble();
        double slow = 0.5 * random.nextDouble();
        Setup box = box(defect == Defect.LEAKY_LID ? 25 + 20 * random.nextDouble() : 0.3 + 0.4 * random.nextDouble(),
                25 * spread(random, 0.04) * (defect == Defect.WEAK_HEATER ? 0.5 + 0.15 * random.nextDouble() : 1),
                defect == Defect.PROBE_TOO_NEAR ? 0.25 + 0.2 * random.nextDouble() : 0.05, spread(random, 0.04), 0.1 * (2 * random.nextDouble() - 1));
        Samples read = read(box, time -> roomC + slow * Math.sin(time / 9000), HOURS, 0.04, random);
        return ProvingRun.judge(PLAN, "controller", read, roomC + 0.3 * (2 * random.nextDouble() - 1));
    }

    @ParameterizedTest
    @EnumSource(Defect.class)
    void defectsAreFoundAndSoundBoxesPass(Defect defect) {
        int runs = defect == Defect.NONE ? RUNS : RUNS_OF_DEFECTS;
        int right = 0;
        StringBuilder wrong = new StringBuilder();
        for (int seed = 0; seed < runs; seed++) {
            ProvingRun run = run(defect, seed);
            if (run.state() == (defect == Defect.NONE ? State.PASSED : State.FAILED)
                    && (run.cause().equals(defect.cause) || defect.cause.filter(run.orElse()::contains).isPresent())) {
                right++;
            } else {
                wrong.append("\n").append(seed).append(' ').append(run.state()).append(run.cause()).append(run.factor()).append(run.comparisons().stream()
                        .map(each -> String.format("%s %.3g/%.3g=%.2f", each.what(), each.measured(), each.rehearsed(), each.off())).toList());
            }
        }
        // A leak or a probe that is little nearer hides behind labels and lags that are a little off: without a meter no more is told.
        assertTrue(right >= (defect == Defect.NONE ? RIGHT : TOLD) * runs, defect + ": " + right + " of " + runs + wrong);
    }

    @Test
    void whatIsFoundIsAboutAsMuchAsItIs() {
        Samples read = read(box(0.5, 14, 0.05, 1, 0), RoomCurve.constant(18), HOURS, 0.03, new SplittableRandom(3));
        ProvingRun run = ProvingRun.judge(PLAN, "controller", read, 18);
        assertEquals(Optional.of(Cause.HEATER_WEAKER), run.cause());
        assertEquals(0.56, run.factor().getAsDouble(), 0.06);
    }

    @Test
    void itIsNotJudgedBeforeItIsSteady() {
        Samples read = read(PLAN, RoomCurve.constant(18), HOURS, 0.03, new SplittableRandom(3));
        assertEquals(State.NOT_YET, ProvingRun.judge(PLAN, "controller", read.between(0, 2 * 3600), 18).state());
        assertEquals(State.PASSED, ProvingRun.judge(PLAN, "controller", read.between(0, 8 * 3600), 18).state());
        assertEquals(State.CANNOT_TELL, ProvingRun.judge(PLAN, "controller", read.between(0, 300), 18).state());
        assertEquals(State.CANNOT_TELL, ProvingRun.judge(PLAN, "controller", new Samples(new double[0], new double[0]), 18).state());
    }

    /** Somebody writes down every quarter of an hour what the display shows: the mean is judged, turns cannot be told. */
    @Test
    void typedValuesTellLess() {
        Samples minutes = read(PLAN, RoomCurve.constant(18), HOURS, 0.03, new SplittableRandom(3));
        double[] at = new double[(int) (HOURS * 4)];
        double[] value = new double[at.length];
        for (int i = 0; i < at.length; i++) {
            at[i] = minutes.atS()[15 * i];
            value[i] = minutes.value()[15 * i];
        }
        ProvingRun run = ProvingRun.judge(PLAN, "controller", new Samples(at, value), 18);
        assertEquals(State.PASSED, run.state(), run.toString());
        assertTrue(run.untold().contains(ProvingRun.What.PERIOD), run.toString());
        assertFalse(run.untold().contains(ProvingRun.What.MEAN));
    }

    @Test
    void afterAHoleOnlyWhatCameAfterCounts() {
        Samples read = read(PLAN, RoomCurve.constant(18), HOURS, 0.03, new SplittableRandom(3));
        double[] at = read.atS().clone();
        for (int i = 200; i < at.length; i++) {
            at[i] += 7200;
        }
        ProvingRun run = ProvingRun.judge(PLAN, "controller", new Samples(at, read.value()), 18);
        assertEquals(State.PASSED, run.state());
        assertTrue(run.untold().contains(ProvingRun.What.WARM_UP), run.toString());
    }

    @Test
    void whatCannotBeIsRefused() {
        assertEquals("readings[1].at", assertThrows(RefusedValueException.class, () -> new Samples(new double[] {1, 1}, new double[] {20, 20})).field());
        assertEquals("roomC", assertThrows(RefusedValueException.class, () -> ProvingRun.judge(PLAN, "controller", new Samples(new double[] {1}, new double[] {20}), 80)).field());
    }
}
