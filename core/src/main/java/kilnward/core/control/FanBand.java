package kilnward.core.control;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Fan speed by band: at the set value the lowest speed, at set + band the highest, linear between; the larger of the demands of
 * temperature and humidity drives the fan (common practice, no source). The intake follows the exhaust for under-pressure.
 *
 * @param day              sets by day
 * @param night            sets by night; the same as {@code day} where there is one set
 * @param dayNight         which of them
 * @param underPressurePct the share that the intake moves less than the exhaust (%), 0 to 100
 * @param intakeBelowSet   what the intake does while neither asks for more than the lowest speed
 * @param floorPct         lowest speed at which the fan turns by itself (%); below it a running fan is kept there
 * @param kickS            how long it is started at full speed (s), 0 for none
 * @param floorAsOne       whether that floor counts as 1 %, so that the scale above it is stretched
 * @param fan              which of the two fans this output is
 */
public record FanBand(Sets day, Sets night, DayNight dayNight, @Bounded(min = 0, max = 100, unit = "%") double underPressurePct, IntakeBelowSet intakeBelowSet,
        @Bounded(min = 0, max = 100, unit = "%") double floorPct, @Bounded(min = 0, max = 60, unit = "s") double kickS, boolean floorAsOne, Fan fan) implements Law {
    /** Which fan. */
    public enum Fan {
        EXHAUST,
        INTAKE
    }

    /** What the intake does below both set values. */
    public enum IntakeBelowSet {
        /** It stops. */
        STOP,
        /** It runs at the same lowest speed as the exhaust. */
        MINIMUM,
        /** It keeps the ratio. */
        RATIO
    }

    /** What drives the exhaust. */
    public enum DrivenBy {
        TEMPERATURE,
        HUMIDITY,
        MINIMUM
    }

    /** Speeds of both fans (%). */
    public record Speeds(double exhaustPct, double intakePct, DrivenBy drivenBy) {
    }

    /**
     * One set of values, in the display's own unit.
     *
     * @param setTemperature  set temperature
     * @param temperatureBand full speed this far above it, above 0
     * @param setHumidityPct  set humidity (%RH)
     * @param humidityBandPct full speed this far above it (points), above 0
     * @param minimumPct      lowest speed (%), 0 to 100; 0 lets the fan stop
     * @param maximumPct      highest speed (%), not below {@code minimumPct}
     */
    public record Sets(double setTemperature, double temperatureBand, @Bounded(min = 0, max = 100, unit = "%RH") double setHumidityPct, double humidityBandPct,
            @Bounded(min = 0, max = 100, unit = "%") double minimumPct, @Bounded(min = 0, max = 100, unit = "%") double maximumPct) {
        public Sets {
            Require.finite("setTemperature", setTemperature);
            Require.positive("temperatureBand", temperatureBand, "");
            Require.within(Sets.class, "setHumidityPct", setHumidityPct);
            Require.positive("humidityBandPct", humidityBandPct, "");
            Require.within(Sets.class, "minimumPct", minimumPct);
            Require.within(Sets.class, "maximumPct", maximumPct);
            Require.that(minimumPct <= maximumPct, "minimumPct", minimumPct,
                    "must not be above maximumPct (" + Require.plain(maximumPct) + " %)");
        }
    }

    public FanBand {
        Objects.requireNonNull(day, "day");
        Objects.requireNonNull(night, "night");
        Objects.requireNonNull(dayNight, "dayNight");
        Require.within(FanBand.class, "underPressurePct", underPressurePct);
        Objects.requireNonNull(intakeBelowSet, "intakeBelowSet");
        Require.within(FanBand.class, "floorPct", floorPct);
        Require.within(FanBand.class, "kickS", kickS);
        Objects.requireNonNull(fan, "fan");
    }

    /** One that counts its speed from 0. */
    public FanBand(Sets day, Sets night, DayNight dayNight, double underPressurePct, IntakeBelowSet intakeBelowSet, double floorPct, double kickS, Fan fan) {
        this(day, night, dayNight, underPressurePct, intakeBelowSet, floorPct, kickS, false, fan);
    }

    /** What the fan is given for a speed that is shown (%): above the floor, on a scale that is stretched from there where the floor counts as 1 %. */
    double givenPct(double shownPct) {
        return floorAsOne && shownPct >= 1 ? floorPct + (100 - floorPct) * (shownPct - 1) / 99 : Math.max(floorPct, shownPct);
    }

    /**
     * The speeds that a temperature and a humidity ask for.
     *
     * @param temperature as displayed
     * @param humidityPct as displayed (%RH); NaN where none is read
     */
    public static Speeds speeds(Sets sets, double underPressurePct, IntakeBelowSet intakeBelowSet, double temperature,
            double humidityPct) {
        Require.within("underPressurePct", underPressurePct, 0, 100, "%");
        double byTemperature = demand((temperature - sets.setTemperature()) / sets.temperatureBand());
        double byHumidity = Double.isNaN(humidityPct) ? 0 : demand((humidityPct - sets.setHumidityPct()) / sets.humidityBandPct());
        double larger = Math.max(byTemperature, byHumidity);
        double exhaustPct = sets.minimumPct() + (sets.maximumPct() - sets.minimumPct()) * larger;
        double kept = 1 - underPressurePct / 100;
        if (larger > 0) {
            return new Speeds(exhaustPct, exhaustPct * kept, byTemperature >= byHumidity ? DrivenBy.TEMPERATURE : DrivenBy.HUMIDITY);
        }
        return new Speeds(exhaustPct, switch (intakeBelowSet) {
            case STOP -> 0;
            case MINIMUM -> exhaustPct;
            case RATIO -> exhaustPct * kept;
        }, DrivenBy.MINIMUM);
    }

    private static double demand(double share) {
        return Math.max(0, Math.min(1, share));
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public Runner start() {
        DayNight.Runner clock = dayNight.start();
        return new Runner() {
            private double turningSinceS = Double.NaN;

            @Override
            public double demand(Seen seen) {
                Speeds speeds = speeds(clock.isDay(seen) ? day : night, underPressurePct, intakeBelowSet, seen.shown(), seen.companion());
                double pct = fan == Fan.EXHAUST ? speeds.exhaustPct() : speeds.intakePct();
                if (pct <= 0) {
                    turningSinceS = Double.NaN;
                    return 0;
                }
                if (Double.isNaN(turningSinceS)) {
                    turningSinceS = seen.timeS();
                }
                // Fans are told their speed in whole per cent.
                return seen.timeS() - turningSinceS < kickS ? 1 : Math.rint(givenPct(pct)) / 100;
            }
        };
    }
}
