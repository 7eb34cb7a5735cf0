package kilnward.core.chamber.appliance;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A bowl or tray of water, heated or not. It has a temperature of its own and pays its own latent heat, so it stands cooler
 * than the air; it dries out.
 *
 * @param id          stable name within the chamber
 * @param surfaceM2   open surface (m²)
 * @param waterKg     water in it (kg)
 * @param electricalW power of its heater while on (W); 0 for a bowl without one
 */
public record Bowl(String id, @Bounded(min = 0.0001, max = 100, unit = "m²") double surfaceM2, @Bounded(min = 0.01, max = 10_000, unit = "kg") double waterKg,
        @Bounded(min = 0, max = 100_000, unit = "W") double electricalW) implements Appliance {
    public Bowl {
        Require.named("id", id);
        Require.within(Bowl.class, "surfaceM2", surfaceM2);
        Require.within(Bowl.class, "waterKg", waterKg);
        Require.within(Bowl.class, "electricalW", electricalW);
    }

    /** Heat capacity of its water (J/K). */
    public double capacityJK() {
        return waterKg * 4180;
    }

    @Override
    public Effect effect() {
        return Effect.MOISTENS;
    }

    @Override
    public double heatInsideW() {
        return 0;
    }

    @Override
    public boolean runsByItself() {
        return electricalW == 0;
    }
}
