package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import kilnward.core.control.Direction;
import kilnward.core.control.StepVent;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.TimeProportional;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;

/** What the keys of a vent and of a device that shares out a window mean, each by itself: a vent opens set + zone and shuts at set − zone. */
class VentKeysTest {
    private static final Profile VENT = SchoolsTest.device(LawKind.STEP_VENT, Style.ON_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE,
            Parameter.VENT_STEP,
            Parameter.VENT_EVERY, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, Parameter.HUMIDITY_ZONE, Parameter.OUTDOOR_LOWEST, Parameter.OUTDOOR_HIGHEST,
            Parameter.MOTOR_STROKE,
            Parameter.FAN_SET_VALUE, Parameter.DIFFERENTIAL, Parameter.DAY_FROM, Parameter.DAY_TO);
    private static final Settings KEYED = new Settings(Map.ofEntries(Map.entry(Parameter.SET_VALUE, 24.0), Map.entry(Parameter.NEUTRAL_ZONE, 1.0),
            Map.entry(Parameter.VENT_STEP, 5.0),
            Map.entry(Parameter.VENT_EVERY, 4.0), Map.entry(Parameter.SET_HUMIDITY, 70.0), Map.entry(Parameter.NIGHT_SET_HUMIDITY, 80.0), Map.entry(Parameter.HUMIDITY_ZONE, 3.0),
            Map.entry(Parameter.OUTDOOR_LOWEST, 6.0), Map.entry(Parameter.OUTDOOR_HIGHEST, 28.0), Map.entry(Parameter.MOTOR_STROKE, 90.0), Map.entry(Parameter.FAN_SET_VALUE, 30.0),
            Map.entry(Parameter.DIFFERENTIAL, 2.0), Map.entry(Parameter.DAY_FROM, 7.0), Map.entry(Parameter.DAY_TO, 19.0)));
    private static final LawKeys KEYS = LawKind.STEP_VENT.keys();

    private static Settings without(Parameter... gone) {
        Map<Parameter, Double> values = new HashMap<>(KEYED.values());
        Set.of(gone).forEach(values::remove);
        return new Settings(values);
    }

    @Test
    void theVentIsWhatItsKeysSay() {
        StepVent vent = (StepVent) KEYS.law(VENT, KEYED, 0, Direction.LOWER);
        assertEquals(24, vent.setTemperature());
        assertEquals(1, vent.neutral());
        assertEquals(240, vent.everyS());
        assertEquals(new StepVent.Humidity(70, 3, 6, 28), vent.humidity().orElseThrow());
        assertEquals(new StepVent.Humidity(80, 3, 6, 28), vent.nightHumidity().orElseThrow());
        assertEquals(new StepVent.Motor(90, 180), vent.motor().orElseThrow(), "twice its stroke, where no time-out is keyed in");
        assertTrue(((StepVent) KEYS.law(VENT, without(Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY), 0, Direction.LOWER)).humidity().isEmpty());
        assertEquals(Set.of(Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP, Parameter.VENT_EVERY), KEYS.needed(Style.ON_AT_SET));
        assertEquals(2, KEYS.outputs(VENT));
        assertEquals(1,
                KEYS.outputs(
                        SchoolsTest.device(LawKind.STEP_VENT, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP,
                                Parameter.VENT_EVERY)));
        assertEquals(Direction.LOWER, KEYS.direction(VENT, KEYED, 0, Direction.RAISE), "a vent only ever cools and dries");
    }

    @Test
    void itsLevelsStandTheirZoneToEachSide() {
        assertEquals(List.of(LawKeys.Mark.of(LevelKind.VENT_OPENS, 25), LawKeys.Mark.of(LevelKind.VENT_SHUTS, 23), new LawKeys.Mark(LevelKind.VENT_OPENS, 73, true, false),
                new LawKeys.Mark(LevelKind.VENT_SHUTS, 67, true, false), new LawKeys.Mark(LevelKind.VENT_OPENS, 83, true, true),
                new LawKeys.Mark(LevelKind.VENT_SHUTS, 77, true, true)),
                KEYS.marks(VENT, KEYED, 0, Direction.LOWER));
        assertEquals(4, KEYS.marks(VENT, KEYED.with(Parameter.NIGHT_SET_HUMIDITY, 70), 0, Direction.LOWER).size(), "a night like the day has no levels of its own");
        assertEquals(2, KEYS.marks(VENT, without(Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY), 0, Direction.LOWER).size());
        // ON_AT_SET, lowering: on at the set value, off a differential below (common practice, no source).
        assertEquals(List.of(LawKeys.Mark.of(LevelKind.LOWER_ON, 30), LawKeys.Mark.of(LevelKind.LOWER_OFF, 28)), KEYS.marks(VENT, KEYED, 1, Direction.LOWER));
        assertEquals(Optional.of(new SwitchingPoints(Direction.LOWER, 30, 28)), KEYS.points(VENT, KEYED, 1, Direction.LOWER));
        assertEquals(Optional.empty(), KEYS.points(VENT, KEYED, 0, Direction.LOWER));
    }

