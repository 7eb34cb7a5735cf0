package kilnward.core.device;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.control.Direction;
import kilnward.core.control.Law;
import kilnward.core.control.Style;
import kilnward.core.control.TimeProportional;

/** On for a share of each window, from how far the display is from the set value and how long it has been. */
final class TimeProportionalKeys implements LawKeys {
    private static final Set<Parameter> OWN = EnumSet.of(
            Parameter.DIRECTION, Parameter.BAND, Parameter.INTEGRAL, Parameter.WINDOW);

    @Override
    public Set<Parameter> needed(Style raising) {
        return EnumSet.of(Parameter.SET_VALUE, Parameter.BAND, Parameter.WINDOW);
    }

    @Override
    public Set<Parameter> own() {
        return OWN;
    }

    @Override
    public int outputs(Profile profile) {
        return 1;
    }

    @Override
    public Direction direction(Profile profile, Settings settings, int loop, Direction wanted) {
        return settings.value(Parameter.DIRECTION).map(choice -> choice < 0.5 ? Direction.RAISE : Direction.LOWER).orElse(wanted);
    }

    @Override
    public Law law(Profile profile, Settings settings, int loop, Direction wanted) {
        double integralS = 60 * settings.value(Parameter.INTEGRAL).orElse(0.0);
        return new TimeProportional(direction(profile, settings, loop, wanted), settings.need(Parameter.SET_VALUE),
                LawKeys.positive(settings, Parameter.BAND), integralS > 0 ? integralS : Double.POSITIVE_INFINITY, settings.need(Parameter.WINDOW));
    }

    @Override
    public List<Mark> marks(Profile profile, Settings settings, int loop, Direction wanted) {
        Direction direction = direction(profile, settings, loop, wanted);
        double set = settings.need(Parameter.SET_VALUE);
        double sign = direction == Direction.RAISE ? 1 : -1;
        return List.of(Mark.of(LevelKind.HOLDS, set),
                Mark.of(LevelKind.full(direction), set - sign * settings.need(Parameter.BAND)));
    }

    @Override
    public Settings move(Profile profile, Settings settings, Mark to, Direction wanted) {
        if (to.kind() == LevelKind.HOLDS) {
            return LawKeys.put(profile, settings, Parameter.SET_VALUE, to.display());
        }
        if (!to.kind().isFull()) {
            throw LawKeys.notMovable(to.kind());
        }
        double sign = direction(profile, settings, 0, wanted) == Direction.RAISE ? 1 : -1;
        return LawKeys.put(profile, settings, Parameter.BAND, sign * (settings.need(Parameter.SET_VALUE) - to.display()));
    }

    /** What it holds may stray as far to the other side as full output is away. */
    @Override
    public double[] extent(Profile profile, Settings settings, Direction wanted) {
        double set = settings.need(Parameter.SET_VALUE);
        double band = settings.need(Parameter.BAND);
        return new double[] {set - band, set + band};
    }

    /** It holds the middle and is at full output half the width away. */
    @Override
    public Map<Parameter, Double> exact(Profile profile, Settings settings, double low, double high, Direction wanted) {
        return Map.of(Parameter.SET_VALUE, 0.5 * (low + high), Parameter.BAND, 0.5 * (high - low));
    }
}
