package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.ReadBack.Cause;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.ladder.Rekey;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A device described in another unit, put back to its factory values, keyed anew and read back: levels as levels, differences as differences. */
class DescribedTest {
    private static ProfileKey key(Parameter parameter, double step, double lowest, double highest, Double factory) {
        return new ProfileKey(parameter, parameter.name(), step, lowest, highest, factory, parameter.kind() == Parameter.Kind.CHOICE ? List.of("first", "second") : List.of());
    }

    private static Profile device(Double unit) {
        return new Profile("Ember", DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false,
                List.of(key(Parameter.UNIT, 1, 0, 1, unit), key(Parameter.SET_VALUE, 0.1, -40, 110, 25.0),
                        key(Parameter.DIFFERENTIAL, 0.1, 0.1, 15, 2.0), key(Parameter.MIN_OFF, 1, 0, 10, 3.0), key(Parameter.OFFSET, 0.1, -10, 10, null)),
                "", "");
    }

    private static final Settings IN_F = new Settings(
            Map.of(Parameter.UNIT, 1.0, Parameter.SET_VALUE, 99.5, Parameter.DIFFERENTIAL, 1.0, Parameter.MIN_OFF, 5.0, Parameter.OFFSET, -0.5));

    /** 25 °C is 77 °F, 2 K are 3.6 °F; minutes stay minutes, and what has no factory value stays as it is keyed. */
    @Test
    void factoryValuesComeInTheUnitThatIsThenInForce() {
        Settings kept = Translation.factory(device(null), IN_F);
        assertEquals(new Settings(Map.of(Parameter.UNIT, 1.0, Parameter.SET_VALUE, 77.0, Parameter.DIFFERENTIAL, 3.6, Parameter.MIN_OFF, 3.0, Parameter.OFFSET, -0.5)), kept);
        // The unit falls back too: 99.5 °F and the offset of −0.5 °F are then −0.3 in °C, and the numbers those of the factory.
        Settings celsius = Translation.factory(device(0.0), IN_F);
        assertEquals(new Settings(Map.of(Parameter.UNIT, 0.0, Parameter.SET_VALUE, 25.0, Parameter.DIFFERENTIAL, 2.0, Parameter.MIN_OFF, 3.0, Parameter.OFFSET, -0.3)), celsius);
        assertEquals(1.0, Translation.factory(device(1.0), IN_F).need(Parameter.UNIT));
        assertEquals(Optional.of(77.0), Translation.factory(device(null), IN_F, Parameter.SET_VALUE));
        assertEquals(Optional.empty(), Translation.factory(device(null), IN_F, Parameter.OFFSET));
        assertEquals(Optional.empty(), Translation.factory(device(null), IN_F, Parameter.HIGH_ALARM));
        assertEquals(Optional.of(25.0), Translation.factory(device(null), IN_F.with(Parameter.UNIT, 0), Parameter.SET_VALUE));
    }

    @Test
    void describedInFahrenheitItsRangesConvertAndItsKeyedValuesStayWhereAKeySaysTheirUnit() {
        Translation.Redescribed f = Translation.described(device(null), IN_F, DisplayUnit.F);
        assertEquals(DisplayUnit.F, f.profile().unit());
        ProfileKey set = f.profile().key(Parameter.SET_VALUE).orElseThrow();
        assertEquals(-40, set.lowest());
        assertEquals(230, set.highest());
        assertEquals(77, set.factory());
        ProfileKey differential = f.profile().key(Parameter.DIFFERENTIAL).orElseThrow();
        assertEquals(0.2, differential.lowest(), 1e-9, "a tenth of a kelvin is 0.18 °F");
        assertEquals(27, differential.highest());
        assertEquals(3.6, differential.factory());
        assertEquals(3, f.profile().key(Parameter.MIN_OFF).orElseThrow().factory());
        assertEquals(18, f.profile().key(Parameter.OFFSET).orElseThrow().highest());
        assertEquals(IN_F, f.settings(), "keyed in °F by its own key, and still");
        assertEquals(0.1, f.profile().resolution());
    }

    @Test
    void withoutAKeyForItsUnitWhatIsKeyedConvertsToo() {
        Profile plain = new Profile("Plain", DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false,
                List.of(key(Parameter.SET_VALUE, 0.1, 0, 50, null), key(Parameter.DIFFERENTIAL, 0.1, 0.1, 10, null), key(Parameter.MIN_OFF, 1, 0, 10, null)), "", "");
        Settings keyed = new Settings(Map.of(Parameter.SET_VALUE, 24.7, Parameter.DIFFERENTIAL, 1.0, Parameter.MIN_OFF, 4.0));
        assertEquals(new Settings(Map.of(Parameter.SET_VALUE, 76.5, Parameter.DIFFERENTIAL, 1.8, Parameter.MIN_OFF, 4.0)),
                Translation.described(plain, keyed, DisplayUnit.F).settings());
        assertEquals("unit", assertThrows(RefusedValueException.class, () -> Translation.inUnit(plain, keyed, DisplayUnit.F)).field());
        assertEquals(keyed, Translation.inUnit(plain, keyed, DisplayUnit.C));
    }