    private static void moved(LawKeys.Mark to, Map<Parameter, Double> expected) {
        Settings after = KEYS.move(VENT, KEYED, to, Direction.LOWER);
        expected.forEach((parameter, value) -> assertEquals(value, after.need(parameter), 1e-9, parameter + " after " + to));
        assertEquals(KEYED.values().size() - expected.size(),
                KEYED.values().entrySet().stream().filter(each -> Math.abs(after.need(each.getKey()) - each.getValue()) < 1e-9).count(),
                "and nothing else after " + to + ": " + after);
    }

    @Test
    void oneLevelMovesAndItsPartnerStays() {
        moved(LawKeys.Mark.of(LevelKind.VENT_OPENS, 27), Map.of(Parameter.SET_VALUE, 25.0, Parameter.NEUTRAL_ZONE, 2.0));
        moved(LawKeys.Mark.of(LevelKind.VENT_SHUTS, 21), Map.of(Parameter.SET_VALUE, 23.0, Parameter.NEUTRAL_ZONE, 2.0));
        moved(new LawKeys.Mark(LevelKind.VENT_OPENS, 77, true, false), Map.of(Parameter.SET_HUMIDITY, 72.0, Parameter.HUMIDITY_ZONE, 5.0));
        moved(new LawKeys.Mark(LevelKind.VENT_SHUTS, 73, true, true), Map.of(Parameter.NIGHT_SET_HUMIDITY, 78.0, Parameter.HUMIDITY_ZONE, 5.0));
        moved(LawKeys.Mark.of(LevelKind.LOWER_OFF, 27), Map.of(Parameter.FAN_SET_VALUE, 29.0));
        moved(LawKeys.Mark.of(LevelKind.LOWER_ON, 31), Map.of(Parameter.FAN_SET_VALUE, 31.0, Parameter.DIFFERENTIAL, 3.0));
        assertThrows(RefusedValueException.class, () -> KEYS.move(VENT, KEYED, LawKeys.Mark.of(LevelKind.RAISE_ON, 20), Direction.LOWER));
        assertEquals(Map.of(Parameter.SET_VALUE, 25.0, Parameter.NEUTRAL_ZONE, 2.0), KEYS.exact(VENT, KEYED, 23, 27, Direction.LOWER));
    }

    @Test
    void aWindowIsSharedOutByHowFarItIs() {
        LawKeys keys = LawKind.TIME_PROPORTIONAL.keys();
        Profile share = SchoolsTest.device(LawKind.TIME_PROPORTIONAL, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.DIRECTION, Parameter.SET_VALUE, Parameter.BAND,
                Parameter.INTEGRAL, Parameter.WINDOW);
        Settings heats = new Settings(Map.of(Parameter.DIRECTION, 0.0, Parameter.SET_VALUE, 30.0, Parameter.BAND, 2.0, Parameter.INTEGRAL, 15.0, Parameter.WINDOW, 20.0));
        assertEquals(Set.of(Parameter.SET_VALUE, Parameter.BAND, Parameter.WINDOW), keys.needed(Style.OFF_AT_SET));
        assertEquals(1, keys.outputs(share));
        assertEquals(Direction.RAISE, keys.direction(share, heats, 0, Direction.LOWER), "its key says so, whatever hangs on it");
        Settings cools = heats.with(Parameter.DIRECTION, 1);
        assertEquals(Direction.LOWER, keys.direction(share, cools, 0, Direction.RAISE));
        assertEquals(new TimeProportional(Direction.RAISE, 30, 2, 900, 20), keys.law(share, heats, 0, Direction.LOWER));
        assertEquals(Double.POSITIVE_INFINITY, ((TimeProportional) keys.law(share, heats.with(Parameter.INTEGRAL, 0), 0, Direction.RAISE)).integralS());
        assertEquals(List.of(LawKeys.Mark.of(LevelKind.HOLDS, 30), LawKeys.Mark.of(LevelKind.RAISE_FULL, 28)), keys.marks(share, heats, 0, Direction.RAISE));
        assertEquals(List.of(LawKeys.Mark.of(LevelKind.HOLDS, 30), LawKeys.Mark.of(LevelKind.LOWER_FULL, 32)), keys.marks(share, cools, 0, Direction.RAISE));
        assertEquals(3, keys.move(share, cools, LawKeys.Mark.of(LevelKind.LOWER_FULL, 33), Direction.RAISE).need(Parameter.BAND), 1e-9);
        assertEquals(31, keys.move(share, heats, LawKeys.Mark.of(LevelKind.HOLDS, 31), Direction.RAISE).need(Parameter.SET_VALUE), 1e-9);
    }
}
