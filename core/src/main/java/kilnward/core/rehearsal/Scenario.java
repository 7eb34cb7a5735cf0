package kilnward.core.rehearsal;

import java.util.List;
import java.util.Objects;
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
 */
public record Scenario(RoomCurve room, double startHour, double durationS, double stepS, Start start,
                       List<Fault> faults, int buckets) {
    /** Longest rehearsal (s): two weeks. */
    public static final double LONGEST_S = 14 * 86_400.0;

    /** What went before the start. */
    public enum Start {
        /** Everything stands at the temperature of the room and is switched on now. */
        COLD,
        /** It has been running: a steady state, then six hours that are not shown. */
        SETTLED
    }

    public Scenario {
        Objects.requireNonNull(room, "room");
        Require.within("startHour", startHour, 0, 24, "h");
        Require.within("stepS", stepS, 0.1, 60, "s");
        Require.within("durationS", durationS, stepS, LONGEST_S, "s");
        Objects.requireNonNull(start, "start");
        faults = List.copyOf(faults);
        Require.within("buckets", buckets, 1, 100_000, "");
    }

    /** The same scenario with faults. */
    public Scenario with(Fault... added) {
        return new Scenario(room, startHour, durationS, stepS, start, List.of(added), buckets);
    }
}
