package kilnward.core.device;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.Direction;
import kilnward.core.control.Law;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;

/** From keys to behaviour, from a wanted band to keys, and between units. */
public final class Translation {
    /** Which of the two switching points was asked for exactly; the other gives way to the controller's steps. */
    public enum Anchor {
        ON,
        OFF
    }

    /** Where a band lies: a device that refuses one of them cannot have it. */
    private static final List<Parameter> SETS = List.of(Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE, Parameter.FAN_SET_VALUE);

    private Translation() {
    }

    /**
     * Where one output of a controller switches; empty for a law that does not switch.
     *
     * @param loop   position of the output; of a two-sided device 0 raises and 1 lowers
     * @param wanted the direction of its appliance, for a controller without a key for it
     */
    public static Optional<SwitchingPoints> points(Profile profile, Settings settings, int loop, Direction wanted) {
        return profile.law().keys().points(profile, profile.inForce(settings), loop, wanted);
    }

    /** Where the first output of an on/off controller switches. */
    public static SwitchingPoints points(Profile profile, Settings settings, Direction wanted) {
        return points(profile, settings, 0, wanted).orElseThrow(() -> new RefusedValueException("law", profile.law(), "must be on/off"));
    }

    /** The lowest and the highest level at which a controller acts on what it shows, as displayed, by day. */
    public static double[] extent(Profile profile, Settings settings, Direction wanted) {
        return profile.law().keys().extent(profile, profile.inForce(settings), wanted);
    }

    /** The direction an output is keyed to; a pair tells its own. */
    public static Direction direction(Profile profile, Settings settings, int loop, Direction wanted) {
        return profile.law().keys().direction(profile, profile.inForce(settings), loop, wanted);
    }

    /** What an output does. */
    public static Law law(Profile profile, Settings settings, int loop, Direction wanted) {
        return profile.law().keys().law(profile, profile.inForce(settings), loop, wanted);
    }

    /**
     * What holds an output back. Delays, rests and pulses belong to an output. Of a two-sided device with one key for a delay or a rest it is the output that
     * lowers which is held back, as that is where compressors are; with one for pulses, the one that raises, as that is where humidifiers are (common practice,
     * no source).
     *
     * @param output position of the output
     */
    public static Timers timers(Profile profile, Settings keyed, int output) {
        Settings settings = profile.inForce(keyed);
        boolean twoSided = profile.isTwoSided();
        return new Timers(60 * guard(profile, settings, Parameter.ACT_DELAY, Parameter.SECOND_ACT_DELAY, output, twoSided),
                60 * guard(profile, settings, Parameter.MIN_OFF, Parameter.SECOND_MIN_OFF, output, twoSided), 60 * settings.value(Parameter.AFTER_MAINS).orElse(0.0),
                60 * pulse(settings, Parameter.PULSE_ON, Parameter.SECOND_PULSE_ON, output, twoSided),
                60 * pulse(settings, Parameter.PULSE_REST, Parameter.SECOND_PULSE_REST, output, twoSided));
    }

    private static double guard(Profile profile, Settings settings, Parameter first, Parameter second, int output, boolean twoSided) {
        boolean each = profile.key(second).isPresent();
        if (output == 1 && each) {
            return settings.value(second).orElse(0.0);
        }
        return twoSided && output == 0 && !each ? 0 : settings.value(first).orElse(0.0);
    }

    private static double pulse(Settings settings, Parameter first, Parameter second, int output, boolean twoSided) {
        return output == 1 && (twoSided || settings.value(second).isPresent()) ? settings.value(second).orElse(0.0) : settings.value(first).orElse(0.0);
    }

    /** Whether the second of two choices is keyed in. */
    public static boolean isChosen(Settings settings, Parameter choice) {
        return settings.value(choice).map(value -> value >= 0.5).orElse(false);
    }

    /** By program, on or off. */
    public static OutputMode mode(Settings settings, Parameter parameter) {
        int choice = settings.value(parameter).map(value -> (int) Math.round(value)).orElse(0);
        return OutputMode.values()[Math.max(0, Math.min(2, choice))];
    }

