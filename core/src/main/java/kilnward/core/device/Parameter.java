package kilnward.core.device;

import java.util.EnumSet;
import java.util.Set;

/** The meaning of a key, whatever is printed on it. In the order in which keys are usually gone through. */
public enum Parameter {
    /** °C or °F: {@code 0} or {@code 1}. */
    UNIT(Kind.CHOICE, 2),
    /** Heating or cooling: {@code 0} or {@code 1}. */
    DIRECTION(Kind.CHOICE, 2),
    /** The first output: by program, on, off. */
    OUTPUT_MODE(Kind.CHOICE, 3),
    /** The second output: by program, on, off. */
    SECOND_OUTPUT_MODE(Kind.CHOICE, 3),
    /** Lowest set value the device accepts. */
    LOWEST_SETTABLE(Kind.LEVEL),
    /** Highest set value the device accepts. */
    HIGHEST_SETTABLE(Kind.LEVEL),
    /** Set value; by day, where the night differs. */
    SET_VALUE(Kind.LEVEL),
    /** Set value by night. */
    NIGHT_SET_VALUE(Kind.LEVEL),
    /** Differential; what it means is the style. */
    DIFFERENTIAL(Kind.DIFFERENCE),
    /** Differential of the second output of a two-sided device: how far beyond the set value it lowers. */
    LOWER_DIFFERENTIAL(Kind.DIFFERENCE),
    /** First value of a pair: the output comes on. */
    ON_AT(Kind.LEVEL),
    /** Second value of a pair: the output stops. */
    OFF_AT(Kind.LEVEL),
    /** Full output at this distance from the set value. */
    BAND(Kind.DIFFERENCE),
    /** The same by night. */
    NIGHT_BAND(Kind.DIFFERENCE),
    /** Time in which the integral repeats what the band alone does (min); 0 for none. */
    INTEGRAL(Kind.MINUTES),
    /** Length of the window that is shared out between on and off (s). */
    WINDOW(Kind.SECONDS),
    /** Nothing moves within this to either side of the set value. */
    NEUTRAL_ZONE(Kind.DIFFERENCE),
    /** Set humidity beside a set temperature (%RH). */
    SET_HUMIDITY(Kind.HUMIDITY),
    /** The same by night. */
    NIGHT_SET_HUMIDITY(Kind.HUMIDITY),
    /** Full output at this distance from the set humidity (points). */
    HUMIDITY_BAND(Kind.HUMIDITY),
    /** The same by night. */
    NIGHT_HUMIDITY_BAND(Kind.HUMIDITY),
    /** Nothing moves within this to either side of the set humidity (points). */
    HUMIDITY_ZONE(Kind.HUMIDITY),
    /** Lowest speed of a fan (%); 0 lets it stop. */
    MINIMUM_SPEED(Kind.PERCENT),
    /** The same by night. */
    NIGHT_MINIMUM_SPEED(Kind.PERCENT),
    /** Highest speed of a fan (%). */
    MAXIMUM_SPEED(Kind.PERCENT),
    /** The same by night. */
    NIGHT_MAXIMUM_SPEED(Kind.PERCENT),
    /** Share that the intake moves less than the exhaust (%). */
    UNDER_PRESSURE(Kind.PERCENT),
    /** Share of the exhaust that the intake moves (%): the same, counted the other way. */
    INTAKE_KEPT(Kind.PERCENT),
    /** What the intake does below both set values: stops, runs at the lowest speed, keeps the ratio. */
    INTAKE_BELOW_SET(Kind.CHOICE, 3),
    /** How long a fan is started at full speed (s). */
    START_KICK(Kind.SECONDS),
    /** Lowest speed at which the fan turns by itself (%). */
    FAN_FLOOR(Kind.PERCENT),
    /** Each move of a vent (%). */
    VENT_STEP(Kind.PERCENT),
    /** Time between two moves of a vent (min). */
    VENT_EVERY(Kind.MINUTES),
    /** Time from shut to open of its motor (s). */
    MOTOR_STROKE(Kind.SECONDS),
    /** Longest that one move may take (s). */
    MOTOR_TIMEOUT(Kind.SECONDS),
    /** A vent opens for humidity only while it is at least this warm outside. */
    OUTDOOR_LOWEST(Kind.LEVEL),
    /** A vent opens for humidity only while it is at most this warm outside. */
    OUTDOOR_HIGHEST(Kind.LEVEL),
    /** Set value of the fan that takes over once the vent is fully open. */
    FAN_SET_VALUE(Kind.LEVEL),
    /** Hour at which the day begins (h). */
    DAY_FROM(Kind.HOUR),
    /** Hour at which the night begins (h). */
    DAY_TO(Kind.HOUR),
    /** Night is below this level of light (%) … */
    LIGHT_BELOW(Kind.PERCENT),
    /** … for this long without a break (s). */
    LIGHT_DELAY(Kind.SECONDS),
    /** How long a demand must last before the output comes on (min); of a two-sided device without one for each, that of the output that lowers. */
    ACT_DELAY(Kind.MINUTES),
    /** The same for the second output. */
    SECOND_ACT_DELAY(Kind.MINUTES),
    /** Shortest rest between two runs (min); of a two-sided device without one for each, that of the output that lowers. */
    MIN_OFF(Kind.MINUTES),
    /** The same for the second output. */
    SECOND_MIN_OFF(Kind.MINUTES),
    /** Nothing comes on for this long after mains returns (min). */
    AFTER_MAINS(Kind.MINUTES),
    /** While there is a demand the first output works this long (min) … */
    PULSE_ON(Kind.MINUTES),
    /** … and rests this long (min). */
    PULSE_REST(Kind.MINUTES),
    /** While there is a demand the second output works this long (min) … */
    SECOND_PULSE_ON(Kind.MINUTES),
    /** … and rests this long (min). */
    SECOND_PULSE_REST(Kind.MINUTES),
    /** Whether it works only while there is light: {@code 0} always, {@code 1} only then. */
    ONLY_LIT(Kind.CHOICE, 2),
    /** High alarm. */
    HIGH_ALARM(Kind.LEVEL),
    /** Whether the high alarm opens the outputs too: {@code 0} it only sounds, {@code 1} it does. */
    HIGH_ALARM_OPENS(Kind.CHOICE, 2),
    /** Low alarm. */
    LOW_ALARM(Kind.LEVEL),
    /** What an output does when it loses its head unit: {@code 0} off, {@code 1} on. */
    LINK_LOSS(Kind.CHOICE, 2),
    /** Offset added to the sensor. */
    OFFSET(Kind.DIFFERENCE),
    /** Offset added to the humidity shown beside a temperature (points). */
    HUMIDITY_OFFSET(Kind.HUMIDITY),
    /** A key that means nothing for the climate: a backlight, a signal, a network. It keeps its place in the order and on the card. So do those that follow. */
    OTHER_1(Kind.PLAIN),
    OTHER_2(Kind.PLAIN),
    OTHER_3(Kind.PLAIN),
    OTHER_4(Kind.PLAIN),
    OTHER_5(Kind.PLAIN),
    OTHER_6(Kind.PLAIN),
    OTHER_7(Kind.PLAIN),
    OTHER_8(Kind.PLAIN),
    OTHER_9(Kind.PLAIN),
    OTHER_10(Kind.PLAIN),
    OTHER_11(Kind.PLAIN),
    OTHER_12(Kind.PLAIN);

