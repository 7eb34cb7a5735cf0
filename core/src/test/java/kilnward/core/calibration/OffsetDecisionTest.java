package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OffsetDecisionTest {
    private static OffsetDecision of(double current, double display, double step, double range, Double... references) {
        return OffsetDecision.of(current, List.of(new Comparison(display, List.of(references))), step, -range, range);
    }

    @Test
    void offsetIsOldPlusReferenceLessDisplay() {
        // Common practice, no source: reference 36.0, display 37.6, old 0 → −1.6.
        OffsetDecision decision = of(0, 37.6, 0.1, 10, 36.0);
        assertEquals(-1.6, decision.newOffset());
        assertEquals(1.6, decision.error());
        assertEquals(OffsetDecision.Verdict.KEY_IN, decision.verdict());
        assertEquals(-1.1, of(0.5, 37.6, 0.1, 10, 36.0).newOffset(), "the old offset counts");
    }

    @ParameterizedTest
    // Hand arithmetic: wanted offset −error, to the nearest step, halves away from zero.
    @CsvSource({"20.25, 20.0, 0.1, -0.3", "20.0, 20.25, 0.1, 0.3", "20.15, 20.0, 0.1, -0.2", "20.5, 20, 1, -1",
            "20.4, 20, 1, 0", "100.25, 100, 0.5, -0.5"})
    void halvesGoAwayFromZero(double display, double reference, double step, double offset) {
        assertEquals(offset, of(0, display, step, 50, reference).newOffset());
    }

    @Test
    void anErrorBelowHalfAStepIsLeft() {
        assertEquals(OffsetDecision.Verdict.LEAVE, of(0.2, 20.04, 0.1, 5, 20.0).verdict());
    }

    @Test
    void beyondTheRangeTheProbeIsReplaced() {
        OffsetDecision decision = of(0, 32, 0.1, 5, 20.0);
        assertFalse(decision.inRange());
        assertEquals(OffsetDecision.Verdict.REPLACE_PROBE, decision.verdict());
        assertEquals(-12, decision.newOffset());
    }

    @Test
    void uncertaintyCombinesResolutionAndScatter() {
        // JCGM 100:2008: one reading in 0.1 steps, 2·√(2·0.1²/12) = 0.0816.
        assertEquals(0.0816, of(0, 37.6, 0.1, 10, 36.0).expandedUncertainty(), 1e-4);
        // Three references 36.0, 36.1, 36.2: s = 0.1, s²/n = 0.00333; 2·√(0.00333 + 0.001667) = 0.1414.
        OffsetDecision three = of(0, 37.6, 0.1, 10, 36.0, 36.1, 36.2);
        assertEquals(1.5, three.error(), 1e-12);
        assertEquals(0.1414, three.expandedUncertainty(), 1e-4);
    }

    @Test
    void refusesByFieldName() {
        assertEquals("step", assertThrows(RefusedValueException.class, () -> of(0, 20, 0, 5, 20.0)).field());
        assertEquals("references", assertThrows(RefusedValueException.class, () -> of(0, 20, 0.1, 5)).field());
        assertEquals("rangeMax", assertThrows(RefusedValueException.class, () -> of(0, 20, 0.1, -5, 20.0)).field());
        assertEquals("display", assertThrows(RefusedValueException.class, () -> of(0, Double.NaN, 0.1, 5, 20.0)).field());
    }
}
