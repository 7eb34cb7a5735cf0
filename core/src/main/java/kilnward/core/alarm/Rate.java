package kilnward.core.alarm;

import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A change of so much an hour, either way, over the last quarter of an hour: what is now against what was then. Where nothing is that old it cannot be told, and is
 * not.
 *
 * @param limit    per hour, above 0
 * @param deadband per hour
 */
public record Rate(double limit, @Bounded(min = 0, max = 1e6) double deadband) implements Condition {
    static final double OVER_S = 900;
    private static final double PER_HOUR = 3600 / OVER_S;

    public Rate {
        Require.positive("limit", limit, "");
        Require.within(Rate.class, "deadband", deadband);
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble perHour = perHour(heard, atS);
        return perHour.isPresent() && Math.abs(perHour.getAsDouble()) >= (was ? limit - deadband : limit);
    }

    /** Change over the last quarter of an hour, an hour's worth, rising above 0; empty where nothing is known of then. */
    static OptionalDouble perHour(Heard heard, double atS) {
        OptionalDouble then = heard.at(heard.own(), atS, OVER_S);
        return then.isEmpty() ? then : OptionalDouble.of((heard.at(atS).orElseThrow() - then.getAsDouble()) * PER_HOUR);
    }

    @Override
    public double[] echoesS() {
        return new double[] {OVER_S};
    }

    @Override
    public boolean isKnown(Heard heard, double atS) {
        return Condition.super.isKnown(heard, atS) && (Heard.index(heard.own(), atS, OVER_S) < 0 || perHour(heard, atS).isPresent());
    }

    @Override
    public double lookBackS() {
        return OVER_S;
    }
}
