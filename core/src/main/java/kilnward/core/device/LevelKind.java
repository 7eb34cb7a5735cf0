package kilnward.core.device;

import kilnward.core.control.Direction;

/** What happens at a level: where a device acts and alarms, where a backup does, where a failure ends. */
public enum LevelKind {
    /** Heating comes on. */
    HEAT_ON,
    /** Heating stops. */
    HEAT_OFF,
    /** Cooling comes on. */
    COOL_ON,
    /** Cooling stops. */
    COOL_OFF,
    /** Moistening comes on. */
    MOISTEN_ON,
    /** Moistening stops. */
    MOISTEN_OFF,
    /** Drying comes on. */
    DRY_ON,
    /** Drying stops. */
    DRY_OFF,
    /** Held by a share of the output. */
    HOLDS,
    /** Heating at full. */
    HEAT_FULL,
    /** Cooling at full. */
    COOL_FULL,
    /** Moistening at full. */
    MOISTEN_FULL,
    /** Drying at full. */
    DRY_FULL,
    /** A fan leaves its lowest speed. */
    FAN_LEAST,
    /** A fan is at its highest speed. */
    FAN_FULL,
    /** A vent begins to open. */
    VENT_OPENS,
    /** A vent begins to shut. */
    VENT_SHUTS,
    /** High alarm. */
    HIGH_ALARM,
    /** Low alarm. */
    LOW_ALARM,
    /** A cut-out or an appliance's own thermostat stops it. */
    BACKUP_OPENS,
    /** A cut-out or an appliance's own thermostat lets it run again. */
    BACKUP_CLOSES,
    /** Where a heater that never stops ends, in the warmest room. */
    STUCK_ON_END,
    /** Where a heater that never comes on ends, in the coldest room. */
    HEATER_DEAD_END;

    /** The rung at which an output comes on. */
    public static LevelKind on(Direction direction, boolean humidity) {
        return direction == Direction.RAISE ? humidity ? MOISTEN_ON : HEAT_ON : humidity ? DRY_ON : COOL_ON;
    }

    /** The rung at which an output stops. */
    public static LevelKind off(Direction direction, boolean humidity) {
        return direction == Direction.RAISE ? humidity ? MOISTEN_OFF : HEAT_OFF : humidity ? DRY_OFF : COOL_OFF;
    }

    /** The rung at which an output is full. */
    public static LevelKind full(Direction direction, boolean humidity) {
        return direction == Direction.RAISE ? humidity ? MOISTEN_FULL : HEAT_FULL : humidity ? DRY_FULL : COOL_FULL;
    }

    /** The same where the output is only there to back another up. */
    public LevelKind asBackup() {
        return isOn() ? BACKUP_CLOSES : isSwitching() ? BACKUP_OPENS : this;
    }

    /** Whether an output comes on or stops here. */
    public boolean isSwitching() {
        return isOn() || this == HEAT_OFF || this == COOL_OFF || this == MOISTEN_OFF || this == DRY_OFF;
    }

    /** Whether an output by share is full here. */
    public boolean isFull() {
        return this == HEAT_FULL || this == COOL_FULL || this == MOISTEN_FULL || this == DRY_FULL;
    }

    /** Whether it belongs to something that cools or dries. */
    public boolean lowers() {
        return this == COOL_ON || this == COOL_OFF || this == DRY_ON || this == DRY_OFF;
    }

    /** Whether an output comes on here. */
    public boolean isOn() {
        return this == HEAT_ON || this == COOL_ON || this == MOISTEN_ON || this == DRY_ON;
    }
}
