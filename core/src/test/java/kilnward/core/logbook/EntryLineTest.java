package kilnward.core.logbook;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines as they are said at the box. */
class EntryLineTest {
    private static String told(List<EntryLine> lines) {
        return lines.stream().map(each -> each.kind() + (each.amount().isPresent() ? " " + each.amount().getAsDouble() : "")
                + (each.pieces().isPresent() ? " x" + each.pieces().getAsInt() : "") + (each.temperatureC().isPresent() ? " " + each.temperatureC().getAsDouble() + "C" : "")
                + (each.humidityPct().isPresent() ? " " + each.humidityPct().getAsDouble() + "%" : "") + (each.rest().isEmpty() ? "" : " '" + each.rest() + "'"))
                .collect(Collectors.joining(" | "));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '=', value = {"26.1 71 topped up 200 ml = TOPPED_UP 0.2 26.1C 71.0%", "26,1 71% = READ 26.1C 71.0%", "misted = MISTED",
            "misted, turned = MISTED | TURNED",
            "weighed 310 g 6 eggs = WEIGHED 310.0 x6", "lost 2, one was clear = LOST x2 | LOST 'one was'", "hatched 5 = HATCHED x5", "pulled 3 trays = TRAY_PULLED x3",
            "water change 20 l = WATER_CHANGED 20.0", "smells of mould in the corner = NOTE 'smells of mould in the corner'",
            "28.2 opened lid for 2 min = OPENED 28.2C 'lid for 2 min'",
            "Topped up 0,5 l and misted = TOPPED_UP 0.5 | MISTED", "28.4, topped up 1 l = TOPPED_UP 1.0 28.4C", "3 seen yawning = NOTE '3 seen yawning'",
            "3 eggs hatched = HATCHED x3", "2 fish died = DIED x2 'fish'", "12 trays up = HATCHED x12", "26.1 71 3 hatched = HATCHED x3 26.1C 71.0%",
            "38 hatched 3 = HATCHED x3 38.0C", "12 trays misted = MISTED '12 trays'", "vent 85 % = NOTE 'vent 85 %'", "26 °C 71 % = READ 26.0C 71.0%",
            "co2 900 = READ 'co2 900'", "pH 6.5 = READ 'pH 6.5'", "EC 1.8 = READ 'EC 1.8'", "humidity 85 % = READ 85.0% 'humidity'",
            "died 1 smallest of the clutch = DIED x1 'smallest of the clutch'", "replaced the mat = REPLACED 'the mat'"})
    void lines(String said, String understood) {
        assertEquals(understood, told(EntryLine.of(said, false)));
    }

    @Test
    void fahrenheit() {
        assertEquals("READ 25.0C 60.0%", told(EntryLine.of("77 60", true)));
        assertEquals("READ 25.0C", told(EntryLine.of("77 F", false)));
        assertEquals("READ 26.0C", told(EntryLine.of("26 °C", true)));
    }

    @Test
    void whatCannotBe() {
        assertEquals("text", assertThrows(RefusedValueException.class, () -> EntryLine.of("  ", false)).field());
        assertTrue(assertThrows(RefusedValueException.class, () -> EntryLine.of("topped up 1,500 ml", false)).getMessage().contains("1500 or 1.500"));
        // A quail egg of 300 g.
        assertEquals("amount", weighed(300, 1, 11).field());
        assertEquals("amount", weighed(300, 3, 11).field());
        assertDoesNotThrow(() -> check(300, 27, 11));
        assertEquals("pieces", assertThrows(RefusedValueException.class, () -> Plausible.check(EntryKind.DIED, OptionalDouble.empty(), OptionalInt.of(13), OptionalDouble.empty(),
                OptionalDouble.empty(), OptionalDouble.empty(), OptionalInt.of(12))).field());
        assertEquals("humidityPct", assertThrows(RefusedValueException.class, () -> Plausible.check(EntryKind.READ, OptionalDouble.empty(), OptionalInt.empty(),
                OptionalDouble.empty(), OptionalDouble.of(171), OptionalDouble.empty(), OptionalInt.empty())).field());
    }

    private static RefusedValueException weighed(double grams, int pieces, double each) {
        return assertThrows(RefusedValueException.class, () -> check(grams, pieces, each));
    }

    private static void check(double grams, int pieces, double each) {
        Plausible.check(EntryKind.WEIGHED, OptionalDouble.of(grams), OptionalInt.of(pieces), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.of(each),
                OptionalInt.empty());
    }
}
