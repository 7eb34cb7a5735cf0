package kilnward.core.proving;

import java.util.Arrays;
import java.util.OptionalDouble;
import kilnward.core.series.Samples;

/**
 * What can be told of a run from readings alone (°C and K, or %RH and points). Nothing in it needs turning points: a cycle of a few readings has none that can be seen.
 * What reading so seldom makes of each figure it makes of a rehearsal read alike too, so that the two can be compared.
 *
 * @param startedAt    the first value
 * @param halfWayS     time until it had come half the way to the mean it settled at (s); empty where it began there, or never did
 * @param warmUpS      time until it first came into the lower part of what it then swings over (s); empty with the one before
 * @param steadySinceS since when it goes on alike (s); empty where it does not yet
 * @param mean         mean since then, or of the last third
 * @param swing        what nine tenths of the values span
 * @param periodS      time after which it is most like itself again (s); empty where nothing comes again
 * @param riseShare    share of rises among rises and falls, 0 to 1; empty with the period
 * @param risePerHour  mean pace of the rises; empty with the period
 * @param fallPerHour  mean pace of the falls, above 0; empty with the period
 */
public record Features(double startedAt, OptionalDouble halfWayS, OptionalDouble warmUpS, OptionalDouble steadySinceS, double mean, double swing, OptionalDouble periodS,
        OptionalDouble riseShare,
        OptionalDouble risePerHour, OptionalDouble fallPerHour) {
    /** Windows that must look alike, and how long they are together at least (s). */
    private static final int WINDOWS = 3;
    static final double STEADY_AT_LEAST_S = 4 * 3600;
    private static final double WINDOW_S = 3600;
    private static final int LEAST_A_WINDOW = 8;
    private static final double MEAN_ALIKE = 0.2;
    private static final double RANGE_ALIKE = 0.3;
    private static final double RANGE_ALIKE_SHARE = 0.4;
    private static final double BEGAN_THERE = 1;
    /** So much of the swing short of the mean the first rise has come through for certain. */
    private static final double NEARLY = 0.6;
    /** So much like itself it must be again. */
    private static final double LIKE_ITSELF = 0.3;
    /** Several cycles together tell one more finely. */
    private static final int TOGETHER = 4;
    /** Fewer readings a cycle show something else than the cycle. */
    static final double LEAST_A_CYCLE = 4;
    private static final double SLOPE_OVER = 1 / 6.0;
    /** A step of rounding, up or down, is neither a rise nor a fall (K or points). */
    private static final double MOVES = 0.12;
    private static final int MOST_POINTS = 6000;

    /**
     * Reads them off.
     *
     * @param read at least ten readings
     */
    static Features of(Samples read) {
        Samples samples = read.withoutSpikes();
        double lastS = samples.lastS();
        Samples late = samples.between(lastS - (lastS - samples.atS()[0]) / 3, lastS);
        OptionalDouble steady = steadySince(samples, Math.max(Math.max(WINDOW_S, 2 * period(late).orElse(0)), LEAST_A_WINDOW * samples.spacingS()));
        Samples settled = steady.isPresent() ? samples.between(steady.getAsDouble(), lastS) : late;
        double mean = settled.mean();
        double begun = samples.value()[0];
        double swing = settled.quantile(0.95) - settled.quantile(0.05);
        OptionalDouble halfWay = reaches(samples, 0.5 * (begun + mean), Math.abs(begun - mean));
        OptionalDouble warmUp = reaches(samples, mean + Math.signum(begun - mean) * NEARLY * swing, Math.abs(begun - mean));
        OptionalDouble period = period(settled);
        if (period.isEmpty()) {
            return new Features(begun, halfWay, warmUp, steady, mean, swing, period, period, period, period);
        }
        double[] even = settled.even(settled.spacingS());
        int over = (int) Math.max(1, Math.round(period.getAsDouble() * SLOPE_OVER / settled.spacingS()));
        double[] risen = new double[2];
        int[] counted = new int[2];
        for (int i = 0; i + over < even.length; i++) {
            double moved = even[i + over] - even[i];
            if (Math.abs(moved) > MOVES) {
                risen[moved > 0 ? 0 : 1] += Math.abs(moved) / (over * settled.spacingS()) * 3600;
                counted[moved > 0 ? 0 : 1]++;
            }
        }
        if (counted[0] == 0 || counted[1] == 0) {
            return new Features(begun, halfWay, warmUp, steady, mean, swing, period, OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty());
        }
        return new Features(begun, halfWay, warmUp, steady, mean, swing, period, OptionalDouble.of((double) counted[0] / (counted[0] + counted[1])),
                OptionalDouble.of(risen[0] / counted[0]), OptionalDouble.of(risen[1] / counted[1]));
    }

    /** Whether it has gone on alike for long enough. */
    public boolean steadyLongEnough(double lastS) {
        return steadySinceS.isPresent() && lastS - steadySinceS.getAsDouble() >= STEADY_AT_LEAST_S;
    }

    /** When it first crossed a level, straight between the two readings about it. */
    private static OptionalDouble reaches(Samples samples, double level, double way) {
        double begun = samples.value()[0];
        for (int i = 1; way >= BEGAN_THERE && i < samples.count(); i++) {
            if ((samples.value()[i] - level) * (begun - level) <= 0) {
                double share = (level - samples.value()[i - 1]) / (samples.value()[i] - samples.value()[i - 1]);
                return OptionalDouble.of(samples.atS()[i - 1] + share * (samples.atS()[i] - samples.atS()[i - 1]));
            }
        }
        return OptionalDouble.empty();
    }

    /** From the end backwards, window by window, as long as each looks like the last. */
    private static OptionalDouble steadySince(Samples samples, double windowS) {
        double lastS = samples.lastS();
        double firstS = samples.atS()[0];
        double mean = Double.NaN;
        double range = Double.NaN;
        int alike = 0;
        for (double to = lastS; to - windowS >= firstS; to -= windowS) {
            Samples window = samples.between(to - windowS, to);
            if (window.count() < LEAST_A_WINDOW / 2) {
                break;
            }
            // The fewer readings there are, the more chance is in their mean and their range.
            double chance = 1 / Math.sqrt(window.count());
            double m = window.mean();
            double r = window.quantile(0.95) - window.quantile(0.05);
            if (alike == 0) {
                mean = m;
                range = r;
            } else if (Math.abs(m - mean) > MEAN_ALIKE + chance * range || Math.abs(r - range) > Math.max(RANGE_ALIKE, (RANGE_ALIKE_SHARE + chance) * range)) {
                break;
            }
            alike++;
        }
        return alike >= WINDOWS ? OptionalDouble.of(lastS - alike * windowS) : OptionalDouble.empty();
    }

    /** The first lag at which it is like itself again, by its autocorrelation. */
    private static OptionalDouble period(Samples samples) {
        if (samples.count() < 20) {
            return OptionalDouble.empty();
        }
        double everyS = Math.max(samples.spacingS(), (samples.lastS() - samples.atS()[0]) / MOST_POINTS);
        double[] even = samples.even(everyS);
        double mean = Arrays.stream(even).average().orElse(0);
        int lags = even.length / 3;
        double[] like = new double[lags];
        double self = 0;
        for (double each : even) {
            self += (each - mean) * (each - mean);
        }
        if (self <= 0) {
            return OptionalDouble.empty();
        }
        for (int lag = 0; lag < lags; lag++) {
            double sum = 0;
            for (int i = 0; i + lag < even.length; i++) {
                sum += (even[i] - mean) * (even[i + lag] - mean);
            }
            like[lag] = sum / self * even.length / (even.length - lag);
        }
        int lag = 1;
        while (lag < lags && like[lag] > 0) {
            lag++;
        }
        while (lag < lags && like[lag] <= 0) {
            lag++;
        }
        int top = lag;
        while (lag < lags && like[lag] > 0) {
            top = like[lag] > like[top] ? lag : top;
            lag++;
        }
        if (top + 1 >= lags || like[top] < LIKE_ITSELF || top < LEAST_A_CYCLE) {
            return OptionalDouble.empty();
        }
        double one = peak(like, top);
        int several = (int) Math.round(TOGETHER * one);
        int reach = top / 2;
        if (several + reach + 1 < lags) {
            int best = several;
            for (int i = several - reach; i <= several + reach; i++) {
                best = like[i] > like[best] ? i : best;
            }
            if (like[best] > LIKE_ITSELF / 2 && Math.abs(best - several) < reach) {
                one = peak(like, best) / TOGETHER;
            }
        }
        return OptionalDouble.of(one * everyS);
    }

    /** The top of the parabola through three neighbours. */
    private static double peak(double[] of, int at) {
        double bend = of[at - 1] - 2 * of[at] + of[at + 1];
        return bend == 0 ? at : at + 0.5 * (of[at - 1] - of[at + 1]) / bend;
    }
}
