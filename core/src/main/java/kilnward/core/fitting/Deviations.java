package kilnward.core.fitting;

/**
 * How readings deviate from what the right box would have read: each by itself by the noise of the instrument, together by every moment of switching that is not known exactly and
 * by every opening, and in a pattern that wanders, by what no box of the planned kind does ({@link Pattern}). Their covariance is N²·1 + H·Hᵀ + D²·e^(−|Δt|/τ), with H the answer of
 * the probe to one standard deviation of each; what is divided by its Cholesky factor deviates independently by 1 (generalised least squares; A. C. Aitken, "On least squares and
 * linear combinations of observations", Proc. R. Soc. Edinburgh 55 (1935) 42–48, from memory).
 */
final class Deviations {
    /** Rows of the lower Cholesky factor. */
    private final double[][] factor;

    /**
     * @param atS     when each was read (s)
     * @param pattern noise of each reading by itself, and what wanders
     * @param answers by cause and reading: change of the reading for one standard deviation of the cause (K)
     */
    Deviations(double[] atS, Pattern pattern, double[][] answers) {
        int readings = atS.length;
        double[][] covariance = new double[readings][];
        for (int i = 0; i < readings; i++) {
            covariance[i] = new double[i + 1];
            if (pattern.wanderK() > 0) {
                for (int j = 0; j < i; j++) {
                    covariance[i][j] = pattern.wanderK() * pattern.wanderK() * pattern.alike(atS[i] - atS[j]);
                }
            }
            covariance[i][i] = pattern.noiseK() * pattern.noiseK() + pattern.wanderK() * pattern.wanderK();
        }
        for (double[] answer : answers) {
            for (int i = 0; i < readings; i++) {
                double mine = answer[i];
                if (mine != 0) {
                    for (int j = 0; j <= i; j++) {
                        covariance[i][j] += mine * answer[j];
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
