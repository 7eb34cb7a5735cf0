package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.life.HarmClock;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/**
 * How it goes on from here, on the chamber's own model: with its controllers doing as they are keyed, with nothing running, with all warmth or all cold on. Each in the
 * coldest and in the warmest room it stands in, which is what nobody knows of the coming hours.
 *
 * <p>It begins with heaters, walls and contents as far from the room, in proportion, as they usually are: what is stored in them is not measured.
 * Probes' errors are in what it is begun from, and add to what it says.
 *
 * @param lines one a way it can go
 * @param asNow the way that is nearest to the pace of the last quarter of an hour; empty where none is near, or nothing is that old
 */
public record Forecast(List<Line> lines, Optional<Way> asNow) {
    /** So far (s). */
    public static final double LENGTH_S = 24 * 3600;
    /** Points are so far apart (s). */
    public static final double EVERY_S = 600;
    private static final double STEP_S = 10;
    /** A pace is told by the model over so long (s). */
    private static final double PACE_S = 900;
    /** Paces nearer than this are alike (K/h). */
    private static final double NEAR_KH = 1.5;

    /** A way it can go. */
    public enum Way {
        /** Its controllers do as they are keyed. */
        AS_KEYED,
        /** Nothing runs. */
        NOTHING_RUNS,
        /** All that warms is on. */
        WARMING_ON,
        /** All that cools is on. */
        COOLING_ON
    }

    /**
     * One way.
     *
     * @param lowC          lowest of the rooms, each {@link #EVERY_S} from now on, the present first (°C, at the occupant)
     * @param highC         highest of them
     * @param earliestHarmS until the first harm limit is used up, at the earliest (s); empty where none is
     * @param latestHarmS   at the latest; empty where in some room none is
     */
    public record Line(Way way, double[] lowC, double[] highC, OptionalDouble earliestHarmS, OptionalDouble latestHarmS) {
    }

    public Forecast {
        lines = List.copyOf(lines);
    }

    /**
     * @param occupantC what is now at the occupant (°C)
     * @param paceKh    change over the last quarter of an hour (K/h); empty where it is not known
     * @param hour      hour of the day, 0 to 24
     * @param doses     what harms each side so far, as {@link HarmClock#doses} tells it
     */
    public static Forecast of(Setup setup, double occupantC, OptionalDouble paceKh, double hour, Map<Side, Double> doses) {
        Rig rig = setup.rig().lookingNoOftenerThan(STEP_S);
        double[] rooms = {setup.chamber().room().coldestC(), setup.chamber().room().warmestC()};
        List<Line> lines = new ArrayList<>();
        Map<Way, double[]> paces = new EnumMap<>(Way.class);
        for (Way way : ways(setup)) {
            List<Fault> faults = faults(setup, way);
            double[] low = null;
            double[] high = null;
            double[] harm = new double[rooms.length];
            double[] pace = new double[rooms.length];
            for (int i = 0; i < rooms.length; i++) {
                LiveRun run = LiveRun.begin(rig, new Scenario(RoomCurve.constant(rooms[i]), hour, LENGTH_S, STEP_S, Scenario.Start.SETTLED, faults, 1), occupantC);
                HarmClock clock = new HarmClock(setup.needs().dangerLimits(Quantity.TEMPERATURE), doses);
                int points = (int) (LENGTH_S / EVERY_S) + 1;
                double[] here = new double[points];
                for (int point = 0; point < points; point++) {
                    LiveRun.Seen seen = run.seen();
                    here[point] = seen.occupantC();
                    for (int minute = 0; minute < EVERY_S / 60 && point < points - 1; minute++) {
                        clock.see(run.timeS(), run.seen().occupantC());
                        run.advance(60);
                        if (run.timeS() == PACE_S) {
                            pace[i] = (run.seen().occupantC() - occupantC) / PACE_S * 3600;
                        }
                    }
                }
                clock.see(run.timeS(), run.seen().occupantC());
                harm[i] = clock.harmedAtS().orElse(Double.POSITIVE_INFINITY);
                low = low == null ? here.clone() : least(low, here, 1);
                high = high == null ? here.clone() : least(high, here, -1);
            }
            paces.put(way, pace);
            double earliest = Math.min(harm[0], harm[1]);
            double latest = Math.max(harm[0], harm[1]);
            lines.add(new Line(way, low, high, finite(earliest), finite(latest)));
        }
        return new Forecast(lines, paceKh.isEmpty() ? Optional.empty() : nearest(paces, paceKh.getAsDouble()));
    }

    /** The line of a way; empty where the chamber has none such. */
    public Optional<Line> line(Way way) {
        return lines.stream().filter(each -> each.way == way).findFirst();
    }

    private static Optional<Way> nearest(Map<Way, double[]> paces, double paceKh) {
        Way best = null;
        double bestMiss = NEAR_KH;
        for (Map.Entry<Way, double[]> each : paces.entrySet()) {
            double low = Math.min(each.getValue()[0], each.getValue()[1]);
            double high = Math.max(each.getValue()[0], each.getValue()[1]);
            double miss = Math.max(0, Math.max(low - paceKh, paceKh - high));
            if (miss < bestMiss) {
                best = each.getKey();
                bestMiss = miss;
            }
        }
        return Optional.ofNullable(best);
    }

    private static Set<Way> ways(Setup setup) {
        Set<Way> ways = EnumSet.of(Way.AS_KEYED, Way.NOTHING_RUNS);
        for (Appliance each : setup.chamber().appliances()) {
            if (each.effect() == Effect.WARMS) {
                ways.add(Way.WARMING_ON);
            } else if (each.effect() == Effect.COOLS) {
                ways.add(Way.COOLING_ON);
            }
        }
        return ways;
    }

    private static List<Fault> faults(Setup setup, Way way) {
        return switch (way) {
            case AS_KEYED -> List.of();
            case NOTHING_RUNS -> List.of(new PowerCut(LENGTH_S, Set.of(), 0));
            case WARMING_ON -> stuck(setup, Effect.WARMS);
            case COOLING_ON -> stuck(setup, Effect.COOLS);
        };
    }

    private static List<Fault> stuck(Setup setup, Effect effect) {
        return setup.controllers().stream().flatMap(each -> each.loops().stream()).filter(loop -> setup.effects(loop).contains(effect))
                .<Fault>map(loop -> new RelayStuckOn(loop.id(), 0)).toList();
    }

    private static double[] least(double[] one, double[] other, int sign) {
        double[] found = new double[one.length];
        for (int i = 0; i < found.length; i++) {
            found[i] = sign > 0 ? Math.min(one[i], other[i]) : Math.max(one[i], other[i]);
        }
        return found;
    }

    private static OptionalDouble finite(double value) {
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }
}
