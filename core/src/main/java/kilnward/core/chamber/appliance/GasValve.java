package kilnward.core.chamber.appliance;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A valve that lets carbon dioxide in from a bottle behind a pressure regulator and a flow restrictor.
 *
 * @param id          stable name within the chamber
 * @param givesGh     carbon dioxide it gives while open (g/h)
 * @param electricalW power while open (W)
 */
public record GasValve(String id, @Bounded(min = 0.01, max = 100_000, unit = "g/h") double givesGh,
        @Bounded(min = 0.01, max = 10_000, unit = "W") double electricalW) implements Appliance {
    public GasValve {
        Require.named("id", id);
        Require.within(GasValve.class, "givesGh", givesGh);
        Require.within(GasValve.class, "electricalW", electricalW);
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
