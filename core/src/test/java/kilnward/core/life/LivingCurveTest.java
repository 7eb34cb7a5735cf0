package kilnward.core.life;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.setup.LivingDay;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What living things give off, day by day. */
class LivingCurveTest {
    /** Eggs of 50 g: nothing at first, 0.16 W on day 20; invented but for its shape. */
    private static final LivingCurve EGGS = new LivingCurve(List.of(point(0, 50.0, 0, 0.015), point(10, 50.0, 0.02, 0.015), point(20, 50.0, 0.16, 0.015)),
            SourceGrade.FROM_MEMORY, "");

    private static LivingCurve.Point point(double day, Double eachG, double heatW, double waterGh) {
        return new LivingCurve.Point(day, eachG, heatW, waterGh, 0);
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "5, 0.01", "10, 0.02", "15, 0.09", "20, 0.16", "26, 0.16"})
    void itsHeatGoesInStraightLinesAndStaysBehindItsEnds(double day, double heatW) {
        assertEquals(heatW, EGGS.on(day).heatW(), 1e-12);
    }

    @Test
    void kilogramsAndPiecesAreTheSameEggs() {
        assertEquals(150, EGGS.units(null, 150.0, 3));
        assertEquals(150, EGGS.units(7.5, null, 3), 1e-9);
        LivingCurve chicks = new LivingCurve(List.of(point(0, 40.0, 0.5, 0), point(10, 80.0, 1, 0)), SourceGrade.FROM_MEMORY, "");
        // 0.6 kg on the day they weigh 60 g are ten of them.
        assertEquals(10, chicks.units(0.6, null, 5), 1e-9);
        assertEquals(OptionalDouble.of(60), chicks.eachG(5));
    }

    /** A day is judged by itself where it differs by half a watt and a fiftieth. */
    @Test
    void theDaysThatTellAnotherAreItsEndsAndItsPeak() {
        LivingCurve culture = new LivingCurve(List.of(point(0, null, 0.05, 0), point(7, null, 2, 0), point(14, null, 1, 0)), SourceGrade.FROM_MEMORY, "");
        assertEquals(List.of(0.0, 7.0, 14.0), culture.telling(0, 14));
        assertEquals(List.of(0.0, 3.0), culture.telling(0, 3));
        assertEquals(List.of(0.0, 7.0, 14.0), LivingDay.telling(culture, 12, 0, 14).stream().map(LivingDay::day).toList());
        assertEquals(1, LivingDay.telling(culture, 0.1, 0, 14).size(), "a tenth of a kilogram warms nothing");
        assertEquals(24, LivingDay.telling(culture, 12, 0, 14).get(1).living().heatW(), 1e-9);
    }

    @Test
    void aCurveThatCannotBeIsRefusedWhereItIsWrong() {
        assertEquals("points[1].day", refusal(List.of(point(5, null, 1, 0), point(5, null, 1, 0))).field());
        assertEquals("points[1].day", refusal(List.of(point(5, null, 1, 0), point(4, null, 1, 0))).field());
        assertEquals("points[1].eachG", refusal(List.of(point(5, null, 1, 0), point(6, 40.0, 1, 0))).field());
        assertEquals("points", refusal(List.of()).field());
        assertEquals("heatW", assertThrows(RefusedValueException.class, () -> point(0, null, -0.1, 0)).field());
        assertEquals("waterGh", assertThrows(RefusedValueException.class, () -> point(0, null, 0, -1)).field());
    }

    @ParameterizedTest
    @CsvSource(nullValues = "-", value = {"-, 2.5, pieces", "-, 0, pieces", "-, -3, pieces", "0, -, kg", "-1, -, kg", "NaN, -, kg", "-, -, kg", "1, 20, pieces"})
    void anAmountThatCannotBeIsRefused(Double kg, Double pieces, String field) {
        assertEquals(field, assertThrows(RefusedValueException.class, () -> EGGS.units(kg, pieces, 0)).field());
    }

    @Test
    void whatIsWeighedIsNotCounted() {
        LivingCurve bees = new LivingCurve(List.of(point(0, null, 12, 2)), SourceGrade.FROM_MEMORY, "");
        assertTrue(assertThrows(RefusedValueException.class, () -> bees.units(null, 20_000.0, 0)).getMessage().contains("as a mass"));
    }

    private static RefusedValueException refusal(List<LivingCurve.Point> points) {
        return assertThrows(RefusedValueException.class, () -> new LivingCurve(points, SourceGrade.FROM_MEMORY, ""));
    }
}
