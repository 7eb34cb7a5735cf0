package kilnward.core.rehearsal.outcome;

import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * When somebody can act, at the worst moment for it: the fault comes just as they fall asleep, leave, or have looked.
 *
 * @param asleepS      longest sleep (s)
 * @param wakes        whether the sounder wakes them
 * @param awayS        longest absence (s); 0 where somebody is always there
 * @param message      whether alarms are sent to them wherever they are
 * @param travelS      from a message until they stand at the box, when they are away (s)
 * @param reachS       from knowing until they have done something, when they are there (s)
 * @param looksEveryS  longest time between two looks at the display (s)
 */
public record Attendance(@Bounded(min = 0, max = 86_400, unit = "s") double asleepS, boolean wakes, @Bounded(min = 0, max = 60 * 86_400.0, unit = "s") double awayS,
        boolean message, @Bounded(min = 0, max = 7 * 86_400.0, unit = "s") double travelS, @Bounded(min = 0, max = 86_400, unit = "s") double reachS,
        @Bounded(min = 60, max = 60 * 86_400.0, unit = "s") double looksEveryS) {
    /** Eight hours asleep and within hearing, nine away at work, no messages, two looks a day; common practice, no source. */
    public static final Attendance USUAL = new Attendance(8 * 3600, true, 9 * 3600, false, 3600, 900, 12 * 3600);

    public Attendance {
        Require.within(Attendance.class, "asleepS", asleepS);
        Require.within(Attendance.class, "awayS", awayS);
        Require.within(Attendance.class, "travelS", travelS);
        Require.within(Attendance.class, "reachS", reachS);
        Require.within(Attendance.class, "looksEveryS", looksEveryS);
    }

    /** The same with alarms sent to them. */
    public Attendance withMessage() {
        return new Attendance(asleepS, wakes, awayS, true, travelS, reachS, looksEveryS);
    }

    /** Longest time in which nobody looks at the display (s). */
    double unlookedS() {
        return Math.max(looksEveryS, Math.max(awayS, asleepS));
    }

    /**
     * When somebody has acted (s), counted as the two others.
     *
     * @param alarmAtS when an alarm sounds; empty where none does
     * @param seenAtS  when a look at the display tells that something is wrong; empty where it never does
     */
    public OptionalDouble actsAtS(OptionalDouble alarmAtS, OptionalDouble seenAtS) {
        double deaf = Math.max(wakes || message ? 0 : asleepS, message ? Math.min(travelS, awayS) : awayS);
        double heard = alarmAtS.isPresent() ? alarmAtS.getAsDouble() + deaf : Double.POSITIVE_INFINITY;
        double looked = seenAtS.isPresent() ? seenAtS.getAsDouble() + unlookedS() : Double.POSITIVE_INFINITY;
        double known = Math.min(heard, looked);
        return Double.isFinite(known) ? OptionalDouble.of(known + reachS) : OptionalDouble.empty();
    }
}
