package kilnward.core.alarm;

import java.util.OptionalDouble;

/** How often and how fast people are told of one alarm; common practice, no source. */
public final class Escalation {
    /** Back so soon after it was over (s), an alarm is the same one. */
    public static final double ONE_ALARM_S = 600;
    private static final double SHORTEST_STEP_S = 300;
    private static final double LONGEST_STEP_S = 3600;
    /** Of the time that is left before harm a step takes this share, so that three people can be asked. */
    private static final double SHARE = 1 / 3.0;

    private Escalation() {
    }

    /**
     * How long one step is waited for before the next is told (s), 300 to 3,600.
     *
     * @param aheadS shortest time between this alarm and harm that simulations gave (s); empty where they gave none
     */
    public static double stepS(OptionalDouble aheadS) {
        return aheadS.isEmpty() ? 2 * SHORTEST_STEP_S : Math.max(SHORTEST_STEP_S, Math.min(LONGEST_STEP_S, SHARE * aheadS.getAsDouble()));
    }

    /**
     * Whether people are told again of one that is back: not once it chatters.
     *
     * @param times how often it has begun, this time included
     */
    public static boolean tellsAgain(int times) {
        return times < AlarmFigures.CHATTERS;
    }
}
