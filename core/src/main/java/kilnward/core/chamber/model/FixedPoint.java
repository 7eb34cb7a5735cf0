package kilnward.core.chamber.model;

import java.util.Arrays;
import java.util.function.BiConsumer;

/**
 * The state that a balance maps to itself, by damped substitution. Where a step overshoots, as with what draws less the hotter
 * it gets, the damping is halved until it does not.
 */
public final class FixedPoint {
    private static final int MOST_ROUNDS = 400;
    private static final double DAMPING = 0.5;
    private static final double SETTLED = 1e-7;

    private FixedPoint() {
    }

    /**
     * @param state  where to begin, replaced by the fixed point
     * @param linear whether the target does not depend on the state, so that one substitution is exact
     * @param target writes where a state (first) tends to into the second
     */
    public static void settle(double[] state, boolean linear, BiConsumer<double[], double[]> target) {
        double[] to = new double[state.length];
        target.accept(state, to);
        if (linear) {
            System.arraycopy(to, 0, state, 0, state.length);
            return;
        }
        double damping = DAMPING;
        double before = Double.POSITIVE_INFINITY;
        double[] from = state.clone();
        for (int round = 0; round < MOST_ROUNDS; round++) {
            double off = 0;
            for (int i = 0; i < state.length; i++) {
                off = Math.max(off, Math.abs(to[i] - state[i]));
            }
            if (off < SETTLED) {
                return;
            }
            if (off > before) {
                damping *= 0.5;
                System.arraycopy(from, 0, state, 0, state.length);
                target.accept(state, to);
            } else {
                before = off;
                from = Arrays.copyOf(state, state.length);
            }
            for (int i = 0; i < state.length; i++) {
                state[i] += damping * (to[i] - state[i]);
            }
            target.accept(state, to);
        }
    }
}
