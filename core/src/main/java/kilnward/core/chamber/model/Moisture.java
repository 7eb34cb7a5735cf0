package kilnward.core.chamber.model;

import java.util.Optional;
import kilnward.core.chamber.Chamber;

/**
 * Moisture of a chamber during one run, with the heat that evaporation and condensation move. Temperatures are held over a
 * step and the moisture over it is exact; what it evaporated or condensed on average is then the heat of the same step, so
 * that water and energy both balance to rounding.
 */
public sealed interface Moisture permits Vapour, OpenWater {
    /** Moisture of a chamber; empty where the room's humidity is not known. */
    static Optional<Moisture> of(Chamber chamber) {
        if (chamber.room().vapourPressurePa().isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(chamber.tank().isPresent() ? new OpenWater(chamber) : new Vapour(chamber));
    }

    /** The air flows differently from now on. */
    void flow(Flow flow);

    /** What the appliances do with water from now on. */
    void acting(Acting acting);

    /** A box that is switched on has the room's vapour in it, and walls that have lain in it. */
    void begin(double[] nodesC, double roomC);

    /**
     * Advances by one step.
     *
     * @param stepS  length (s)
     * @param nodesC temperatures in the order of {@link ThermalModel} (°C), held
     * @param roomC  room (°C)
     */
    void advance(double stepS, double[] nodesC, double roomC);

    /** Lets stores of water stay as they are and goes to the steady state for held temperatures. */
    void settle(double[] nodesC, double roomC);

    /** Heat into the air, or the water of a tank, in the last step (W). */
    double airW();

    /** Heat into the contents in the last step (W). */
    double contentsW();

    /** Heat into the shell in the last step (W). */
    double shellW();

    /**
     * How far one watt held over a step moves what gives and takes the heat of evaporation, everything that is joined to it included: what would move farther
     * in a step than it is away from where it tends to is held back. So no step, however long, drives anything past the wet bulb or saturation.
     *
     * @param airKPerW      of the air (K/W)
     * @param contentsKPerW of the contents (K/W)
     */
    default void bears(double airKPerW, double contentsKPerW) {
    }

    /** Writes the heat of the last step (W) into the inputs of {@link ThermalModel}, added to what is there. */
    void addHeat(double[] inputs);

    /** Relative humidity (%RH) of the chamber's air as seen at a temperature (°C); empty in a tank. */
    double relativeHumidityPct(double airC, double atC);

    /**
     * Into how many parts a step is divided so that heat and vapour, exchanged in turn, stay stable, as the air flows now; what is
     * faster than the most parts there are is held to them.
     *
     * @param stepS step (s), above 0
     */
    int parts(double stepS);

    /** What has become of the water since the start. */
    WaterLedger ledger();

    /** Whether droplets hang in the air. */
    boolean misty();

    /**
     * What the appliances do.
     *
     * @param fogKgS         water given off as fog (kg/s)
     * @param evaporationM3s evaporating surfaces as volumes of saturated air (m³/s)
     * @param dryingM3s      air dried down to a dehumidifier's coil (m³/s)
     * @param coilW          heat taken out by coolers whose coils hang in the air (W)
     */
    record Acting(double fogKgS, double evaporationM3s, double dryingM3s, double coilW) {
        /** Nothing. */
        public static final Acting NONE = new Acting(0, 0, 0, 0);
    }

    /**
     * Water since the start (kg): suppliedKg = ventilatedKg + driedKg + drainedKg + the change of storedKg.
     *
     * @param suppliedKg   given off by humidifiers and by what lives there; in a tank, topped up
     * @param ventilatedKg carried out by the air, less what it brought in; from a tank, evaporated
     * @param driedKg      taken out by dehumidifiers
     * @param drainedKg    run off the walls
     * @param storedKg     held now: vapour, wet contents, films, bowls, walls
     */
    record WaterLedger(double suppliedKg, double ventilatedKg, double driedKg, double drainedKg, double storedKg) {
    }
}
