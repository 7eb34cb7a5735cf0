package kilnward.core.proving;

import java.util.Arrays;
import kilnward.core.finding.Require;

/**
 * Values read one after the other. The arrays are copied in and handed out as they are within the package.
 *
 * @param atS   seconds since the run began, rising
 * @param value what was read (°C or %RH)
 */
public record Samples(double[] atS, double[] value) {
    public Samples {
        Require.that(atS.length == value.length, "readings", atS.length, "must have a time for every value");
        Require.within("readings", atS.length, 0, 2_000_000, "");
        atS = atS.clone();
        value = value.clone();
        for (int i = 0; i < atS.length; i++) {
            Require.finite("readings[" + i + "].value", value[i]);
            Require.that(i == 0 ? Double.isFinite(atS[i]) : atS[i] > atS[i - 1], "readings[" + i + "].at", atS[i], "must be after the one before");
        }
    }

    int count() {
        return atS.length;
    }

    double lastS() {
        return atS[atS.length - 1];
    }

    /** The usual time from one to the next (s). */
    double spacingS() {
        double[] steps = new double[Math.max(0, atS.length - 1)];
        for (int i = 0; i < steps.length; i++) {
            steps[i] = atS[i + 1] - atS[i];
        }
        Arrays.sort(steps);
        return steps.length == 0 ? Double.POSITIVE_INFINITY : steps[steps.length / 2];
    }

    /** Those from a moment until another, both included. */
    Samples between(double fromS, double toS) {
        int from = 0;
        while (from < atS.length && atS[from] < fromS) {
            from++;
        }
        int to = from;
        while (to < atS.length && atS[to] <= toS) {
            to++;
        }
        return new Samples(Arrays.copyOfRange(atS, from, to), Arrays.copyOfRange(value, from, to));
    }

    /** Single spikes taken out: each value the middle one of itself and its neighbours. */
    Samples withoutSpikes() {
        double[] smooth = value.clone();
        for (int i = 1; i + 1 < value.length; i++) {
            double low = Math.min(value[i - 1], value[i + 1]);
            double high = Math.max(value[i - 1], value[i + 1]);
            smooth[i] = Math.max(low, Math.min(high, value[i]));
        }
        return new Samples(atS, smooth);
    }

    /** Straight between readings, over the whole span. */
    double mean() {
        if (atS.length < 2) {
            return atS.length == 0 ? Double.NaN : value[0];
        }
        double sum = 0;
        for (int i = 1; i < atS.length; i++) {
            sum += 0.5 * (value[i] + value[i - 1]) * (atS[i] - atS[i - 1]);
        }
        return sum / (lastS() - atS[0]);
    }

    /** The value that this share of them does not exceed. */
    double quantile(double share) {
        double[] sorted = value.clone();
        Arrays.sort(sorted);
        return sorted[(int) Math.min(sorted.length - 1.0, Math.max(0, Math.round(share * (sorted.length - 1))))];
    }

    /** Standard deviation of what comes and goes from one reading to the next: noise and rounding, not the course itself. */
    double noise() {
        if (value.length < 5) {
            return 0;
        }
        double[] bends = new double[value.length - 2];
        for (int i = 1; i + 1 < value.length; i++) {
            bends[i - 1] = Math.abs(value[i + 1] - 2 * value[i] + value[i - 1]);
        }
        Arrays.sort(bends);
        // A second difference of independent noise has √6 its deviation; the median of its size is 0.6745 of that.
        return bends[bends.length / 2] / (0.6745 * Math.sqrt(6));
    }

    /** Straight between readings, every so many seconds. */
    double[] even(double everyS) {
        double[] even = new double[(int) Math.floor((lastS() - atS[0]) / everyS) + 1];
        int next = 1;
        for (int i = 0; i < even.length; i++) {
            double at = atS[0] + i * everyS;
            while (next < atS.length - 1 && atS[next] < at) {
                next++;
            }
            even[i] = value[next - 1] + Math.min(1, (at - atS[next - 1]) / (atS[next] - atS[next - 1])) * (value[next] - value[next - 1]);
        }
        return even;
    }

    /** The readings after the last hole in them. */
    Samples afterLastHole() {
        double hole = Math.max(900, 5 * spacingS());
        int from = 0;
        for (int i = 1; i < atS.length; i++) {
            if (atS[i] - atS[i - 1] > hole) {
                from = i;
            }
        }
        return from == 0 ? this : new Samples(Arrays.copyOfRange(atS, from, atS.length), Arrays.copyOfRange(value, from, value.length));
    }
}
