package kilnward.core.control;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/** When a controller takes its day set and when its night set. A closed family: a clock, or a light sensor with a delay. */
public sealed interface DayNight permits DayNight.Always, DayNight.Clock, DayNight.Light {
    /** The state of one run. */
    Runner start();

    /** Mutable state during one run. */
    interface Runner {
        /** @return whether it is day */
        boolean isDay(Law.Seen seen);
    }

    /** One set, day and night. */
    record Always() implements DayNight {
        @Override
        public Runner start() {
            return seen -> true;
        }
    }

    /**
     * By a clock, which is steadier than a light sensor (common practice, no source).
     *
     * @param dayFromHour hour at which the day set takes over, 0 to 24
     * @param dayToHour   hour at which the night set takes over, 0 to 24
     */
    record Clock(@Bounded(min = 0, max = 24, unit = "h") double dayFromHour, @Bounded(min = 0, max = 24, unit = "h") double dayToHour) implements DayNight {
        public Clock {
            Require.within(Clock.class, "dayFromHour", dayFromHour);
            Require.within(Clock.class, "dayToHour", dayToHour);
        }

        @Override
        public Runner start() {
            return seen -> {
                double hour = (seen.clockS() / 3600 % 24 + 24) % 24;
                return dayFromHour <= dayToHour ? hour >= dayFromHour && hour < dayToHour
                        : hour >= dayFromHour || hour < dayToHour;
            };
        }
    }

    /**
     * By a level of light that lasts: a cloud or a torch does not switch.
     *
     * @param belowPct night is below this level (%)
     * @param delayS   for this long without a break (s); so is day above it
     */
    record Light(@Bounded(min = 0, max = 100, unit = "%") double belowPct, @Bounded(min = 0, max = 86_400, unit = "s") double delayS) implements DayNight {
        public Light {
            Require.within(Light.class, "belowPct", belowPct);
            Require.within(Light.class, "delayS", delayS);
        }

        @Override
        public Runner start() {
            return new Runner() {
                private boolean day = true;
                private boolean first = true;
                private double otherSinceS = Double.NaN;

                @Override
                public boolean isDay(Law.Seen seen) {
                    boolean light = seen.lightPct() >= belowPct;
                    if (first) {
                        first = false;
                        day = light;
                    }
                    if (light == day) {
                        otherSinceS = Double.NaN;
                    } else if (Double.isNaN(otherSinceS)) {
                        otherSinceS = seen.timeS();
                    }
                    if (!Double.isNaN(otherSinceS) && seen.timeS() - otherSinceS >= delayS) {
                        day = light;
                        otherSinceS = Double.NaN;
                    }
                    return day;
                }
            };
        }
    }
}
