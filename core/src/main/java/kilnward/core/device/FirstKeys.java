package kilnward.core.device;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.life.HumidityBand;
import kilnward.core.life.KeepBand;
import kilnward.core.probe.DisplayUnit;

/**
 * What the keys of a device hold before anybody has keyed anything in: somewhere sensible to begin from, not yet proven. What is keyed in already stays; what a
 * device did by other keys goes on where it switched. Common practice, no source.
 */
public final class FirstKeys {
    /** Width an on/off output begins with, as people key it: half a kelvin, or one degree Fahrenheit. */
    private static final double WIDTH_K = 0.5;
    private static final double WIDTH_F = 1;
    private static final double LOWER_WIDTH_K = 1.1;
    /** Where nobody has said what is wanted (°C, %RH). */
    private static final KeepBand SOMEWHERE = new KeepBand(24, 26);
    private static final HumidityBand SOMEHOW_DAMP = new HumidityBand(55, 65);

    private final Profile profile;
    private final Optional<KeepBand> keep;
    private final Optional<HumidityBand> damp;
    private final List<SwitchingPoints> points;

    private FirstKeys(Profile profile, Optional<KeepBand> keep, Optional<HumidityBand> damp, List<SwitchingPoints> points) {
        this.profile = profile;
        this.keep = keep;
        this.damp = damp;
        this.points = points;
    }

    /**
     * A value for each key of a device.
     *
     * @param keyed  what is keyed in; what belongs to none of its keys is dropped
     * @param keep   what is wanted at the occupant; empty where nobody has said
     * @param damp   the same of humidity
     * @param points where its outputs switched until now, by keys that it may have no longer, in its unit; may be empty
     */
    public static Settings of(Profile profile, Settings keyed, Optional<KeepBand> keep, Optional<HumidityBand> damp, List<SwitchingPoints> points) {
        FirstKeys first = new FirstKeys(profile, keep, damp, points);
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        profile.keys().forEach(key -> values.put(key.parameter(), keyed.value(key.parameter()).orElseGet(() -> first.value(key))));
        return new Settings(values);
    }

    private double value(ProfileKey key) {
        DisplayUnit unit = profile.unit();
        Beginning beginning = Beginning.of(key.parameter(), unit);
        return switch (key.parameter()) {
            case LOWEST_SETTABLE -> key.lowest();
            case HIGHEST_SETTABLE -> key.highest();
            case UNIT -> unit == DisplayUnit.F ? 1 : 0;
            default -> beginning.value().isPresent() && !airs(key.parameter()) ? key.nearest(own(key.parameter(), beginning.value().getAsDouble()))
                    : key.nearest(unit.isHumidity() ? humidity(key.parameter()) : profile.law() == LawKind.FAN_BAND || profile.law() == LawKind.STEP_VENT
                            ? airing(key.parameter()) : warmth(key.parameter()));
        };
    }

    /** Whether what airs begins elsewhere with it. */
    private boolean airs(Parameter parameter) {
        return switch (profile.law()) {
            case FAN_BAND, STEP_VENT -> parameter == Parameter.BAND || damp.isPresent() && (parameter == Parameter.SET_HUMIDITY || parameter == Parameter.NIGHT_SET_HUMIDITY);
            case ON_OFF, TIME_PROPORTIONAL -> false;
        };
    }

    /** A value as the device counts it. */
    private double own(Parameter parameter, double value) {
        return switch (parameter.kind()) {
            case LEVEL -> profile.unit().fromModel(value);
            case DIFFERENCE -> profile.unit().differenceFromModel(value);
            case HUMIDITY, PERCENT, MINUTES, SECONDS, HOUR, CHOICE, PLAIN -> value;
        };
    }

    private double warmth(Parameter parameter) {
        KeepBand band = keep.orElse(SOMEWHERE);
        Optional<SwitchingPoints> first = points.stream().findFirst();
        Optional<SwitchingPoints> second = points.stream().skip(1).findFirst();
        double wide = band.highC() - band.lowC();
        return switch (parameter) {
            case ON_AT -> first.map(SwitchingPoints::onAt).orElseGet(() -> own(parameter, band.lowC() + wide / 4));
            case OFF_AT -> first.map(SwitchingPoints::offAt).orElseGet(() -> own(parameter, band.highC() - wide / 4));
            case SET_VALUE -> first.map(SwitchingPoints::offAt).orElseGet(() -> own(parameter, band.middleC()));
            case DIFFERENTIAL -> first.map(SwitchingPoints::width).orElse(profile.unit() == DisplayUnit.F ? WIDTH_F : WIDTH_K);
            case LOWER_DIFFERENTIAL -> second.map(SwitchingPoints::width).orElseGet(() -> own(parameter, LOWER_WIDTH_K));
            case FAN_SET_VALUE -> own(parameter, band.highC());
            case HIGH_ALARM -> own(parameter, keep.map(wanted -> wanted.highC() + 1.5).orElse(40.0));
            case LOW_ALARM -> own(parameter, keep.map(wanted -> wanted.lowC() - 2).orElse(10.0));
            default -> own(parameter, band.middleC());
        };
    }

    /** What airs begins where it is already warm or damp enough, so that it leaves the heater and the humidifier alone. */
    private double airing(Parameter parameter) {
        KeepBand band = keep.orElse(SOMEWHERE);
        double begins = keep.map(wanted -> wanted.highC() - 0.3 * (wanted.highC() - wanted.lowC())).orElse(band.middleC());
        return switch (parameter) {
            case SET_VALUE, NIGHT_SET_VALUE -> own(parameter, begins);
            case BAND -> own(parameter, keep.map(wanted -> Math.max(1, wanted.highC() - begins)).orElse(2.0));
            case SET_HUMIDITY, NIGHT_SET_HUMIDITY -> damp.orElse(SOMEHOW_DAMP).highPct() - 5;
            default -> warmth(parameter);
        };
    }

    /** A device of humidity begins inside what is wanted, its alarms outside. */
    private double humidity(Parameter parameter) {
        HumidityBand band = damp.orElse(SOMEHOW_DAMP);
        double wide = band.highPct() - band.lowPct();
        return switch (parameter) {
            case ON_AT -> band.lowPct() + wide / 4;
            case DIFFERENTIAL, LOWER_DIFFERENTIAL -> Math.max(3, 0.3 * wide);
            case HIGH_ALARM -> Math.min(99, band.highPct() + 5);
            case LOW_ALARM -> band.lowPct() - 10;
            default -> band.lowPct() + 0.6 * wide;
        };
    }
}
