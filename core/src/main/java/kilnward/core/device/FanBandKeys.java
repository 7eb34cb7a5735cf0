package kilnward.core.device;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.control.Direction;
import kilnward.core.control.FanBand;
import kilnward.core.control.Law;
import kilnward.core.control.Style;

/** Fan speed by band: the first output is the exhaust, the second the intake that follows it. */
final class FanBandKeys implements LawKeys {
    private static final Set<Parameter> OWN = EnumSet.of(
            Parameter.NIGHT_SET_VALUE, Parameter.BAND, Parameter.NIGHT_BAND, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, Parameter.HUMIDITY_BAND,
            Parameter.NIGHT_HUMIDITY_BAND, Parameter.MINIMUM_SPEED, Parameter.NIGHT_MINIMUM_SPEED, Parameter.MAXIMUM_SPEED, Parameter.NIGHT_MAXIMUM_SPEED,
            Parameter.UNDER_PRESSURE, Parameter.INTAKE_KEPT, Parameter.INTAKE_BELOW_SET, Parameter.START_KICK, Parameter.FAN_FLOOR, Parameter.DAY_FROM, Parameter.DAY_TO,
            Parameter.LIGHT_BELOW, Parameter.LIGHT_DELAY, Parameter.SECOND_ACT_DELAY, Parameter.SECOND_MIN_OFF, Parameter.HUMIDITY_OFFSET);

    /** Where no humidity is read, its set never asks for anything. */
    private static final double NEVER_PCT = 100;

    @Override
    public Set<Parameter> needed(Style raising) {
        return EnumSet.of(Parameter.SET_VALUE, Parameter.BAND, Parameter.MINIMUM_SPEED, Parameter.MAXIMUM_SPEED);
    }

    @Override
    public Set<Parameter> own() {
        return OWN;
    }

    @Override
    public int outputs(Profile profile) {
        return 2;
    }

    @Override
    public Direction direction(Profile profile, Settings settings, int loop, Direction wanted) {
        return Direction.LOWER;
    }

    private static FanBand.Sets sets(Settings settings, boolean night) {
        return new FanBand.Sets(value(settings, Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE, night),
                value(settings, Parameter.BAND, Parameter.NIGHT_BAND, night),
                settings.value(Parameter.SET_HUMIDITY).isEmpty() ? NEVER_PCT : value(settings, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, night),
                settings.value(Parameter.HUMIDITY_BAND).isEmpty() ? 1 : value(settings, Parameter.HUMIDITY_BAND, Parameter.NIGHT_HUMIDITY_BAND, night),
                value(settings, Parameter.MINIMUM_SPEED, Parameter.NIGHT_MINIMUM_SPEED, night),
                value(settings, Parameter.MAXIMUM_SPEED, Parameter.NIGHT_MAXIMUM_SPEED, night));
    }

    private static double value(Settings settings, Parameter day, Parameter night, boolean byNight) {
        return byNight && settings.value(night).isPresent() ? settings.need(night) : settings.need(day);
    }

    @Override
    public Law law(Profile profile, Settings settings, int loop, Direction wanted) {
        double underPressure = settings.value(Parameter.INTAKE_KEPT).map(kept -> 100 - kept)
                .or(() -> settings.value(Parameter.UNDER_PRESSURE)).orElse(0.0);
        int below = settings.value(Parameter.INTAKE_BELOW_SET).map(choice -> (int) Math.round(choice)).orElse(0);
        return new FanBand(sets(settings, false), sets(settings, true), LawKeys.dayNight(settings), underPressure,
                FanBand.IntakeBelowSet.values()[Math.max(0, Math.min(2, below))], settings.value(Parameter.FAN_FLOOR).orElse(0.0),
                settings.value(Parameter.START_KICK).orElse(0.0), profile.floorAsOne(), loop == 0 ? FanBand.Fan.EXHAUST : FanBand.Fan.INTAKE);
    }

    /** Both fans act at the same levels; they are the first one's. */
    @Override
    public List<Mark> marks(Profile profile, Settings settings, int loop, Direction wanted) {
        List<Mark> marks = new ArrayList<>();
        if (loop > 0) {
            return marks;
        }
        for (boolean night : LawKeys.hasNight(settings) ? new boolean[] {false, true} : new boolean[] {false}) {
            FanBand.Sets sets = sets(settings, night);
            marks.add(new Mark(LevelKind.FAN_LEAST, sets.setTemperature(), false, night));
            marks.add(new Mark(LevelKind.FAN_FULL, sets.setTemperature() + sets.temperatureBand(), false, night));
            if (settings.value(Parameter.SET_HUMIDITY).isPresent()) {
                marks.add(new Mark(LevelKind.FAN_LEAST, sets.setHumidityPct(), true, night));
                marks.add(new Mark(LevelKind.FAN_FULL, sets.setHumidityPct() + sets.humidityBandPct(), true, night));
            }
        }
        // What is the same by day and by night is told once.
        return marks.stream().filter(mark -> !mark.night() || !marks.contains(new Mark(mark.kind(), mark.display(), mark.companion(), false))).toList();
    }

    @Override
    public Settings move(Profile profile, Settings settings, Mark to, Direction wanted) {
        boolean damp = to.companion();
        Parameter set = either(settings, to.night(), damp ? Parameter.SET_HUMIDITY : Parameter.SET_VALUE,
                damp ? Parameter.NIGHT_SET_HUMIDITY : Parameter.NIGHT_SET_VALUE);
        Parameter band = damp ? either(settings, to.night(), Parameter.HUMIDITY_BAND, Parameter.NIGHT_HUMIDITY_BAND)
                : either(settings, to.night(), Parameter.BAND, Parameter.NIGHT_BAND);
        double from = settings.need(set);
        return switch (to.kind()) {
            case FAN_FULL -> LawKeys.put(profile, settings, band, to.display() - from);
            // Full speed stays where it is.
            case FAN_LEAST -> {
                Settings moved = LawKeys.put(profile, settings, set, to.display());
                yield LawKeys.put(profile, moved, band, settings.need(band) + from - moved.need(set));
            }
            default -> throw LawKeys.notMovable(to.kind());
        };
    }

    private static Parameter either(Settings settings, boolean night, Parameter day, Parameter byNight) {
        return night && settings.value(byNight).isPresent() ? byNight : day;
    }

    @Override
    public Map<Parameter, Double> exact(Profile profile, Settings settings, double low, double high, Direction wanted) {
        return Map.of(Parameter.SET_VALUE, low, Parameter.BAND, high - low);
    }
}
