package kilnward.core.chamber;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Sun on a greenhouse or a cabinet by a window: half a sine from rise to set.
 *
 * @param peakWm2  at noon, on a level surface (W/m²)
 * @param riseHour hour it rises, 0 to 24
 * @param setHour  hour it sets, after {@code riseHour}
 */
public record Sun(@Bounded(min = 0, max = 1400, unit = "W/m²") double peakWm2, @Bounded(min = 0, max = 24, unit = "h") double riseHour,
        @Bounded(min = 0, max = 24, unit = "h") double setHour) {
    /** Solar constant (W/m²). */
    static final double ABOVE_THE_AIR_WM2 = 1367;
    /** Where nobody says where it stands (degrees north): the middle of where most who breed and grow under glass live; how high the sun climbs follows from it and from the length of the day. */
    private static final double LATITUDE_DEG = 50;
    private static final double MOST_DECLINATION_DEG = 23.45;
    /** A sun lower than this sends no beam that counts. */
    private static final double LOWEST_SINE = 0.05;
    /** Share that falls on the contents; the rest warms the air by the fittings it hits. */
    public static final double ON_CONTENTS = 0.7;

    public Sun {
        Require.within(Sun.class, "peakWm2", peakWm2);
        Require.within(Sun.class, "riseHour", riseHour);
        Require.within(Sun.class, "setHour", setHour);
        Require.that(setHour > riseHour, "setHour", setHour, "must be after riseHour");
    }

    /** On a level surface (W/m²) at a time since midnight (s). */
    public double wm2(double secondsSinceMidnight) {
        double day = secondsSinceMidnight / 86_400;
        double hour = 24 * (day - Math.floor(day));
        return hour <= riseHour || hour >= setHour ? 0
                : peakWm2 * StrictMath.sin(Math.PI * (hour - riseHour) / (setHour - riseHour));
    }

    /** Toward the sun at a time since midnight (s), as a vector of length 1: south, west, up. */
    double[] direction(double secondsSinceMidnight) {
        double day = secondsSinceMidnight / 86_400;
        double hour = 24 * (day - Math.floor(day));
        double latitude = Math.toRadians(LATITUDE_DEG);
        double halfDay = Math.PI * (setHour - riseHour) / 24;
        double most = Math.toRadians(MOST_DECLINATION_DEG);
        double declination = Math.max(-most, Math.min(most, Math.atan(-Math.cos(halfDay) / Math.tan(latitude))));
        // It rises and sets when it is said to, whatever the latitude makes of that.
        double rises = Math.acos(Math.max(-1, Math.min(1, -Math.tan(latitude) * Math.tan(declination))));
        return direction(latitude, declination, rises * (2 * hour - riseHour - setHour) / (setHour - riseHour));
    }

    /**
     * Toward the sun: south, west, up (Duffie and Beckman, section 1.6; not looked up again).
     *
     * @param latitude    radians north
     * @param declination radians
     * @param hourAngle   radians, 0 at noon, positive after it
     */
    static double[] direction(double latitude, double declination, double hourAngle) {
        double up = Math.sin(latitude) * Math.sin(declination) + Math.cos(latitude) * Math.cos(declination) * Math.cos(hourAngle);
        double south = Math.sin(latitude) * Math.cos(declination) * Math.cos(hourAngle) - Math.cos(latitude) * Math.sin(declination);
        double low = Math.max(LOWEST_SINE, up);
        return new double[] {south, Math.cos(declination) * Math.sin(hourAngle), low};
    }

    /**
     * Share of the light that comes from the whole sky: D. G. Erbs, S. A. Klein and J. A. Duffie, Solar Energy 28 (1982) 293; from memory.
     *
     * @param levelWm2 on a level surface (W/m²)
     * @param sine     of the sun's height
     */
    double diffuseShare(double levelWm2, double sine) {
        double clear = Math.min(1, levelWm2 / (ABOVE_THE_AIR_WM2 * sine));
        if (clear <= 0.22) {
            return 1 - 0.09 * clear;
        }
        return clear > 0.8 ? 0.165 : 0.9511 - 0.1604 * clear + 4.388 * clear * clear - 16.638 * Math.pow(clear, 3) + 12.336 * Math.pow(clear, 4);
    }
}
