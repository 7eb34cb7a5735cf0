package kilnward.core.chamber.appliance;

import java.util.Optional;

/** Something in the chamber that acts on its climate. A closed family: one record a member. */
public sealed interface Appliance permits Heater, Cooler, Humidifier, Dehumidifier, Bowl, Fan, Vent, Lamp, GasValve {
    /** Stable name within the chamber. */
    String id();

    /**
     * The same at a share of its full flow, for fans and vents whose speed or opening is set; others are what they are.
     *
     * @param level 0 to 1
     */
    default Appliance atLevel(double level) {
        return this;
    }

    /** Share of its power that it draws at a share of its full output. */
    default double powerShare(double level) {
        return level;
    }

    /** What it does to the climate while it runs. */
    Effect effect();

    /** Electrical power while on (W). */
    double electricalW();

    /** Heat that goes straight into the air (in a tank, the water) while on (W), beyond what the model works out for it. */
    double heatInsideW();

    /** Its own thermostat, in series with whatever switches it; empty where it has none. */
    default Optional<OwnThermostat> ownThermostat() {
        return Optional.empty();
    }

    /**
     * Whether it works when it is plugged in past every controller: it runs all the time, or by its own clock, pulse or
     * thermostat. What does not never runs without a controller.
     */
    boolean runsByItself();
}
