package kilnward.core.life;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How long each level of a quantity can be borne on one side: between two danger limits the time is interpolated in its logarithm over the level, beyond the last one it
 * is extrapolated likewise, and short of the first one it is without end.
 *
 * <p>The logarithm of time over temperature is how thermal damage is added up in medicine (cumulative equivalent minutes: Sapareto &amp; Dewey 1984, Int. J. Radiation
 * Oncology 10, 787-800, from memory). That a dose short of the first limit decays with the longest time borne is our own convention: nobody has published a rate for
 * these animals.
 */
final class Tolerance {
    /** What harms at once is borne for so long when times are interpolated (s). */
    private static final double AT_ONCE_S = 1;
    private static final double SAME = 1e-9;
    private final double sign;
    /** Levels with their sign turned so that more is worse, rising; the logarithm of the time each is borne, falling. */
    private final double[] level;
    private final double[] lnBorne;
    /** From here on it harms at once; infinite where no limit says so. */
    private final double atOnce;
    private final double decayS;

    private Tolerance(Side side, List<DangerLimit> kept) {
        this.sign = side == Side.HIGH ? 1 : -1;
        this.level = kept.stream().mapToDouble(limit -> sign * limit.level()).toArray();
        this.lnBorne = kept.stream().mapToDouble(limit -> Math.log(Math.max(AT_ONCE_S, limit.durationS()))).toArray();
        DangerLimit last = kept.get(kept.size() - 1);
        this.atOnce = last.durationS() == 0 ? sign * last.level() : Double.POSITIVE_INFINITY;
        this.decayS = Math.max(AT_ONCE_S, kept.get(0).durationS());
    }

    /** Of the limits on one side; empty where there is none. A limit farther out that claims to be borne longer than a nearer one says nothing. */
    static Optional<Tolerance> of(List<DangerLimit> limits, Side side) {
        List<DangerLimit> kept = new ArrayList<>();
        limits.stream().filter(limit -> limit.side() == side)
                .sorted(Comparator.<DangerLimit>comparingDouble(limit -> side == Side.HIGH ? limit.level() : -limit.level()).thenComparingDouble(DangerLimit::durationS))
                .forEach(limit -> {
                    DangerLimit nearer = kept.isEmpty() ? null : kept.get(kept.size() - 1);
                    if (nearer == null || limit.durationS() < nearer.durationS() && limit.level() != nearer.level()) {
                        kept.add(limit);
                    }
                });
        return kept.isEmpty() ? Optional.empty() : Optional.of(new Tolerance(side, kept));
    }

    /** Whether a value is at the first limit or beyond. */
    boolean isReachedAt(double value) {
        return sign * value >= level[0];
    }

    /** How long a value is borne (s); infinite short of the first limit, 0 where it harms at once. */
    double borneS(double value) {
        double at = sign * value;
        return at < level[0] ? Double.POSITIVE_INFINITY : at >= atOnce ? 0 : Math.exp(lnBorneS(at));
    }

    /** What is left of a dose after a time short of the first limit (s). */
    double decayed(double dose, double lastingS) {
        return dose == 0 ? 0 : dose * Math.exp(-lastingS / decayS);
    }

    /** After how long a dose has fallen to a fiftieth (s): what is longer ago hardly counts. */
    double rememberedS() {
        return 4 * decayS;
    }

    private double lnBorneS(double at) {
        int i = piece(at);
        return lnBorne[i] + slope(i) * (at - level[i]);
    }

    /** The last limit that a value has reached. */
    private int piece(double at) {
        int i = 0;
        while (i < level.length - 1 && at >= level[i + 1]) {
            i++;
        }
        return i;
    }

    /** Change of the logarithm of the time borne per kelvin, from a limit on (1/K). */
    private double slope(int i) {
        int from = Math.min(i, level.length - 2);
        return level.length == 1 ? 0 : (lnBorne[from + 1] - lnBorne[from]) / (level[from + 1] - level[from]);
    }

    /**
     * A dose along a straight line.
     *
     * @param dose   the dose at its end; of no meaning where it is harmed before
     * @param fullS  after how long the dose was full (s); NaN where it was not
     */
    record Along(double dose, double fullS) {
    }

