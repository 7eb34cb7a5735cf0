package kilnward.core.life;

import java.util.List;

/** The step in which somebody reads a scale, as far as what was written down tells it: whoever reads halves writes down halves. */
public final class ReadingStep {
    private static final double[] STEPS = {10, 5, 1, 0.5, 0.1, 0.05, 0.01};
    private static final double HAIR = 1e-6;

    private ReadingStep() {
    }

    /** The largest usual step of which all readings are multiples; 0.01 where they are finer. */
    public static double of(List<Double> readings) {
        for (double step : STEPS) {
            if (readings.stream().allMatch(each -> Math.abs(each / step - Math.rint(each / step)) < HAIR / step)) {
                return step;
            }
        }
        return STEPS[STEPS.length - 1];
    }

    /**
     * The same of readings beside something else that moves: one that never moves while the other does is read in coarse steps; where nothing moves, nothing is told of it.
     *
     * @param moved  how far the other one moved
     * @param finest the step where nothing can be told
     */
    public static double beside(List<Double> readings, double moved, double finest) {
        double step = of(readings);
        boolean still = readings.stream().distinct().count() == 1;
        return still && moved < MOVES * step ? Math.min(step, finest) : step;
    }

    /** A scale that is read in such a step moves by it at the latest when what it measures moves by about as much (share of the step). */
    private static final double MOVES = 0.25;
}
