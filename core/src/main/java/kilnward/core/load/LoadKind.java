package kilnward.core.load;

import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.Vent;

/**
 * What an outlet feeds, by how it begins to draw. Inrush as a multiple of the running current, orders of magnitude from
 * memory; the plate of the appliance is better.
 */
public enum LoadKind {
    /** Mats, cables, ceramic emitters: as much at the start as later. */
    RESISTIVE(1, true, true),
    /** Heaters with a fan, a pump or electronics of their own: what cools or governs the element must have all of its voltage. */
    DRIVEN_HEATER(1.5, false, false),
    /** Self-limiting elements: most while they are cold. */
    SELF_LIMITING(2, false, true),
    /** Incandescent bulbs: a cold filament draws about ten times as much for a moment. */
    BULB(10, true, true),
    /** Fans, pumps, drives of vents. */
    MOTOR(6, false, false),
    /** Compressors of fridges, chillers and dehumidifiers. */
    COMPRESSOR(8, false, false),
    /** Power supplies and lamps with electronics. */
    ELECTRONIC(10, false, false);

    private final double inrush;
    private final boolean dimmable;
    private final boolean pulsable;

    LoadKind(double inrush, boolean dimmable, boolean pulsable) {
        this.inrush = inrush;
        this.dimmable = dimmable;
        this.pulsable = pulsable;
    }

    /** How an appliance begins to draw. */
    public static LoadKind of(Appliance appliance) {
        if (appliance instanceof Heater heater) {
            return heater.selfLimitC().isPresent() ? SELF_LIMITING : switch (heater.kind()) {
                case BULB -> BULB;
                case SELF_LIMITING -> SELF_LIMITING;
                case FANNED_ELEMENT, WARM_LIQUID, IN_TANK -> DRIVEN_HEATER;
                case REVERSED_MODULE -> ELECTRONIC;
                case MAT, CERAMIC_EMITTER, RADIANT_PANEL, CABLE, ROD -> RESISTIVE;
            };
        }
        if (appliance instanceof Cooler cooler) {
            return cooler.kind() == Cooler.Kind.THERMOELECTRIC ? ELECTRONIC : COMPRESSOR;
        }
        if (appliance instanceof Humidifier humidifier) {
            return humidifier.kind() == Humidifier.Kind.ULTRASONIC ? ELECTRONIC : MOTOR;
        }
        return appliance instanceof Dehumidifier dryer ? dryer.compressor() ? COMPRESSOR : ELECTRONIC : appliance instanceof Lamp ? ELECTRONIC
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

    /** Whether it may be switched on and off again within a minute, as a proportional controller does: nothing with a motor or electronics. */
    public boolean pulsable() {
        return pulsable;
    }

    /** Whether it draws far more at the start than later, so that a small contact may weld. */
    public boolean rushesIn() {
        return inrush > 2;
    }

    /** Whether a dimmer may trim its watts: bare elements and filaments only. On anything with a fan, a pump, a motor or electronics it is a fire risk. */
    public boolean dimmable() {
        return dimmable;
    }
}