    /**
     * Keys for a band.
     *
     * @param settings what to key in
     * @param low      lowest level at which it then acts, as displayed
     * @param high     highest level at which it then acts
     * @param fits     whether both lie inside what was asked for
     */
    public record Banded(Settings settings, double low, double high, boolean fits) {
    }

    /**
     * The keys with which a controller acts inside a band and nowhere outside it, as widely as its steps allow: rounding is always
     * inward. Where its steps, ranges or limits allow no such keys, those that leave the band least.
     *
     * @param low    lowest level, as displayed
     * @param high   highest level, above {@code low}
     * @param wanted the direction of its appliance
     */
    public static Banded band(Profile profile, Settings settings, double low, double high, Direction wanted) {
        Require.that(high > low, "high", high, "must be above the low one (" + Require.plain(low) + ")");
        Map<Parameter, Double> exact = profile.law().keys().exact(profile, settings, low, high, wanted);
        List<Settings> candidates = List.of(settings);
        for (Map.Entry<Parameter, Double> entry : exact.entrySet()) {
            ProfileKey key = key(profile, settings, entry.getKey());
            List<Settings> more = new ArrayList<>();
            for (Settings candidate : candidates) {
                for (int step = -2; step <= 2; step++) {
                    more.add(candidate.with(entry.getKey(), key.nearest(key.nearest(entry.getValue()) + step * key.step())));
                }
            }
            candidates = more;
        }
        Banded best = null;
        double leastCost = Double.POSITIVE_INFINITY;
        for (Settings candidate : candidates) {
            Banded banded = banded(profile, candidate, low, high, wanted);
            if (banded == null) {
                continue;
            }
            double outside = Math.max(0, low - banded.low()) + Math.max(0, banded.high() - high);
            double lost = Math.abs(banded.low() - low) + Math.abs(high - banded.high());
            double moved = exact.entrySet().stream().mapToDouble(entry -> Math.abs(candidate.need(entry.getKey()) - entry.getValue())).sum();
            double changed = exact.keySet().stream().mapToDouble(each -> Math.abs(candidate.need(each) - settings.need(each))).sum();
            double cost = (banded.fits() ? 0 : 1e6) + 1000 * outside + lost + 1e-3 * moved + 1e-5 * changed;
            if (cost < leastCost - 1e-9) {
                leastCost = cost;
                best = banded;
            }
        }
        if (best == null) {
            throw new RefusedValueException("low", low, "must be where this controller can be set");
        }
        return best;
    }

    /** Where a candidate acts; null where its keys do not take it or it would never rest. */
    private static Banded banded(Profile profile, Settings candidate, double low, double high, Direction wanted) {
        boolean pair = profile.raising().isPair() && profile.law() == LawKind.ON_OFF;
        if (pair && !(wanted == Direction.RAISE ? candidate.need(Parameter.ON_AT) < candidate.need(Parameter.OFF_AT)
                : candidate.need(Parameter.ON_AT) > candidate.need(Parameter.OFF_AT)) || width(candidate) <= 0
                || SETS.stream().anyMatch(set -> profile.refuses(candidate, set))) {
            return null;
        }
        double[] extent = profile.law().keys().extent(profile, candidate, wanted);
        return new Banded(candidate, extent[0], extent[1], extent[0] >= low - 1e-9 && extent[1] <= high + 1e-9);
    }

    private static double width(Settings settings) {
        return java.util.stream.Stream.of(Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL, Parameter.BAND)
                .flatMap(each -> settings.value(each).stream()).mapToDouble(Double::doubleValue).min().orElse(1);
    }

