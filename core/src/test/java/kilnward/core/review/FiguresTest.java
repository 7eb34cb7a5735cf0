package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.Samples;
import org.hipparchus.analysis.integration.SimpsonIntegrator;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Figures of a log against closed forms and Hipparchus. */
class FiguresTest {
    private static Samples sampled(DoubleUnaryOperator course, double everyS, int count) {
        double[] at = new double[count];
        double[] value = new double[count];
        for (int i = 0; i < count; i++) {
            at[i] = i * everyS;
            value[i] = course.applyAsDouble(at[i]);
        }
        return new Samples(at, value);
    }

    @Test
    void aTriangleByHand() {
        // 28 to 30 and back within 20 min, three times.
        Samples log = new Samples(new double[] {0, 600, 1200, 1800, 2400, 3000, 3600}, new double[] {28, 30, 28, 30, 28, 30, 28});
        Figures figures = Figures.of(log, 28.5, 29, 600);
        assertEquals(7, figures.count());
        assertEquals(29, figures.mean(), 1e-12);
        assertEquals(3, figures.cycles());
        assertEquals(3, figures.cyclesPerHour().getAsDouble(), 1e-12);
        // Of each climb a quarter is within 28.5 to 29, a quarter below and a half above.
        assertEquals(0.25, figures.inBandShare().getAsDouble(), 1e-12);
        assertEquals(2700, figures.outOfBandS(), 1e-9);
        // A triangle of half a kelvin over a quarter of the time, and of one kelvin over half of it.
        assertEquals(0.25 * 0.25, figures.doseLow(), 1e-12);
        assertEquals(0.5 * 0.5, figures.doseHigh(), 1e-12);
        assertEquals(1, figures.coverage());
        assertTrue(figures.gaps().isEmpty());
    }

    @Test
    void aSineAgainstItsIntegrals() {
        double periodS = 1800;
        DoubleUnaryOperator course = t -> 37.5 + 0.4 * Math.sin(2 * Math.PI * t / periodS);
        Figures figures = Figures.of(sampled(course, 10, 24 * 180 + 1), 37.3, 37.7, 10);
        // Within ±0.2 of a sine of ±0.4: a third of the time, as arcsin ½ is π/6.
        assertEquals(1 / 3.0, figures.inBandShare().getAsDouble(), 1e-4);
        assertEquals(24, figures.cycles(), 1);
        double above = new SimpsonIntegrator().integrate(10_000, t -> Math.max(0, course.applyAsDouble(t) - 37.7), 0, periodS) * 24 / 3600;
        assertEquals(above, figures.doseHigh(), 1e-3 * above);
        assertEquals(figures.doseHigh(), figures.doseLow(), 1e-9);
    }

    /** Up from 20 to 40 and down again, 2 K a minute, with a pause at the level and a gap. */
    @Test
    void howLongItWasBorne() {
        Samples log = new Samples(new double[] {0, 600, 1200, 1260, 1860, 5000, 5060}, new double[] {20, 40, 20, 20, 40, 40, 40});
        assertEquals(600, Figures.longestBeyondS(log, 30, true, 600), 1e-9);
        assertEquals(660, Figures.longestBeyondS(log, 30, false, 600), 1e-9);
        assertEquals(0, Figures.longestBeyondS(log, 41, true, 600));
        assertEquals(60, Figures.longestBeyondS(log, 40, true, 600), 1e-9);
        assertEquals(5060, Figures.longestBeyondS(log, 0, true, 2000), 1e-9);
    }

    @Test
    void aGapCountsForNothing() {
        Samples log = new Samples(new double[] {0, 60, 120, 1120, 1180, 1240}, new double[] {20, 20, 20, 30, 30, 30});
        Figures figures = Figures.of(log, 18, 22, 60);
        assertEquals(25, figures.mean(), 1e-12);
        assertEquals(List.of(new Figures.Span(120, 1120)), figures.gaps());
        assertEquals(240 / 1240.0, figures.coverage(), 1e-12);
        assertEquals(0.5, figures.inBandShare().getAsDouble(), 1e-12);
        assertEquals(120, figures.outOfBandS(), 1e-12);
        assertEquals(0, figures.cycles());
        // Three times what is expected is no gap yet.
        assertTrue(Figures.of(new Samples(new double[] {0, 180}, new double[] {1, 2}), 0, 3, 60).gaps().isEmpty());
    }

