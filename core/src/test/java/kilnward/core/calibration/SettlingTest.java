package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import kilnward.core.calibration.Check.Key;
import kilnward.core.calibration.Check.Rules;
import kilnward.core.calibration.Check.Verdict;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a check counts as settled, which reference is the odd one, and what makes up the uncertainty: each on both sides of its limit. */
class SettlingTest {
    private static final Key TENTHS = new Key(0, 0.1, -10, 10, 0.1);
    private static final List<Reference> GLASS = List.of(new Reference("glass", 0.1, 0, Optional.empty()));

    private static Check check(int last, double everyS, IntToDoubleFunction display, IntToDoubleFunction glass) {
        return Check.of(IntStream.rangeClosed(0, last).mapToObj(i -> new CheckRow(i * everyS, display.applyAsDouble(i), Map.of("glass", glass.applyAsDouble(i)))).toList(),
                GLASS, Rules.USUAL, TENTHS);
    }

    /** Rows every 5 min: a fifth of a kelvin an hour is 0.01667 a row. */
    @ParameterizedTest
    @CsvSource({"0.016, 0, true", "0.0175, 0, false", "-0.0175, 0, false", "-0.016, 0, true", "0, 0.0175, false", "0, -0.0175, false", "0, 0.016, true"})
    void displayAndReferenceMustStandStill(double displayEach, double referenceEach, boolean settled) {
        Check check = check(12, 300, i -> 37.6 + displayEach * i, i -> 36 + referenceEach * i);
        assertEquals(settled, check.settling().settled());
        assertEquals(12 * displayEach, check.settling().displayPerHour(), 1e-9);
        assertEquals(12 * referenceEach, check.settling().referencePerHour(), 1e-9);
        assertEquals(3600, check.settling().spanS());
    }

    /**
     * A box that swings by half a kelvin, both read to a tenth with a noise of 0.05 K every five minutes for an hour: what stands still passes 95 times of 100, and what creeps apart by
     * two fifths of a kelvin an hour hardly ever; of 2,000 seeds.
     */
    @Test
    void noisePassesAndACreepDoesNot() {
        int steady = 0;
        int creeping = 0;
        for (int seed = 0; seed < 2000; seed++) {
            steady += settles(new SplittableRandom(seed), 0) ? 1 : 0;
            creeping += settles(new SplittableRandom(seed), 0.4) ? 1 : 0;
        }
        assertTrue(steady >= 0.95 * 2000 && creeping <= 0.05 * 2000, steady + " and " + creeping);
    }

    private static boolean settles(SplittableRandom random, double apartPerHour) {
        double phase = 10 * random.nextDouble();
        IntToDoubleFunction box = i -> 36 + 0.25 * Math.sin(phase + 2.1 * i);
        return check(12, 300, i -> tenths(box.applyAsDouble(i) + 1.6 + apartPerHour * i / 12 + 0.05 * random.nextGaussian()),
                i -> tenths(box.applyAsDouble(i) + 0.05 * random.nextGaussian())).settling().settled();
    }

    private static double tenths(double value) {
        return Math.rint(10 * value) / 10;
    }

    /** Up and down by a: over 13 rows seven are +a and six −a, s² = 13 (a² − (a/13)²) / 12, so 1.0377 a for a = 0.24 is 0.249 and for 0.245 is 0.254. */
    @ParameterizedTest
    @CsvSource({"0.24, true", "0.245, false"})
    void theDifferenceMustNotWander(double each, boolean settled) {
        Check check = check(12, 300, i -> 37.6 + (i % 2 == 0 ? each : -each), i -> 36);
        assertEquals(settled, check.settling().settled());
        assertEquals(each * Math.sqrt(13 * (1 - 1.0 / 169) / 12), check.settling().scatter(), 1e-9);
    }

    @ParameterizedTest
    @CsvSource({"1, 3600, false", "2, 1800, true", "2, 1710, true", "2, 1700, false"})
    void itTakesThreeRowsAndTheHourButForAMoment(int last, double everyS, boolean settled) {
        assertEquals(settled, check(last, everyS, i -> 37.6, i -> 36).settling().settled());
    }

    @Test
    void oneRowAloneIsNoHour() {
        Check one = check(0, 1, i -> 37.6, i -> 36);
        assertEquals(Verdict.WAIT, one.verdict());
        assertEquals(0, one.settling().scatter());
        assertEquals(1, one.rows());
        assertEquals("rows", assertThrows(RefusedValueException.class, () -> Check.of(List.of(), GLASS, Rules.USUAL, TENTHS)).field());
    }

