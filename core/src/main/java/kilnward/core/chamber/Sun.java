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
    /** Frames, dirt, and what the inside reflects out again (ASABE EP406 puts all of it at 0.7 to 0.9 of what falls on a house; from memory). */
    private static final double FITTINGS = 0.85;
    /** Of what comes in by a side this share leaves by the others, where they are all glass: it passes over the floor. */
    private static final double PASSES = 0.7;
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
        double top = 0;
        double sides = 0;
        double sidesM2 = 0;
        for (WallSide side : WallSide.values()) {
            Wall wall = box.walls().get(side.ordinal());
            double glazed = wall.layers().stream().allMatch(layer -> layer.material().transparent())
                    ? box.innerAreaM2(side) - wall.openingsM2() : 0;
            glazed += wall.openings().stream()
                    .filter(opening -> opening.layers().stream().allMatch(layer -> layer.material().transparent()))
                    .mapToDouble(Opening::areaM2).sum();
            if (side == WallSide.TOP) {
                top = glazed;
            } else if (side != WallSide.BOTTOM) {
                sides += glazed;
                sidesM2 += box.innerAreaM2(side);
            }
        }
        return TRANSMITTED * FITTINGS * (top + SIDE_SHARE * sides * (1 - PASSES * sides / sidesM2));
    }
}
