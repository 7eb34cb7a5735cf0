package kilnward.core.device;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import kilnward.core.control.ByDay;
import kilnward.core.control.Direction;
import kilnward.core.control.Law;
import kilnward.core.control.OnOff;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.Require;

/** On and off between two points; of a two-sided device the first output raises and the second lowers, around one value. */
final class OnOffKeys implements LawKeys {
    private static final Set<Parameter> OWN = EnumSet.of(
            Parameter.DIRECTION, Parameter.NIGHT_SET_VALUE, Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL, Parameter.ON_AT, Parameter.OFF_AT, Parameter.DAY_FROM,
            Parameter.DAY_TO, Parameter.LIGHT_BELOW, Parameter.LIGHT_DELAY, Parameter.SECOND_ACT_DELAY, Parameter.SECOND_MIN_OFF, Parameter.SECOND_PULSE_ON,
            Parameter.SECOND_PULSE_REST);

    @Override
    public Set<Parameter> needed(Style raising) {
        return raising.isPair() ? EnumSet.of(Parameter.ON_AT, Parameter.OFF_AT)
                : EnumSet.of(Parameter.SET_VALUE, Parameter.DIFFERENTIAL);
    }

    @Override
    public Set<Parameter> own() {
        return OWN;
    }

    @Override
    public int outputs(Profile profile) {
        return profile.isTwoSided() ? 2 : 1;
    }

    @Override
    public Direction direction(Profile profile, Settings settings, int loop, Direction wanted) {
        if (profile.isTwoSided()) {
            return loop == 0 ? Direction.RAISE : Direction.LOWER;
        }
        if (profile.raising().isPair()) {
            return settings.need(Parameter.OFF_AT) > settings.need(Parameter.ON_AT) ? Direction.RAISE : Direction.LOWER;
        }
        return settings.value(Parameter.DIRECTION).map(choice -> choice < 0.5 ? Direction.RAISE : Direction.LOWER).orElse(wanted);
    }

    @Override
    public Optional<SwitchingPoints> points(Profile profile, Settings settings, int loop, Direction wanted) {
        return Optional.of(at(profile, settings, loop, wanted, Parameter.SET_VALUE));
    }

    private SwitchingPoints at(Profile profile, Settings settings, int loop, Direction wanted, Parameter set) {
        if (profile.raising().isPair()) {
            return SwitchingPoints.ofPair(settings.need(Parameter.ON_AT), settings.need(Parameter.OFF_AT));
        }
        Direction direction = direction(profile, settings, loop, wanted);
        boolean second = profile.isTwoSided() && loop == 1;
        return profile.style(direction).points(direction, settings.need(set),
                settings.need(second ? Parameter.LOWER_DIFFERENTIAL : Parameter.DIFFERENTIAL));
    }

    @Override
    public Law law(Profile profile, Settings settings, int loop, Direction wanted) {
        OnOff day = new OnOff(at(profile, settings, loop, wanted, Parameter.SET_VALUE), profile.strict());
        if (settings.value(Parameter.NIGHT_SET_VALUE).isEmpty()) {
            return day;
        }
        return new ByDay(LawKeys.dayNight(settings), day, new OnOff(at(profile, settings, loop, wanted, Parameter.NIGHT_SET_VALUE), profile.strict()));
    }

    @Override
    public List<Mark> marks(Profile profile, Settings settings, int loop, Direction wanted) {
        List<Mark> marks = new ArrayList<>();
        for (Parameter set : List.of(Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE)) {
            boolean night = set == Parameter.NIGHT_SET_VALUE;
            if (!night || settings.value(set).isPresent()) {
                SwitchingPoints points = at(profile, settings, loop, wanted, set);
                marks.add(new Mark(LevelKind.on(points.direction()), points.onAt(), false, night));
                marks.add(new Mark(LevelKind.off(points.direction()), points.offAt(), false, night));
            }
        }
        return marks;
    }

    @Override
    public Settings move(Profile profile, Settings settings, Mark to, Direction wanted) {
        if (!to.kind().isSwitching()) {
            throw LawKeys.notMovable(to.kind());
        }
        if (to.night()) {
            int loop = profile.isTwoSided() && to.kind().lowers() ? 1 : 0;
            SwitchingPoints night = at(profile, settings, loop, wanted, Parameter.NIGHT_SET_VALUE);
            double by = to.display() - (to.kind().isOn() ? night.onAt() : night.offAt());
            return LawKeys.put(profile, settings, Parameter.NIGHT_SET_VALUE, settings.need(Parameter.NIGHT_SET_VALUE) + by);
        }
        return profile.isTwoSided() ? moveTwoSided(profile, settings, to) : moveOne(profile, settings, to, wanted);
    }

