package kilnward.core.rehearsal.scenario;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What a chamber is driven through.
 *
 * @param room       temperature of the room
 * @param startHour  hour of the day at which it begins, 0 to 24
 * @param durationS  length (s), from one step to {@link #LONGEST_S}
 * @param stepS      time step (s), 0.1 to 60, at most the controllers' sampling interval
 * @param start      what went before
 * @param faults     faults to rehearse, none for a sound chamber
 * @param buckets    number of buckets of the trace, 1 to 100 000
 * @param openings   when the lid is opened
 * @param cuts       when there is no mains
 */
public record Scenario(RoomCurve room, @Bounded(min = 0, max = 24, unit = "h") double startHour, double durationS, @Bounded(min = 0.1, max = 60, unit = "s") double stepS,
        Start start,
        List<Fault> faults, @Bounded(min = 1, max = 100_000) int buckets, List<LidOpening> openings, List<PowerCut> cuts) {
    /** Longest rehearsal (s): a leap year. */
    public static final double LONGEST_S = 366 * 86_400.0;

    /**
     * The lid is open for a while.
     *
     * @param fromS     since the start (s)
     * @param durationS how long (s)
     */
    public record LidOpening(@Bounded(min = 0, max = LONGEST_S, unit = "s") double fromS, @Bounded(min = 1, max = LONGEST_S, unit = "s") double durationS) {
        public LidOpening {
            Require.within(LidOpening.class, "fromS", fromS);
            Require.within(LidOpening.class, "durationS", durationS);
        }
    }

    /**
     * Nothing electrical runs for a while.
     *
     * @param fromS     since the start (s)
     * @param durationS how long (s)
     */
    public record PowerCut(@Bounded(min = 0, max = LONGEST_S, unit = "s") double fromS, @Bounded(min = 1, max = LONGEST_S, unit = "s") double durationS) {
        public PowerCut {
            Require.within(PowerCut.class, "fromS", fromS);
            Require.within(PowerCut.class, "durationS", durationS);
        }
    }

    /** What went before the start. */
    public enum Start {
        /** Everything stands at the temperature of the room and is switched on now. */
        COLD,
        /** It has been running: a steady state, then six hours that are not shown. */
        SETTLED
    }

    public Scenario {
        Objects.requireNonNull(room, "room");
        Require.within(Scenario.class, "startHour", startHour);
        Require.within(Scenario.class, "stepS", stepS);
        Require.within("durationS", durationS, stepS, LONGEST_S, "s");
        Objects.requireNonNull(start, "start");
        faults = List.copyOf(faults);
        Require.within(Scenario.class, "buckets", buckets);
        openings = List.copyOf(openings);
        cuts = List.copyOf(cuts);
    }

    /** A scenario in which the lid stays shut and the mains stays on. */
    public Scenario(RoomCurve room, double startHour, double durationS, double stepS, Start start, List<Fault> faults,
            int buckets) {
        this(room, startHour, durationS, stepS, start, faults, buckets, List.of(), List.of());
    }

    /** The same scenario with the lid opened. */
    public Scenario with(LidOpening... added) {
        return new Scenario(room, startHour, durationS, stepS, start, faults, buckets, List.of(added), cuts);
    }

    /** The same scenario with the mains gone for a while. */
    public Scenario with(PowerCut... added) {
        return new Scenario(room, startHour, durationS, stepS, start, faults, buckets, openings, List.of(added));
    }

    /** The same scenario in steps of another length (s). */
    public Scenario withStep(double otherS) {
        return new Scenario(room, startHour, durationS, otherS, start, faults, buckets, openings, cuts);
    }

    /** The same hours of a sound chamber that has long been running. */
    public Scenario everyDay() {
        return new Scenario(room, startHour, durationS, stepS, Start.SETTLED, List.of(), buckets, openings, cuts);
    }

    /** The same scenario in another room. */
    public Scenario in(RoomCurve other) {
        return new Scenario(other, startHour, durationS, stepS, start, faults, buckets, openings, cuts);
    }

    /** The same scenario with what its faults make of its surroundings. */
    public Scenario befallen() {
        Scenario befallen = this;
        for (Fault fault : faults) {
            befallen = fault.around(befallen);
        }
        return befallen;
    }

    public boolean powerAt(double timeS) {
        for (PowerCut cut : cuts) {
            if (timeS >= cut.fromS() && timeS < cut.fromS() + cut.durationS()) {
                return false;
            }
        }
        return true;
    }

    public boolean lidOpenAt(double timeS) {
        for (LidOpening opening : openings) {
            if (timeS >= opening.fromS() && timeS < opening.fromS() + opening.durationS()) {
                return true;
            }
        }
        return false;
    }

    /** The same scenario with faults. */
    public Scenario with(Fault... added) {
        return new Scenario(room, startHour, durationS, stepS, start, List.of(added), buckets, openings, cuts);
    }
}
