package kilnward.core.device;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;

/**
 * A user's controller as its own parameter table.
 *
 * @param name        what the user calls it
 * @param law         its school
 * @param unit        unit in which its ranges and steps are stated
 * @param resolution  smallest step of its display, in {@code unit}
 * @param samplingS   how often it looks at its probe (s)
 * @param raising     what its differential means when heating
 * @param lowering    what its differential means when cooling
 * @param strict      whether it switches only past a point rather than at it
 * @param keys        its keys in the order in which they are gone through, each meaning once
 * @param howToSet    how a value is changed, in the user's words
 * @param howToSave   how a change is kept, in the user's words
 * @param habits      how it behaves beside its keys
 * @param floorAsOne  whether the lowest speed at which a fan turns counts as 1 %, so that the scale above is stretched
 */
public record Profile(String name, LawKind law, DisplayUnit unit, @Bounded(min = 0.001, max = 10) double resolution, @Bounded(min = 1, max = 600, unit = "s") double samplingS,
        Style raising, Style lowering,
        boolean strict, List<ProfileKey> keys, String howToSet, String howToSave, Habits habits, boolean floorAsOne) {
    public Profile {
        Require.that(name != null && !name.isBlank() && name.length() <= 80, "name", name,
                "must have 1 to 80 characters");
        Objects.requireNonNull(law, "law");
        Objects.requireNonNull(unit, "unit");
        Objects.requireNonNull(habits, "habits");
        Require.within(Profile.class, "resolution", resolution);
        Require.within(Profile.class, "samplingS", samplingS);
        Objects.requireNonNull(raising, "raising");
        Objects.requireNonNull(lowering, "lowering");
        Require.that(raising.isPair() == lowering.isPair(), "lowering", lowering,
                "must be a pair exactly when raising is one");
        keys = List.copyOf(keys);
        howToSet = howToSet == null ? "" : howToSet;
        howToSave = howToSave == null ? "" : howToSave;
        Set<Parameter> seen = EnumSet.noneOf(Parameter.class);
        for (int i = 0; i < keys.size(); i++) {
            Require.that(seen.add(keys.get(i).parameter()), "keys[" + i + "].parameter", keys.get(i).parameter(),
                    "must not stand twice");
            if (keys.get(i).also() != null) {
                Require.that(seen.add(keys.get(i).also()), "keys[" + i + "].also", keys.get(i).also(), "must not stand twice");
            }
        }
        Require.that(!seen.contains(Parameter.LOWER_DIFFERENTIAL) || !raising.isPair() && !seen.contains(Parameter.DIRECTION), "keys",
                seen, "must hold neither a pair nor a direction beside LOWER_DIFFERENTIAL: a two-sided device does both");
        for (Parameter parameter : law.keys().needed(raising)) {
            Require.that(seen.contains(parameter), "keys", seen, "must hold " + parameter + " for its school");
        }
        Require.that(seen.contains(Parameter.DAY_FROM) == seen.contains(Parameter.DAY_TO), "keys", seen,
                "must hold both DAY_FROM and DAY_TO, or neither");
        Require.that(seen.contains(Parameter.PULSE_ON) == seen.contains(Parameter.PULSE_REST), "keys", seen,
                "must hold both PULSE_ON and PULSE_REST, or neither");
        Require.that(seen.contains(Parameter.SECOND_PULSE_ON) == seen.contains(Parameter.SECOND_PULSE_REST), "keys", seen,
                "must hold both SECOND_PULSE_ON and SECOND_PULSE_REST, or neither");
        Require.that(!seen.contains(Parameter.UNDER_PRESSURE) || !seen.contains(Parameter.INTAKE_KEPT), "keys", seen,
                "must hold UNDER_PRESSURE or INTAKE_KEPT, which are the same counted from the other end, not both");
        Require.that(!seen.contains(Parameter.FAN_SET_VALUE) || seen.contains(Parameter.DIFFERENTIAL), "keys", seen,
                "must hold DIFFERENTIAL beside FAN_SET_VALUE");
        Require.that(unit.isTemperature() || law == LawKind.ON_OFF || law == LawKind.TIME_PROPORTIONAL, "unit", unit,
                "must be a temperature for a fan or a vent: humidity stands beside it");
    }

    /** An on/off controller of whose habits nothing is known. */
    public Profile(String name, DisplayUnit unit, double resolution, double samplingS, Style raising, Style lowering,
            boolean strict, List<ProfileKey> keys, String howToSet, String howToSave) {
        this(name, LawKind.ON_OFF, unit, resolution, samplingS, raising, lowering, strict, keys, howToSet, howToSave, Habits.UNKNOWN);
    }

    /** One whose fans count their speed from 0. */
    public Profile(String name, LawKind law, DisplayUnit unit, double resolution, double samplingS, Style raising, Style lowering,
            boolean strict, List<ProfileKey> keys, String howToSet, String howToSave, Habits habits) {
        this(name, law, unit, resolution, samplingS, raising, lowering, strict, keys, howToSet, howToSave, habits, false);
    }

    /** The key of a meaning; empty where the controller has none. */
    public Optional<ProfileKey> key(Parameter parameter) {
        return keys.stream().filter(key -> key.parameter() == parameter || key.also() == parameter).findFirst();
    }

    /**
     * What settings come to: what is off is not there, what a key means besides has its value, and what is fixed in the device stands in it. Only alarms and a
     * set humidity can be missing; anything else that is off counts as 0.
     */
    public Settings inForce(Settings settings) {
        Settings inForce = settings;
        for (ProfileKey key : keys) {
            Parameter parameter = key.parameter();
            if (key.isFixed() && settings.value(parameter).isEmpty()) {
                inForce = inForce.with(parameter, key.lowest());
            }
            Optional<Double> value = inForce.value(parameter);
            if (value.isPresent() && key.isOff(value.get())) {
                boolean missing = parameter == Parameter.HIGH_ALARM || parameter == Parameter.LOW_ALARM || parameter == Parameter.SET_HUMIDITY;
                inForce = missing ? inForce.without(parameter) : inForce.with(parameter, 0);
            }
            if (key.also() != null && inForce.value(parameter).isPresent()) {
                inForce = inForce.with(key.also(), inForce.value(parameter).get());
            }
        }
        return inForce;
    }

    /** Whether it heats and cools, or moistens and dries, around one set value, with a rest zone between. */
    public boolean isTwoSided() {
        return law == LawKind.ON_OFF && key(Parameter.LOWER_DIFFERENTIAL).isPresent();
    }

    /** How many outputs it has. */
    public int outputs() {
        return law.keys().outputs(this);
    }

    /** The style for a direction. */
    public Style style(Direction direction) {
        return direction == Direction.RAISE ? raising : lowering;
    }

    /**
     * What is wrong with values as keys of this controller, one refusal a key; the field is {@code values.} and the meaning.
     */
    public List<RefusedValueException> refusals(Settings settings) {
        List<RefusedValueException> refusals = new ArrayList<>();
        for (ProfileKey key : keys) {
            String field = "values." + key.parameter();
            Optional<Double> value = settings.value(key.parameter());
            if (key.isFixed() || value.isPresent() && key.isOff(value.get())) {
                continue;
            }
            if (value.isEmpty()) {
                refusals.add(new RefusedValueException(field, null, "must be given"));
                continue;
            }
            double given = value.get();
            double lowest = toUnitOf(settings, key, key.lowest());
            double highest = toUnitOf(settings, key, key.highest());
            if (!(given >= lowest - 1e-9 && given <= highest + 1e-9)) {
                refusals.add(new RefusedValueException(field, given, "must be from " + tidy(lowest) + " to "
                        + tidy(highest) + " on this controller; the nearest is " + tidy(Translation.key(this, settings, key.parameter()).nearest(given))));
            } else if (!key.isOnStep(given)) {
                refusals.add(new RefusedValueException(field, given, "must be a multiple of " + Require.plain(key.step())
                        + " on this controller; the nearest is " + tidy(key.nearest(given))));
            }
        }
        for (Parameter parameter : settings.values().keySet()) {
            if (key(parameter).isEmpty()) {
                refusals.add(new RefusedValueException("values." + parameter, settings.values().get(parameter),
                        "must not be given: this controller has no such key"));
            }
        }
        alarmTooNear(settings, Parameter.HIGH_ALARM).ifPresent(refusals::add);
        alarmTooNear(settings, Parameter.LOW_ALARM).ifPresent(refusals::add);
        double set = settings.value(Parameter.SET_VALUE).orElse(Double.NaN);
        settings.value(Parameter.LOWEST_SETTABLE).filter(limit -> set < limit).ifPresent(limit -> refusals.add(
                new RefusedValueException("values.SET_VALUE", set, "must not be below the lowest settable value ("
                        + tidy(limit) + ")")));
        settings.value(Parameter.HIGHEST_SETTABLE).filter(limit -> set > limit).ifPresent(limit -> refusals.add(
                new RefusedValueException("values.SET_VALUE", set, "must not be above the highest settable value ("
                        + tidy(limit) + ")")));
        return refusals;
    }

    /** Whether this device refuses a key of some settings. */
    public boolean refuses(Settings settings, Parameter parameter) {
        String field = "values." + parameter;
        return refusals(settings).stream().anyMatch(refusal -> refusal.field().equals(field));
    }

    /** The level beside which this device takes an alarm: as near to what it holds as its habits allow; empty where it does not mind. */
    public Optional<Double> alarmLimit(Settings settings, Parameter alarm) {
        boolean high = alarm == Parameter.HIGH_ALARM;
        double least = settings.unit(this).differenceFromModel(unit.differenceToModel(high ? habits.highAlarmLeast() : habits.lowAlarmLeast()));
        return least == 0 ? Optional.empty() : settings.value(Parameter.SET_VALUE).or(() -> settings.value(Parameter.OFF_AT))
                .map(set -> high ? set + least : set - least);
    }

    private Optional<RefusedValueException> alarmTooNear(Settings settings, Parameter alarm) {
        Optional<Double> given = settings.value(alarm).filter(value -> key(alarm).map(key -> !key.isOff(value)).orElse(true));
        Optional<Double> limit = alarmLimit(settings, alarm);
        boolean high = alarm == Parameter.HIGH_ALARM;
        if (given.isEmpty() || limit.isEmpty() || key(alarm).isEmpty() || (high ? given.get() >= limit.get() - 1e-9 : given.get() <= limit.get() + 1e-9)) {
            return Optional.empty();
        }
        ProfileKey key = Translation.key(this, settings, alarm);
        return Optional.of(new RefusedValueException("values." + alarm, given.get(), "must not be nearer to the set value on this controller; the nearest is "
                + tidy(high ? key.up(limit.get()) : key.down(limit.get()))));
    }

    /** A bound of a key, stated in the profile's unit, in the unit the settings are keyed in. */
    double toUnitOf(Settings settings, ProfileKey key, double bound) {
        return Translation.convert(key.parameter(), bound, unit, settings.unit(this));
    }

    private static String tidy(double value) {
        return Require.plain(Math.round(value * 1000) / 1000.0);
    }
}
