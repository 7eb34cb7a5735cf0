package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * Sun on a greenhouse or a cabinet by a window: half a sine from rise to set.
 *
 * @param peakWm2  at noon, on a level surface (W/m²)
 * @param riseHour hour it rises, 0 to 24
 * @param setHour  hour it sets, after {@code riseHour}
 */
public record Sun(double peakWm2, double riseHour, double setHour) {
    /** What glazing lets through; handbook value from memory. */
    private static final double TRANSMITTED = 0.8;
    /** A side against the level surface, over a day and all directions; order of magnitude. */
    private static final double SIDE_SHARE = 0.4;
    /** Share that falls on the contents; the rest warms the air by the fittings it hits. */
    public static final double ON_CONTENTS = 0.7;

    public Sun {
        Require.within("peakWm2", peakWm2, 0, 1400, "W/m²");
        Require.within("riseHour", riseHour, 0, 24, "h");
        Require.within("setHour", setHour, 0, 24, "h");
        Require.that(setHour > riseHour, "setHour", setHour, "must be after riseHour");
    }

    /** On a level surface (W/m²) at a time since midnight (s). */
    public double wm2(double secondsSinceMidnight) {
        double day = secondsSinceMidnight / 86_400;
        double hour = 24 * (day - Math.floor(day));
        return hour <= riseHour || hour >= setHour ? 0
                : peakWm2 * StrictMath.sin(Math.PI * (hour - riseHour) / (setHour - riseHour));
    }

    /** Area on which a box takes it in as if level and unglazed (m²). */
    public static double gainM2(Box box) {
        double sum = 0;
        for (WallSide side : WallSide.values()) {
            Wall wall = box.walls().get(side.ordinal());
            double glazed = wall.layers().stream().allMatch(layer -> layer.material().transparent())
                    ? box.innerAreaM2(side) - wall.openingsM2() : 0;
            glazed += wall.openings().stream()
                    .filter(opening -> opening.layers().stream().allMatch(layer -> layer.material().transparent()))
                    .mapToDouble(Opening::areaM2).sum();
            sum += glazed * TRANSMITTED * switch (side) {
                case TOP -> 1;
                case BOTTOM -> 0;
                case FRONT, BACK, LEFT, RIGHT -> SIDE_SHARE;
            };
        }
        return sum;
    }
}
