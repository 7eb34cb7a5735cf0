package kilnward.core.calibration;

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
        int n = x.length;
        double meanX = mean(x);
        double meanY = mean(y);
        double over = 0;
        double under = 0;
        for (int i = 0; i < n; i++) {
            over += (x[i] - meanX) * (y[i] - meanY);
            under += (x[i] - meanX) * (x[i] - meanX);
        }
        double slope = under == 0 ? 0 : over / under;
        double intercept = meanY - slope * meanX;
        if (n <= 2 || under == 0) {
            return new Line(slope, intercept, 0, 0);
        }
        double left = 0;
        for (int i = 0; i < n; i++) {
            double residual = y[i] - intercept - slope * x[i];
            left += residual * residual;
        }
        double scatter = Math.sqrt(left / (n - 2));
        return new Line(slope, intercept, scatter / Math.sqrt(under), scatter);
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum / values.length;
    }
}
