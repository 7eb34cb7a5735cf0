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
    private static final double LEAST_PER_HOUR = 0.01;

    public Vent {
        Require.named("id", id);
        Require.within("openPerHour", openPerHour, LEAST_PER_HOUR, 500, "1/h");
        Require.within("electricalW", electricalW, 0.01, 10_000, "W");
    }

    @Override
    public Effect effect() {
        return Effect.AIRS;
    }

    @Override
    public double heatInsideW() {
        return 0;
    }

    @Override
    public boolean runsByItself() {
        return false;
    }

    @Override
    public double powerShare(double level) {
        return 1;
    }

    @Override
    public Vent atLevel(double level) {
        return new Vent(id, Math.max(LEAST_PER_HOUR, openPerHour * level), electricalW);
    }
}
