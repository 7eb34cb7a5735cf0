package kilnward.core.settings;

import java.util.OptionalDouble;

/**
 * One level of what the machine does, on the ladder.
 *
 * @param kind         what happens there
 * @param controllerId the controller it belongs to; empty for a backup or an end point
 * @param display      value as displayed, in the controller's unit; empty where it is not on a display
 * @param occupantC    the same level at the occupant (°C)
 * @param beforeHarmS  for an alarm: how long before harm it sounds (s), in the failure it is there for; empty where that
 *                     failure does not harm within the rehearsed days
 */
public record Rung(Kind kind, String controllerId, OptionalDouble display, double occupantC, OptionalDouble beforeHarmS) {
    /** Kinds of rung. */
    public enum Kind {
        /** Heating comes on. */
        HEAT_ON,
        /** Heating stops. */
        HEAT_OFF,
        /** Cooling comes on. */
        COOL_ON,
        /** Cooling stops. */
        COOL_OFF,
        /** High alarm. */
        HIGH_ALARM,
        /** Low alarm. */
        LOW_ALARM,
        /** An appliance's own thermostat stops it. */
        BACKUP_OPENS,
        /** An appliance's own thermostat lets it run again. */
        BACKUP_CLOSES,
        /** Where a heater that never stops ends, in the warmest room. */
        STUCK_ON_END,
        /** Where a heater that never comes on ends, in the coldest room. */
        HEATER_DEAD_END
    }
}
