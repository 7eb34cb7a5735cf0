package kilnward.core.series;

/** What a series measures. */
public enum Measured {
    TEMPERATURE,
    RELATIVE_HUMIDITY,
    LIGHT,
    CARBON_DIOXIDE,
    WATER_LEVEL,
    PH,
    CONDUCTIVITY,
    POWER
}
