package kilnward.core.alarm;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * At one value for too long: what a humidity sensor with a drop on its cap, or one that hangs, looks like. Told only where it was read often enough.
 *
 * @param spread no more between lowest and highest, in the unit of the readings
 * @param overS  for so long (s)
 */
public record Stuck(double spread, double overS) implements Condition {
    private static final int FEWEST = 6;

    public Stuck {
        Require.within("limit", spread, 0, 1e6, "");
        Require.positive("overS", overS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        return isStill(heard, atS);
    }

    private boolean isStill(Heard heard, double atS) {
        List<Reading> own = heard.own();
        int first = Heard.index(own, atS, overS);
        int last = Heard.index(own, atS);
        if (first < 0 || last - first + 1 < FEWEST) {
            return false;
        }
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int i = first; i <= last; i++) {
            low = Math.min(low, own.get(i).value());
            high = Math.max(high, own.get(i).value());
        }
        return high - low <= spread;
    }

    @Override
    public double[] echoesS() {
        return new double[] {overS};
    }

    /** That it moved says enough; that it stood still must be known of all the time. */
    @Override
    public boolean isKnown(Heard heard, double atS) {
        return Condition.super.isKnown(heard, atS) && (!isStill(heard, atS) || heard.isKnown(heard.own(), atS - overS, atS));
    }

    @Override
    public double lookBackS() {
        return overS;
    }
}
