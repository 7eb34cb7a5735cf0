package kilnward.core.review;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.HarmClock;
import kilnward.core.series.Samples;

/**
 * How a log was, in numbers: straight lines between readings, gaps left out.
 *
 * @param count        readings
 * @param mean         over the time that is known; of the readings where none is known
 * @param lowest       lowest reading
 * @param highest      highest reading
 * @param cycles       times it rose and fell, each by more than a tenth of the whole range; none across a gap
 * @param cyclesPerHour of the time that is known; empty where none is
 * @param inBandShare  share of the time that is known within the band, bounds included, 0 to 1; empty where none is
 * @param outOfBandS   time that is known outside of the band (s)
 * @param doseLow      depth below the band times its length (unit·h)
 * @param doseHigh     height above the band times its length (unit·h)
 * @param coverage     share of the span that is known, 0 to 1; 1 for a single reading
 * @param gaps         what is not known
 */
public record Figures(int count, double mean, double lowest, double highest, int cycles, OptionalDouble cyclesPerHour, OptionalDouble inBandShare, double outOfBandS,
        double doseLow, double doseHigh, double coverage, List<Span> gaps) {
    /** Two readings farther apart than so many times what is expected have a gap between them. */
    public static final double GAP = 3;
    private static final double HOUR_S = 3600;

    public Figures {
        gaps = List.copyOf(gaps);
    }

    /** A stretch of time (s since any beginning). */
    public record Span(double fromS, double toS) {
        /** How long (s). */
        public double lengthS() {
            return toS - fromS;
        }
    }

    /**
     * Of a log.
     *
     * @param log            at least one reading
     * @param keepLow        lower end of the band, at most the upper one
     * @param keepHigh       upper end of the band
     * @param expectedEveryS how often a reading is expected (s)
     */
    public static Figures of(Samples log, double keepLow, double keepHigh, double expectedEveryS) {
        Require.that(log.count() > 0, "readings", 0, "must be at least one");
        Require.that(keepLow <= keepHigh, "keepLow", keepLow, "must be at most keepHigh");
        Require.positive("expectedEveryS", expectedEveryS, "s");
        List<Samples> pieces = log.pieces(GAP * expectedEveryS);
        List<Span> gaps = new ArrayList<>();
        double knownS = 0;
        double area = 0;
        double outS = 0;
        double low = 0;
        double high = 0;
        for (int p = 0; p < pieces.size(); p++) {
            Samples piece = pieces.get(p);
            if (p > 0) {
                gaps.add(new Span(pieces.get(p - 1).lastS(), piece.atS()[0]));
            }
            for (int i = 1; i < piece.count(); i++) {
                double lengthS = piece.atS()[i] - piece.atS()[i - 1];
                double from = piece.value()[i - 1];
                double to = piece.value()[i];
                knownS += lengthS;
                area += lengthS * 0.5 * (from + to);
                outS += lengthS * (above(from - keepHigh, to - keepHigh) + above(keepLow - from, keepLow - to));
                high += lengthS * areaAbove(from - keepHigh, to - keepHigh);
                low += lengthS * areaAbove(keepLow - from, keepLow - to);
            }
        }
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        double sum = 0;
        for (double each : log.value()) {
            lowest = Math.min(lowest, each);
            highest = Math.max(highest, each);
            sum += each;
        }
        int cycles = Cycles.count(pieces, (highest - lowest) / 10);
        double spanS = log.lastS() - log.atS()[0];
        boolean known = knownS > 0;
        return new Figures(log.count(), known ? area / knownS : sum / log.count(), lowest, highest, cycles,
                known ? OptionalDouble.of(cycles / (knownS / HOUR_S)) : OptionalDouble.empty(), known ? OptionalDouble.of(1 - outS / knownS) : OptionalDouble.empty(), outS,
                low / HOUR_S, high / HOUR_S, spanS > 0 ? knownS / spanS : 1, gaps);
    }

    /**
     * What harm a log tells of.
     *
     * @param largestDose as a share of what harms
     * @param harmedAtS   when the dose was full (s); empty where it never was
     */
    public record Exposure(double largestDose, OptionalDouble harmedAtS) {
    }

    /**
     * Adds up what harms, as {@link HarmClock} does; in a gap nothing is known, and the dose stands still.
     *
     * @param limits levels where the log was measured
     */
    public static Exposure exposure(Samples log, List<DangerLimit> limits, double expectedEveryS) {
        HarmClock clock = new HarmClock(limits);
        double largest = 0;
        for (Samples piece : log.pieces(GAP * expectedEveryS)) {
            clock.skip(piece.atS()[0]);
            for (int i = 0; i < piece.count(); i++) {
                clock.see(piece.atS()[i], piece.value()[i]);
                largest = Math.max(largest, clock.dose());
            }
        }
        return new Exposure(largest, clock.harmedAtS());
    }

    /**
     * Longest time without a break at or beyond a level (s): how long it was borne.
     *
     * @param above whether beyond is above
     */
    public static double longestBeyondS(Samples log, double level, boolean above, double expectedEveryS) {
        double sign = above ? 1 : -1;
        double longest = 0;
        for (Samples piece : log.pieces(GAP * expectedEveryS)) {
            double since = Double.NaN;
            for (int i = 0; i < piece.count(); i++) {
                double here = sign * (piece.value()[i] - level);
                double before = i == 0 ? here : sign * (piece.value()[i - 1] - level);
                double at = piece.atS()[i];
                double crossing = i == 0 || here == before ? at : piece.atS()[i - 1] + (at - piece.atS()[i - 1]) * Math.max(0, Math.min(1, before / (before - here)));
                if (here >= 0 && Double.isNaN(since)) {
                    since = crossing;
                }
                if (!Double.isNaN(since)) {
                    longest = Math.max(longest, (here >= 0 ? at : crossing) - since);
                }
                since = here >= 0 ? since : Double.NaN;
            }
        }
        return longest;
    }

    /** Share of a straight line above 0. */
    private static double above(double from, double to) {
        if (from <= 0 && to <= 0) {
            return 0;
        }
        return from >= 0 && to >= 0 ? 1 : Math.max(from, to) / (Math.max(from, to) - Math.min(from, to));
    }

    /** Mean of what is above 0 of a straight line. */
    private static double areaAbove(double from, double to) {
        return from >= 0 && to >= 0 ? 0.5 * (from + to) : above(from, to) * 0.5 * Math.max(0, Math.max(from, to));
    }
}
