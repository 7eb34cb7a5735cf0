package kilnward.core.chamber;

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
public record Bowl(String id, double surfaceM2, double waterKg, double electricalW) implements Appliance {
    public Bowl {
        Require.named("id", id);
        Require.within("surfaceM2", surfaceM2, 0.0001, 100, "m²");
        Require.within("waterKg", waterKg, 0.01, 10_000, "kg");
        Require.within("electricalW", electricalW, 0, 100_000, "W");
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
