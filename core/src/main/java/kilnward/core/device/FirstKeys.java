package kilnward.core.device;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.life.Band;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Night;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;

/**
 * What the keys of a device hold before anybody has keyed anything in: somewhere sensible to begin from, not yet proven. What is keyed in already stays; what a
 * device did by other keys goes on where it switched. Common practice, no source.
 */
public final class FirstKeys {
    /** Width an on/off output begins with, as people key it: half a kelvin, or one degree Fahrenheit. */
    private static final double WIDTH_K = 0.5;
    private static final double WIDTH_F = 1;
    private static final double LOWER_WIDTH_K = 1.1;
    /** Where nobody has said what is wanted (°C, %RH, ppm). */
    private static final KeepBand SOMEWHERE = new KeepBand(24, 26);
    private static final Band SOMEHOW_STALE = Band.carbonDioxide(600, 1_000);
    private static final Band SOMEHOW_DAMP = Band.humidity(55, 65);

    /** Of the way from what is wanted to harm an alarm begins at this share, at most so far out (K). */
    private static final double ALARM_SHARE = 0.4;
    private static final double HIGH_ALARM_K = 1.5;
    private static final double LOW_ALARM_K = 2;
    /** A compressor begins with a rest of so many minutes. */
    private static final double COMPRESSOR_REST_MIN = 3;
    /** A sensor in air this damp (%RH) soon has drops on it: nothing begins with switching off there. */
    private static final double DAMPEST_PCT = 97;

    /**
     * What is wanted, and what hangs on the device.
     *
     * @param keep       what is wanted at the occupant; empty where nobody has said
     * @param damp       the same of what the air holds and the device governs or shows
     * @param harmLowC   where harm begins below (°C); empty where none is known
     * @param harmHighC  where harm begins above (°C)
     * @param direction  which way what hangs on its first output moves what it reads; empty where nothing does
     * @param compressor whether something with a compressor hangs on it
     * @param night      what is wanted by night; empty where that is what is wanted by day
     */
    public record Wanted(Optional<KeepBand> keep, Optional<Band> damp, OptionalDouble harmLowC, OptionalDouble harmHighC, Optional<Direction> direction,
            boolean compressor, Optional<Night> night) {
        /** What is wanted, where nothing is known of harm and of what hangs on it. */
        public static Wanted of(Optional<KeepBand> keep, Optional<Band> damp) {
            return new Wanted(keep, damp, OptionalDouble.empty(), OptionalDouble.empty(), Optional.empty(), false, Optional.empty());
        }
    }

    private final Profile profile;
    private final Settings keyed;
    private final Wanted wanted;
    private final Optional<KeepBand> keep;
    private final Optional<Band> damp;
    private final List<SwitchingPoints> points;

    private FirstKeys(Profile profile, Settings keyed, Wanted wanted, List<SwitchingPoints> points) {
        this.profile = profile;
        this.keyed = keyed;
        this.wanted = wanted;
        this.keep = wanted.keep();
        this.damp = wanted.damp();
        this.points = points;
    }

