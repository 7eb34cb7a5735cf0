package kilnward.core.air;

import kilnward.core.finding.Require;

/** Pressure by altitude in the ICAO standard atmosphere (ICAO Doc 7488), troposphere. Weather moves it by about ±3 %. */
public final class StandardAtmosphere {
    /** Pressure at sea level (Pa). */
    public static final double SEA_LEVEL_PA = 101_325;
    /** Lapse rate over sea-level temperature: 0.0065 K/m over 288.15 K (1/m). */
    private static final double LAPSE_PER_M = 0.0065 / 288.15;
    /** g·M/(R·lapse rate), dimensionless. */
    private static final double EXPONENT = 9.80665 * 0.0289644 / (8.31432 * 0.0065);

    private StandardAtmosphere() {
    }

    /**
     * @param altitudeM height above sea level (m), −500 to 9000
     * @return pressure (Pa)
     */
    public static double pressurePa(double altitudeM) {
        Require.within("altitudeM", altitudeM, -500, 9000, "m");
        return SEA_LEVEL_PA * StrictMath.pow(1 - LAPSE_PER_M * altitudeM, EXPONENT);
    }
}
