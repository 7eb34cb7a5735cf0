package kilnward.core.air;

/**
 * Density of saturated water vapour from a table, for loops that ask for it several times a step. Built from
 * {@link HylandWexler1983} every 0.02 K and straight in between: within 3·10⁻⁷ of the formula above 0 °C, within 10⁻⁶ below.
 */
public final class SaturatedVapour {
    private static final double LOWEST_C = -60;
    private static final double HIGHEST_C = 120;
    private static final double PER_KELVIN = 50;
    private static final double[] KG_M3 = table();

    private SaturatedVapour() {
    }

    private static double[] table() {
        double[] table = new double[(int) Math.round((HIGHEST_C - LOWEST_C) * PER_KELVIN) + 1];
        SaturationPressure pressure = new HylandWexler1983();
        for (int i = 0; i < table.length; i++) {
            double temperatureC = LOWEST_C + i / PER_KELVIN;
            table[i] = densityKgM3(pressure.pressurePa(temperatureC), temperatureC);
        }
        return table;
    }

    /**
     * Density over liquid water, below 0 °C over ice. Beyond −60 … 120 °C the value at that end is given: a box that hot or
     * cold has long been lost to any occupant, and its temperature does not depend on the vapour any more.
     *
     * @param temperatureC temperature (°C)
     * @return density (kg/m³)
     */
    public static double densityKgM3(double temperatureC) {
        double at = (temperatureC - LOWEST_C) * PER_KELVIN;
        if (!(at > 0)) {
            return KG_M3[0];
        }
        int index = (int) at;
        if (index >= KG_M3.length - 1) {
            return KG_M3[KG_M3.length - 1];
        }
        double share = at - index;
        return KG_M3[index] + share * (KG_M3[index + 1] - KG_M3[index]);
    }

    /** Density (kg/m³) of vapour of a partial pressure (Pa) at a temperature (°C), ideal gas. */
    public static double densityKgM3(double vapourPressurePa, double temperatureC) {
        return vapourPressurePa / (MoistAir.VAPOUR_GAS_CONSTANT * (temperatureC + Temperature.ZERO_CELSIUS_K));
    }

    /**
     * Latent heat of evaporation (J/kg): 2501 kJ/kg at 0 °C falling by 2.326 kJ/kg each kelvin, as in the ASHRAE Handbook's
     * enthalpies h_g = 2501 + 1.86 t and h_w = 4.186 t kJ/kg; not looked up again.
     */
    public static double latentHeatJkg(double temperatureC) {
        return 2.501e6 - 2326 * temperatureC;
    }
}
