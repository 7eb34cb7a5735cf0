package kilnward.core.fitting;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.control.Loop;
import kilnward.core.life.HarmClock;
import kilnward.core.life.Side;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.Samples;
import kilnward.core.setup.Setup;
import org.hipparchus.linear.RealMatrix;

/**
 * Something to do with a box that would tell what its log does not. Each was rehearsed with the box as learned so far, and counts as telling what its readings would narrow down.
 *
 * @param kind       what to do
 * @param takesS     how long it takes (s)
 * @param tells      what it would tell of what is untold now
 * @param lowestC    lowest at the occupant meanwhile (°C); empty where nothing changes for it
 * @param bearable   whether what lives in it would bear that, by its harm limits; otherwise only while the box is empty
 */
public record Experiment(Kind kind, double takesS, Set<BoxParameter> tells, OptionalDouble lowestC, boolean bearable) {
    /** A plug-in meter is good to some per cent; from memory. */
    private static final double METER = 0.03;
    private static final double METER_READ_S = 60;
    private static final double USUAL_S = 3600;
    private static final double AFTER_S = 2 * 3600;
    private static final double WARM_UP_S = 8 * 3600;

    /** What to do. The alarms stay armed in all of them. */
    public enum Kind {
        /** Reading a plug-in meter once while the heater is on. */
        READ_THE_WATTS(0),
        HEATER_OFF_30_MIN(1800),
        HEATER_OFF_60_MIN(3600),
        /** Beginning cold, with everything at the temperature of the room. */
        WARM_UP_FROM_COLD(0);

        private final double offS;

        Kind(double offS) {
            this.offS = offS;
        }
    }

    public Experiment {
        tells = Set.copyOf(tells);
    }

    /**
     * What would tell something of what a fit left untold, the shortest that tells most first.
     *
     * @param log what the box was learned from
     */
    public static List<Experiment> of(BoxFit fit, BoxLog log) {
        Set<BoxParameter> untold = EnumSet.noneOf(BoxParameter.class);
        fit.untold().forEach(each -> untold.add(each.parameter()));
        if (untold.isEmpty()) {
            return List.of();
        }
        List<BoxParameter> all = Arrays.stream(BoxParameter.values()).filter(each -> each.applies(fit.fitted(), log.probeId())).toList();
        RealMatrix known = BoxFit.information(fit.fitted(), log, all, fit.noiseK());
        List<Experiment> found = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            Experiment tried = of(kind, fit, log, all, known, untold);
            if (!tried.tells.isEmpty()) {
                found.add(tried);
            }
        }
        found.sort(Comparator.<Experiment>comparingInt(each -> -each.tells.size()).thenComparing(each -> !each.bearable).thenComparingDouble(Experiment::takesS));
        return found;
    }

    private static Experiment of(Kind kind, BoxFit fit, BoxLog log, List<BoxParameter> all, RealMatrix known, Set<BoxParameter> untold) {
        RealMatrix then = known.copy();
        double takesS = METER_READ_S;
        OptionalDouble lowestC = OptionalDouble.empty();
        if (kind == Kind.READ_THE_WATTS) {
            int heater = all.indexOf(BoxParameter.HEATER);
            then.addToEntry(heater, heater, 1 / (METER * METER));
        } else {
            Made made = make(kind, fit.fitted(), log);
            then = then.add(BoxFit.information(fit.fitted(), made.log, all, fit.noiseK()));
            takesS = made.log.log().lastS();
            lowestC = OptionalDouble.of(made.lowestC);
        }
        Set<BoxParameter> tells = EnumSet.noneOf(BoxParameter.class);
        for (BoxParameter each : untold) {
            int at = all.indexOf(each);
            // The others that are untold stay about as planned, as they do in the fit.
            double[] beforehand = all.stream().mapToDouble(other -> other != each && untold.contains(other) ? other.likely() : BoxFit.VAGUE).toArray();
            if (at >= 0 && BoxFit.isTold(BoxFit.covarianceOf(then, beforehand), at)) {
                tells.add(each);
            }
        }
        return new Experiment(kind, takesS, tells, lowestC, kind != Kind.WARM_UP_FROM_COLD && bears(fit.fitted(), lowestC, takesS));
    }

    private static boolean bears(Setup box, OptionalDouble lowestC, double takesS) {
        return lowestC.isEmpty()
                || new HarmClock(box.needs().dangerLimits(Quantity.TEMPERATURE).stream().filter(each -> each.side() == Side.LOW).toList()).borneS(lowestC.getAsDouble()) > takesS;
    }

    private record Made(BoxLog log, double lowestC) {
    }

    /** What a log of it would be, by the simulator with the controller's own law. */
    private static Made make(Kind kind, Setup box, BoxLog like) {
        boolean cold = kind == Kind.WARM_UP_FROM_COLD;
        double everyS = like.log().spacingS();
        double lengthS = Math.min(cold ? WARM_UP_S : USUAL_S + kind.offS + AFTER_S, everyS * (BoxLog.MOST - 1));
        Rig rig = box.rig();
        double stepS = 1;
        LiveRun run = LiveRun.begin(rig, new Scenario(like.room(), like.startHour(), stepS, stepS, cold ? Scenario.Start.COLD : Scenario.Start.SETTLED, List.of(), 1));
        List<String> heaters = box.chamber().heaters().stream().map(Heater::id).toList();
        List<Loop> heating = rig.controllers().stream().flatMap(each -> each.loops().stream())
                .filter(each -> !each.cutOut() && each.applianceIds().stream().anyMatch(heaters::contains))
                .toList();
        int probe = rig.probes().stream().map(Probe::id).toList().indexOf(like.probeId());
        int count = (int) Math.floor(lengthS / everyS);
        double[] at = new double[count];
        double[] read = new double[count];
        List<Double> moments = new ArrayList<>();
        boolean began = isOn(run, heating);
        boolean on = began;
        double lowest = Double.POSITIVE_INFINITY;
        boolean off = false;
        for (int i = 0; i < count; i++) {
            for (double untilS = i * everyS; run.timeS() + stepS / 2 < untilS;) {
                boolean wanted = !cold && run.timeS() >= USUAL_S && run.timeS() < USUAL_S + kind.offS;
                if (wanted != off) {
                    off = wanted;
                    double nowS = run.timeS();
                    run.befall(off ? heating.stream().<Fault>map(each -> new RelayStuckOff(each.id(), nowS)).toList() : List.of());
                }
                run.advance(stepS);
                if (isOn(run, heating) != on) {
                    on = !on;
                    moments.add(run.timeS());
                }
            }
            LiveRun.Seen seen = run.seen();
            at[i] = i * everyS;
            read[i] = seen.probes().get(probe).temperatureC() + box.probes().get(probe).sensorErrorK();
            lowest = Math.min(lowest, seen.occupantC());
        }
        Drive drive = new Drive(moments, began, like.drive().errorS(), like.drive().lagging(), OptionalDouble.empty());
        return new Made(new BoxLog(like.probeId(), new Samples(at, read), like.room(), like.startHour(), drive, cold), lowest);
    }

    private static boolean isOn(LiveRun run, List<Loop> heating) {
        return run.seen().outputs().stream().anyMatch(each -> each.level() > 0.5 && heating.stream().anyMatch(loop -> loop.id().equals(each.loopId())));
    }
}
