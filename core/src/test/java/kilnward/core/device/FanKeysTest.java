package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.control.DayNight;
import kilnward.core.control.Direction;
import kilnward.core.control.FanBand;
import kilnward.core.control.Style;
import kilnward.core.device.LawKeys.Mark;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;

/** What the keys of a fan by band mean, each by itself: lowest speed at the set value, highest a band above it, for temperature and for humidity. */
class FanKeysTest {
    private static final Profile FAN = SchoolsTest.device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE,
            Parameter.BAND, Parameter.NIGHT_BAND, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, Parameter.HUMIDITY_BAND, Parameter.NIGHT_HUMIDITY_BAND,
            Parameter.MINIMUM_SPEED, Parameter.NIGHT_MINIMUM_SPEED, Parameter.MAXIMUM_SPEED, Parameter.NIGHT_MAXIMUM_SPEED, Parameter.INTAKE_KEPT,
            Parameter.INTAKE_BELOW_SET, Parameter.FAN_FLOOR, Parameter.START_KICK, Parameter.DAY_FROM, Parameter.DAY_TO, Parameter.LIGHT_BELOW, Parameter.LIGHT_DELAY);
    private static final Settings DAY = new Settings(Map.of(Parameter.SET_VALUE, 24.0, Parameter.BAND, 4.0, Parameter.MINIMUM_SPEED, 10.0, Parameter.MAXIMUM_SPEED, 90.0));
    private static final LawKeys KEYS = LawKind.FAN_BAND.keys();

    private static Settings with(Settings settings, Object... pairs) {
        Map<Parameter, Double> values = new HashMap<>(settings.values());
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return new Settings(values);
    }

    private static FanBand fan(Settings settings, int loop) {
        return (FanBand) KEYS.law(FAN, settings, loop, Direction.RAISE);
    }

    @Test
    void aFanIsWhatItsKeysSay() {
        assertEquals(Set.of(Parameter.SET_VALUE, Parameter.BAND, Parameter.MINIMUM_SPEED, Parameter.MAXIMUM_SPEED), KEYS.needed(Style.OFF_AT_SET));
        assertEquals(2, KEYS.outputs(FAN), "exhaust and intake");
        assertEquals(Direction.LOWER, KEYS.direction(FAN, DAY, 0, Direction.RAISE), "a fan only ever cools and dries");
        FanBand plain = fan(DAY, 0);
        assertEquals(new FanBand.Sets(24, 4, 100, 1, 10, 90), plain.day(), "humidity never asks for anything where it has no key");
        assertEquals(plain.day(), plain.night());
        assertEquals(new DayNight.Always(), plain.dayNight());
        assertEquals(List.of(0.0, 0.0, 0.0), List.of(plain.underPressurePct(), plain.floorPct(), plain.kickS()));
        assertEquals(FanBand.IntakeBelowSet.STOP, plain.intakeBelowSet());
        assertEquals(FanBand.Fan.EXHAUST, plain.fan());
        assertEquals(FanBand.Fan.INTAKE, fan(DAY, 1).fan());

        Settings all = with(DAY, Parameter.NIGHT_SET_VALUE, 20, Parameter.NIGHT_BAND, 5, Parameter.SET_HUMIDITY, 60, Parameter.NIGHT_SET_HUMIDITY, 55, Parameter.HUMIDITY_BAND, 8,
                Parameter.NIGHT_HUMIDITY_BAND, 9, Parameter.NIGHT_MINIMUM_SPEED, 5, Parameter.NIGHT_MAXIMUM_SPEED, 60, Parameter.INTAKE_KEPT, 85, Parameter.INTAKE_BELOW_SET, 2,
                Parameter.FAN_FLOOR, 12, Parameter.START_KICK, 3, Parameter.DAY_FROM, 6, Parameter.DAY_TO, 22);
        FanBand full = fan(all, 0);
        assertEquals(new FanBand.Sets(24, 4, 60, 8, 10, 90), full.day());
        assertEquals(new FanBand.Sets(20, 5, 55, 9, 5, 60), full.night());
        assertEquals(new DayNight.Clock(6, 22), full.dayNight());
        assertEquals(15, full.underPressurePct(), 1e-9, "what is kept of it is 85 %");
        assertEquals(FanBand.IntakeBelowSet.RATIO, full.intakeBelowSet());
        assertEquals(List.of(12.0, 3.0), List.of(full.floorPct(), full.kickS()));
        assertEquals(20, fan(with(DAY, Parameter.UNDER_PRESSURE, 20), 0).underPressurePct());
        assertEquals(FanBand.IntakeBelowSet.MINIMUM, fan(with(DAY, Parameter.INTAKE_BELOW_SET, 1), 0).intakeBelowSet());
        assertEquals(FanBand.IntakeBelowSet.RATIO, fan(with(DAY, Parameter.INTAKE_BELOW_SET, 7), 0).intakeBelowSet(), "no more than there are");
        assertEquals(new DayNight.Light(30, 0), fan(with(DAY, Parameter.LIGHT_BELOW, 30), 0).dayNight());
        assertEquals(new DayNight.Light(30, 120), fan(with(DAY, Parameter.LIGHT_BELOW, 30, Parameter.LIGHT_DELAY, 120), 0).dayNight());
    }

    @Test
    void itsLevelsAreSetAndSetPlusBand() {
        assertEquals(List.of(Mark.of(LevelKind.FAN_LEAST, 24), Mark.of(LevelKind.FAN_FULL, 28)), KEYS.marks(FAN, DAY, 0, Direction.LOWER));
        assertEquals(List.of(), KEYS.marks(FAN, DAY, 1, Direction.LOWER), "both fans act at the same levels");
        Settings damp = with(DAY, Parameter.SET_HUMIDITY, 60, Parameter.HUMIDITY_BAND, 8, Parameter.NIGHT_SET_VALUE, 20, Parameter.NIGHT_SET_HUMIDITY, 60);
        assertEquals(List.of(Mark.of(LevelKind.FAN_LEAST, 24), Mark.of(LevelKind.FAN_FULL, 28), new Mark(LevelKind.FAN_LEAST, 60, true, false),
                new Mark(LevelKind.FAN_FULL, 68, true, false), new Mark(LevelKind.FAN_LEAST, 20, false, true), new Mark(LevelKind.FAN_FULL, 24, false, true)),
                KEYS.marks(FAN, damp, 0, Direction.LOWER), "the same damp by night as by day is told once");
        assertEquals(List.of(24.0, 28.0), java.util.Arrays.stream(KEYS.extent(FAN, damp, Direction.LOWER)).boxed().toList(), "by day, of what it shows");
    }

    private static void moved(Settings from, Mark to, Map<Parameter, Double> expected) {
        Settings after = KEYS.move(FAN, from, to, Direction.LOWER);
        Map<Parameter, Double> all = new HashMap<>(from.values());
        all.putAll(expected);
        all.forEach((parameter, value) -> assertEquals(value, after.need(parameter), 1e-9, parameter + " after " + to));
    }

    @Test
    void oneLevelMovesAndTheOtherStays() {
        Settings all = with(DAY, Parameter.SET_HUMIDITY, 60, Parameter.HUMIDITY_BAND, 8, Parameter.NIGHT_SET_VALUE, 20, Parameter.NIGHT_SET_HUMIDITY, 50);
        moved(all, Mark.of(LevelKind.FAN_FULL, 30), Map.of(Parameter.BAND, 6.0));
        moved(all, Mark.of(LevelKind.FAN_LEAST, 25.5), Map.of(Parameter.SET_VALUE, 25.5, Parameter.BAND, 2.5));
        moved(all, new Mark(LevelKind.FAN_FULL, 70, true, false), Map.of(Parameter.HUMIDITY_BAND, 10.0));
        moved(all, new Mark(LevelKind.FAN_LEAST, 63, true, false), Map.of(Parameter.SET_HUMIDITY, 63.0, Parameter.HUMIDITY_BAND, 5.0));
        moved(all, new Mark(LevelKind.FAN_LEAST, 21, false, true), Map.of(Parameter.NIGHT_SET_VALUE, 21.0, Parameter.BAND, 3.0));
        moved(all, new Mark(LevelKind.FAN_FULL, 56, true, true), Map.of(Parameter.HUMIDITY_BAND, 6.0));
        moved(DAY, new Mark(LevelKind.FAN_LEAST, 23, false, true), Map.of(Parameter.SET_VALUE, 23.0, Parameter.BAND, 5.0));
        moved(all, Mark.of(LevelKind.FAN_FULL, 20), Map.of(Parameter.BAND, 0.1));
        assertThrows(RefusedValueException.class, () -> KEYS.move(FAN, DAY, Mark.of(LevelKind.LOWER_ON, 20), Direction.LOWER));
    }

    @Test
    void allOfItMovesAndItIsKeyedBetweenTwoLevels() {
        Settings night = with(DAY, Parameter.NIGHT_SET_VALUE, 20);
        Settings shifted = KEYS.shift(FAN, night, 1.5, Direction.LOWER);
        assertEquals(25.5, shifted.need(Parameter.SET_VALUE), 1e-9);
        assertEquals(21.5, shifted.need(Parameter.NIGHT_SET_VALUE), 1e-9);
        assertEquals(23, KEYS.shift(FAN, DAY, -1, Direction.LOWER).need(Parameter.SET_VALUE), 1e-9);
        assertEquals(Map.of(Parameter.SET_VALUE, 22.0, Parameter.BAND, 3.0), KEYS.exact(FAN, DAY, 22, 25, Direction.LOWER));
    }
}
