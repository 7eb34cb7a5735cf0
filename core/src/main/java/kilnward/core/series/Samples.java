package kilnward.core.series;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import kilnward.core.finding.Require;

/**
 * Values read one after the other. The arrays are copied in and handed out as they are: whoever reads them changes nothing.
 *
 * @param atS   seconds since any beginning, rising
 * @param value what was read, in any unit
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

    /** How many. */
    public int count() {
        return atS.length;
    }

    /** When the last was (s). */
    public double lastS() {
        return atS[atS.length - 1];
    }

    /** The usual time from one to the next (s). */
    public double spacingS() {
        double[] steps = new double[Math.max(0, atS.length - 1)];
        for (int i = 0; i < steps.length; i++) {
            steps[i] = atS[i + 1] - atS[i];
        }
        Arrays.sort(steps);
        return steps.length == 0 ? Double.POSITIVE_INFINITY : steps[steps.length / 2];
    }

    /** The first that is not before a moment. */
    private int first(double whenS) {
        int found = Arrays.binarySearch(atS, whenS);
        return found >= 0 ? found : -found - 1;
    }

    /** Those from a moment until another, both included. */
    public Samples between(double fromS, double toS) {
        int from = first(fromS);
        int to = first(Math.nextUp(toS));
        return new Samples(Arrays.copyOfRange(atS, from, to), Arrays.copyOfRange(value, from, to));
    }

    /** Single spikes taken out: each value the middle one of itself and its neighbours. */
    public Samples withoutSpikes() {
        double[] smooth = value.clone();
        for (int i = 1; i + 1 < value.length; i++) {
            double low = Math.min(value[i - 1], value[i + 1]);
            double high = Math.max(value[i - 1], value[i + 1]);
            smooth[i] = Math.max(low, Math.min(high, value[i]));
        }
        return new Samples(atS, smooth);
    }

    /** Straight between readings, over the whole span. */
    public double mean() {
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
    public double quantile(double share) {
        double[] sorted = value.clone();
        Arrays.sort(sorted);
        return sorted[(int) Math.min(sorted.length - 1.0, Math.max(0, Math.round(share * (sorted.length - 1))))];
    }

    /** Standard deviation of what comes and goes from one reading to the next: noise and rounding, not the course itself. */
    public double noise() {
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
    public double[] even(double everyS) {
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

    /**
     * What belongs together: a new piece begins where two are too far apart.
     *
     * @param gapS the longest time from one to the next within a piece (s)
     */
    public List<Samples> pieces(double gapS) {
        List<Samples> pieces = new ArrayList<>();
        int from = 0;
        for (int i = 1; i <= atS.length; i++) {
            if (i == atS.length || atS[i] - atS[i - 1] > gapS) {
                pieces.add(new Samples(Arrays.copyOfRange(atS, from, i), Arrays.copyOfRange(value, from, i)));
                from = i;
            }
        }
        return pieces;
    }

    /** The readings after the last hole in them. */
    public Samples afterLastHole() {
        List<Samples> pieces = pieces(Math.max(900, 5 * spacingS()));
        return pieces.isEmpty() ? this : pieces.get(pieces.size() - 1);
    }
}
