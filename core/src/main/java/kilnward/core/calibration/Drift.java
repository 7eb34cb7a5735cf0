package kilnward.core.calibration;

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
        int n = checks.size();
        double meanDay = checks.stream().mapToDouble(Found::day).average().orElseThrow();
        double meanError = checks.stream().mapToDouble(Found::error).average().orElseThrow();
        double squares = checks.stream().mapToDouble(each -> (each.day() - meanDay) * (each.day() - meanDay)).sum();
        Require.that(squares > 0, "checks", n, "must be on different days");
        double perDay = checks.stream().mapToDouble(each -> (each.day() - meanDay) * (each.error() - meanError)).sum() / squares;
        double atStart = meanError - perDay * meanDay;
        double left = checks.stream().mapToDouble(each -> each.error() - atStart - perDay * each.day()).map(residual -> residual * residual).sum();
        if (n == 2) {
            return new Drift(perDay, Double.POSITIVE_INFINITY, atStart, 0);
        }
        double scatter = Math.sqrt(left / (n - 2));
        double margin = new TDistribution(n - 2).inverseCumulativeProbability(CONFIDENCE) * scatter / Math.sqrt(squares);
        return new Drift(perDay, margin, atStart, scatter);
    }

    /** Error on a day, as far as the line goes. */
    public double at(double day) {
        return atStart + perDay * day;
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
}
