package kilnward.core.load;

import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Dehumidifier;
import kilnward.core.chamber.Fan;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Lamp;
import kilnward.core.chamber.Vent;

/**
 * What an outlet feeds, by how it begins to draw. Inrush as a multiple of the running current, orders of magnitude from
 * memory; the plate of the appliance is better.
 */
public enum LoadKind {
    /** Mats, cables, ceramic emitters: as much at the start as later. */
    RESISTIVE(1, true),
    /** Self-limiting elements: most while they are cold. */
    SELF_LIMITING(2, false),
    /** Incandescent bulbs: a cold filament draws about ten times as much for a moment. */
    BULB(10, true),
    /** Fans, pumps, drives of vents. */
    MOTOR(6, false),
    /** Compressors of fridges, chillers and dehumidifiers. */
    COMPRESSOR(8, false),
    /** Power supplies and lamps with electronics. */
    ELECTRONIC(10, false);

    private final double inrush;
    private final boolean dimmable;

    LoadKind(double inrush, boolean dimmable) {
        this.inrush = inrush;
        this.dimmable = dimmable;
    }

    /** How an appliance begins to draw. */
    public static LoadKind of(Appliance appliance) {
        if (appliance instanceof Heater heater) {
            return heater.kind() == HeaterKind.BULB ? BULB : heater.selfLimitC().isPresent() ? SELF_LIMITING : RESISTIVE;
        }
        if (appliance instanceof Cooler cooler) {
            return cooler.kind() == Cooler.Kind.THERMOELECTRIC ? ELECTRONIC : COMPRESSOR;
        }
        if (appliance instanceof Humidifier humidifier) {
            return humidifier.kind() == Humidifier.Kind.ULTRASONIC ? ELECTRONIC : MOTOR;
        }
        return appliance instanceof Dehumidifier ? COMPRESSOR : appliance instanceof Lamp ? ELECTRONIC
                : appliance instanceof Fan || appliance instanceof Vent ? MOTOR : RESISTIVE;
    }

    /** Current at the start over running current. */
    public double inrush() {
        return inrush;
    }

    /** Whether it has a motor to start. */
    public boolean isMotor() {
        return this == MOTOR || this == COMPRESSOR;
    }

    /** Whether a dimmer may trim its watts; never one on electronics or motors. */
    public boolean dimmable() {
        return dimmable;
    }
}
