package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * A cooler that takes heat out of the air at a constant rate while on.
 *
 * @param id          stable name within the chamber
 * @param removesW    heat taken out while on (W), above 0
 * @param electricalW electrical power while on (W), above 0
 */
public record Cooler(String id, double removesW, double electricalW) implements Appliance {
    public Cooler {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        Require.within("removesW", removesW, 0.1, 100_000, "W");
        Require.within("electricalW", electricalW, 0.1, 100_000, "W");
    }
}
