package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * A valve that lets carbon dioxide in from a bottle behind a pressure regulator and a flow restrictor.
 *
 * @param id          stable name within the chamber
 * @param givesGh     carbon dioxide it gives while open (g/h)
 * @param electricalW power while open (W)
 */
public record GasValve(String id, double givesGh, double electricalW) implements Appliance {
    public GasValve {
        Require.named("id", id);
        Require.within("givesGh", givesGh, 0.01, 100_000, "g/h");
        Require.within("electricalW", electricalW, 0.01, 10_000, "W");
    }

    @Override
    public Effect effect() {
        return Effect.ENRICHES;
    }

    @Override
    public double heatInsideW() {
        return 0;
    }

    @Override
    public boolean runsByItself() {
        return false;
    }
}
