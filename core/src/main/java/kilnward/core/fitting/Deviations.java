package kilnward.core.fitting;

/**
 * How readings deviate from what the right box would have read: each by itself by the noise of the instrument, and together by every moment of switching that is not known exactly.
 * Their covariance is N²·1 + E²·H·Hᵀ, with H the answer of the probe to a second more of heating from each of these moments on; what is divided by its Cholesky factor deviates
 * independently by 1 (generalised least squares; A. C. Aitken, "On least squares and linear combinations of observations", Proc. R. Soc. Edinburgh 55 (1935) 42–48, from memory).
 */
final class Deviations {
    /** Rows of the lower Cholesky factor. */
    private final double[][] factor;

    /**
     * @param noise  of each reading by itself, above 0
     * @param errorS of each moment (s)
     * @param answer by moment and reading: change of the reading for a second later (K/s)
     */
    Deviations(int readings, double noise, double errorS, double[][] answer) {
        double[][] covariance = new double[readings][];
        for (int i = 0; i < readings; i++) {
            covariance[i] = new double[i + 1];
            covariance[i][i] = noise * noise;
        }
        for (double[] moment : answer) {
            for (int i = 0; i < readings; i++) {
                double mine = errorS * errorS * moment[i];
                if (mine != 0) {
                    for (int j = 0; j <= i; j++) {
                        covariance[i][j] += mine * moment[j];
                    }
                }
            }
        }
        for (int i = 0; i < readings; i++) {
            double[] row = covariance[i];
            for (int j = 0; j <= i; j++) {
                double[] other = covariance[j];
                double sum = row[j];
                for (int k = 0; k < j; k++) {
                    sum -= row[k] * other[k];
                }
                row[j] = j < i ? sum / other[j] : Math.sqrt(sum);
            }
        }
        this.factor = covariance;
    }

    /** What deviates independently by 1. */
    double[] even(double[] deviations) {
        double[] even = new double[deviations.length];
        for (int i = 0; i < even.length; i++) {
            double sum = deviations[i];
            for (int k = 0; k < i; k++) {
                sum -= factor[i][k] * even[k];
            }
            even[i] = sum / factor[i][i];
        }
        return even;
    }
}