    @Test
    void readingsThatStandAlone() {
        Figures one = Figures.of(new Samples(new double[] {5}, new double[] {21}), 20, 22, 60);
        assertEquals(21, one.mean());
        assertTrue(one.inBandShare().isEmpty() && one.cyclesPerHour().isEmpty());
        assertEquals(1, one.coverage());
        Figures apart = Figures.of(new Samples(new double[] {0, 1000}, new double[] {20, 22}), 20, 22, 60);
        assertEquals(21, apart.mean());
        assertEquals(0, apart.coverage());
        assertEquals(0, apart.outOfBandS());
        assertThrows(RefusedValueException.class, () -> Figures.of(new Samples(new double[0], new double[0]), 20, 22, 60));
        assertThrows(RefusedValueException.class, () -> Figures.of(new Samples(new double[] {5}, new double[] {21}), 23, 22, 60));
    }

    /** A value that stays is within a band of its own width, and never turns. */
    @Test
    void aValueThatStays() {
        Figures figures = Figures.of(sampled(t -> 28, 60, 100), 28, 28, 60);
        assertEquals(1, figures.inBandShare().getAsDouble());
        assertEquals(0, figures.cycles());
    }

    @Test
    void evenlySampledItAgreesWithHipparchus() {
        SplittableRandom random = new SplittableRandom(5);
        double[] value = random.doubles(5001, 10, 30).toArray();
        DescriptiveStatistics all = new DescriptiveStatistics(value);
        double[] at = new double[value.length];
        for (int i = 0; i < at.length; i++) {
            at[i] = 60.0 * i;
        }
        Figures figures = Figures.of(new Samples(at, value), 10, 30, 60);
        // The first and the last stand for half a minute each.
        assertEquals((all.getSum() - 0.5 * (value[0] + value[value.length - 1])) / (value.length - 1), figures.mean(), 1e-10);
        assertEquals(all.getMin(), figures.lowest());
        assertEquals(all.getMax(), figures.highest());
    }

    /** Outdoor air of a year, hour by hour (vega-datasets, seattle-weather-hourly-normals, BSD-3-Clause), against Hipparchus. */
    @Test
    void theHourlyNormalsOfAYearAgreeWithHipparchus() throws IOException {
        double[] value;
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(FiguresTest.class.getResourceAsStream("/outdoor-hourly-normals.csv"), StandardCharsets.UTF_8))) {
            value = lines.lines().filter(line -> !line.startsWith("#")).mapToDouble(Double::parseDouble).toArray();
        }
        double[] at = new double[value.length];
        for (int i = 0; i < at.length; i++) {
            at[i] = 3600.0 * i;
        }
        Figures figures = Figures.of(new Samples(at, value), 8, 16, 3600);
        DescriptiveStatistics all = new DescriptiveStatistics(value);
        assertEquals(8759, figures.count());
        assertEquals((all.getSum() - 0.5 * (value[0] + value[value.length - 1])) / (value.length - 1), figures.mean(), 1e-10);
        assertEquals(all.getMin(), figures.lowest());
        assertEquals(all.getMax(), figures.highest());
        // Straight lines between hours cross a level between them: shares of hours are near to shares of time.
        double inside = Arrays.stream(value).filter(each -> each >= 8 && each <= 16).count() / (double) value.length;
        assertEquals(inside, figures.inBandShare().getAsDouble(), 0.01);
        assertEquals(1, figures.coverage(), 1e-12);
        // Over the year the season hides the hour; within July it is the hour.
        Review review = Review.of(Quantity.TEMPERATURE, new Samples(at, value).between(181 * 86_400.0, 212 * 86_400.0), 8, 16, 3600);
        assertTrue(review.sights().stream().anyMatch(each -> each.sign() == Sign.DAY_AND_NIGHT));
    }

    /** Five hundred logs of a saw with its pauses, noise and rounding, read once a minute: within one of what was made. */
    @ParameterizedTest
    @ValueSource(ints = {0, 100, 200, 300, 400})
    void cyclesAreCountedWithinOne(int from) {
        for (int seed = from; seed < from + 100; seed++) {
            SplittableRandom random = new SplittableRandom(seed);
            double periodS = 600 + 5400 * random.nextDouble();
            double duty = 0.2 + 0.6 * random.nextDouble();
            double swing = 0.4 + 2 * random.nextDouble();
            double noise = 0.02 * swing;
            double step = 0.1 * Math.min(1, swing / 2);
            int count = (int) (12 * 3600 / 60);
            SplittableRandom flicker = random.split();
            Samples log = sampled(t -> {
                double phase = t / periodS % 1;
                double saw = phase < duty ? phase / duty : (1 - phase) / (1 - duty);
                return Math.rint((25 + swing * saw + noise * 2 * (flicker.nextDouble() - 0.5)) / step) * step;
            }, 60, count);
            double made = (count - 1) * 60 / periodS;
            assertEquals(made, Figures.of(log, 20, 30, 60).cycles(), 1.01, "seed " + seed);
        }
    }
}