    /**
     * A value for each key of a device.
     *
     * @param keyed  what is keyed in; what belongs to none of its keys is dropped
     * @param wanted what is wanted, and what hangs on it
     * @param points where its outputs switched until now, by keys that it may have no longer, in its unit; may be empty
     */
    public static Settings of(Profile profile, Settings keyed, Wanted wanted, List<SwitchingPoints> points) {
        FirstKeys first = new FirstKeys(profile, keyed, wanted, points);
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
            case DIRECTION -> lowers() ? 1 : 0;
            case DAY_FROM -> key.nearest(wanted.night().map(Night::toHour).orElse(beginning.value().orElse(0)));
            case DAY_TO -> key.nearest(wanted.night().map(Night::fromHour).orElse(beginning.value().orElse(0)));
            case ACT_DELAY, MIN_OFF, SECOND_ACT_DELAY, SECOND_MIN_OFF -> key.nearest(wanted.compressor() && rests(key.parameter()) ? COMPRESSOR_REST_MIN : 0);
            // A fan is not asked for less than turns it.
            case MINIMUM_SPEED, NIGHT_MINIMUM_SPEED -> key.up(Math.max(beginning.value().orElse(0), floor()));
            default -> beginning.value().isPresent() && !airs(key.parameter()) ? key.nearest(own(key.parameter(), beginning.value().getAsDouble()))
                    : key.nearest(!unit.isTemperature() ? air(key.parameter()) : profile.law() == LawKind.FAN_BAND || profile.law() == LawKind.STEP_VENT
                            ? airing(key.parameter()) : warmth(key.parameter()));
        };
    }

    private boolean lowers() {
        return wanted.direction().filter(way -> way == Direction.LOWER).isPresent();
    }

    /** Whether a key is the one that gives the rest: the shortest rest where there is one, else the delay. */
    private boolean rests(Parameter parameter) {
        return parameter == Parameter.MIN_OFF || parameter == Parameter.SECOND_MIN_OFF
                || parameter == Parameter.ACT_DELAY && profile.key(Parameter.MIN_OFF).isEmpty() && profile.key(Parameter.SECOND_MIN_OFF).isEmpty()
                || parameter == Parameter.SECOND_ACT_DELAY && profile.key(Parameter.SECOND_MIN_OFF).isEmpty();
    }

    private double floor() {
        return profile.floorAsOne() || profile.key(Parameter.FAN_FLOOR).isEmpty() ? 0
                : keyed.value(Parameter.FAN_FLOOR).orElseGet(() -> Beginning.of(Parameter.FAN_FLOOR, profile.unit()).value().orElse(0));
    }

    private static double alarmOutK(double edgeC, OptionalDouble harmC, double mostK) {
        return harmC.isEmpty() ? mostK : Math.min(mostK, ALARM_SHARE * Math.abs(harmC.getAsDouble() - edgeC));
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
            case ON_AT -> first.map(SwitchingPoints::onAt).orElseGet(() -> own(parameter, lowers() ? band.highC() - wide / 4 : band.lowC() + wide / 4));
            case OFF_AT -> first.map(SwitchingPoints::offAt).orElseGet(() -> own(parameter, lowers() ? band.lowC() + wide / 4 : band.highC() - wide / 4));
            case SET_VALUE -> first.map(SwitchingPoints::offAt).orElseGet(() -> own(parameter, band.middleC()));
            case DIFFERENTIAL -> first.map(SwitchingPoints::width).orElse(profile.unit() == DisplayUnit.F ? WIDTH_F : WIDTH_K);
            case LOWER_DIFFERENTIAL -> second.map(SwitchingPoints::width).orElseGet(() -> own(parameter, LOWER_WIDTH_K));
            case NIGHT_SET_VALUE -> own(parameter, wanted.night().map(each -> each.keep().middleC()).orElse(band.middleC()));
            case FAN_SET_VALUE -> own(parameter, band.highC());
            case HIGH_ALARM -> own(parameter, keep.map(each -> each.highC() + alarmOutK(each.highC(), wanted.harmHighC(), HIGH_ALARM_K)).orElse(40.0));
            case LOW_ALARM -> own(parameter, keep.map(each -> each.lowC() - alarmOutK(each.lowC(), wanted.harmLowC(), LOW_ALARM_K)).orElse(10.0));
            default -> own(parameter, band.middleC());
        };
    }

    /** What airs begins where it is already warm or damp enough, so that it leaves the heater and the humidifier alone. */
    private double airing(Parameter parameter) {
        KeepBand band = keep.orElse(SOMEWHERE);
        double begins = keep.map(wanted -> wanted.highC() - 0.3 * (wanted.highC() - wanted.lowC())).orElse(band.middleC());
        return switch (parameter) {
            // By night too: a heater that knows no night would be aired against.
            case SET_VALUE, NIGHT_SET_VALUE -> own(parameter, begins);
            case BAND -> own(parameter, keep.map(wanted -> Math.max(1, wanted.highC() - begins)).orElse(2.0));
            case SET_HUMIDITY, NIGHT_SET_HUMIDITY -> damp.orElse(SOMEHOW_DAMP).high() - 5;
            default -> warmth(parameter);
        };
    }

    /** A device of what the air holds begins inside what is wanted, its alarms outside. */
    private double air(Parameter parameter) {
        Quantity reads = profile.unit().quantity();
        boolean dampness = reads == Quantity.RELATIVE_HUMIDITY;
        Band band = damp.filter(each -> each.quantity() == reads).orElse(dampness ? SOMEHOW_DAMP : SOMEHOW_STALE);
        double wide = band.high() - band.low();
        double dampest = dampness ? DAMPEST_PCT : reads.holding().highest();
        double out = reads.margins().alarmOut();
        return switch (parameter) {
            case ON_AT -> lowers() ? band.high() - wide / 4 : Math.min(dampest - 2, band.low() + wide / 4);
            case OFF_AT -> lowers() ? band.low() + wide / 4 : Math.min(dampest, band.low() + 0.6 * wide);
            case DIFFERENTIAL, LOWER_DIFFERENTIAL -> Math.max(dampness ? 3 : reads.margins().clear(), 0.3 * wide);
            case HIGH_ALARM -> Math.min(0.99 * reads.holding().highest(), band.high() + out);
            case LOW_ALARM -> Math.max(reads.holding().lowest(), band.low() - 2 * out);
            default -> band.low() + 0.6 * wide;
        };
    }
}
