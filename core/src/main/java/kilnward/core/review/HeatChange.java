package kilnward.core.review;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import kilnward.core.review.Figures.Span;
import kilnward.core.review.Sight.Sure;
import kilnward.core.series.Samples;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * Whether a heated box warms up otherwise from one moment on: a lid that leaks, a heater that gives less. By the paces at which it rises and falls in windows of some hours, with
 * what goes with the hour of the day taken out. What leaks falls faster; a heater that gives less coasts less far too, so that it falls more slowly. The limits are
 * tried on logs of another simulator; no source.
 */
final class HeatChange {
    private static final double WINDOW_S = 2 * 3600;
    private static final int LEAST_MOVES = 8;
    private static final int FARTHEST_APART = 64;
    private static final double MOVED = 0.25;
    private static final double NOISE = 0.12;
    private static final int LEAST_WINDOWS = 18;
    private static final int LEAST_A_SIDE = 5;
    /** How much less its rises must gain on its falls, in logarithms, and how many standard errors of that. */
    private static final double HARDER = 0.1;
    private static final double ERRORS = 3.5;
    /** What falls faster by so much leaks, in logarithms. */
    private static final double FALLS_FASTER = 0.02;
    private static final int ROUNDS = 4;
    /** Of a normal distribution the median distance is 0.67 standard deviations; beyond 1.5 of them a window counts less. */
    private static final double SPREAD = 1.5 / 0.67;
    private static final double DAY_S = 86_400;

    private HeatChange() {
    }

    private record Window(double middleS, double rise, double fall) {
    }

    /** The step in a figure at a moment, beside a level and what goes with the hour. */
    private record Step(double size, double error, double squares) {
    }

    static Optional<Sight> of(List<Samples> pieces, Span all) {
        List<Window> windows = windows(pieces);
        if (windows.size() < LEAST_WINDOWS) {
            return Optional.empty();
        }
        int at = -1;
        Step effort = null;
        for (int i = LEAST_A_SIDE; i + LEAST_A_SIDE <= windows.size(); i++) {
            Step tried = step(windows, i, each -> each.fall - each.rise);
            if (effort == null || tried.squares < effort.squares) {
                effort = tried;
                at = i;
            }
        }
        if (effort == null || effort.size < HARDER || effort.size < ERRORS * effort.error) {
            return Optional.empty();
        }
        Step rise = step(windows, at, Window::rise);
        Step fall = step(windows, at, Window::fall);
        double fromS = 0.5 * (windows.get(at - 1).middleS + windows.get(at).middleS);
        return Optional.of(new Sight(fall.size > FALLS_FASTER ? Sign.LOSES_MORE : Sign.HEATER_WEAKER, Sure.of(1, effort.size / HARDER), List.of(new Span(fromS, all.toS())),
                Map.of("shareOfRise", Math.exp(rise.size), "shareOfFall", Math.exp(fall.size))));
    }

    /** Differences of readings some time apart, those up and those down: of swings too fast to see their turns as well. */
    private static List<Window> windows(List<Samples> pieces) {
        int apart = apart(pieces);
        List<Window> windows = new ArrayList<>();
        for (Samples piece : pieces) {
            for (double fromS = piece.atS()[0]; fromS + WINDOW_S <= piece.lastS(); fromS += WINDOW_S) {
                Samples of = piece.between(fromS, fromS + WINDOW_S);
                double rise = pace(of, apart, 1);
                double fall = pace(of, apart, -1);
                if (rise > 0 && fall > 0) {
                    windows.add(new Window(fromS + WINDOW_S / 2, Math.log(rise), Math.log(fall)));
                }
            }
        }
        return windows;
    }

    /** So many readings apart that it has moved by something that is no noise. */
    private static int apart(List<Samples> pieces) {
        int apart = 1;
        while (apart < FARTHEST_APART) {
            int readings = apart;
            double[] moved = pieces.stream().flatMapToDouble(piece -> IntStream.range(0, Math.max(0, piece.count() - readings))
                    .mapToDouble(i -> Math.abs(piece.value()[i + readings] - piece.value()[i]))).sorted().toArray();
            if (moved.length > 0 && moved[moved.length * 3 / 4] >= MOVED) {
                return apart;
            }
            apart *= 2;
        }
        return apart;
    }

    private static double pace(Samples of, int apart, int way) {
        double moved = 0;
        double lengthS = 0;
        int count = 0;
        for (int i = 0; i + apart < of.count(); i++) {
            double each = way * (of.value()[i + apart] - of.value()[i]);
            if (each > NOISE) {
                moved += each;
                lengthS += of.atS()[i + apart] - of.atS()[i];
                count++;
            }
        }
        return count >= LEAST_MOVES ? moved / lengthS : 0;
    }

    /** By least squares, windows that stand far off counting little (P. J. Huber 1964; from memory). */
    private static Step step(List<Window> windows, int at, ToDoubleFunction<Window> figure) {
        int n = windows.size();
        RealMatrix x = MatrixUtils.createRealMatrix(n, 4);
        double[] y = new double[n];
        for (int i = 0; i < n; i++) {
            double angle = 2 * Math.PI * windows.get(i).middleS / DAY_S;
            x.setRow(i, new double[] {1, Math.cos(angle), Math.sin(angle), i >= at ? 1 : 0});
            y[i] = figure.applyAsDouble(windows.get(i));
        }
        double[] weight = new double[n];
        Arrays.fill(weight, 1);
        try {
            Step found = null;
            for (int round = 0; round < ROUNDS; round++) {
                RealMatrix weighed = x.copy();
                double[] known = y.clone();
                for (int i = 0; i < n; i++) {
                    weighed.setRowVector(i, x.getRowVector(i).mapMultiply(Math.sqrt(weight[i])));
                    known[i] *= Math.sqrt(weight[i]);
                }
                RealVector solved = new QRDecomposition(weighed).getSolver().solve(MatrixUtils.createRealVector(known));
                double[] off = MatrixUtils.createRealVector(y).subtract(x.operate(solved)).toArray();
                double spread = SPREAD * Cycles.median(Arrays.stream(off).map(Math::abs)).orElse(0);
                double squares = 0;
                for (int i = 0; i < n; i++) {
                    squares += weight[i] * off[i] * off[i];
                    weight[i] = Math.min(1, spread / Math.max(1e-9, Math.abs(off[i])));
                }
                double variance = squares / (n - 4);
                found = new Step(solved.getEntry(3), Math.sqrt(variance * MatrixUtils.inverse(weighed.transposeMultiply(weighed)).getEntry(3, 3)), squares);
            }
            return found;
        } catch (MathRuntimeException alike) {
            return new Step(0, 1, Double.POSITIVE_INFINITY);
        }
    }
}
