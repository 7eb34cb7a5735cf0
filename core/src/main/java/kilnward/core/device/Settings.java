package kilnward.core.device;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;

/**
 * Everything keyed into one controller, its offset included, in the controller's own unit.
 *
 * @param values a value a meaning
 */
public record Settings(Map<Parameter, Double> values) {
    public Settings {
        EnumMap<Parameter, Double> copy = new EnumMap<>(Parameter.class);
        values.forEach((parameter, value) -> {
            Require.that(value != null, "values." + parameter, null, "must be given");
            Require.finite("values." + parameter, value);
            copy.put(parameter, value);
        });
        values = Collections.unmodifiableMap(copy);
    }

    /** A value; empty where none was keyed in. */
    public Optional<Double> value(Parameter parameter) {
        return Optional.ofNullable(values.get(parameter));
    }

    /** The value, refused by its field name where it is missing. */
    public double need(Parameter parameter) {
        Double value = values.get(parameter);
        Require.that(value != null, "values." + parameter, null, "must be given");
        return value;
    }

    /** A copy with one value changed. */
    public Settings with(Parameter parameter, double value) {
        EnumMap<Parameter, Double> changed = new EnumMap<>(Parameter.class);
        changed.putAll(values);
        changed.put(parameter, value);
        return new Settings(changed);
    }

    /** A copy without one value. */
    public Settings without(Parameter parameter) {
        Map<Parameter, Double> fewer = new java.util.HashMap<>(values);
        fewer.remove(parameter);
        return new Settings(fewer);
    }

    /** The unit these values are keyed in: that of the UNIT key, or the profile's where it has none. */
    public DisplayUnit unit(Profile profile) {
        return value(Parameter.UNIT).map(choice -> choice < 0.5 ? DisplayUnit.C : DisplayUnit.F).orElse(profile.unit());
    }
}
