package kilnward.core.chamber;

/** Something in the chamber that acts on its climate. A closed family: one record a member. */
public sealed interface Appliance permits Heater, Cooler, Humidifier, Dehumidifier, Bowl, Fan, Vent, Lamp {
    /** Stable name within the chamber. */
    String id();

    /** Electrical power while on (W). */
    double electricalW();

    /** Heat that goes straight into the air (in a tank, the water) while on (W), beyond what the model works out for it. */
    double heatInsideW();

    /**
     * Whether it works when it is plugged in past every controller: it runs all the time, or by its own clock, pulse or
     * thermostat. What does not never runs without a controller.
     */
    boolean runsByItself();
}
