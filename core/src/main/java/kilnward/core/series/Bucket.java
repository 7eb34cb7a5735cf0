package kilnward.core.series;

/**
 * What is kept of many readings: exact whatever the order in which they came. All in whole millionths.
 *
 * @param low   lowest
 * @param high  highest
 * @param sum   sum
 * @param count how many, at least 1
 */
public record Bucket(long low, long high, long sum, long count) {
    /** That of one reading. */
    public static Bucket of(long value) {
        return new Bucket(value, value, value, 1);
    }

    /** Both together. */
    public Bucket and(Bucket other) {
        return new Bucket(Math.min(low, other.low), Math.max(high, other.high), Math.addExact(sum, other.sum), count + other.count);
    }

    /** Mean of the readings, each counting the same. */
    public double mean() {
        return SeriesUnit.value(sum) / count;
    }
}
