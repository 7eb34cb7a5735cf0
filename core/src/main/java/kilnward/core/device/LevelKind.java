package kilnward.core.device;

import kilnward.core.control.Direction;

/** What happens at a level: where a device acts and alarms, where a backup does, where a failure ends. */
public enum LevelKind {
    /** What raises it comes on. */
    RAISE_ON,
    /** What raises it stops. */
    RAISE_OFF,
    /** What lowers it comes on. */
    LOWER_ON,
    /** What lowers it stops. */
    LOWER_OFF,
    /** Held by a share of the output. */
    HOLDS,
    /** What raises it is at full. */
    RAISE_FULL,
    /** What lowers it is at full. */
    LOWER_FULL,
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
    public static LevelKind on(Direction direction) {
        return direction == Direction.RAISE ? RAISE_ON : LOWER_ON;
    }

    /** The rung at which an output stops. */
    public static LevelKind off(Direction direction) {
        return direction == Direction.RAISE ? RAISE_OFF : LOWER_OFF;
    }

    /** The rung at which an output is full. */
    public static LevelKind full(Direction direction) {
        return direction == Direction.RAISE ? RAISE_FULL : LOWER_FULL;
    }

    /** The same where the output is only there to back another up. */
    public LevelKind asBackup() {
        return isOn() ? BACKUP_CLOSES : isSwitching() ? BACKUP_OPENS : this;
    }

    /** Whether an output comes on or stops here. */
    public boolean isSwitching() {
        return isOn() || this == RAISE_OFF || this == LOWER_OFF;
    }

    /** Whether an output by share is full here. */
    public boolean isFull() {
        return this == RAISE_FULL || this == LOWER_FULL;
    }

    /** Whether it belongs to something that lowers what it governs. */
    public boolean lowers() {
        return this == LOWER_ON || this == LOWER_OFF;
    }

    /** Whether an output comes on here. */
    public boolean isOn() {
        return this == RAISE_ON || this == LOWER_ON;
    }
}
