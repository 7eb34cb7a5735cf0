package kilnward.core.air;

/**
 * Conversion of temperatures. A level has an offset between its scales and a difference has none: 5 °F on a thermometer is
 * −15 °C, but a differential of 5 °F is 2.8 K. So there are two pairs of functions, and nothing converts both.
 */
public final class Temperature {
    /** 0 °C in K, exact by definition of the Celsius scale. */
    public static final double ZERO_CELSIUS_K = 273.15;
    /** Kelvins in one degree Fahrenheit of difference, exact. */
    public static final double KELVIN_PER_FAHRENHEIT = 5.0 / 9.0;
    private static final double FREEZING_F = 32.0;

    private Temperature() {
    }

    /** A level: °C to °F. */
    public static double celsiusToFahrenheit(double levelC) {
        return levelC / KELVIN_PER_FAHRENHEIT + FREEZING_F;
    }

    /** A level: °F to °C. */
    public static double fahrenheitToCelsius(double levelF) {
        return (levelF - FREEZING_F) * KELVIN_PER_FAHRENHEIT;
    }

    /** A difference: K to °F. */
    public static double kelvinToFahrenheitDifference(double differenceK) {
        return differenceK / KELVIN_PER_FAHRENHEIT;
    }

    /** A difference: °F to K. */
    public static double fahrenheitDifferenceToKelvin(double differenceF) {
        return differenceF * KELVIN_PER_FAHRENHEIT;
    }
}
