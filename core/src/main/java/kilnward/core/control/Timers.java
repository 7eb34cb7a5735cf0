package kilnward.core.control;

import kilnward.core.finding.Require;

/**
 * What holds an output back.
 *
 * @param actDelayS   how long a demand must last before the output comes on (s)
 * @param minOffS     shortest rest between two runs, for a compressor (s); also counted from power-up
 * @param afterMainsS nothing comes on for this long after mains returns (s)
 * @param pulseOnS    while there is a demand it works this long (s) …
 * @param pulseRestS  … and rests this long (s); 0 for no pauses
 */
public record Timers(double actDelayS, double minOffS, double afterMainsS, double pulseOnS, double pulseRestS) {
    /** Nothing held back. */
    public static final Timers NONE = new Timers(0, 0);

    public Timers {
        Require.within("actDelayS", actDelayS, 0, 86_400, "s");
        Require.within("minOffS", minOffS, 0, 86_400, "s");
        Require.within("afterMainsS", afterMainsS, 0, 86_400, "s");
        Require.within("pulseOnS", pulseOnS, 0, 86_400, "s");
        Require.within("pulseRestS", pulseRestS, 0, 86_400, "s");
        Require.that(pulseRestS == 0 || pulseOnS > 0, "pulseOnS", pulseOnS, "must be above 0 s where there are rests, or it would never work");
    }

    /** A delay and a rest alone. */
    public Timers(double actDelayS, double minOffS) {
        this(actDelayS, minOffS, 0, 0, 0);
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
        private final double powerUpS;
        private boolean on;
        private double onSinceS;
        private double offSinceS;
        private double wantedSinceS = Double.NaN;

        private Runner(double powerUpS) {
            this.powerUpS = powerUpS;
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
                on = timeS - wantedSinceS >= actDelayS && timeS - offSinceS >= minOffS && timeS - powerUpS >= afterMainsS;
                onSinceS = timeS;
            }
            return on && (pulseRestS == 0 || (timeS - onSinceS) % (pulseOnS + pulseRestS) < pulseOnS);
        }
    }
}
