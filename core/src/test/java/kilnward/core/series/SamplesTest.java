package kilnward.core.series;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import kilnward.core.finding.RefusedValueException;
import org.hipparchus.analysis.interpolation.LinearInterpolator;
import org.hipparchus.analysis.polynomials.PolynomialSplineFunction;
import org.junit.jupiter.api.Test;

/** Readings one after the other, by cases worked out by hand and against Hipparchus. */
class SamplesTest {
    private static final Samples FIVE = new Samples(new double[] {10, 20, 30, 50, 60}, new double[] {1, 3, 2, 6, 4});

    private static Samples samples(double... value) {
        return new Samples(IntStream.range(0, value.length).mapToDouble(i -> 60.0 * i).toArray(), value);
    }

    @Test
    void timesRiseAndValuesAreNumbers() {
        assertEquals("readings", assertThrows(RefusedValueException.class, () -> new Samples(new double[1], new double[2])).field());
        assertEquals("readings[1].at", assertThrows(RefusedValueException.class, () -> new Samples(new double[] {5, 5}, new double[2])).field());
        assertEquals("readings[0].at", assertThrows(RefusedValueException.class, () -> new Samples(new double[] {Double.NaN}, new double[1])).field());
        assertEquals("readings[1].value", assertThrows(RefusedValueException.class, () -> samples(1, Double.NaN)).field());
        double[] at = {1, 2};
        Samples kept = new Samples(at, new double[2]);
        at[0] = 9;
        assertEquals(1, kept.atS()[0], "what is changed afterwards is not theirs");
    }

    @Test
    void theUsualTimeBetweenTwoIsTheMiddleOne() {
        assertEquals(10, FIVE.spacingS(), "of 10, 10, 20, 10");
        assertEquals(20, new Samples(new double[] {0, 10, 30, 60}, new double[4]).spacingS(), "of 10, 20, 30");
        assertEquals(Double.POSITIVE_INFINITY, samples(1).spacingS());
        assertEquals(60, FIVE.lastS());
        assertEquals(5, FIVE.count());
    }

    @Test
    void aSpanIncludesItsEnds() {
        assertArrayEquals(new double[] {20, 30, 50}, FIVE.between(20, 50).atS());
        assertArrayEquals(new double[] {3, 2, 6}, FIVE.between(20, 50).value());
        assertArrayEquals(new double[] {30}, FIVE.between(20.5, 49.5).atS());
        assertEquals(5, FIVE.between(-100, 100).count());
        assertEquals(0, FIVE.between(51, 59).count());
    }

    @Test
    void oneThatStandsOutAloneGoesWithTheNearerNeighbour() {
        assertArrayEquals(new double[] {5, 5, 2, 9, 9}, samples(5, 2, 85, 2, 9).withoutSpikes().value(), "5, 2, 85 → 5; 2, 85, 2 → 2; 85, 2, 9 → 9; the ends stay");
        assertArrayEquals(new double[] {1, 2, 3, 4}, samples(1, 2, 3, 4).withoutSpikes().value(), "what rises steadily stays");
    }

    /** Under straight lines: (1+3)/2·10 + (3+2)/2·10 + (2+6)/2·20 + (6+4)/2·10 = 20 + 25 + 80 + 50 = 175 over 50. */
    @Test
    void theMeanIsThatOfTheLinesBetween() {
        assertEquals(3.5, FIVE.mean(), 1e-12);
        assertEquals(7, samples(7).mean());
        assertTrue(Double.isNaN(samples().mean()));
    }

    @Test
    void aShareOfThemIsNotAboveItsQuantile() {
        assertEquals(1, FIVE.quantile(0));
        assertEquals(2, FIVE.quantile(0.25));
        assertEquals(3, FIVE.quantile(0.5));
        assertEquals(6, FIVE.quantile(1));
        assertEquals(6, FIVE.quantile(2), "beyond the ends it is the end");
        assertEquals(1, FIVE.quantile(-1));
    }

    /** Independent noise of a known deviation on a slope: the slope is not noise. Ten thousand of them tell it to a few percent. */
    @Test
    void noiseIsWhatComesAndGoes() {
        Random random = new Random(14);
        double[] rising = IntStream.range(0, 10_000).mapToDouble(i -> 0.01 * i + 0.2 * random.nextGaussian()).toArray();
        assertEquals(0.2, samples(rising).noise(), 0.01);
        assertEquals(0, samples(1, 2, 3, 4, 5, 6).noise());
        assertEquals(0, samples(1, 9, 1, 9).noise(), "of fewer than five nobody can tell");
        assertTrue(samples(1, 9, 1, 9, 1).noise() > 5);
    }

    /** Against Hipparchus' straight lines between the same points. */
    @Test
    void evenlyReadItLiesOnTheLinesBetween() {
        PolynomialSplineFunction lines = new LinearInterpolator().interpolate(FIVE.atS(), FIVE.value());
        double[] even = FIVE.even(4);
        assertEquals(13, even.length, "from 10 to 58");
        for (int i = 0; i < even.length; i++) {
            assertEquals(lines.value(10 + 4 * i), even[i], 1e-12, "at " + (10 + 4 * i));
        }
        assertArrayEquals(new double[] {1, 3, 2, 4, 6, 4}, FIVE.even(10), 1e-12);
    }

    @Test
    void aPieceEndsWhereTwoAreTooFarApart() {
        List<Samples> pieces = FIVE.pieces(10);
        assertEquals(2, pieces.size());
        assertArrayEquals(new double[] {10, 20, 30}, pieces.get(0).atS());
        assertArrayEquals(new double[] {6, 4}, pieces.get(1).value());
        assertEquals(1, FIVE.pieces(20).size(), "20 s are not more than 20 s");
        assertEquals(List.of(), samples().pieces(10));
    }

    @Test
    void whatCountsIsAfterTheLastHole() {
        double[] at = {0, 60, 120, 1020, 1080, 1981, 2041};
        Samples holed = new Samples(at, at);
        assertArrayEquals(new double[] {1981, 2041}, holed.afterLastHole().atS(), "900 s without a reading are borne, 901 s are a hole");
        double[] seldom = {0, 600, 1200, 4200, 4800};
        assertEquals(5, new Samples(seldom, seldom).afterLastHole().count(), "of what is read each ten minutes five may fail to come");
        assertEquals(0, samples().afterLastHole().count());
    }
}