    /**
     * The keys for a wanted band. The anchored point is met where the controller's steps allow it; among the keys that meet
     * it, those are taken whose other point lies nearest to what is wanted, and of two equally near the narrower band.
     *
     * @param wanted wanted switching points, in the unit of the settings
     * @param anchor the point that must be met
     */
    public static Settings withPoints(Profile profile, Settings settings, SwitchingPoints wanted, Anchor anchor) {
        Style style = profile.style(wanted.direction());
        if (style.isPair()) {
            return settings.with(Parameter.ON_AT, key(profile, settings, Parameter.ON_AT).nearest(wanted.onAt()))
                    .with(Parameter.OFF_AT, key(profile, settings, Parameter.OFF_AT).nearest(wanted.offAt()));
        }
        ProfileKey setKey = key(profile, settings, Parameter.SET_VALUE);
        ProfileKey differentialKey = key(profile, settings, Parameter.DIFFERENTIAL);
        double ideal = differentialKey.nearest(style.differentialFor(wanted));
        double bestCost = Double.POSITIVE_INFINITY;
        Settings best = settings;
        for (int d = -10; d <= 10; d++) {
            double differential = differentialKey.nearest(ideal + d * differentialKey.step());
            if (differential <= 0) {
                continue;
            }
            // The set value that would meet the anchored point with this differential, and its neighbours on the step.
            SwitchingPoints atZero = style.points(wanted.direction(), 0, differential);
            double exact = anchor == Anchor.ON ? wanted.onAt() - atZero.onAt() : wanted.offAt() - atZero.offAt();
            for (double set : new double[] {setKey.down(exact), setKey.up(exact)}) {
                SwitchingPoints points = style.points(wanted.direction(), set, differential);
                double onMiss = Math.abs(points.onAt() - wanted.onAt());
                double offMiss = Math.abs(points.offAt() - wanted.offAt());
                double cost = (anchor == Anchor.ON ? 1000 * onMiss + offMiss : 1000 * offMiss + onMiss)
                        + 1e-6 * points.width();
                if (cost < bestCost - 1e-9) {
                    bestCost = cost;
                    best = settings.with(Parameter.SET_VALUE, set).with(Parameter.DIFFERENTIAL, differential);
                }
            }
        }
        return best;
    }

    /** A key with its range in the unit the settings are keyed in. */
    public static ProfileKey key(Profile profile, Settings settings, Parameter parameter) {
        ProfileKey key = profile.key(parameter)
                .orElseThrow(() -> new RefusedValueException("parameter", parameter,
                        "must be one of this controller's keys"));
        if (settings.unit(profile) == profile.unit()) {
            return key;
        }
        return new ProfileKey(parameter, key.label(), key.step(), profile.toUnitOf(settings, key, key.lowest()),
                profile.toUnitOf(settings, key, key.highest()), key.factory(), key.words(), key.offAt(), null);
    }

    /**
     * The same settings in another unit: levels as levels, differences as differences, each to the nearest step.
     *
     * @throws RefusedValueException where the controller has no key for its unit
     */
    public static Settings inUnit(Profile profile, Settings settings, DisplayUnit unit) {
        DisplayUnit from = settings.unit(profile);
        if (from == unit) {
            return settings;
        }
        if (profile.key(Parameter.UNIT).isEmpty()) {
            throw new RefusedValueException("unit", unit, "must stay " + from + ": this controller has no key for it");
        }
        Settings empty = new Settings(Map.of(Parameter.UNIT, unit == DisplayUnit.C ? 0.0 : 1.0));
        Map<Parameter, Double> converted = new EnumMap<>(Parameter.class);
        settings.values().forEach((parameter, value) -> converted.put(parameter,
                parameter.kind() == Parameter.Kind.LEVEL || parameter.kind() == Parameter.Kind.DIFFERENCE
                        ? key(profile, empty, parameter).nearest(convert(parameter, value, from, unit)) : value));
        converted.put(Parameter.UNIT, empty.need(Parameter.UNIT));
        return new Settings(converted);
    }

    /**
     * What is in force when nothing was kept: every key that has a factory value holds it, in the unit that is then in force. Factory values are stated in the
     * profile's unit.
     */
    public static Settings factory(Profile profile, Settings keyed) {
        Settings factory = keyed;
        Optional<Double> unit = profile.key(Parameter.UNIT).map(ProfileKey::factory);
        if (unit.isPresent() && keyed.value(Parameter.UNIT).isPresent()) {
            factory = inUnit(profile, keyed, unit.get() < 0.5 ? DisplayUnit.C : DisplayUnit.F);
        }
        for (ProfileKey key : profile.keys()) {
            if (keyed.value(key.parameter()).isPresent()) {
                Optional<Double> value = factory(profile, factory, key.parameter());
                factory = value.isPresent() ? factory.with(key.parameter(), value.get()) : factory;
            }
        }
        return factory;
    }

