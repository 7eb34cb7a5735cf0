package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * The room the chamber stands in: the coldest and the warmest it gets in the season.
 *
 * @param coldestC    coldest (°C)
 * @param warmestC    warmest (°C), not below {@code coldestC}
 * @param warmestHour hour of the day at which it is warmest, 0 to 24; it is coldest twelve hours away
 */
public record Room(double coldestC, double warmestC, double warmestHour) {
    public Room {
        Require.within("coldestC", coldestC, -50, 60, "°C");
        Require.within("warmestC", warmestC, -50, 60, "°C");
        Require.that(warmestC >= coldestC, "warmestC", warmestC,
                "must not be below coldestC (" + Require.plain(coldestC) + " °C)");
        Require.within("warmestHour", warmestHour, 0, 24, "h");
    }
}
