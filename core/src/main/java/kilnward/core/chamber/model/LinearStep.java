package kilnward.core.chamber.model;

import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;

/**
 * The exact step of dx/dt = A·x + B·u over a time with u held: x(t + h) = Φ·x(t) + Γ·u, where the two matrices are blocks of
 * the exponential of [[A, B], [0, 0]]·h. There is no truncation error, however stiff the network; rows of A may hold
 * integrals (columns of zero) as well as temperatures.
 */
public final class LinearStep {
    private final double stepS;
    private final double[][] phi;
    private final double[][] gamma;

    private LinearStep(double stepS, double[][] phi, double[][] gamma) {
        this.stepS = stepS;
        this.phi = phi;
        this.gamma = gamma;
    }

    /**
     * @param a     square matrix (1/s)
     * @param b     matrix of as many rows
     * @param stepS length of the step (s), above 0
     */
    public static LinearStep of(double[][] a, double[][] b, double stepS) {
        int n = a.length;
        int m = b[0].length;
        RealMatrix block = MatrixUtils.createRealMatrix(n + m, n + m);
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                block.setEntry(i, j, a[i][j] * stepS);
            }
            for (int j = 0; j < m; j++) {
                block.setEntry(i, n + j, b[i][j] * stepS);
            }
        }
        RealMatrix exponential = MatrixUtils.matrixExponential(block);
        return new LinearStep(stepS, exponential.getSubMatrix(0, n - 1, 0, n - 1).getData(),
                exponential.getSubMatrix(0, n - 1, n, n + m - 1).getData());
    }

    /** Length of the step (s). */
    public double stepS() {
        return stepS;
    }

    /** Φ, a copy. */
    public double[][] phi() {
        return copy(phi);
    }

    /** Γ, a copy. */
    public double[][] gamma() {
        return copy(gamma);
    }

    private static double[][] copy(double[][] matrix) {
        double[][] copy = new double[matrix.length][];
        for (int i = 0; i < copy.length; i++) {
            copy[i] = matrix[i].clone();
        }
        return copy;
    }
}