    private Settings moveOne(Profile profile, Settings settings, Mark to, Direction wanted) {
        SwitchingPoints now = at(profile, settings, 0, wanted, Parameter.SET_VALUE);
        boolean on = to.kind().isOn();
        double sign = now.direction() == Direction.RAISE ? 1 : -1;
        double least = profile.resolution();
        // A point cannot pass its partner: it stops one step of the display short of it.
        SwitchingPoints moved = on
                ? new SwitchingPoints(now.direction(), sign * Math.min(sign * to.display(), sign * now.offAt() - least), now.offAt())
                : new SwitchingPoints(now.direction(), now.onAt(), sign * Math.max(sign * to.display(), sign * now.onAt() + least));
        return Translation.withPoints(profile, settings, moved, on ? Translation.Anchor.ON : Translation.Anchor.OFF);
    }

    /** The point where an output comes on is moved by its differential; where it stops, all but the other points move. */
    private Settings moveTwoSided(Profile profile, Settings settings, Mark to) {
        boolean raises = !to.kind().lowers();
        Direction direction = raises ? Direction.RAISE : Direction.LOWER;
        Parameter own = raises ? Parameter.DIFFERENTIAL : Parameter.LOWER_DIFFERENTIAL;
        SwitchingPoints now = at(profile, settings, raises ? 0 : 1, direction, Parameter.SET_VALUE);
        if (to.kind().isOn()) {
            double sign = raises ? 1 : -1;
            double width = Math.max(profile.resolution(), sign * (now.offAt() - to.display()));
            double differential = profile.style(direction).differentialFor(new SwitchingPoints(direction, 0, sign * width));
            return settings.with(own, Translation.key(profile, settings, own).nearest(differential));
        }
        double old = settings.need(Parameter.SET_VALUE);
        double set = Translation.key(profile, settings, Parameter.SET_VALUE).nearest(old + to.display() - now.offAt());
        Settings moved = settings.with(Parameter.SET_VALUE, set);
        moved = LawKeys.put(profile, moved, Parameter.DIFFERENTIAL, settings.need(Parameter.DIFFERENTIAL) + set - old);
        return LawKeys.put(profile, moved, Parameter.LOWER_DIFFERENTIAL, settings.need(Parameter.LOWER_DIFFERENTIAL) - (set - old));
    }

    @Override
    public Settings shift(Profile profile, Settings settings, double by, Direction wanted) {
        if (profile.isTwoSided() || settings.value(Parameter.NIGHT_SET_VALUE).isPresent()) {
            return LawKeys.super.shift(profile, settings, by, wanted);
        }
        SwitchingPoints now = at(profile, settings, 0, wanted, Parameter.SET_VALUE);
        return Translation.withPoints(profile, settings, new SwitchingPoints(now.direction(), now.onAt() + by, now.offAt() + by),
                Translation.Anchor.OFF);
    }

    @Override
    public Map<Parameter, Double> exact(Profile profile, Settings settings, double low, double high, Direction wanted) {
        Require.that(high > low, "high", high, "must be above the low one");
        if (profile.isTwoSided()) {
            double half = 0.5 * (high - low);
            return Map.of(Parameter.SET_VALUE, 0.5 * (low + high), Parameter.DIFFERENTIAL, half / reach(profile, Direction.RAISE),
                    Parameter.LOWER_DIFFERENTIAL, half / reach(profile, Direction.LOWER));
        }
        Direction direction = profile.raising().isPair() ? wanted : direction(profile, settings, 0, wanted);
        SwitchingPoints points = direction == Direction.RAISE ? new SwitchingPoints(direction, low, high) : new SwitchingPoints(direction, high, low);
        Style style = profile.style(direction);
        return style.isPair() ? Map.of(Parameter.ON_AT, points.onAt(), Parameter.OFF_AT, points.offAt())
                : Map.of(Parameter.SET_VALUE, style.setValueFor(points), Parameter.DIFFERENTIAL, style.differentialFor(points));
    }

    /** How far from the set value an output acts for a differential of 1. */
    private static double reach(Profile profile, Direction direction) {
        SwitchingPoints points = profile.style(direction).points(direction, 0, 1);
        return Math.max(Math.abs(points.onAt()), Math.abs(points.offAt()));
    }
}
