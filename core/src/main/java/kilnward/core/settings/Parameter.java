package kilnward.core.settings;

/** The meaning of a key, whatever is printed on it. In the order in which keys are usually gone through. */
public enum Parameter {
    /** °C or °F: {@code 0} or {@code 1}. */
    UNIT(Kind.CHOICE),
    /** Heating or cooling: {@code 0} or {@code 1}. */
    DIRECTION(Kind.CHOICE),
    /** Lowest set value the device accepts. */
    LOWEST_SETTABLE(Kind.LEVEL),
    /** Highest set value the device accepts. */
    HIGHEST_SETTABLE(Kind.LEVEL),
    /** Set value. */
    SET_VALUE(Kind.LEVEL),
    /** Differential; what it means is the style. */
    DIFFERENTIAL(Kind.DIFFERENCE),
    /** Differential of the second output of a two-sided device: how far beyond the set value it lowers. */
    LOWER_DIFFERENTIAL(Kind.DIFFERENCE),
    /** First value of a pair: the output comes on. */
    ON_AT(Kind.LEVEL),
    /** Second value of a pair: the output stops. */
    OFF_AT(Kind.LEVEL),
    /** How long a demand must last before the output comes on (min). */
    ACT_DELAY(Kind.MINUTES),
    /** Shortest rest between two runs (min). */
    MIN_OFF(Kind.MINUTES),
    /** High alarm. */
    HIGH_ALARM(Kind.LEVEL),
    /** Low alarm. */
    LOW_ALARM(Kind.LEVEL),
    /** Offset added to the sensor. */
    OFFSET(Kind.DIFFERENCE);

    /** How a value of it converts. */
    public enum Kind {
        /** A temperature level, in the controller's unit. */
        LEVEL,
        /** A difference of temperature, in the controller's unit. */
        DIFFERENCE,
        /** A duration in minutes. */
        MINUTES,
        /** One of two choices, 0 or 1. */
        CHOICE
    }

    private final Kind kind;

    Parameter(Kind kind) {
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }
}
