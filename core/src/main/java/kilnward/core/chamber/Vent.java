package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * A vent that something opens; without power it is shut.
 *
 * @param id          stable name within the chamber
 * @param openPerHour air changes with the room while it is open, on top of the leaks (1/h)
 * @param electricalW power of what holds it open (W)
 */
public record Vent(String id, double openPerHour, double electricalW) implements Appliance {
    public Vent {
        Require.named("id", id);
        Require.within("openPerHour", openPerHour, 0.01, 500, "1/h");
        Require.within("electricalW", electricalW, 0.01, 10_000, "W");
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
