package kilnward.core.chamber;

/** Something in the chamber that a controller switches. */
public sealed interface Appliance permits Heater, Cooler {
    /** Stable name within the chamber. */
    String id();

    /** Electrical power while on (W). */
    double electricalW();
}
