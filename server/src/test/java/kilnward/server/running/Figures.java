package kilnward.server.running;

import java.util.Arrays;
import java.util.Collection;

/** What is said of many measured times. */
public final class Figures {
    private Figures() {
    }

    /** How long something took (ms). */
    public static double tookMs(Runnable what) {
        long begun = System.nanoTime();
        what.run();
        return (System.nanoTime() - begun) / 1e6;
    }

    /** The value that a share (0 to 1) of them lies below. */
    public static double percentile(double[] values, double share) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[(int) Math.min(sorted.length - 1.0, Math.floor(share * sorted.length))];
    }

    /** The same of a list. */
    public static double percentile(Collection<Double> values, double share) {
        return percentile(values.stream().mapToDouble(Double::doubleValue).toArray(), share);
    }

    public static double median(double[] values) {
        return percentile(values, 0.5);
    }

    /** The same of a list. */
    public static double median(Collection<Double> values) {
        return percentile(values, 0.5);
    }
}
