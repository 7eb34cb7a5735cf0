package kilnward.core.life;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/**
 * Follows one quantity at the occupant and says when it is harmed: a dose that grows beyond the first danger limit, the faster the farther, and decays short of it, like
 * a fuse. Each side has a dose of its own; at 1 it harms. Between two samples the value goes in a straight line.
 * Mutable; one clock per course.
 */
public final class HarmClock {
    private final List<One> sides;
    /** Between these nothing is reached; nearly every sample of a run lies there. */
    private final double safeAbove;
    private final double safeBelow;
    private double lastS = Double.NaN;
    private double last = Double.NaN;
    private boolean lastSafe;
    private double harmedAtS = Double.NaN;

    /** @param limits all of one quantity */
    public HarmClock(List<DangerLimit> limits) {
        this(limits, Map.of());
    }

    /**
     * One that goes on from where another stood.
     *
     * @param doses the dose of each side so far; a side that is missing has none
     */
    public HarmClock(List<DangerLimit> limits, Map<Side, Double> doses) {
        this.sides = Stream.of(Side.values()).flatMap(side -> Tolerance.of(limits, side).map(found -> new One(side, found, doses.getOrDefault(side, 0.0))).stream()).toList();
        this.safeAbove = limits.stream().filter(limit -> limit.side() == Side.LOW).mapToDouble(DangerLimit::level).max().orElse(Double.NEGATIVE_INFINITY);
        this.safeBelow = limits.stream().filter(limit -> limit.side() == Side.HIGH).mapToDouble(DangerLimit::level).min().orElse(Double.POSITIVE_INFINITY);
    }

    private HarmClock(HarmClock other) {
        this.sides = other.sides.stream().map(One::copy).toList();
        this.safeAbove = other.safeAbove;
        this.safeBelow = other.safeBelow;
        this.lastS = other.lastS;
        this.last = other.last;
        this.lastSafe = other.lastSafe;
        this.harmedAtS = other.harmedAtS;
    }

    /** Another that stands where this one does. */
    public HarmClock copy() {
        return new HarmClock(this);
    }

    /** One side. */
    private static final class One {
        private final Side side;
        private final Tolerance tolerance;
        private double dose;
        /** Until when the dose has been followed (s); it rests since then where that is before the last sample. */
        private double followedToS = Double.NaN;

        private One(Side side, Tolerance tolerance, double dose) {
            this.side = side;
            this.tolerance = tolerance;
            this.dose = dose;
        }

        private One copy() {
            One made = new One(side, tolerance, dose);
            made.followedToS = followedToS;
            return made;
        }

        private void rest(double untilS) {
            if (followedToS < untilS) {
                dose = tolerance.decayed(dose, untilS - followedToS);
            }
            followedToS = untilS;
        }
    }

    /**
     * Takes the next sample.
     *
     * @param timeS     time of the sample (s), not before the last one
     * @param value what the occupant has, in the model's unit
     */
    public void see(double timeS, double value) {
        boolean safe = value > safeAbove && value < safeBelow;
        boolean first = Double.isNaN(lastS);
        if (first || !safe || !lastSafe) {
            double fromS = first ? timeS : lastS;
            double from = first ? value : last;
            for (One each : sides) {
                each.rest(fromS);
                Tolerance.Along along = each.tolerance.along(each.dose, from, value, timeS - fromS);
                each.dose = along.dose();
                each.followedToS = timeS;
                if (!Double.isNaN(along.fullS()) && !(harmedAtS <= fromS + along.fullS())) {
                    harmedAtS = fromS + along.fullS();
                }
            }
        }
        lastS = timeS;
        last = value;
        lastSafe = safe;
    }

    /** Nothing is known from the last sample to here (s): no dose grows, and none decays. */
    public void skip(double toS) {
        for (One each : sides) {
            if (!Double.isNaN(lastS)) {
                each.rest(lastS);
            }
            each.followedToS = toS;
        }
        lastS = Double.NaN;
    }

    /** Doses of more than 1 are 1 from here on: what is harmed is no more than harmed, and whether it may be told as over does not wait for all that came after. */
    public void level() {
        sides.forEach(each -> each.dose = Math.min(1, each.dose));
    }

    /** When it was harmed (s); empty while it is not. */
    public OptionalDouble harmedAtS() {
        return Double.isNaN(harmedAtS) ? OptionalDouble.empty() : OptionalDouble.of(harmedAtS);
    }

    /** The dose of each side at the last sample, as a share of what harms. */
    public Map<Side, Double> doses() {
        Map<Side, Double> found = new EnumMap<>(Side.class);
        for (One each : sides) {
            if (!Double.isNaN(lastS)) {
                each.rest(lastS);
            }
            found.put(each.side, each.dose);
        }
        return found;
    }

    /** The larger dose of the two sides at the last sample, as a share of what harms. */
    public double dose() {
        return doses().values().stream().mapToDouble(Double::doubleValue).max().orElse(0);
    }

    /** How long until it is harmed (s) if it goes on from the last sample at a pace (1/s), 0 where it is; empty where it is not going to be. */
    public OptionalDouble untilHarmS(double perS) {
        Map<Side, Double> now = doses();
        double least = sides.stream().mapToDouble(each -> each.tolerance.untilFullS(now.get(each.side), last, perS)).min().orElse(Double.POSITIVE_INFINITY);
        return Double.isFinite(least) ? OptionalDouble.of(least) : OptionalDouble.empty();
    }

    /** How long it has to stay as it was at the last sample (s) until harm will be nearer than a lead (s) at a pace (1/s); infinite where staying does not bring it nearer. */
    public double untilWithinS(double perS, double leadS) {
        Map<Side, Double> now = doses();
        return sides.stream().mapToDouble(each -> each.tolerance.untilWithinS(now.get(each.side), last, perS, leadS)).min().orElse(Double.POSITIVE_INFINITY);
    }

    /** How long a value is borne from nothing (s); infinite short of every limit. */
    public double borneS(double value) {
        return sides.stream().mapToDouble(each -> each.tolerance.borneS(value)).min().orElse(Double.POSITIVE_INFINITY);
    }

    /** What is longer ago than this hardly counts (s); 0 without limits. */
    public double remembersS() {
        return sides.stream().mapToDouble(each -> each.tolerance.rememberedS()).max().orElse(0);
    }
}
