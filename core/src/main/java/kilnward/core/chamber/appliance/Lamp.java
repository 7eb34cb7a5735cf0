package kilnward.core.chamber.appliance;

import kilnward.core.finding.Bounded;
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
public record Lamp(String id, @Bounded(min = 0.1, max = 100_000, unit = "W") double electricalW, @Bounded(min = 0, max = 1) double insideShare,
        @Bounded(min = 0, max = 24, unit = "h") double onHour, @Bounded(min = 0, max = 24, unit = "h") double hours) implements Appliance {
    public Lamp {
        Require.named("id", id);
        Require.within(Lamp.class, "electricalW", electricalW);
        Require.within(Lamp.class, "insideShare", insideShare);
        Require.within(Lamp.class, "onHour", onHour);
        Require.within(Lamp.class, "hours", hours);
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
