package kilnward.core.settings;

import java.util.EnumMap;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;

/** From keys to behaviour, from a wanted band to keys, and between units. */
public final class Translation {
    /** Which of the two switching points was asked for exactly; the other gives way to the controller's steps. */
    public enum Anchor {
        ON, OFF
    }

    private Translation() {
    }

    /**
     * Where a controller switches with its settings.
     *
     * @param wanted the direction of its appliance, for a controller without a key for it
     */
    public static SwitchingPoints points(Profile profile, Settings settings, Direction wanted) {
        Direction direction = direction(profile, settings, wanted);
        Style style = profile.style(direction);
        return style.isPair()
                ? SwitchingPoints.ofPair(settings.need(Parameter.ON_AT), settings.need(Parameter.OFF_AT))
                : style.points(direction, settings.need(Parameter.SET_VALUE), settings.need(Parameter.DIFFERENTIAL));
    }

    /**
     * Where one output of a controller switches.
     *
     * @param loop   position of the output; of a two-sided device 0 raises and 1 lowers
     * @param wanted the direction of its appliance, for a controller without a key for it
     */
    public static SwitchingPoints points(Profile profile, Settings settings, int loop, Direction wanted) {
        if (!profile.isTwoSided()) {
            return points(profile, settings, wanted);
        }
        Direction direction = loop == 0 ? Direction.RAISE : Direction.LOWER;
        return profile.style(direction).points(direction, settings.need(Parameter.SET_VALUE),
                settings.need(loop == 0 ? Parameter.DIFFERENTIAL : Parameter.LOWER_DIFFERENTIAL));
    }

    /** The direction a controller is keyed to; a pair tells its own, a two-sided device raises first. */
    public static Direction direction(Profile profile, Settings settings, Direction wanted) {
        if (profile.isTwoSided()) {
            return Direction.RAISE;
        }
        if (profile.raising().isPair()) {
            return settings.need(Parameter.OFF_AT) > settings.need(Parameter.ON_AT) ? Direction.RAISE : Direction.LOWER;
        }
        return settings.value(Parameter.DIRECTION).map(choice -> choice < 0.5 ? Direction.RAISE : Direction.LOWER)
                .orElse(wanted);
    }

    /** The controller as the simulator takes it. */
    public static Controller toController(PlannedController planned, Direction wanted) {
        Profile profile = planned.profile();
        Settings settings = planned.settings();
        Timers timers = new Timers(60 * settings.value(Parameter.ACT_DELAY).orElse(0.0),
                60 * settings.value(Parameter.MIN_OFF).orElse(0.0));
        Display display = new Display(settings.unit(profile), profile.resolution(),
                settings.value(Parameter.OFFSET).orElse(0.0));
        List<Loop> loops = new ArrayList<>();
        for (int i = 0; i < planned.loops().size(); i++) {
            PlannedController.PlannedLoop loop = planned.loops().get(i);
            loops.add(new Loop(loop.id(), new OnOff(points(profile, settings, i, wanted), profile.strict()), timers, OutputMode.AUTO,
                    loop.applianceIds()));
        }
        return new Controller(planned.id(), planned.probeIds(), display, profile.samplingS(),
                optional(settings, Parameter.HIGH_ALARM), optional(settings, Parameter.LOW_ALARM), loops);
    }

    private static OptionalDouble optional(Settings settings, Parameter parameter) {
        return settings.value(parameter).map(OptionalDouble::of).orElse(OptionalDouble.empty());
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
    static ProfileKey key(Profile profile, Settings settings, Parameter parameter) {
        ProfileKey key = profile.key(parameter)
                .orElseThrow(() -> new RefusedValueException("parameter", parameter,
                        "must be one of this controller's keys"));
        if (settings.unit(profile) == profile.unit()) {
            return key;
        }
        return new ProfileKey(parameter, key.label(), key.step(), profile.toUnitOf(settings, key, key.lowest()),
                profile.toUnitOf(settings, key, key.highest()), key.factory(), key.words());
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

    /** One value of a meaning from one unit to another, unrounded. */
    static double convert(Parameter parameter, double value, DisplayUnit from, DisplayUnit to) {
        if (from == to) {
            return value;
        }
        return switch (parameter.kind()) {
            case LEVEL -> to.fromModel(from.toModel(value));
            case DIFFERENCE -> to.differenceFromModel(from.differenceToModel(value));
            case MINUTES, CHOICE -> value;
        };
    }
}
