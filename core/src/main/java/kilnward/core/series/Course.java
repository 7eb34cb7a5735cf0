package kilnward.core.series;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/** What went on between readings: straight lines, and nothing known where two are too far apart. */
public final class Course {
    private Course() {
    }

    /**
     * A value at a time.
     *
     * @param atS   s since any beginning
     * @param value in any unit
     */
    public record Point(double atS, double value) {
    }

    /**
     * Mean over the time that is known: each stretch counts as long as it lasts, not as often as it was read.
     *
     * @param points by time, later ones later
     * @param gapS   two that are farther apart than this have a gap between them, which counts for nothing (s)
     * @return empty where no two readings belong together
     */
    public static OptionalDouble timeWeightedMean(List<Point> points, double gapS) {
        Require.positive("gapS", gapS, "s");
        double area = 0;
        double known = 0;
        for (int i = 1; i < points.size(); i++) {
            Point from = points.get(i - 1);
            Point to = points.get(i);
            double lengthS = to.atS - from.atS;
            Require.that(lengthS >= 0, "points", to.atS, "must be in the order of their times");
            if (lengthS <= gapS) {
                area += lengthS * 0.5 * (from.value + to.value);
                known += lengthS;
            }
        }
        return known > 0 ? OptionalDouble.of(area / known) : OptionalDouble.empty();
    }
}
