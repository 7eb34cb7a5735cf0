package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import kilnward.core.Osier;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.ladder.Edit;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProfileTest {
    private static ProfileKey key(double step, double lowest, double highest) {
        return new ProfileKey(Parameter.SET_VALUE, "Aim", step, lowest, highest, null, List.of());
    }

    @ParameterizedTest
    // Decimal steps by hand; a step is exact in decimals, so 28.6 is 28.6 and not 28.600000000000001.
    @CsvSource({"0.1, 28.64, 28.6, 28.7, 28.6", "0.1, 28.65, 28.7, 28.7, 28.6", "0.5, 28.7, 28.5, 29.0, 28.5",
            "1, 28.5, 29, 29, 28", "0.1, 28.6, 28.6, 28.6, 28.6", "0.1, -0.34, -0.3, -0.3, -0.4"})
    void stepsAreDecimal(double step, double value, double nearest, double up, double down) {
        ProfileKey key = key(step, -40, 110);
        assertEquals(nearest, key.nearest(value));
        assertEquals(up, key.up(value));
        assertEquals(down, key.down(value));
        assertTrue(key.isOnStep(nearest));
    }

    @Test
    void aStepEndsAtTheRange() {
        ProfileKey key = key(0.1, 20, 40);
        assertEquals(40, key.nearest(55));
        assertEquals(20, key.down(3));
        assertFalse(key.isOnStep(20.05));
    }

    @Test
    void binaryDustDoesNotMakeAStep() {
        assertEquals(28.6, key(0.1, 0, 100).up(28.0 + 0.1 + 0.1 + 0.1 + 0.1 + 0.1 + 0.1));
        assertEquals(28.6, key(0.1, 0, 100).down(28.3 + 0.3 - 1e-12));
    }

    @Test
    void keysAreCheckedAsTheyAreBuilt() {
        assertEquals("highest", assertThrows(RefusedValueException.class, () -> key(0.1, 10, 9)).field());
        assertTrue(key(0.1, 10, 10).isFixed(), "what cannot be keyed in is fixed in the device");
        assertEquals("step", assertThrows(RefusedValueException.class, () -> key(0, 0, 10)).field());
        assertEquals("label", assertThrows(RefusedValueException.class, () -> new ProfileKey(Parameter.OFFSET, " ", 1, 0, 1,
                null, List.of())).field());
        assertEquals("words", assertThrows(RefusedValueException.class, () -> new ProfileKey(Parameter.UNIT, "Unit", 1, 0, 1,
                null, List.of("°C"))).field());
        assertEquals("words", assertThrows(RefusedValueException.class, () -> new ProfileKey(Parameter.OFFSET, "Trim", 1, 0, 1,
                null, List.of("a", "b"))).field());
    }

    @Test
    void aProfileHoldsWhatItsStyleNeedsAndEachMeaningOnce() {
        ProfileKey set = key(0.1, 0, 50);
        ProfileKey gap = new ProfileKey(Parameter.DIFFERENTIAL, "Gap", 0.1, 0.1, 10, null, List.of());
        assertEquals("keys", assertThrows(RefusedValueException.class, () -> profile(Style.OFF_AT_SET, set)).field());
        assertEquals("keys", assertThrows(RefusedValueException.class, () -> profile(Style.PAIR, set, gap)).field());
        assertEquals("keys[2].parameter", assertThrows(RefusedValueException.class,
                () -> profile(Style.EACH_SIDE, set, gap, set)).field());
        assertEquals("lowering", assertThrows(RefusedValueException.class, () -> new Profile("Marl", DisplayUnit.C, 0.1, 1,
                Style.OFF_AT_SET, Style.PAIR, false, List.of(set, gap), "", "")).field());
        assertEquals("Gap", profile(Style.CENTRED, set, gap).key(Parameter.DIFFERENTIAL).orElseThrow().label());
        assertTrue(profile(Style.CENTRED, set, gap).key(Parameter.OFFSET).isEmpty());
    }

    private static Profile profile(Style style, ProfileKey... keys) {
        return new Profile("Marl", DisplayUnit.C, 0.1, 1, style, style, false, List.of(keys), null, null);
    }

    @Test
    void aDeviceMayMeanAnotherThingInEachDirection() {
        // Common practice, no source: a common cheap module stops at the set value when heating and starts at it when
        // cooling, so its band lies below the set value both ways.
        ProfileKey gap = new ProfileKey(Parameter.DIFFERENTIAL, "Gap", 0.1, 0.1, 10, null, List.of());
        ProfileKey job = new ProfileKey(Parameter.DIRECTION, "Job", 1, 0, 1, null, List.of("warm", "cool"));
        Profile module = new Profile("Module", DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.ON_AT_SET, false,
                List.of(job, key(0.1, 0, 50), gap), "", "");
        Settings heat = new Settings(Map.of(Parameter.DIRECTION, 0.0, Parameter.SET_VALUE, 30.0, Parameter.DIFFERENTIAL, 2.0));
        SwitchingPoints heating = Translation.points(module, heat, Direction.RAISE);
        SwitchingPoints cooling = Translation.points(module, heat.with(Parameter.DIRECTION, 1), Direction.RAISE);
        assertEquals(28, heating.onAt(), 1e-9);
        assertEquals(30, heating.offAt(), 1e-9);
        assertEquals(30, cooling.onAt(), 1e-9);
        assertEquals(28, cooling.offAt(), 1e-9);
    }

    @Test
    void missingAndStrayKeysAreNamed() {
        Profile marl = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        Map<Parameter, Double> values = new EnumMap<>(Osier.settings(marl, 28.6, 0.6, 31, 25).values());
        values.remove(Parameter.LOW_ALARM);
        values.put(Parameter.MIN_OFF, 3.0);
        List<String> fields = marl.refusals(new Settings(values)).stream().map(RefusedValueException::field).toList();
        assertEquals(List.of("values.LOW_ALARM", "values.MIN_OFF"), fields);
        assertEquals("values.SET_VALUE", assertThrows(RefusedValueException.class,
                () -> Translation.points(marl, new Settings(Map.of()), Direction.RAISE)).field());
        assertThrows(RefusedValueException.class, () -> new Settings(Map.of(Parameter.OFFSET, Double.NaN)));
    }

    @Test
    void rangesFollowTheUnitThatIsKeyedIn() {
        Profile marl = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        Settings fahrenheit = Translation.inUnit(marl, Osier.settings(marl, 28.6, 0.6, 31, 25), DisplayUnit.F);
        assertEquals(List.of(), marl.refusals(fahrenheit));
        assertEquals(83.5, fahrenheit.value(Parameter.SET_VALUE).orElseThrow());
        assertEquals(1.1, fahrenheit.value(Parameter.DIFFERENTIAL).orElseThrow(), "0.6 K is 1.08 °F");
        // 110 °C is 230 °F: above that it refuses, in the unit that is keyed in.
        assertTrue(marl.refusals(fahrenheit.with(Parameter.SET_VALUE, 231)).get(0).allowed().contains("230"));
        Profile fixed = profile(Style.OFF_AT_SET, key(0.1, 0, 50),
                new ProfileKey(Parameter.DIFFERENTIAL, "Gap", 0.1, 0.1, 10, null, List.of()));
        assertEquals("unit", assertThrows(RefusedValueException.class, () -> Translation.inUnit(fixed,
                new Settings(Map.of(Parameter.SET_VALUE, 20.0, Parameter.DIFFERENTIAL, 1.0)), DisplayUnit.F)).field());
    }

    @Test
    void coolingRungsMoveLikeHeatingOnes() {
        Profile marl = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        PlannedController cooler = Osier.planned(marl, Osier.settings(marl, 18, 1, 24, 10).with(Parameter.DIRECTION, 1));
        Settings moved = new Edit.MoveRung("controller", LevelKind.LOWER_ON, 19.4).apply(cooler, Direction.LOWER);
        SwitchingPoints points = Translation.points(marl, moved, Direction.LOWER);
        assertEquals(19.4, points.onAt(), 1e-9);
        assertEquals(18, points.offAt(), 1e-9);
        Settings squeezed = new Edit.MoveRung("controller", LevelKind.LOWER_ON, 5).apply(cooler, Direction.LOWER);
        assertEquals(0.1, squeezed.value(Parameter.DIFFERENTIAL).orElseThrow(), "it stops a step short of its partner");
        assertEquals("edit.kind", assertThrows(RefusedValueException.class,
                () -> new Edit.MoveRung("controller", LevelKind.STUCK_ON_END, 5).apply(cooler, Direction.LOWER)).field());
    }
}
