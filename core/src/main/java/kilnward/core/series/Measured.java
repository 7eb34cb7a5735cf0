package kilnward.core.series;

/** What series measure, and with how many decimals a value of it is shown in the unit it is kept in. */
public enum Measured {
    TEMPERATURE(1),
    RELATIVE_HUMIDITY(0),
    LIGHT(0),
    CARBON_DIOXIDE(0),
    WATER_LEVEL(0),
    PH(2),
    CONDUCTIVITY(0),
    POWER(0);

    private final int digits;

    Measured(int digits) {
        this.digits = digits;
    }

    /** Decimals that a value is shown with. */
    public int digits() {
        return digits;
    }
}
