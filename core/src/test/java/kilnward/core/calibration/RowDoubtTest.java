package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is asked about before a row counts. The limits are common practice, no source; the conversions are hand-worked. */
class RowDoubtTest {
    private static String said(CheckRow row, List<CheckRow> others, DisplayUnit unit, OptionalDouble expected) {
        return RowDoubt.of(row, others, unit, expected).stream()
                .map(doubt -> doubt.kind() + " " + doubt.field() + (doubt.meant().isPresent() ? " " + doubt.meant().getAsDouble() : ""))
                .collect(Collectors.joining(", "));
    }

    /** A display typed where about so much was expected: 99.5 °F is 37.5 °C; 10 K away is not yet far, 6 K is not near. */
    @ParameterizedTest
    @CsvSource({"C, 37.5, 99.5, OTHER_UNIT display 37.5", "C, 37.5, 47.5, ''", "C, 37.5, 48.2, ''", "C, 37.5, 111, ''", "C, 37.5, 109.9, OTHER_UNIT display 43.28",
            "F, 99.5, 37.5, OTHER_UNIT display 99.5", "F, 99.5, 81, ''", "F, 68, 49, ''", "F, 68, 20, OTHER_UNIT display 68.0",
            "C, 10, 20, ''", "C, -6, 21, OTHER_UNIT display -6.11",
            "RH, 80, 0.8, OTHER_UNIT display 80.0", "RH, 80, 1, OTHER_UNIT display 100.0", "RH, 80, 1.01, ''", "RH, 80, 0, ''", "RH, 2, 0.5, ''",
            "RH, 2.5, 0.5, OTHER_UNIT display 50.0"})
    void theOtherUnitIsFarFromWhatIsExpectedAndNearItOnceConverted(DisplayUnit unit, double expected, double display, String said) {
        assertEquals(said, said(new CheckRow(0, display, Map.of("glass", expected)), List.of(), unit, OptionalDouble.of(expected)));
    }

    @Test
    void aReferenceIsHeldAgainstTheLastRowElseAgainstWhatIsExpectedElseAgainstItsDisplay() {
        CheckRow row = new CheckRow(600, 37.5, Map.of("glass", 99.0));
        assertEquals("OTHER_UNIT references.glass 37.22", said(row, List.of(), DisplayUnit.C, OptionalDouble.empty()));
        assertEquals("OTHER_UNIT references.glass 37.22", said(row, List.of(), DisplayUnit.C, OptionalDouble.of(37)));
        assertEquals("", said(new CheckRow(600, 37.5, Map.of("glass", 36.0)), List.of(), DisplayUnit.C, OptionalDouble.empty()));
        List<CheckRow> last = List.of(new CheckRow(0, 99.5, Map.of("glass", 98.0)), new CheckRow(500, 37.5, Map.of("glass", 37.0)));
        assertEquals("OTHER_UNIT references.glass 37.22", said(row, last, DisplayUnit.C, OptionalDouble.of(99)), "the last row and not the first, nor what was expected");
    }

    /** More than 2 K and faster than 1 K a minute; more than 10 points and faster than 5 a minute. */
    @ParameterizedTest
    @CsvSource({"C, 2.0, 60, false", "C, 2.1, 60, true", "C, -2.1, 60, true", "C, 3, 180, false", "C, 3, 179, true", "C, 2.1, 1000, false", "F, 3.5, 60, false", "F, 3.7, 60, true",
            "RH, 10, 60, false", "RH, 10.5, 60, true", "RH, 15, 180, false", "RH, 15.5, 180, true", "RH, 9, 1, false"})
    void aJumpIsLargeAndFast(DisplayUnit unit, double moved, double seconds, boolean jumps) {
        CheckRow before = new CheckRow(100, 40, Map.of("glass", 41.0));
        assertEquals(jumps ? "JUMP display" : "", said(new CheckRow(100 + seconds, 40 + moved, Map.of("glass", 41.0)), List.of(before), unit, OptionalDouble.empty()));
        assertEquals(jumps ? "JUMP references.glass" : "", said(new CheckRow(100 + seconds, 40, Map.of("glass", 41 + moved)), List.of(before), unit, OptionalDouble.empty()));
        assertEquals("", said(new CheckRow(100 + seconds, 40, Map.of("other", 41 + moved)), List.of(before), unit, OptionalDouble.empty()), "that one was not read before");
    }

    @ParameterizedTest
    @CsvSource({"605, 37.5, 36, TWICE at", "606, 37.5, 36, ''", "595, 37.5, 36, TWICE at", "594, 37.5, 36, ''", "602, 37.6, 36, ''", "602, 37.5, 36.1, ''"})
    void theSameWithinFiveSecondsIsThereTwice(double atS, double display, double glass, String said) {
        assertEquals(said,
                said(new CheckRow(atS, display, Map.of("glass", glass)), List.of(new CheckRow(600, 37.5, Map.of("glass", 36.0))), DisplayUnit.C, OptionalDouble.empty()));
    }
}
