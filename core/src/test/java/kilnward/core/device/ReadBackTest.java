package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.Style;
import kilnward.core.device.ReadBack.Cause;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a device shows against what was wanted. The mistakes are common practice, no source; the numbers are worked by hand. */
class ReadBackTest {
    private static ProfileKey key(Parameter parameter, double step, double lowest, double highest, Double factory) {
        return new ProfileKey(parameter, "Key " + parameter.ordinal(), step, lowest, highest, factory,
                parameter.kind() == Parameter.Kind.CHOICE ? List.of("first", "second") : List.of());
    }

    private static final Profile DEVICE = new Profile("Ember", DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false,
            List.of(key(Parameter.UNIT, 1, 0, 1, null), key(Parameter.DIRECTION, 1, 0, 1, null), key(Parameter.SET_VALUE, 0.1, -40, 110, 30.0),
                    key(Parameter.DIFFERENTIAL, 0.1, 0.1, 15, 1.0), key(Parameter.ACT_DELAY, 1, 0, 10, 3.0), key(Parameter.HIGH_ALARM, 0.1, -40, 110, null),
                    key(Parameter.OFFSET, 0.1, -15, 15, 0.0)),
            "", "Hold both arrows until it blinks.");
    private static final Settings WANTED = new Settings(Map.of(Parameter.UNIT, 0.0, Parameter.DIRECTION, 0.0, Parameter.SET_VALUE, 37.6,
            Parameter.DIFFERENTIAL, 0.4, Parameter.ACT_DELAY, 0.0, Parameter.HIGH_ALARM, 38.5, Parameter.OFFSET, -0.3));

    @ParameterizedTest(name = "{0} shows {1}: {2}")
    @CsvSource({"SET_VALUE, 12.6, OFFSET_NOT_LEVEL", "SET_VALUE, 99.7, OTHER_UNIT", "SET_VALUE, 36.9, NOT_KEPT", "SET_VALUE, 30, FACTORY",
            "SET_VALUE, 38.5, OTHER_KEY", "SET_VALUE, 37.5, ONE_STEP", "SET_VALUE, 34.1, UNKNOWN", "SET_VALUE, 376, DECIMAL_POINT",
            "DIFFERENTIAL, 4, DECIMAL_POINT", "OFFSET, 0.3, SIGN", "OFFSET, 12.6, DISPLAY_SHIFTED", "UNIT, 1, OTHER_CHOICE", "DIRECTION, 1, OTHER_CHOICE",
            "ACT_DELAY, 3, FACTORY"})
    void aMismatchIsExplained(Parameter parameter, double shown, Cause likeliest) {
        ReadBack read = ReadBack.of(DEVICE, WANTED, Optional.of(WANTED.with(Parameter.SET_VALUE, 36.9)), parameter, shown);
        assertEquals(likeliest, read.explanations().get(0).cause(), read.toString());
        assertTrue(!read.matches());
    }

    @Test
    void whatIsWantedMatchesAndNothingElseDoes() {
        for (ProfileKey key : DEVICE.keys()) {
            double wanted = WANTED.need(key.parameter());
            assertEquals(new ReadBack(true, List.of()), ReadBack.of(DEVICE, WANTED, Optional.empty(), key.parameter(), wanted));
            assertTrue(!ReadBack.of(DEVICE, WANTED, Optional.empty(), key.parameter(), wanted + key.step()).explanations().isEmpty());
        }
    }

    @Test
    void aChangeNotKeptIsToldWithTheWayToKeepIt() {
        ReadBack read = ReadBack.of(DEVICE, WANTED, Optional.of(WANTED.with(Parameter.SET_VALUE, 36.9)), Parameter.SET_VALUE, 36.9);
        assertTrue(read.explanations().get(0).text().endsWith("Hold both arrows until it blinks."));
        assertEquals(Cause.UNKNOWN, ReadBack.of(DEVICE, WANTED, Optional.empty(), Parameter.SET_VALUE, 36.9).explanations().get(0).cause());
    }

    @Test
    void aKeyThatTheDeviceDoesNotHaveIsRefused() {
        assertEquals("parameter", assertThrows(RefusedValueException.class,
                () -> ReadBack.of(DEVICE, WANTED, Optional.empty(), Parameter.LOW_ALARM, 20)).field());
    }
}
