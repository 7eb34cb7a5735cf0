package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.calibration.Drift.Found;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;

/** A line through checks, by hand: 0.1 at day 0, 0.3 at 100, 0.2 at 200 has mean 0.2, slope 0.0005, left over ∓0.05, 0.1, ∓0.05. */
class DriftTest {
    private static final Drift THREE = Drift.of(List.of(new Found(0, 0.1), new Found(100, 0.3), new Found(200, 0.2)));

    @Test
    void slopeMarginAndScatterAreThoseOfTheLine() {
        assertEquals(0.0005, THREE.perDay(), 1e-12);
        assertEquals(0.15, THREE.atStart(), 1e-12);
        // √(0.05² + 0.1² + 0.05²) with one degree of freedom; its slope over √20000; Student's 12.706 for one degree, published in every table of t.
        assertEquals(Math.sqrt(0.015), THREE.scatter(), 1e-12);
        assertEquals(12.706 * Math.sqrt(0.015 / 20_000), THREE.perDayMargin(), 1e-5);
        assertEquals(0.35, THREE.at(400), 1e-12);
        assertTrue(THREE.hasConfidence());
    }

    @Test
    void twoChecksFitAnyLineAndOneDayIsNoLine() {
        Drift two = Drift.of(List.of(new Found(10, 0.1), new Found(20, 0.0)));
        assertEquals(-0.01, two.perDay(), 1e-12);
        assertEquals(0, two.scatter());
        assertFalse(two.hasConfidence());
        assertEquals(OptionalDouble.empty(), two.passesEarliest(20, 0.5));
        assertEquals("checks", assertThrows(RefusedValueException.class, () -> Drift.of(List.of(new Found(10, 0.1), new Found(10, 0.2)))).field());
        assertEquals(0, Line.through(new double[] {3, 3, 3}, new double[] {1, 2, 3}).slope(), "all at one place: no slope");
        assertEquals(0, Line.through(new double[] {3, 3, 3}, new double[] {1, 2, 3}).scatter());
        assertEquals(new Line(0, 28.2, 0, 0), Line.through(new double[] {5}, new double[] {28.2}), "one point is level");
        Line through = Line.through(new double[] {0, 2}, new double[] {1, 2});
        assertEquals(0.5, through.slope(), 1e-12);
        assertEquals(0, through.slopeStandard(), "two points leave nothing to judge it by");
        assertEquals("day", assertThrows(RefusedValueException.class, () -> new Found(Double.NaN, 0)).field());
        assertEquals("error", assertThrows(RefusedValueException.class, () -> new Found(0, Double.NaN)).field());
    }

    @Test
    void itPassesWhereSlopeAndTimeMakeTheTolerance() {
        assertEquals(200 + 0.25 / 0.0005, THREE.passes(200, 0.25).orElseThrow(), 1e-9);
        assertEquals(200 + 0.25 / (0.0005 + THREE.perDayMargin()), THREE.passesEarliest(200, 0.25).orElseThrow(), 1e-9);
        Drift falling = new Drift(-0.002, 0.001, 0, 0);
        assertEquals(100 + 0.3 / 0.002, falling.passes(100, 0.3).orElseThrow(), 1e-9, "whichever way");
        assertEquals(100 + 0.3 / 0.003, falling.passesEarliest(100, 0.3).orElseThrow(), 1e-9);
        Drift still = new Drift(0, 0, 0.1, 0);
        assertEquals(OptionalDouble.empty(), still.passes(0, 1));
        assertEquals(OptionalDouble.empty(), still.passesEarliest(0, 1));
        assertEquals("tolerance", assertThrows(RefusedValueException.class, () -> still.passes(0, 0)).field());
        assertEquals("tolerance", assertThrows(RefusedValueException.class, () -> still.passesEarliest(0, 0)).field());
    }

    @Test
    void whatTheLastCheckLeftIsUsedUpOrGained() {
        assertEquals(0.2, new Drift(0.01, 0, 0, 0).room(0.25, 0.05), 1e-12);
        assertEquals(0.3, new Drift(-0.01, 0, 0, 0).room(0.25, 0.05), 1e-12);
        assertEquals(1e-6, new Drift(0.01, 0, 0, 0).room(0.25, 0.4), 1e-12, "used up");
        assertEquals(0.25, Drift.tolerance(37, 38), 1e-12, "a quarter of the target range");
        assertEquals("keepHigh", assertThrows(RefusedValueException.class, () -> Drift.tolerance(37, 37)).field());
    }
}