    /** How a value of it converts. */
    public enum Kind {
        /** A level, in the controller's unit. */
        LEVEL,
        /** A difference, in the controller's unit. */
        DIFFERENCE,
        /** A humidity or a difference of humidities, beside a temperature. */
        HUMIDITY,
        /** A share (%). */
        PERCENT,
        /** A duration in minutes. */
        MINUTES,
        /** A duration in seconds. */
        SECONDS,
        /** An hour of the day. */
        HOUR,
        /** One of two or three choices, counted from 0. */
        CHOICE,
        /** A number, or one of some words, that means nothing for the climate. */
        PLAIN
    }

    private static final Set<Parameter> NIGHT = EnumSet.of(NIGHT_SET_VALUE, NIGHT_BAND, NIGHT_SET_HUMIDITY, NIGHT_HUMIDITY_BAND, NIGHT_MINIMUM_SPEED, NIGHT_MAXIMUM_SPEED);

    private final Kind kind;
    private final int choices;

    Parameter(Kind kind) {
        this(kind, 0);
    }

    Parameter(Kind kind, int choices) {
        this.kind = kind;
        this.choices = choices;
    }

    public Kind kind() {
        return kind;
    }

    /** Whether it counts by night only. */
    public boolean isOfNight() {
        return NIGHT.contains(this);
    }

    /** Number of choices; 0 for a number. */
    public int choices() {
        return choices;
    }
}