    @ParameterizedTest
    @CsvSource({"37.6, -1.6, -1.5, 1, REPLACE_PROBE", "37.6, -1.6, -1.6, 1, KEY_IN", "34.4, 1.6, -5, 1.5, REPLACE_PROBE", "34.4, 1.6, -5, 1.6, KEY_IN", "36, 0, -5, 5, LEAVE"})
    void atTheEndsOfItsRangeAnOffsetIsStillKeyedIn(double display, double offset, double lowest, double highest, Verdict verdict) {
        Check check = Check.of(IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, display, Map.of("glass", 36.0))).toList(), GLASS, Rules.USUAL,
                new Key(0, 0.1, lowest, highest, 0.1));
        assertEquals(offset, check.newOffset(), 1e-12);
        assertEquals(verdict, check.verdict());
    }

    /**
     * Standard 0.1 each: the third from the mean of two is off by √(0.1² + 2 · 0.1² / 4) = 0.1225, three of which are 0.3674. An uncertain one may stand
     * farther away; a certain one among uncertain ones is judged by theirs.
     */
    @ParameterizedTest
    @CsvSource({"0.36, 0.1, ''", "0.37, 0.1, c", "-0.37, 0.1, c", "0.37, 0.2, ''", "0.65, 0.2, c", "0.60, 0.2, ''"})
    void anOddReferenceIsFartherThanThreeOfItsStandardUncertainties(double away, double own, String odd) {
        Map<String, Double> read = new TreeMap<>(Map.of("a", 36.0, "b", 36.0, "c", 36 + away));
        List<Reference> three = List.of(new Reference("a", 0.1, 0, Optional.empty()), new Reference("b", 0.1, 0, Optional.empty()), new Reference("c", own, 0, Optional.empty()));
        Check check = Check.of(IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, 36, read)).toList(), three, Rules.USUAL, TENTHS);
        assertEquals(odd, check.odd().orElse(""));
        assertEquals(odd.isEmpty() ? -away / 3 : 0, check.error(), 1e-9);
        assertEquals(odd.isEmpty() ? 3 : 2, check.references().size());
    }

    /** Step 0.1 over √12; scatter over √13; references 0.1 and 0.1: √0.02 / 2 stated, 0.4 apart: 0.2 seen. The larger of the last two counts. */
    @ParameterizedTest
    @CsvSource({"0.4, 0.2, references among each other", "0.1, 0.0707106781, references"})
    void theUncertaintyIsMadeOfStepScatterAndReferences(double apart, double references, String what) {
        List<Reference> two = List.of(new Reference("a", 0.1, 0, Optional.empty()), new Reference("b", 0.1, 0, Optional.empty()));
        Check check = Check.of(IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, 36 + (i % 2 == 0 ? 0.1 : -0.1), Map.of("a", 36.0, "b", 36 + apart))).toList(),
                two,
                Rules.USUAL, TENTHS);
        Map<String, Double> parts = new TreeMap<>();
        check.uncertainty().parts().forEach(part -> parts.put(part.what(), part.standard()));
        assertEquals(references, parts.get(what), 1e-9);
        assertEquals(0.1 / Math.sqrt(12), parts.get("step of the display"), 1e-12);
        assertEquals(check.settling().scatter() / Math.sqrt(13), parts.get("scatter"), 1e-12);
        assertEquals(Math.sqrt(0.02) / 2 / Math.sqrt(12), parts.get("step of the references"), 1e-12, "both read in tenths");
        assertEquals(4, parts.size());
        assertEquals(2 * check.uncertainty().standard(), check.uncertainty().expanded(), 1e-12);
    }

    @Test
    void theRoomIsFitFrom15To25() {
        assertTrue(Check.isRoomFit(OptionalDouble.of(25)));
        assertFalse(Check.isRoomFit(OptionalDouble.of(14.9)) || Check.isRoomFit(OptionalDouble.of(25.1)));
    }

    @Test
    void saltsSayTheirRangeAndWhetherTheyIrritate() {
        assertEquals(10, Salt.POTASSIUM_CARBONATE.lowestC());
        assertEquals(30, Salt.POTASSIUM_CARBONATE.highestC());
        assertEquals("potassium carbonate", Salt.POTASSIUM_CARBONATE.words());
        assertEquals(0.4, Salt.POTASSIUM_CARBONATE.standardPct());
        assertTrue(Salt.POTASSIUM_CARBONATE.isIrritant() && !Salt.SODIUM_CHLORIDE.isIrritant());
        assertEquals(75.67, Salt.SODIUM_CHLORIDE.humidityPct(10), 1e-9, "at the lower end");
        assertEquals(74.68, Salt.SODIUM_CHLORIDE.humidityPct(40), 1e-9, "at the upper end");
        assertEquals(-1.5, TwoPoint.inStep(-1.46, 0.1), 1e-12);
        assertEquals("highShown", assertThrows(RefusedValueException.class, () -> TwoPoint.of(5, 0, 5, 10)).field());
        assertEquals("shift", assertThrows(RefusedValueException.class, () -> new TwoPoint(1, Double.NaN)).field());
    }
}
