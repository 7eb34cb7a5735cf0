package kilnward.core.review;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Some of a number, and between what the share may truly be: of few nobody knows much.
 *
 * @param of   how many there were, at least one
 * @param some how many of them, 0 to {@code of}
 * @param low  lower end of the 95 % interval after Wilson, 0 to 1
 * @param high upper end of it, 0 to 1
 */
public record Proportion(int some, @Bounded(min = 1, max = 1_000_000) int of, double low, double high) {
    /** Of a normal distribution 95 % lie within so many deviations. */
    private static final double Z = 1.959963984540054;

    /**
     * With its interval: E. B. Wilson, "Probable inference, the law of succession, and statistical inference", Journal of the American Statistical Association 22 (1927)
     * 209–212.
     */
    public static Proportion of(int some, int of) {
        Require.within(Proportion.class, "of", of);
        Require.within("some", some, 0, of, "");
        double share = (double) some / of;
        double spread = Z * Z / of;
        double middle = (share + spread / 2) / (1 + spread);
        double half = Z / (1 + spread) * Math.sqrt(share * (1 - share) / of + spread / (4 * of));
        return new Proportion(some, of, some == 0 ? 0 : Math.max(0, middle - half), some == of ? 1 : Math.min(1, middle + half));
    }

    /** The share itself, 0 to 1. */
    public double share() {
        return (double) some / of;
    }

    /**
     * How much larger this is than another, with its 95 % interval: R. G. Newcombe, "Interval estimation for the difference between independent proportions: comparison of
     * eleven methods", Statistics in Medicine 17 (1998) 873–890, method 10.
     */
    public Difference over(Proportion other) {
        double difference = share() - other.share();
        return new Difference(difference, difference - Math.hypot(share() - low, other.high - other.share()), difference + Math.hypot(high - share(), other.share() - other.low));
    }

    /**
     * A difference of two shares, −1 to 1, with its 95 % interval.
     */
    public record Difference(double by, double low, double high) {
        /** Whether the two differ for all that is known: nought is outside of the interval. */
        public boolean tells() {
            return low > 0 || high < 0;
        }
    }
}
