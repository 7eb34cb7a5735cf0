package kilnward.core.air;

import java.util.function.DoubleUnaryOperator;
import org.hipparchus.analysis.solvers.BracketingNthOrderBrentSolver;

/** Where a function passes zero. */
public final class Root {
    private static final int MOST_ASKED = 400;
    private static final int ORDER = 5;

    private Root() {
    }

    /**
     * The root between two places.
     *
     * @param function continuous, with other signs at the two ends or zero at one of them
     * @param accuracy how near the root has to be found
     * @return the root; the end that is nearer to zero where both ends have the same sign
     */
    public static double between(DoubleUnaryOperator function, double low, double high, double accuracy) {
        double atLow = function.applyAsDouble(low);
        double atHigh = function.applyAsDouble(high);
        if (low == high || Math.signum(atLow) * Math.signum(atHigh) >= 0) {
            return Math.abs(atLow) <= Math.abs(atHigh) ? low : high;
        }
        return new BracketingNthOrderBrentSolver(1e-15, accuracy, ORDER).solve(MOST_ASKED, function::applyAsDouble, low, high);
    }
}
