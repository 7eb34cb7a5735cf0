package kilnward.core.device;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import kilnward.core.control.Direction;
import kilnward.core.control.Law;
import kilnward.core.control.OnOff;
import kilnward.core.control.StepVent;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.VentTakeOver;

/** A vent moved in steps; the second output is a fan that takes over once the vent is fully open. */
final class StepVentKeys implements LawKeys {
    private static final Set<Parameter> OWN = EnumSet.of(
            Parameter.DIFFERENTIAL, Parameter.NEUTRAL_ZONE, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, Parameter.HUMIDITY_ZONE, Parameter.VENT_STEP,
            Parameter.VENT_EVERY, Parameter.MOTOR_STROKE, Parameter.MOTOR_TIMEOUT, Parameter.OUTDOOR_LOWEST, Parameter.OUTDOOR_HIGHEST, Parameter.FAN_SET_VALUE,
            Parameter.SECOND_ACT_DELAY, Parameter.SECOND_MIN_OFF, Parameter.HUMIDITY_OFFSET);

    private static final double WARMEST_OUTDOORS_C = 60;
    private static final double COLDEST_OUTDOORS_C = -60;

    @Override
    public Set<Parameter> needed(Style raising) {
        return EnumSet.of(Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP, Parameter.VENT_EVERY);
    }

    @Override
    public Set<Parameter> own() {
        return OWN;
    }

    @Override
    public int outputs(Profile profile) {
        return profile.key(Parameter.FAN_SET_VALUE).isPresent() ? 2 : 1;
    }

    @Override
    public Direction direction(Profile profile, Settings settings, int loop, Direction wanted) {
        return Direction.LOWER;
    }

    private static StepVent vent(Profile profile, Settings settings) {
        var unit = settings.unit(profile);
        Function<Double, StepVent.Humidity> around = set -> new StepVent.Humidity(set, settings.value(Parameter.HUMIDITY_ZONE).orElse(0.0),
                settings.value(Parameter.OUTDOOR_LOWEST).map(unit::toModel).orElse(COLDEST_OUTDOORS_C),
                settings.value(Parameter.OUTDOOR_HIGHEST).map(unit::toModel).orElse(WARMEST_OUTDOORS_C));
        Optional<StepVent.Humidity> humidity = settings.value(Parameter.SET_HUMIDITY).map(around);
        Optional<StepVent.Humidity> night = humidity.flatMap(day -> settings.value(Parameter.NIGHT_SET_HUMIDITY).map(around));
        Optional<StepVent.Motor> motor = settings.value(Parameter.MOTOR_STROKE).map(stroke -> new StepVent.Motor(stroke,
                settings.value(Parameter.MOTOR_TIMEOUT).orElse(2 * stroke)));
        return new StepVent(settings.need(Parameter.SET_VALUE), settings.need(Parameter.NEUTRAL_ZONE), humidity, night,
                LawKeys.dayNight(settings), settings.need(Parameter.VENT_STEP), 60 * settings.need(Parameter.VENT_EVERY), motor);
    }

    @Override
    public Law law(Profile profile, Settings settings, int loop, Direction wanted) {
        StepVent vent = vent(profile, settings);
        return loop == 0 ? vent : new VentTakeOver(vent, new OnOff(fan(profile, settings), profile.strict()));
    }

    private static SwitchingPoints fan(Profile profile, Settings settings) {
        return profile.lowering().points(Direction.LOWER, settings.need(Parameter.FAN_SET_VALUE), settings.need(Parameter.DIFFERENTIAL));
    }

    @Override
    public Optional<SwitchingPoints> points(Profile profile, Settings settings, int loop, Direction wanted) {
        return loop == 0 ? Optional.empty() : Optional.of(fan(profile, settings));
    }

    @Override
    public List<Mark> marks(Profile profile, Settings settings, int loop, Direction wanted) {
        if (loop > 0) {
            SwitchingPoints fan = fan(profile, settings);
            return List.of(Mark.of(LevelKind.LOWER_ON, fan.onAt()), Mark.of(LevelKind.LOWER_OFF, fan.offAt()));
        }
        List<Mark> marks = new ArrayList<>();
        double set = settings.need(Parameter.SET_VALUE);
        double zone = settings.need(Parameter.NEUTRAL_ZONE);
        marks.add(Mark.of(LevelKind.VENT_OPENS, set + zone));
        marks.add(Mark.of(LevelKind.VENT_SHUTS, set - zone));
        settings.value(Parameter.SET_HUMIDITY).ifPresent(damp -> {
            double around = settings.value(Parameter.HUMIDITY_ZONE).orElse(0.0);
            marks.add(new Mark(LevelKind.VENT_OPENS, damp + around, true, false));
            marks.add(new Mark(LevelKind.VENT_SHUTS, damp - around, true, false));
            settings.value(Parameter.NIGHT_SET_HUMIDITY).filter(night -> !night.equals(damp)).ifPresent(night -> {
                marks.add(new Mark(LevelKind.VENT_OPENS, night + around, true, true));
                marks.add(new Mark(LevelKind.VENT_SHUTS, night - around, true, true));
            });
        });
        return marks;
    }

    @Override
    public Settings move(Profile profile, Settings settings, Mark to, Direction wanted) {
        switch (to.kind()) {
            case VENT_OPENS, VENT_SHUTS -> {
                Parameter set = to.companion() ? to.night() && settings.value(Parameter.NIGHT_SET_HUMIDITY).isPresent() ? Parameter.NIGHT_SET_HUMIDITY : Parameter.SET_HUMIDITY
                        : Parameter.SET_VALUE;
                Parameter zone = to.companion() ? Parameter.HUMIDITY_ZONE : Parameter.NEUTRAL_ZONE;
                boolean opens = to.kind() == LevelKind.VENT_OPENS;
                double other = settings.need(set) + (opens ? -1 : 1) * settings.need(zone);
                Settings moved = LawKeys.put(profile, settings, zone, 0.5 * Math.abs(to.display() - other));
                // The set value keeps the other end where it is, with the zone that the device can take.
                return LawKeys.put(profile, moved, set, other + (opens ? 1 : -1) * moved.need(zone));
            }
            case LOWER_ON, LOWER_OFF -> {
                SwitchingPoints now = fan(profile, settings);
                if (to.kind() == LevelKind.LOWER_OFF) {
                    return LawKeys.put(profile, settings, Parameter.FAN_SET_VALUE, settings.need(Parameter.FAN_SET_VALUE) + to.display() - now.offAt());
                }
                SwitchingPoints moved = new SwitchingPoints(Direction.LOWER, Math.max(to.display(), now.offAt() + profile.resolution()), now.offAt());
                Settings wider = LawKeys.put(profile, settings, Parameter.DIFFERENTIAL, profile.lowering().differentialFor(moved));
                return LawKeys.put(profile, wider, Parameter.FAN_SET_VALUE, profile.lowering().setValueFor(moved));
            }
            default -> throw LawKeys.notMovable(to.kind());
        }
    }

    @Override
    public Map<Parameter, Double> exact(Profile profile, Settings settings, double low, double high, Direction wanted) {
        return Map.of(Parameter.SET_VALUE, 0.5 * (low + high), Parameter.NEUTRAL_ZONE, 0.5 * (high - low));
    }
}
