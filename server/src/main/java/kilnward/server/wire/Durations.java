package kilnward.server.wire;

/** Durations in words, as the page says them: both are held to the cases of web/src/lib/durations.cases.json. */
public final class Durations {
    private static final int MINUTE_S = 60;
    private static final int HOUR_S = 3600;
    private static final int DAY_S = 86_400;
    /** Below this (s) seconds are said. */
    private static final int SECONDS_BELOW_S = 90;
    /** Below this (s) days are not. */
    private static final int HOURS_BELOW_S = 2 * DAY_S;
    /** From here on (s) minutes of time left matter no more. */
    private static final int MINUTES_BELOW_S = 6 * HOUR_S;

    private Durations() {
    }

    /**
     * How long something lasts, to the nearest minute.
     *
     * @param seconds 0 or more (s)
     */
    public static String duration(double seconds) {
        return seconds < SECONDS_BELOW_S ? Math.round(seconds) + " s" : words(MINUTE_S * Math.round(seconds / MINUTE_S), Double.POSITIVE_INFINITY);
    }

    /**
     * How much time is left: never more than there is, so it is rounded down.
     *
     * @param seconds 0 or more (s)
     */
    public static String timeLeft(double seconds) {
        return seconds < SECONDS_BELOW_S ? (long) seconds + " s" : words((long) seconds, MINUTES_BELOW_S);
    }

    private static String words(long seconds, double minutesBelowS) {
        if (seconds < HOUR_S) {
            return seconds / MINUTE_S + " min";
        }
        if (seconds >= HOURS_BELOW_S) {
            return seconds / DAY_S + " days";
        }
        long minutes = seconds % HOUR_S / MINUTE_S;
        return seconds / HOUR_S + " h" + (minutes == 0 || seconds >= minutesBelowS ? "" : " " + minutes + " min");
    }
}
