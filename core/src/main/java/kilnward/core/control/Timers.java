package kilnward.core.control;

import kilnward.core.finding.Bounded;
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
public record Timers(@Bounded(min = 0, max = 86_400, unit = "s") double actDelayS, @Bounded(min = 0, max = 86_400, unit = "s") double minOffS,
        @Bounded(min = 0, max = 86_400, unit = "s") double afterMainsS, @Bounded(min = 0, max = 86_400, unit = "s") double pulseOnS,
        @Bounded(min = 0, max = 86_400, unit = "s") double pulseRestS) {
    /** Nothing held back. */
    public static final Timers NONE = new Timers(0, 0);

    public Timers {
        Require.within(Timers.class, "actDelayS", actDelayS);
        Require.within(Timers.class, "minOffS", minOffS);
        Require.within(Timers.class, "afterMainsS", afterMainsS);
        Require.within(Timers.class, "pulseOnS", pulseOnS);
        Require.within(Timers.class, "pulseRestS", pulseRestS);
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
