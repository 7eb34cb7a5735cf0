package kilnward.core.chamber.appliance;

import kilnward.core.air.SaturatedVapour;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A dehumidifier with a cold coil. It gives the latent heat of what it takes out, and its own power, back to the air.
 *
 * @param id          stable name within the chamber
 * @param removesGh   water it takes out (g/h) at 27 °C and 60 %RH
 * @param electricalW power while on (W)
 * @param compressor  whether a compressor cools its coil, and not a thermoelectric module or a drying wheel
 */
public record Dehumidifier(String id, @Bounded(min = 0.01, max = 1e6, unit = "g/h") double removesGh, @Bounded(min = 0.01, max = 100_000, unit = "W") double electricalW,
        boolean compressor) implements Appliance {
    /** Its coil: below this dew point it takes nothing out (°C); order of magnitude, from memory. */
    public static final double COIL_C = 5;

    /** One with a compressor. */
    public Dehumidifier(String id, double removesGh, double electricalW) {
        this(id, removesGh, electricalW, true);
    }

    public Dehumidifier {
        Require.named("id", id);
        Require.within(Dehumidifier.class, "removesGh", removesGh);
        Require.within(Dehumidifier.class, "electricalW", electricalW);
    }

    /** Air dried down to the coil a second (m³/s). */
    public double dryingM3s() {
        return removesGh / 3.6e6 / (0.6 * SaturatedVapour.densityKgM3(27) - SaturatedVapour.densityKgM3(COIL_C));
    }

    @Override
    public Effect effect() {
        return Effect.DRIES;
    }

    @Override
    public double heatInsideW() {
        return electricalW;
    }

    @Override
    public boolean runsByItself() {
        return false;
    }
}
