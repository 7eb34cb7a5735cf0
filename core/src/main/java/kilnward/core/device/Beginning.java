package kilnward.core.device;

import java.util.OptionalDouble;
import kilnward.core.probe.DisplayUnit;

/**
 * What a key of a meaning looks like and holds when it is added to a device, until somebody types what theirs has. Common practice, no source.
 *
 * @param step    step in which it moves, in its own unit; empty for that of the display
 * @param lowest  lowest value it takes, in its own unit; empty for one step
 * @param highest highest value it takes, in its own unit
 * @param value   what it holds, in °C or K where it is a level or a difference; empty where that follows from what is wanted ({@link FirstKeys})
 */
public record Beginning(OptionalDouble step, OptionalDouble lowest, double highest, OptionalDouble value) {
    private static final double HOTTEST_F = 230;
    private static final double WIDEST_K = 15;

    /** What a key of a meaning begins as on a device of a unit. */
    public static Beginning of(Parameter parameter, DisplayUnit unit) {
        return switch (parameter) {
            case UNIT, DIRECTION, OUTPUT_MODE, SECOND_OUTPUT_MODE, INTAKE_BELOW_SET, ONLY_LIT, HIGH_ALARM_OPENS, LINK_LOSS -> numbered(1, 0, parameter.choices() - 1, 0);
            case LOWEST_SETTABLE, HIGHEST_SETTABLE, SET_VALUE, NIGHT_SET_VALUE, ON_AT, OFF_AT, FAN_SET_VALUE, HIGH_ALARM, LOW_ALARM -> level(unit, OptionalDouble.empty());
            case OUTDOOR_LOWEST -> level(unit, OptionalDouble.of(5));
            case OUTDOOR_HIGHEST -> level(unit, OptionalDouble.of(30));
            case DIFFERENTIAL, LOWER_DIFFERENTIAL -> difference(unit, OptionalDouble.empty());
            case BAND, NIGHT_BAND -> difference(unit, OptionalDouble.of(2));
            case NEUTRAL_ZONE -> difference(unit, OptionalDouble.of(1));
            case INTEGRAL -> numbered(1, 0, 240, 20);
            case WINDOW -> numbered(1, 2, 600, 60);
            case SET_HUMIDITY -> numbered(1, 0, 100, 60);
            case NIGHT_SET_HUMIDITY -> numbered(1, 0, 100, 65);
            case HUMIDITY_BAND, NIGHT_HUMIDITY_BAND -> numbered(1, 1, 50, 10);
            case HUMIDITY_ZONE -> numbered(1, 0, 50, 5);
            case MINIMUM_SPEED, UNDER_PRESSURE -> numbered(1, 0, 100, 20);
            case NIGHT_MINIMUM_SPEED -> numbered(1, 0, 100, 10);
            case MAXIMUM_SPEED, NIGHT_MAXIMUM_SPEED -> numbered(1, 0, 100, 100);
            case INTAKE_KEPT -> numbered(1, 0, 100, 80);
            case START_KICK -> numbered(1, 0, 30, 3);
            case FAN_FLOOR -> numbered(1, 0, 60, 15);
            case VENT_STEP -> numbered(1, 1, 50, 5);
            case VENT_EVERY -> numbered(1, 1, 60, 5);
            case MOTOR_STROKE -> numbered(1, 5, 600, 120);
            case MOTOR_TIMEOUT -> numbered(1, 5, 600, 60);
            case DAY_FROM -> numbered(0.25, 0, 24, 7);
            case DAY_TO -> numbered(0.25, 0, 24, 21);
            case LIGHT_BELOW -> numbered(1, 0, 100, 30);
            case LIGHT_DELAY -> numbered(10, 0, 3600, 300);
            case ACT_DELAY, SECOND_ACT_DELAY, MIN_OFF, SECOND_MIN_OFF, AFTER_MAINS -> numbered(1, 0, 10, 0);
            case PULSE_ON, SECOND_PULSE_ON -> numbered(1, 0, 60, 10);
            case PULSE_REST, SECOND_PULSE_REST -> numbered(1, 0, 60, 0);
            case OFFSET -> new Beginning(OptionalDouble.empty(), OptionalDouble.of(-10 * scale(unit)), 10 * scale(unit), OptionalDouble.of(0));
            case HUMIDITY_OFFSET -> numbered(1, -20, 20, 0);
            case OTHER_1, OTHER_2, OTHER_3, OTHER_4, OTHER_5, OTHER_6, OTHER_7, OTHER_8, OTHER_9, OTHER_10, OTHER_11, OTHER_12 -> numbered(1, 0, 100, 0);
        };
    }

    private static Beginning numbered(double step, double lowest, double highest, double value) {
        return new Beginning(OptionalDouble.of(step), OptionalDouble.of(lowest), highest, OptionalDouble.of(value));
    }

    private static Beginning level(DisplayUnit unit, OptionalDouble value) {
        return new Beginning(OptionalDouble.empty(), OptionalDouble.of(unit.quantity().holding().lowest()), unit == DisplayUnit.F ? HOTTEST_F : unit.quantity().holding().highest(),
                value);
    }

    private static Beginning difference(DisplayUnit unit, OptionalDouble value) {
        return new Beginning(OptionalDouble.empty(), OptionalDouble.empty(), WIDEST_K * scale(unit), value);
    }

    /** Differences have rounder ends in °F with this than with 1.8. */
    private static double scale(DisplayUnit unit) {
        return unit == DisplayUnit.F ? 1.5 : 1;
    }
}
