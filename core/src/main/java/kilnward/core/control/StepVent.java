package kilnward.core.control;

import java.util.Objects;
import java.util.Optional;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A vent that a motor moves in steps: every few minutes a few per cent toward where it is wanted, nothing inside the neutral zone.
 * It opens for cooling only while it is cooler outside, and for humidity only while the air outside holds less water
 * (absolutely) and its temperature is in range. It stops short of its ends. A motor that has not arrived in time is stopped where
 * it is, and the program goes on from there.
 *
 * @param setTemperature temperature to be held, as displayed
 * @param neutral        nothing moves within this to either side, as displayed, 0 or more
 * @param humidity       opening for humidity; empty for none
 * @param nightHumidity  the same by night; empty where it is that of the day
 * @param dayNight       which of them
 * @param stepPct        each move (%), above 0 to 100
 * @param everyS         time between two moves (s), above 0
 * @param motor          its motor; empty for one that is there at once
 */
public record StepVent(@Bounded(min = -60, max = 250) double setTemperature, @Bounded(min = 0, max = 40) double neutral, Optional<Humidity> humidity,
        Optional<Humidity> nightHumidity, DayNight dayNight,
        @Bounded(min = 0.1, max = 100, unit = "%") double stepPct, @Bounded(min = 1, max = 7200, unit = "s") double everyS, Optional<Motor> motor) implements Law {
    /** How far short of its ends it stops (%), and within which it counts as fully open; common practice, no source. */
    public static final double END_MARGIN_PCT = 3;

    /**
     * Opening for humidity.
     *
     * @param setPct     humidity to be held (%RH)
     * @param neutralPct nothing moves within this to either side (points)
     * @param outdoorLowC  only while it is at least this warm outside (°C)
     * @param outdoorHighC only while it is at most this warm outside (°C)
     */
    public record Humidity(@Bounded(min = 0, max = 100, unit = "%RH") double setPct, @Bounded(min = 0, max = 50, unit = "%RH") double neutralPct, double outdoorLowC,
            double outdoorHighC) {
        public Humidity {
            Require.within(Humidity.class, "setPct", setPct);
            Require.within(Humidity.class, "neutralPct", neutralPct);
            Require.that(outdoorHighC > outdoorLowC, "outdoorHighC", outdoorHighC, "must be above outdoorLowC");
        }
    }

    /**
     * What moves it.
     *
     * @param strokeS  from shut to open (s)
     * @param timeoutS longest that one move may take (s); what is not there by then is stopped
     */
    public record Motor(@Bounded(min = 1, max = 3600, unit = "s") double strokeS, @Bounded(min = 1, max = 3600, unit = "s") double timeoutS) {
        public Motor {
            Require.within(Motor.class, "strokeS", strokeS);
            Require.within(Motor.class, "timeoutS", timeoutS);
        }

        /** How far one move gets at most, as a share of the whole. */
        double reach() {
            return timeoutS / strokeS;
        }
    }

    public StepVent {
        Require.within(StepVent.class, "setTemperature", setTemperature);
        Require.within(StepVent.class, "neutral", neutral);
        Require.within(StepVent.class, "stepPct", stepPct);
        Require.within(StepVent.class, "everyS", everyS);
        Objects.requireNonNull(motor, "motor");
        Objects.requireNonNull(dayNight, "dayNight");
        Require.that(nightHumidity.isEmpty() || humidity.isPresent(), "nightHumidity", nightHumidity, "must stand beside one by day");
    }

    /** A vent that is the same by day and by night. */
    public StepVent(double setTemperature, double neutral, Optional<Humidity> humidity, double stepPct, double everyS, Optional<Motor> motor) {
        this(setTemperature, neutral, humidity, Optional.empty(), new DayNight.Always(), stepPct, everyS, motor);
    }

    /** A vent that is where it is wanted at once. */
    public StepVent(double setTemperature, double neutral, Optional<Humidity> humidity, double stepPct, double everyS) {
        this(setTemperature, neutral, humidity, stepPct, everyS, Optional.empty());
    }

    /** Whether a position (share of open) counts as fully open. */
    public static boolean isFullyOpen(double position) {
        return position >= 1 - END_MARGIN_PCT / 100 - 1e-9;
    }

    /** Which way it is wanted to move: 1 to open, −1 to close, 0 to stay. */
    int wanted(Seen seen) {
        return wanted(seen, true);
    }

    private int wanted(Seen seen, boolean day) {
        Optional<Humidity> humidity = !day && nightHumidity.isPresent() ? nightHumidity : this.humidity;
        boolean coolerOutside = seen.outdoorC() < seen.insideC();
        if (seen.shown() > setTemperature + neutral) {
            return coolerOutside ? 1 : -1;
        }
        // Too cold to be aired: its heating cannot carry more cold air.
        if (seen.shown() < setTemperature - neutral) {
            return -1;
        }
        if (humidity.isEmpty() || Double.isNaN(seen.companion()) || Double.isNaN(seen.outdoorPct())) {
            return 0;
        }
        Humidity limits = humidity.get();
        double inside = seen.companion() / 100 * SaturatedVapour.densityKgM3(seen.insideC());
        double outside = seen.outdoorPct() / 100 * SaturatedVapour.densityKgM3(seen.outdoorC());
        boolean inRange = seen.outdoorC() >= limits.outdoorLowC() && seen.outdoorC() <= limits.outdoorHighC();
        if (seen.companion() > limits.setPct() + limits.neutralPct()) {
            return inRange && outside < inside ? 1 : -1;
        }
        return seen.companion() < limits.setPct() - limits.neutralPct() ? -1 : 0;
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public Runner start() {
        double margin = END_MARGIN_PCT / 100;
        return new Runner() {
            private final DayNight.Runner clock = dayNight.start();
            private double position = margin;
            private double from = margin;
            private double movedAtS = Double.NEGATIVE_INFINITY;

            @Override
            public double demand(Seen seen) {
                int wanted = wanted(seen, clock.isDay(seen));
                if (wanted != 0 && seen.timeS() - movedAtS >= everyS - 1e-9) {
                    double target = Math.max(margin, Math.min(1 - margin, position + wanted * stepPct / 100));
                    from = position;
                    movedAtS = seen.timeS();
                    double reach = motor.map(Motor::reach).orElse(Double.POSITIVE_INFINITY);
                    position = Math.max(from - reach, Math.min(from + reach, target));
                }
                return under(seen.timeS());
            }

            /** Where it is on its way, in whole per cent. */
            private double under(double timeS) {
                if (motor.isEmpty() || position == from) {
                    return position;
                }
                double gone = Math.rint(100 * (timeS - movedAtS) / motor.get().strokeS()) / 100;
                return position > from ? Math.min(position, from + gone) : Math.max(position, from - gone);
            }
        };
    }
}
