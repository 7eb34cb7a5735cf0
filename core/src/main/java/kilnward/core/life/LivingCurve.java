package kilnward.core.life;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.TreeSet;
import java.util.function.ToDoubleFunction;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What living things give off over the days of a batch: straight lines between its points, level before the first and after the last.
 *
 * @param points at least one, all for a piece or all for a kilogram; their days grow
 * @param grade  grade of the source
 * @param source the publication, or an empty text
 */
public record LivingCurve(List<Point> points, SourceGrade grade, String source) {
    private static final int MOST_POINTS = 60;

    /**
     * What one piece, or a kilogram, gives off on a day.
     *
     * @param day     days since the batch began, as its guide counts them
     * @param eachG   mass of one piece (g), where this is for a piece; null where it is for a kilogram
     * @param heatW   heat (W)
     * @param waterGh water vapour (g/h)
     * @param co2Gh   carbon dioxide (g/h)
     */
    public record Point(@Bounded(min = 0, max = 3650, unit = "days") double day, @Bounded(min = 0.001, max = 1_000_000, unit = "g") Double eachG, double heatW, double waterGh,
            double co2Gh) {
        public Point {
            Require.within(Point.class, "day", day);
            if (eachG != null) {
                Require.within(Point.class, "eachG", eachG);
            }
            of(heatW, waterGh, co2Gh);
        }

        Metabolism metabolism() {
            return of(heatW, waterGh, co2Gh);
        }

        /** On the straight line to another point. */
        private Point towards(Point other, double on) {
            double share = (on - day) / (other.day - day);
            Metabolism then = metabolism().towards(other.metabolism(), share);
            return new Point(on, eachG == null ? null : eachG + share * (other.eachG - eachG), then.heatW(), then.waterGh(), then.co2Gh());
        }

        private static Metabolism of(double heatW, double waterGh, double co2Gh) {
            return new Metabolism(heatW, waterGh, co2Gh);
        }
    }

    public LivingCurve {
        Objects.requireNonNull(grade, "grade");
        source = source == null ? "" : source;
        Require.that(points != null && !points.isEmpty() && points.size() <= MOST_POINTS, "points", points == null ? null : points.size(),
                "must be 1 to " + MOST_POINTS + " points");
        points = List.copyOf(points);
        for (int i = 1; i < points.size(); i++) {
            Require.that(points.get(i).day() > points.get(i - 1).day(), "points[" + i + "].day", points.get(i).day(),
                    "must be after day " + Require.plain(points.get(i - 1).day()) + " of the point before it");
            Require.that((points.get(i).eachG() == null) == (points.get(0).eachG() == null), "points[" + i + "].eachG", points.get(i).eachG(),
                    "must be given for all points or for none");
        }
    }

    /** The same all the time. */
    public static LivingCurve level(Metabolism metabolism, SourceGrade grade) {
        return new LivingCurve(List.of(new Point(0, null, metabolism.heatW(), metabolism.waterGh(), metabolism.co2Gh())), grade, "");
    }

    /** What a piece or a kilogram gives off on a day (days since the batch began, fractions allowed). */
    public Metabolism on(double day) {
        return at(day).metabolism();
    }

    /** Mass of a piece on a day (g); empty where the points are for a kilogram. */
    public OptionalDouble eachG(double day) {
        Point then = at(day);
        return then.eachG() == null ? OptionalDouble.empty() : OptionalDouble.of(then.eachG());
    }

    private Point at(double day) {
        Point before = points.get(0);
        for (Point point : points) {
            if (point.day() >= day) {
                return point == before ? point : before.towards(point, day);
            }
            before = point;
        }
        return before;
    }

    /**
     * How many of what the points are for.
     *
     * @param kg     living mass on that day (kg); null where they are counted
     * @param pieces how many there are; null where they are weighed
     * @param day    the day they are weighed on
     * @throws kilnward.core.finding.RefusedValueException where both or neither are given, or they are counted and nobody knows what one weighs
     */
    public double units(Double kg, Double pieces, double day) {
        requireAmount(kg, pieces);
        OptionalDouble eachG = eachG(day);
        if (pieces != null) {
            Require.that(eachG.isPresent(), "pieces", pieces, "must be given as a mass (kg): the guide knows no mass of one");
            return pieces;
        }
        return eachG.isEmpty() ? kg : kg * 1000 / eachG.getAsDouble();
    }

    /** Refuses an amount that cannot be. */
    public static void requireAmount(Double kg, Double pieces) {
        Require.that(kg == null || pieces == null, "pieces", pieces, "must be left out where a mass is given");
        Require.that(kg != null || pieces != null, "kg", null, "must be given, or how many there are");
        if (kg != null) {
            Require.that(Double.isFinite(kg) && kg > 0 && kg <= 100_000, "kg", kg, "must be above 0 and at most 100,000 kg");
        } else {
            Require.that(Double.isFinite(pieces) && pieces >= 1 && pieces <= 10_000_000 && pieces == Math.rint(pieces), "pieces", pieces,
                    "must be a whole number from 1 to 10,000,000");
        }
    }

    /**
     * The days that tell all of a span: its ends, and those between on which most heat and most water are given off.
     *
     * @param firstDay first day
     * @param lastDay  last day, not before the first
     * @return days, growing
     */
    public List<Double> telling(double firstDay, double lastDay) {
        TreeSet<Double> days = new TreeSet<>(List.of(firstDay, lastDay));
        for (ToDoubleFunction<Point> what : List.<ToDoubleFunction<Point>>of(Point::heatW, Point::waterGh)) {
            points.stream().filter(point -> point.day() > firstDay && point.day() < lastDay).max(Comparator.comparingDouble(what))
                    .filter(point -> what.applyAsDouble(point) > Math.max(what.applyAsDouble(at(firstDay)), what.applyAsDouble(at(lastDay))))
                    .ifPresent(point -> days.add(point.day()));
        }
        return List.copyOf(days);
    }
}
