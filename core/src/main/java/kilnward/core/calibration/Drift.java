package kilnward.core.calibration;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * How fast a probe's error grows, from its checks: a line through them by least squares, with the confidence of its slope.
 *
 * @param perDay       slope (1/day)
 * @param perDayMargin half the width of its 95 % interval (1/day); infinite with two checks, which any line fits
 * @param atStart      error at day 0
 * @param scatter      standard deviation of the checks about the line; 0 with two
 */
public record Drift(double perDay, double perDayMargin, double atStart, double scatter) {
    private static final double CONFIDENCE = 0.975;

    /**
     * The error found by one check, before the offset was changed for it.
     *
     * @param day   when, in days from any moment
     * @param error error of the sensor with no offset at all
     */
    public record Found(double day, double error) {
        public Found {
            Require.finite("day", day);
            Require.finite("error", error);
        }
    }

    /**
     * @param checks at least two, on different days
     */
    public static Drift of(List<Found> checks) {
        Require.that(checks.size() >= 2, "checks", checks.size(), "must be at least two");
        double[] days = checks.stream().mapToDouble(Found::day).toArray();
        Require.that(Arrays.stream(days).distinct().count() > 1, "checks", checks.size(), "must be on different days");
        Line line = Line.through(days, checks.stream().mapToDouble(Found::error).toArray());
        int free = checks.size() - 2;
        double margin = free == 0 ? Double.POSITIVE_INFINITY : new TDistribution(free).inverseCumulativeProbability(CONFIDENCE) * line.slopeStandard();
        return new Drift(line.slope(), margin, line.intercept(), line.scatter());
    }

    /** Error on a day, as far as the line goes. */
    public double at(double day) {
        return atStart + perDay * day;
    }

    /**
     * How far an error may still move the way it drifts: what the last check left wrong is used up already, or gained where it drifts the other way.
     *
     * @param tolerance how far it may be off at all, above 0
     * @param remaining what was left wrong
     */
    public double room(double tolerance, double remaining) {
        return Math.max(1e-6, tolerance - remaining * Math.signum(perDay));
    }

    /**
     * When the error will have moved farther than allowed from where it is set right.
     *
     * @param from      day on which an offset last set it right
     * @param tolerance how far it may move, above 0
     * @return the day; empty where it does not drift
     */
    public OptionalDouble passes(double from, double tolerance) {
        Require.positive("tolerance", tolerance, "");
        return perDay == 0 ? OptionalDouble.empty() : OptionalDouble.of(from + tolerance / Math.abs(perDay));
    }

    /** The same as early as the confidence of the slope allows; empty where nothing is known of its confidence. */
    public OptionalDouble passesEarliest(double from, double tolerance) {
        Require.positive("tolerance", tolerance, "");
        double fastest = Math.abs(perDay) + perDayMargin;
        return !Double.isFinite(fastest) || fastest == 0 ? OptionalDouble.empty() : OptionalDouble.of(from + tolerance / fastest);
    }

    /** Whether the confidence of the slope is known: with three checks or more. */
    public boolean hasConfidence() {
        return Double.isFinite(perDayMargin);
    }

    /**
     * How far an error may move before somebody should look: a quarter of the target range's width. The swing takes about half of a band that is well used, and
     * what is left lies on both sides. Common practice, no source.
     *
     * @param keepLow  lowest wanted
     * @param keepHigh highest wanted, above it
     */
    public static double tolerance(double keepLow, double keepHigh) {
        Require.that(keepHigh > keepLow, "keepHigh", keepHigh, "must be above the lowest");
        return (keepHigh - keepLow) / 4;
    }
}