    /** Between temperature and humidity nothing converts: 13.5 °C is no 13.5 %RH. */
    @Test
    void describedForHumidityItsRangesBeginAnewAndItsValuesAreLeftOut() {
        Translation.Redescribed rh = Translation.described(device(null), IN_F, DisplayUnit.RH);
        assertTrue(rh.profile().key(Parameter.UNIT).isEmpty());
        ProfileKey set = rh.profile().key(Parameter.SET_VALUE).orElseThrow();
        assertEquals(List.of(1.0, 0.0, 100.0), List.of(set.step(), set.lowest(), set.highest()));
        ProfileKey differential = rh.profile().key(Parameter.DIFFERENTIAL).orElseThrow();
        assertEquals(List.of(1.0, 1.0, 30.0), List.of(differential.step(), differential.lowest(), differential.highest()));
        ProfileKey offset = rh.profile().key(Parameter.OFFSET).orElseThrow();
        assertEquals(List.of(-10.0, 10.0), List.of(offset.lowest(), offset.highest()));
        assertEquals(1, rh.profile().resolution());
        assertEquals(new Settings(Map.of(Parameter.MIN_OFF, 5.0)), rh.settings());
        Translation.Redescribed back = Translation.described(rh.profile(), rh.settings(), DisplayUnit.C);
        ProfileKey level = back.profile().key(Parameter.SET_VALUE).orElseThrow();
        assertEquals(List.of(0.1, -40.0, 110.0), List.of(level.step(), level.lowest(), level.highest()));
        assertEquals(15, back.profile().key(Parameter.DIFFERENTIAL).orElseThrow().highest());
        assertEquals(0.1, back.profile().resolution());
    }

    private static Setup keyed(double set, double differential) {
        Profile profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        return Osier.setup(Osier.reedbox(25, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(profile, Osier.settings(profile, set, differential, 31, 25)));
    }

    @Test
    void aRemedyMovesWidensAndBands() {
        Setup setup = keyed(28.6, 0.6);
        PlannedController controller = setup.controllers().get(0);
        SwitchingPoints now = Rekey.points(setup, controller).orElseThrow();
        assertEquals(28.0, now.onAt(), 1e-9);
        assertEquals(29.1, Rekey.shifted(setup, controller, 0.5).orElseThrow().need(Parameter.SET_VALUE), 1e-9);
        assertEquals(Optional.empty(), Rekey.shifted(setup, controller, 0.02), "less than a step");
        assertEquals(Optional.empty(), Rekey.shifted(setup, controller, 300), "out of its range");
        // About 28.3: a kelvin wide is 27.8 to 28.8.
        Settings wide = Rekey.widened(setup, controller, now, 1.0).orElseThrow();
        assertEquals(28.8, wide.need(Parameter.SET_VALUE), 1e-9);
        assertEquals(1.0, wide.need(Parameter.DIFFERENTIAL), 1e-9);
        Settings band = Rekey.banded(setup, controller, 27.55, 28.95).orElseThrow();
        SwitchingPoints inside = Translation.points(controller.profile(), band, Direction.RAISE);
        assertTrue(inside.onAt() >= 27.55 && inside.offAt() <= 28.95 && inside.width() >= 1.2, inside.toString());
        assertEquals(Optional.empty(), Rekey.banded(setup, controller, 28.01, 28.02), "narrower than its steps");
        assertEquals(1, Rekey.changes(controller, controller.settings().with(Parameter.SET_VALUE, 28.9)).size());
        assertEquals(List.of(), Rekey.changes(controller, controller.settings()));
    }

    private static String cause(Parameter parameter, double wanted, double shown) {
        Settings card = new Settings(Map.of(Parameter.UNIT, 0.0, Parameter.SET_VALUE, 37.6, Parameter.DIFFERENTIAL, 0.4, Parameter.MIN_OFF, 4.0, Parameter.OFFSET, 0.0))
                .with(parameter, wanted);
        return ReadBack.of(device(null), card, Optional.empty(), parameter, shown).explanations().stream().map(each -> each.cause().name()).findFirst().orElse("");
    }

    /** 37.6 °C is 99.68 °F and 0.4 K are 0.72 °F: a device that shows whole degrees shows 100. */
    @ParameterizedTest
    @CsvSource({"SET_VALUE, 37.6, 99.7, OTHER_UNIT", "SET_VALUE, 37.6, 100.1, OTHER_UNIT", "SET_VALUE, 37.6, 100.3, UNKNOWN", "SET_VALUE, 37.6, 99.2, OTHER_UNIT",
            "SET_VALUE, 37.6, 99.1, UNKNOWN",
            "DIFFERENTIAL, 5, 9, OTHER_UNIT", "DIFFERENTIAL, 5, 4.9, ONE_STEP", "DIFFERENTIAL, 5, 4.7, UNKNOWN", "MIN_OFF, 4, 5, ONE_STEP", "MIN_OFF, 4, 6, UNKNOWN",
            "MIN_OFF, 4, 7.2, UNKNOWN",
            "OFFSET, 1.5, -1.5, SIGN", "DIFFERENTIAL, 1, 10, DECIMAL_POINT", "DIFFERENTIAL, 3, 0.3, DECIMAL_POINT", "SET_VALUE, 37.6, 37.6000005, ''",
            "SET_VALUE, 37.6, 37.60001, ONE_STEP"})
    void whatIsReadBackIsExplainedOnBothSidesOfEachLimit(Parameter parameter, double wanted, double shown, String cause) {
        assertEquals(cause, cause(parameter, wanted, shown));
        assertTrue(cause.isEmpty() || Arrays.stream(Cause.values()).anyMatch(each -> each.name().equals(cause)));
    }
}
