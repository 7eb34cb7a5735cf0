package kilnward.core.finding;

/** The unit of a {@link QuantityValue}. A level and a difference of temperature are two units: they convert differently. */
public enum Unit {
    /** A temperature level in °C. */
    CELSIUS,
    /** A difference of temperature in K. */
    KELVIN,
    /** A rate of change in K/h. */
    KELVIN_PER_HOUR,
    /** A percentage. */
    PERCENT,
    /** A relative humidity in %RH, or a difference of two in points of it. */
    RELATIVE_HUMIDITY,
    /** Carbon dioxide in parts per million by volume, or a difference of two. */
    PPM,
    /** Water a time in g/h. */
    GRAM_PER_HOUR,
    /** A power in W. */
    WATT,
    /** A duration in s. */
    SECOND,
    /** A rate in 1/h. */
    PER_HOUR,
    /** A plain number. */
    COUNT
}
