package kilnward.core.fitting;

import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * How readings deviate that a fitted box leaves over: white noise, and a wander that forgets itself (an Ornstein–Uhlenbeck process). The wander stands for all that no box of the
 * planned kind does: a model that is wrong in its kind leaves a pattern and not noise, and what is learned from it is less sure than noise alone would say (M. C. Kennedy and
 * A. O'Hagan, "Bayesian calibration of computer models", J. R. Stat. Soc. B 63 (2001) 425–464, from memory).
 *
 * @param noiseK  standard deviation of the noise (K), above 0
 * @param wanderK standard deviation of the wander (K); 0 where there is none
 * @param tauS    time in which the wander forgets itself to 1/e (s), above 0
 */
record Pattern(double noiseK, double wanderK, double tauS) {
    private static final double[] TAUS_S = {600, 1800, 5400, 16_200};
    private static final double[] WANDERS = {0, 0.25, 0.5, 1, 2, 4, 8, 16};

    /** How alike two values of the wander are. */
    double alike(double apartS) {
        return Math.exp(-apartS / tauS);
    }

    /**
     * The likeliest one (by its marginal likelihood).
     *
     * @param atS     when each was read (s), rising
     * @param left    what the box leaves over (K)
     * @param columns by cause and reading: change of the reading for one standard deviation of the cause (K); what could explain some of it otherwise
     */
    static Pattern of(double[] atS, double[] left, double[][] columns, double noiseK) {
        Pattern best = new Pattern(noiseK, 0, TAUS_S[0]);
        double likeliest = best.logLikelihood(atS, left, columns);
        for (double tauS : TAUS_S) {
            for (int i = 1; i < WANDERS.length; i++) {
                Pattern tried = new Pattern(noiseK, WANDERS[i] * noiseK, tauS);
                double likely = tried.logLikelihood(atS, left, columns);
                if (likely > likeliest) {
                    likeliest = likely;
                    best = tried;
                }
            }
        }
        return best;
    }

    /** Up to a constant; what could explain otherwise is integrated out (matrix determinant lemma, Woodbury). */
    private double logLikelihood(double[] atS, double[] left, double[][] columns) {
        Filter filter = new Filter(atS);
        double[] even = filter.even(left);
        double sum = filter.logDeterminant;
        for (double each : even) {
            sum += each * each;
        }
        int n = columns.length;
        if (n > 0) {
            double[][] made = new double[n][];
            for (int k = 0; k < n; k++) {
                made[k] = filter.even(columns[k]);
            }
            RealMatrix across = MatrixUtils.createRealMatrix(made);
            RealVector product = across.operate(MatrixUtils.createRealVector(even));
            CholeskyDecomposition information = new CholeskyDecomposition(across.multiplyTransposed(across).add(MatrixUtils.createRealIdentityMatrix(n)));
            RealMatrix root = information.getL();
            for (int k = 0; k < n; k++) {
                sum += 2 * Math.log(root.getEntry(k, k));
            }
            sum -= product.dotProduct(information.getSolver().solve(product));
        }
        return -0.5 * sum;
    }

    /** Makes what deviates so deviate independently by 1, one reading after the other (R. E. Kalman 1960; scalar). */
    private final class Filter {
        private final double[] gain;
        private final double[] forgets;
        private final double[] deviation;
        private final double logDeterminant;

        private Filter(double[] atS) {
            int n = atS.length;
            gain = new double[n];
            forgets = new double[n];
            deviation = new double[n];
            double variance = wanderK * wanderK;
            double log = 0;
            for (int i = 0; i < n; i++) {
                forgets[i] = i == 0 ? 0 : alike(atS[i] - atS[i - 1]);
                variance = forgets[i] * forgets[i] * variance + (1 - forgets[i] * forgets[i]) * wanderK * wanderK;
                double all = variance + noiseK * noiseK;
                deviation[i] = Math.sqrt(all);
                gain[i] = variance / all;
                variance *= 1 - gain[i];
                log += Math.log(all);
            }
            logDeterminant = log;
        }

        private double[] even(double[] values) {
            double[] even = new double[values.length];
            double state = 0;
            for (int i = 0; i < values.length; i++) {
                state *= forgets[i];
                double off = values[i] - state;
                even[i] = off / deviation[i];
                state += gain[i] * off;
            }
            return even;
        }
    }
}
