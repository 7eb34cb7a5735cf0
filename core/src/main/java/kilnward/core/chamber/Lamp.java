package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * A lamp. On no controller, it follows its own clock.
 *
 * @param id          stable name within the chamber
 * @param electricalW power while on (W)
 * @param insideShare share of that power that ends as heat inside, 0 to 1; a ballast outside keeps its part out
 * @param onHour      hour of the day at which it comes on, 0 to 24
 * @param hours       hours of light a day, 0 to 24
 */
public record Lamp(String id, double electricalW, double insideShare, double onHour, double hours) implements Appliance {
    public Lamp {
        Require.named("id", id);
        Require.within("electricalW", electricalW, 0.1, 100_000, "W");
        Require.within("insideShare", insideShare, 0, 1, "");
        Require.within("onHour", onHour, 0, 24, "h");
        Require.within("hours", hours, 0, 24, "h");
    }

    @Override
    public Effect effect() {
        return Effect.LIGHTS;
    }

    @Override
    public double heatInsideW() {
        return electricalW * insideShare;
    }

    @Override
    public boolean runsByItself() {
        return true;
    }

    /** Whether its clock has it on at a time since midnight (s). */
    public boolean byClock(double secondsSinceMidnight) {
        double since = (secondsSinceMidnight / 3600 - onHour) % 24;
        return (since < 0 ? since + 24 : since) < hours;
    }
}
