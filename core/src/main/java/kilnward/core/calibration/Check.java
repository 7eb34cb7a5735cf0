package kilnward.core.calibration;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.life.ReadingStep;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * A check with references beside the probe: whether it has settled, whether the references agree, and the offset that follows.
 *
 * @param settling    whether it stands still, and by which figures
 * @param rows        how many rows were used: those of the last stretch that had to be settled
 * @param references  mean of each reference used, corrected, by its name
 * @param odd         the reference that disagrees with the others and was left out; empty where none does
 * @param error       what the display shows too much: mean of display − reference
 * @param uncertainty of the error: display and offset by their steps, scatter, the references, their disagreement
 * @param newOffset   old offset − error, in the step of the controller, halves away from zero
 * @param remaining   error that is left once that offset is keyed in
 * @param verdict     what to do
 */
public record Check(Settling settling, int rows, Map<String, Double> references, Optional<String> odd, double error,
        Uncertainty uncertainty, double newOffset, double remaining, Verdict verdict) {
    private static final MathContext EXACT = MathContext.DECIMAL128;
    /** A reference farther from the others than this many of their standard uncertainties is odd. */
    private static final double ODD = 3;
    /** Two references that differ can both be the wrong one: it takes three to name it. */
    private static final int FEWEST_TO_NAME = 3;

    /** A row a moment early does not spoil an hour. */
    private static final double ENOUGH = 0.95;

    /** What to do. */
    public enum Verdict {
        /** It has not settled: wait, and write down more rows. */
        WAIT,
        /** Key the new offset in, save it, wait an hour, check again. */
        KEY_IN,
        /** The error is below half a step: leave the offset as it is. */
        LEAVE,
        /** The controller cannot be given that offset: replace the probe. */
        REPLACE_PROBE
    }

    /** 95 of 100, both ways. */
    private static final double NOISE_PASSES = 0.975;

    /**
     * What counts as settled.
     *
     * @param leastS       shortest stretch that must be settled (s); common practice, no source: an hour or more
     * @param slopePerHour steepest slope of display and references that still counts as none (1/h)
     * @param scatter      largest standard deviation of display − reference that still counts as steady
     * @param reason       why a shorter stretch than an hour is enough; empty where it is not shorter
     */
    public record Rules(@Bounded(min = 60, max = 86_400, unit = "s") double leastS, @Bounded(min = 0.01, max = 20, unit = "1/h") double slopePerHour,
            @Bounded(min = 0.01, max = 20) double scatter, String reason) {
        /** An hour, a fifth of a kelvin an hour, a quarter of a kelvin: common practice, no source. */
        public static final Rules USUAL = new Rules(3600, 0.2, 0.25, "");

        /** What is usual for a unit. */
        public static Rules usual(DisplayUnit unit) {
            Quantity.Pace pace = unit.quantity().holding().pace();
            return new Rules(USUAL.leastS, unit.differenceFromModel(pace.settledPerH()), unit.differenceFromModel(pace.scatter()), "");
        }

        /** The same where a shorter or longer stretch is enough. */
        public Rules with(double otherLeastS, String why) {
            return new Rules(otherLeastS, slopePerHour, scatter, why);
        }

        public Rules {
            Require.within(Rules.class, "leastS", leastS);
            Require.within(Rules.class, "slopePerHour", slopePerHour);
            Require.within(Rules.class, "scatter", scatter);
            reason = reason == null ? "" : reason;
            Require.that(leastS >= 3600 || !reason.isBlank(), "reason", reason, "must say why less than an hour is enough");
        }
    }

    /**
     * Whether it stands still.
     *
     * @param settled          whether all of it counts as settled
     * @param spanS            length of the stretch (s)
     * @param displayPerHour   slope of the display (1/h)
     * @param referencePerHour slope of the references' mean (1/h)
     * @param scatter          standard deviation of display − reference
     */
    public record Settling(boolean settled, double spanS, double displayPerHour, double referencePerHour, double scatter) {
    }

    /**
     * What the offset is keyed in by.
     *
     * @param current    offset in force while the rows were taken
     * @param step       its step, above 0
     * @param lowest     lowest the controller takes
     * @param highest    highest the controller takes
     * @param resolution smallest step of the display
     */
    public record Key(double current, double step, double lowest, double highest, double resolution) {
        public Key {
            Require.finite("current", current);
            Require.positive("step", step, "");
            Require.that(highest >= lowest, "highest", highest, "must not be below the lowest");
            Require.positive("resolution", resolution, "");
        }
    }

    /**
     * @param rows       rows in any order, at least one
     * @param references all references that the rows name
     */
    public static Check of(List<CheckRow> rows, List<Reference> references, Rules rules, Key key) {
        Require.that(!rows.isEmpty(), "rows", rows.size(), "must hold at least one row");
        Map<String, Reference> known = references.stream().collect(Collectors.toMap(Reference::name, each -> each, (a, b) -> a, TreeMap::new));
        List<CheckRow> sorted = rows.stream().sorted(Comparator.comparingDouble(CheckRow::timeS)).toList();
        for (CheckRow row : sorted) {
            row.read().keySet().forEach(name -> Require.that(known.containsKey(name), "read." + name, name, "must be one of the references of this check"));
        }
        double lastS = sorted.get(sorted.size() - 1).timeS();
        // Back to the last row that makes the stretch long enough, however far apart the rows were written.
        double fromS = sorted.stream().mapToDouble(CheckRow::timeS).filter(timeS -> timeS <= lastS - ENOUGH * rules.leastS() + 1e-6).max().orElse(Double.NEGATIVE_INFINITY);
        List<CheckRow> used = sorted.stream().filter(row -> row.timeS() >= fromS).toList();
        Map<String, Double> means = new TreeMap<>();
        known.values().forEach(reference -> used.stream().filter(row -> row.read().containsKey(reference.name()))
                .mapToDouble(row -> reference.corrected(row.read().get(reference.name()))).average().ifPresent(mean -> means.put(reference.name(), mean)));
        Optional<String> odd = odd(means, known);
        odd.ifPresent(means::remove);
        List<CheckRow> told = used.stream().filter(row -> row.read().keySet().stream().anyMatch(means::containsKey)).toList();
        List<double[]> points = new ArrayList<>();
        for (CheckRow row : told) {
            double mean = row.read().entrySet().stream().filter(entry -> means.containsKey(entry.getKey()))
                    .mapToDouble(entry -> known.get(entry.getKey()).corrected(entry.getValue())).average().orElseThrow();
            points.add(new double[] {row.timeS(), row.display(), mean});
        }
        Settling settling = settling(points, rules);
        BigDecimal error = BigDecimal.ZERO;
        for (double[] point : points) {
            error = error.add(BigDecimal.valueOf(point[1]).subtract(BigDecimal.valueOf(point[2])));
        }
        error = error.divide(BigDecimal.valueOf(points.size()), EXACT);
        double newOffset = OffsetDecision.newOffset(key.current(), error, key.step());
        double remaining = error.doubleValue() + newOffset - key.current();
        Verdict verdict = !settling.settled() ? Verdict.WAIT : newOffset < key.lowest() || newOffset > key.highest() ? Verdict.REPLACE_PROBE
                : newOffset == key.current() ? Verdict.LEAVE : Verdict.KEY_IN;
        return new Check(settling, points.size(), Map.copyOf(means), odd, error.doubleValue(), uncertainty(points.size(), settling, means, known, key, used), newOffset,
                remaining, verdict);
    }

    /** Of three or more references, the one that disagrees most with the rest, if it disagrees at all. */
    private static Optional<String> odd(Map<String, Double> means, Map<String, Reference> known) {
        if (means.size() < FEWEST_TO_NAME) {
            return Optional.empty();
        }
        String worst = null;
        double farthest = ODD;
        for (String name : means.keySet()) {
            double others = means.entrySet().stream().filter(entry -> !entry.getKey().equals(name)).mapToDouble(Map.Entry::getValue).average().orElseThrow();
            double squares = means.keySet().stream().filter(each -> !each.equals(name)).mapToDouble(each -> known.get(each).standard() * known.get(each).standard()).sum();
            int n = means.size() - 1;
            double own = known.get(name).standard();
            double standard = Math.max(1e-6, Math.sqrt(own * own + squares / n / n));
            double distance = Math.abs(means.get(name) - others) / standard;
            if (distance > farthest) {
                farthest = distance;
                worst = name;
            }
        }
        return Optional.ofNullable(worst);
    }

    private static Settling settling(List<double[]> points, Rules rules) {
        double span = points.get(points.size() - 1)[0] - points.get(0)[0];
        Line display = line(points, 1);
        Line reference = line(points, 2);
        double mean = points.stream().mapToDouble(point -> point[1] - point[2]).average().orElseThrow();
        double squares = points.stream().mapToDouble(point -> (point[1] - point[2] - mean) * (point[1] - point[2] - mean)).sum();
        double scatter = points.size() > 1 ? Math.sqrt(squares / (points.size() - 1)) : 0;
        Line apart = Line.through(points.stream().mapToDouble(point -> point[0]).toArray(), points.stream().mapToDouble(point -> point[1] - point[2]).toArray());
        boolean settled = points.size() > 2 && span >= ENOUGH * rules.leastS() && scatter <= rules.scatter()
                && Stream.of(display, reference, apart).noneMatch(each -> creeps(each, points.size(), rules));
        return new Settling(settled, span, 3600 * display.slope(), 3600 * reference.slope(), scatter);
    }

    /**
     * Whether it climbs or falls faster than allowed, and more than noise does: a slope that noise makes is taken for none 95 times of 100 (Student's t for the slope of a line; any
     * textbook of statistics). What display and reference do together shifts the difference of the two by no more than their lags.
     */
    private static boolean creeps(Line line, int points, Rules rules) {
        double slope = Math.abs(line.slope());
        return 3600 * slope > rules.slopePerHour() && slope > new TDistribution(points - 2.0).inverseCumulativeProbability(NOISE_PASSES) * line.slopeStandard();
    }

    /** A column over time (1/s). */
    private static Line line(List<double[]> points, int column) {
        return Line.through(points.stream().mapToDouble(point -> point[0]).toArray(), points.stream().mapToDouble(point -> point[column]).toArray());
    }

    private static Uncertainty uncertainty(int rows, Settling settling, Map<String, Double> means, Map<String, Reference> known, Key key, List<CheckRow> used) {
        List<Uncertainty.Part> parts = new ArrayList<>();
        parts.add(Uncertainty.Part.ofResolution("step of the display", key.resolution()));
        parts.add(new Uncertainty.Part("scatter", settling.scatter() / Math.sqrt(rows)));
        int n = means.size();
        double squares = means.keySet().stream().mapToDouble(name -> known.get(name).standard() * known.get(name).standard()).sum();
        double stated = Math.sqrt(squares) / n;
        double mean = means.values().stream().mapToDouble(Double::doubleValue).average().orElseThrow();
        double apart = means.values().stream().mapToDouble(value -> (value - mean) * (value - mean)).sum();
        double seen = n > 1 ? Math.sqrt(apart / (n - 1) / n) : 0;
        // What they are said to be good for and what they are seen to differ by tell of the same thing: the larger counts, not both.
        parts.add(seen > stated ? new Uncertainty.Part("references among each other", seen) : new Uncertainty.Part("references", stated));
        double moved = used.stream().mapToDouble(CheckRow::display).max().orElseThrow() - used.stream().mapToDouble(CheckRow::display).min().orElseThrow();
        double steps = means.keySet().stream().mapToDouble(name -> ReadingStep.beside(used.stream().filter(row -> row.read().containsKey(name))
                .map(row -> row.read().get(name)).toList(), moved, key.resolution())).map(step -> step * step).sum();
        // However often a scale is read that stands still, it is off by the same part of its step.
        parts.add(Uncertainty.Part.ofResolution("step of the references", Math.sqrt(steps) / n));
        return Uncertainty.of(parts);
    }

    /** Whether the room was one in which a check means something (°C): 15 to 25, common practice, no source. Empty where it was not read. */
    public static boolean isRoomFit(OptionalDouble roomC) {
        return roomC.isEmpty() || roomC.getAsDouble() >= 15 && roomC.getAsDouble() <= 25;
    }
}
