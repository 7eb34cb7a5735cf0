package kilnward.core.control;

import kilnward.core.finding.Require;

/**
 * What holds an output back.
 *
 * @param actDelayS how long a demand must last before the output comes on (s)
 * @param minOffS   shortest rest between two runs, for a compressor (s); also counted from power-up
 */
public record Timers(double actDelayS, double minOffS) {
    /** Nothing held back. */
    public static final Timers NONE = new Timers(0, 0);

    public Timers {
        Require.within("actDelayS", actDelayS, 0, 86_400, "s");
        Require.within("minOffS", minOffS, 0, 86_400, "s");
    }

    /**
     * The state of one run.
     *
     * @param powerUpS when the controller got its power (s)
     */
    public Runner start(double powerUpS) {
        return new Runner(powerUpS);
    }

    /** Mutable state of the timers during one run. */
    public final class Runner {
        private boolean on;
        private double offSinceS;
        private double wantedSinceS = Double.NaN;

        private Runner(double powerUpS) {
            this.offSinceS = powerUpS;
        }

        /**
         * @param demand whether the law wants the output on
         * @param timeS  time of the sample (s)
         * @return whether the output may be on
         */
        public boolean allow(boolean demand, double timeS) {
            if (!demand) {
                if (on) {
                    offSinceS = timeS;
                }
                on = false;
                wantedSinceS = Double.NaN;
                return false;
            }
            if (Double.isNaN(wantedSinceS)) {
                wantedSinceS = timeS;
            }
            if (!on) {
                on = timeS - wantedSinceS >= actDelayS && timeS - offSinceS >= minOffS;
            }
            return on;
        }
    }
}
