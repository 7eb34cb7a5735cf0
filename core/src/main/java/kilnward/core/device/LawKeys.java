package kilnward.core.device;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import kilnward.core.control.DayNight;
import kilnward.core.control.Direction;
import kilnward.core.control.Law;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;

/** How one law is keyed in: from keys to what the device does, and back. All values as displayed, in the unit of the settings. */
public interface LawKeys {
    /**
     * A level at which something begins, ends or is fullest.
     *
     * @param display   level as displayed
     * @param companion whether it is a level of the humidity shown beside a temperature
     * @param night     whether it is in force by night only
     */
    record Mark(LevelKind kind, double display, boolean companion, boolean night) {
        static Mark of(LevelKind kind, double display) {
            return new Mark(kind, display, false, false);
        }
    }

    /** The meanings a device of this school cannot do without. */
    Set<Parameter> needed(Style raising);

    /** The meanings that only a device of this school, or of some schools, can have keys for; what every device may have is not among them. */
    Set<Parameter> own();

    /** Whether a device of this school may have a key of a meaning: its own, or one that is no school's. */
    default boolean offers(Parameter parameter) {
        return own().contains(parameter) || Arrays.stream(LawKind.values()).noneMatch(each -> each.keys().own().contains(parameter));
    }

    /** How many outputs it has at most. */
    int outputs(Profile profile);

    /** Which way an output moves what it acts on. */
    Direction direction(Profile profile, Settings settings, int loop, Direction wanted);

    /** What an output does. */
    Law law(Profile profile, Settings settings, int loop, Direction wanted);

    /** Where an output acts. */
    List<Mark> marks(Profile profile, Settings settings, int loop, Direction wanted);

    /** The switching points of an output, for laws that have them. */
    default Optional<SwitchingPoints> points(Profile profile, Settings settings, int loop, Direction wanted) {
        return Optional.empty();
    }

    /** The settings with one mark moved, the others kept where the device's steps allow it. */
    Settings move(Profile profile, Settings settings, Mark to, Direction wanted);

    /** The settings with everything moved by a difference. */
    default Settings shift(Profile profile, Settings settings, double by, Direction wanted) {
        Settings moved = settings.with(Parameter.SET_VALUE, Translation.key(profile, settings, Parameter.SET_VALUE)
                .nearest(settings.need(Parameter.SET_VALUE) + by));
        return settings.value(Parameter.NIGHT_SET_VALUE).map(night -> moved.with(Parameter.NIGHT_SET_VALUE,
                Translation.key(profile, settings, Parameter.NIGHT_SET_VALUE).nearest(night + by))).orElse(moved);
    }

    /** The lowest and the highest level at which its outputs act on what it shows, by day. */
    default double[] extent(Profile profile, Settings settings, Direction wanted) {
        double[] extent = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (int loop = 0; loop < (profile.isTwoSided() ? 2 : 1); loop++) {
            for (Mark mark : marks(profile, settings, loop, wanted)) {
                if (!mark.companion() && !mark.night()) {
                    extent[0] = Math.min(extent[0], mark.display());
                    extent[1] = Math.max(extent[1], mark.display());
                }
            }
        }
        return extent;
    }

    /** The unrounded keys that make it act just between two levels. */
    Map<Parameter, Double> exact(Profile profile, Settings settings, double low, double high, Direction wanted);

    /** When it takes its night set: by clock or by light, as it has keys for; always day where it has none. */
    static DayNight dayNight(Settings settings) {
        Optional<Double> from = settings.value(Parameter.DAY_FROM);
        Optional<Double> below = settings.value(Parameter.LIGHT_BELOW);
        if (from.isPresent()) {
            return new DayNight.Clock(from.get(), settings.need(Parameter.DAY_TO));
        }
        return below.isPresent() ? new DayNight.Light(below.get(), settings.value(Parameter.LIGHT_DELAY).orElse(0.0)) : new DayNight.Always();
    }

    /** Whether anything of a device changes between day and night. */
    static boolean hasNight(Settings settings) {
        return settings.values().keySet().stream().anyMatch(Parameter::isOfNight);
    }

    /** A value that must be above 0. */
    static double positive(Settings settings, Parameter parameter) {
        double value = settings.need(parameter);
        Require.positive("values." + parameter, value, "");
        return value;
    }

    /** The settings with a key set to its nearest step, and not below the first step above 0 for a band. */
    static Settings put(Profile profile, Settings settings, Parameter parameter, double value) {
        ProfileKey key = Translation.key(profile, settings, parameter);
        boolean width = parameter.kind() == Parameter.Kind.DIFFERENCE || parameter == Parameter.HUMIDITY_BAND;
        return settings.with(parameter, key.nearest(width ? Math.max(key.step(), value) : value));
    }

    /** Where a rung of a kind that this law has not would have to go. */
    static RefusedValueException notMovable(LevelKind kind) {
        return new RefusedValueException("edit.kind", kind, "must be a level that this controller has a key for");
    }
}
