package kilnward.core.calibration;

import java.util.Arrays;
import org.hipparchus.stat.regression.SimpleRegression;

/**
 * A straight line through points, by least squares.
 *
 * @param slope         slope; 0 where all points stand at one place
 * @param intercept     value at 0
 * @param slopeStandard standard error of the slope; 0 where two points or fewer leave nothing to judge it by
 * @param scatter       standard deviation of the points about the line; 0 likewise
 */
record Line(double slope, double intercept, double slopeStandard, double scatter) {
    /**
     * @param x places, at least one
     * @param y values, as many
     */
    static Line through(double[] x, double[] y) {
        SimpleRegression regression = new SimpleRegression();
        for (int i = 0; i < x.length; i++) {
            regression.addData(x[i], y[i]);
        }
        // One point, or all at one place: it tells no slope, and says so with NaN or 0.
        if (!(regression.getXSumSquares() > 0)) {
            return new Line(0, Arrays.stream(y).average().orElseThrow(), 0, 0);
        }
        boolean judged = x.length > 2;
        return new Line(regression.getSlope(), regression.getIntercept(), judged ? regression.getSlopeStdErr() : 0,
                judged ? Math.sqrt(Math.max(0, regression.getMeanSquareError())) : 0);
    }
}
