package kilnward.core.chamber.appliance;

import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Kinds of heater, with how they start in a new plan: how much heat the element itself holds and how well it passes it on,
 * both per watt of rating, so that a bigger one of the kind gets equally hot. Orders of magnitude from memory; a warm-up
 * observed on the real box is better.
 */
public enum HeaterKind {
    /** A flat mat, about 15–20 K above the air when on. */
    MAT(16, 0.055, 0.005),
    /** An incandescent lamp: little mass, very hot; about a third of its heat shines onto what stands in it. */
    BULB(1.2, 0.007, 0.003, 0.7),
    /** A ceramic emitter: hot and slow; about a third of its heat shines onto what stands in it. */
    CERAMIC_EMITTER(6, 0.0045, 0.0025, 0.55),
    /** A flat panel under the top, about 30 K above the air when on: about half of its heat shines onto what stands below. */
    RADIANT_PANEL(12, 0.017, 0.017, 0.5),
    /** A heating cable spread out. */
    CABLE(5, 0.075, 0.005),
    /** A bare wire or finned element in a fan's stream. */
    FANNED_ELEMENT(0.8, 0.020, 0.0),
    /** A low-temperature heating rod or tube. */
    ROD(4, 0.018, 0.0),
    /** An element that draws less the hotter it gets, and nothing at its limit of 80 °C. */
    SELF_LIMITING(3, 0.022, 0.0),
    /** Warm liquid pumped through coils: half a litre for each 10 W, so it lags and coasts. */
    WARM_LIQUID(210, 0.060, 0.0),
    /** A thermoelectric cooler the other way round: it pumps heat in from the room on top of what it draws. */
    REVERSED_MODULE(4, 0.050, 0.0),
    /** A heater in the water of a tank. */
    IN_TANK(1.5, 0.200, 0.0);

    private static final double SELF_LIMIT_C = 80;
    /** Heat of a reversed module over what it draws, with inside some kelvins above the room; order of magnitude, from memory, on the side of too much. */
    private static final double PUMPED = 1.4;

    private final double capacityJKPerW;
    private final double toAirWKPerW;
    private final double toContentsWKPerW;
    private final double shineShare;

    HeaterKind(double capacityJKPerW, double toAirWKPerW, double toContentsWKPerW) {
        this(capacityJKPerW, toAirWKPerW, toContentsWKPerW, 0);
    }

    HeaterKind(double capacityJKPerW, double toAirWKPerW, double toContentsWKPerW, double shineShare) {
        this.shineShare = shineShare;
        this.capacityJKPerW = capacityJKPerW;
        this.toAirWKPerW = toAirWKPerW;
        this.toContentsWKPerW = toContentsWKPerW;
    }

    /** Share of its heat that it sends down as radiation; orders of magnitude from memory. */
    public double shineShare() {
        return shineShare;
    }

    /** Whether animals below it feel it shine. */
    public boolean shines() {
        return shineShare > 0;
    }

    /** Heat it gives over what it draws. */
    public double heatPerWatt() {
        return this == REVERSED_MODULE ? PUMPED : 1;
    }

    /**
     * A heater of this kind as a new plan starts with it.
     *
     * @param powerW heat while on (W)
     */
    public Heater typical(String id, double powerW) {
        return new Heater(id, this, powerW, capacityJKPerW * powerW, toAirWKPerW * powerW, toContentsWKPerW * powerW,
                this == SELF_LIMITING ? OptionalDouble.of(SELF_LIMIT_C) : OptionalDouble.empty(), Optional.empty());
    }
}