    /** The factory value of a key in the unit that some settings are keyed in; empty where none is known. */
    public static Optional<Double> factory(Profile profile, Settings keyed, Parameter parameter) {
        return profile.key(parameter).filter(key -> key.factory() != null).map(key -> keyed.unit(profile) == profile.unit() ? key.factory()
                : key(profile, keyed, parameter).nearest(profile.toUnitOf(keyed, key, key.factory())));
    }

    /**
     * A device described in another unit, with what is keyed into it.
     *
     * @param profile  its description: ranges and factory values converted, levels as levels and differences as differences, each to its step
     * @param settings what was keyed in, likewise; what has no meaning in the other unit is left out
     */
    public record Redescribed(Profile profile, Settings settings) {
    }

    /** The same device described in another unit. Between temperature and humidity nothing converts: ranges begin anew, and values are left out. */
    public static Redescribed described(Profile profile, Settings settings, DisplayUnit to) {
        DisplayUnit from = profile.unit();
        boolean sameQuantity = from.quantity() == to.quantity();
        List<ProfileKey> keys = new ArrayList<>();
        Settings kept = new Settings(Map.of());
        for (ProfileKey key : profile.keys()) {
            boolean converts = key.parameter().kind() == Parameter.Kind.LEVEL || key.parameter().kind() == Parameter.Kind.DIFFERENCE;
            if (key.parameter() == Parameter.UNIT && !to.isTemperature()) {
                continue;
            }
            ProfileKey described = !converts ? key : sameQuantity ? converted(key, from, to) : anew(key, to);
            keys.add(described);
            Optional<Double> value = settings.value(key.parameter());
            if (value.isPresent() && (!converts || sameQuantity)) {
                // What is keyed in keeps the unit it is keyed in, where a key says which.
                boolean own = settings.value(Parameter.UNIT).isPresent() && to.isTemperature();
                kept = kept.with(key.parameter(), !converts || own ? value.get() : described.nearest(convert(key.parameter(), value.get(), from, to)));
            }
        }
        Profile described = new Profile(profile.name(), profile.law(), to, sameQuantity ? profile.resolution() : to.quantity().holding().step(), profile.samplingS(),
                profile.raising(), profile.lowering(), profile.strict(), keys, profile.howToSet(), profile.howToSave(), profile.habits(), profile.floorAsOne());
        return new Redescribed(described, kept);
    }

    private static ProfileKey converted(ProfileKey key, DisplayUnit from, DisplayUnit to) {
        ProfileKey wide = new ProfileKey(key.parameter(), key.label(), key.step(), -1e6, 1e6, null, List.of());
        double lowest = wide.nearest(convert(key.parameter(), key.lowest(), from, to));
        double highest = wide.nearest(convert(key.parameter(), key.highest(), from, to));
        boolean narrow = key.parameter().kind() == Parameter.Kind.DIFFERENCE && key.lowest() > 0;
        return new ProfileKey(key.parameter(), key.label(), key.step(), narrow ? Math.max(key.step(), lowest) : lowest, highest,
                key.factory() == null ? null : wide.nearest(convert(key.parameter(), key.factory(), from, to)), List.of(), key.offAt(), key.also());
    }

    private static ProfileKey anew(ProfileKey key, DisplayUnit to) {
        boolean difference = key.parameter().kind() == Parameter.Kind.DIFFERENCE;
        Quantity.Holding of = to.quantity().holding();
        double step = of.step();
        boolean offset = key.parameter() == Parameter.OFFSET;
        return new ProfileKey(key.parameter(), key.label(), step, offset ? -of.farthest() : difference ? step : of.lowest(),
                offset ? of.farthest() : difference ? of.widest() : of.highest(), null, List.of());
    }

    /** One value of a meaning from one unit to another, unrounded. */
    static double convert(Parameter parameter, double value, DisplayUnit from, DisplayUnit to) {
        if (from == to) {
            return value;
        }
        return switch (parameter.kind()) {
            case LEVEL -> to.fromModel(from.toModel(value));
            case DIFFERENCE -> to.differenceFromModel(from.differenceToModel(value));
            case HUMIDITY, PERCENT, MINUTES, SECONDS, HOUR, CHOICE, PLAIN -> value;
        };
    }
}