    /**
     * Follows a straight line.
     *
     * @param dose     the dose at its beginning
     * @param from    value at its beginning
     * @param to      value at its end
     * @param lastingS how long it lasts (s); may be 0
     */
    Along along(double dose, double from, double to, double lastingS) {
        // What jumps is at once where it jumps to.
        return lastingS > 0 ? walk(dose, sign * from, sign * (to - from) / lastingS, lastingS) : walk(dose, sign * to, 0, 0);
    }

    /** How long until a dose is full (s) if it goes on from a value at a pace (1/s); infinite where it never is. A line that turns back is taken to stay. */
    double untilFullS(double dose, double from, double perS) {
        if (dose >= 1) {
            return 0;
        }
        double towardsPerS = Math.max(0, sign * perS);
        if (towardsPerS == 0 && !isReachedAt(from)) {
            return Double.POSITIVE_INFINITY;
        }
        double fullS = walk(dose, sign * from, towardsPerS, Double.POSITIVE_INFINITY).fullS;
        return Double.isNaN(fullS) ? Double.POSITIVE_INFINITY : fullS;
    }

    /** How long a value has to stay as it is (s) until its dose will be full within a lead (s) at a pace (1/s) from there; infinite short of the first limit. */
    double untilWithinS(double dose, double from, double perS, double leadS) {
        return isReachedAt(from) ? Math.max(0, 1 - dose - walk(0, sign * from, Math.max(0, sign * perS), leadS).dose) * borneS(from) : Double.POSITIVE_INFINITY;
    }

    /** From limit to limit along a line, until it ends or the dose is full. */
    private Along walk(double doseBefore, double from, double perS, double lastingS) {
        double dose = doseBefore;
        double at = from;
        double goneS = 0;
        double fullS = dose >= 1 ? 0 : Double.NaN;
        // A line crosses each limit once at most.
        for (int pieces = 0; pieces <= level.length; pieces++) {
            // On a limit, going back, it is the piece before it that is walked.
            boolean beyond = at > level[0] || at == level[0] && perS >= 0;
            int piece = perS < 0 && piece(at) > 0 && at == level[piece(at)] ? piece(at) - 1 : piece(at);
            double end = end(beyond, piece, perS);
            double leftS = lastingS - goneS;
            double takesS = perS == 0 || Double.isInfinite(end) ? leftS : Math.min(leftS, (end - at) / perS);
            if (!beyond) {
                dose = decayed(dose, takesS);
            } else if (at >= atOnce) {
                return new Along(Math.max(1, dose), Double.isNaN(fullS) ? goneS : fullS);
            } else {
                double perDoseS = Math.exp(lnBorne[piece] + slope(piece) * (at - level[piece]));
                double rate = slope(piece) * perS;
                if (Double.isNaN(fullS)) {
                    double inS = full(1 - dose, perDoseS, rate);
                    fullS = inS <= takesS ? goneS + inS : Double.NaN;
                }
                dose += Math.abs(rate) * takesS < SAME ? takesS / perDoseS : (1 - Math.exp(-rate * takesS)) / rate / perDoseS;
            }
            goneS += takesS;
            if (goneS >= lastingS || Double.isInfinite(takesS)) {
                break;
            }
            at = end;
        }
        // A line that ends on what harms at once has reached it.
        if (Double.isNaN(fullS) && from + perS * lastingS >= atOnce) {
            fullS = lastingS;
        }
        return new Along(dose, fullS);
    }

    private double end(boolean beyond, int piece, double perS) {
        if (!beyond) {
            return perS > 0 ? level[0] : Double.NEGATIVE_INFINITY;
        }
        return perS < 0 ? level[piece] : piece == level.length - 1 ? Double.POSITIVE_INFINITY : level[piece + 1];
    }

    /** When a dose is full whose growth is 1/borne at first and whose time borne changes at a rate (1/s). */
    private static double full(double left, double borneS, double rate) {
        double plain = left * borneS;
        double bent = 1 - plain * rate;
        return Math.abs(plain * rate) < SAME ? plain : bent <= 0 ? Double.POSITIVE_INFINITY : -Math.log(bent) / rate;
    }
}
