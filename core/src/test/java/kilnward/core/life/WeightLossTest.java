package kilnward.core.life;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import org.hipparchus.stat.regression.SimpleRegression;
import org.junit.jupiter.api.Test;

class WeightLossTest {
    /** From setting to external pip about 12 to 14 % of fresh weight; from memory. */
    private static final WeightLoss.Target TO_PIP = new WeightLoss.Target(WeightLoss.EndPoint.PIP, 20, 12, 14);

    private static EggWeighing on(double day, double massG) {
        return new EggWeighing(day, massG);
    }

    @Test
    void aStraightLossIsDrawnToItsEndPoint() {
        // 600 g of eggs lose 0.6 % a day: 3.6 g. On day 10 they have lost 36 g, 6 %; by day 20 it will be 12 %.
        WeightLoss loss = WeightLoss.of(List.of(on(0, 600), on(5, 582), on(10, 564)), TO_PIP, OptionalDouble.of(55));
        assertEquals(6, loss.lossPct(), 1e-12);
        assertEquals(0.6, loss.perDayPct(), 1e-12);
        assertEquals(12, loss.projectedPct(), 1e-12);
        assertEquals(WeightLoss.Verdict.ON_COURSE, loss.verdict());
        assertEquals(6, loss.wantedNowLowPct(), 1e-12);
        assertEquals(7, loss.wantedNowHighPct(), 1e-12);
        // 7 % are left for 10 days: 0.7 a day, 7/6 of what it was; the deficit of 45 becomes 52.5.
        assertEquals(47.5, loss.askedHumidityPct().orElseThrow(), 1e-9);
    }

    @Test
    void tooDampAsksForDrierAndTooDryForDamper() {
        WeightLoss damp = WeightLoss.of(List.of(on(0, 100), on(7, 97.2)), TO_PIP, OptionalDouble.of(60));
        assertEquals(WeightLoss.Verdict.TOO_SLOW, damp.verdict(), "0.4 a day end at 8 %");
        // 13 − 2.8 = 10.2 in 13 days, 0.7846 a day over 0.4: deficit 40 becomes 78.5.
        assertEquals(100 - 40 * (10.2 / 13) / 0.4, damp.askedHumidityPct().orElseThrow(), 1e-9);
        WeightLoss dry = WeightLoss.of(List.of(on(0, 100), on(7, 93)), TO_PIP, OptionalDouble.of(30));
        assertEquals(WeightLoss.Verdict.TOO_FAST, dry.verdict());
        assertTrue(dry.askedHumidityPct().orElseThrow() > 30);
    }

    @Test
    void whatCannotBeReachedIsNotPromised() {
        assertTrue(WeightLoss.of(List.of(on(0, 100), on(18, 99)), TO_PIP, OptionalDouble.of(90)).askedHumidityPct().isEmpty(),
                "twelve per cent in two days");
        assertTrue(WeightLoss.of(List.of(on(0, 100), on(10, 85)), TO_PIP, OptionalDouble.of(40)).askedHumidityPct().isEmpty(),
                "already lost more than is wanted");
        assertTrue(WeightLoss.of(List.of(on(0, 100), on(7, 95)), TO_PIP, OptionalDouble.empty()).askedHumidityPct().isEmpty(),
                "humidity so far unknown");
        assertEquals(WeightLoss.Verdict.TOO_FEW, WeightLoss.of(List.of(on(0, 100)), TO_PIP, OptionalDouble.of(50)).verdict());
    }

    @Test
    void itsSlopeIsThatOfAnIndependentRegression() {
        long seed = 907;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 50; i++) {
            List<EggWeighing> weighings = new ArrayList<>(List.of(on(0, 700)));
            SimpleRegression oracle = new SimpleRegression();
            oracle.addData(0, 700);
            for (double day = 2; day < 18; day += random.nextDouble(1, 4)) {
                double massG = 700 - 4.2 * day + random.nextDouble(-2, 2);
                weighings.add(on(day, massG));
                oracle.addData(day, massG);
            }
            assertEquals(-100 * oracle.getSlope() / 700, WeightLoss.of(weighings, TO_PIP, OptionalDouble.empty()).perDayPct(), 1e-9,
                    "seed " + seed + " case " + i);
        }
    }

    @Test
    void refusesWhatCannotBeTheSameEggs() {
        assertEquals("weighings[0].day", assertThrows(RefusedValueException.class,
                () -> WeightLoss.of(List.of(on(1, 100)), TO_PIP, OptionalDouble.empty())).field());
        assertEquals("weighings[2].day", assertThrows(RefusedValueException.class, () -> WeightLoss.of(
                List.of(on(0, 100), on(3, 98), on(3, 97)), TO_PIP, OptionalDouble.empty())).field());
        assertEquals("weighings[1].massG", assertThrows(RefusedValueException.class, () -> WeightLoss.of(
                List.of(on(0, 100), on(3, 130)), TO_PIP, OptionalDouble.empty())).field());
        assertEquals("highPct", assertThrows(RefusedValueException.class,
                () -> new WeightLoss.Target(WeightLoss.EndPoint.PIP, 20, 14, 12)).field());
    }

    /** 60 g on a scale of whole grams: after two days 59.3 g reads 59, and 10 % by day 20 may be anything from 0 to 20. */
    @Test
    void aCoarseScaleDrawsNoLineFromTwoDays() {
        WeightLoss early = WeightLoss.of(List.of(on(0, 60), on(2, 59)), TO_PIP, OptionalDouble.of(50));
        assertEquals(WeightLoss.Verdict.TOO_FEW, early.verdict());
        // Each counts 1 + 18/2 = 10 times: 1/√12 g · 2 · 10 · √2 of 60 g.
        assertEquals(100 * 2 / Math.sqrt(12) * 10 * Math.sqrt(2) / 60, early.projectedHalfPct(), 1e-9);
        assertEquals(WeightLoss.Verdict.ON_COURSE, WeightLoss.of(List.of(on(0, 60.12), on(5, 58.16), on(10, 56.21)), TO_PIP, OptionalDouble.of(50)).verdict());
    }

    /** 2,000 clutches of chance, weighed to the gram: the interval holds what they have lost by the end in about 95 of 100. */
    @Test
    void theIntervalHoldsTheEndAsOftenAsItSays() {
        java.util.SplittableRandom random = new java.util.SplittableRandom(32);
        int held = 0;
        for (int i = 0; i < 2000; i++) {
            double freshG = random.nextDouble(500, 700);
            double perDay = random.nextDouble(0.5, 0.8) / 100 * freshG;
            List<EggWeighing> weighings = new java.util.ArrayList<>();
            for (int day = 0; day <= 12; day += 3) {
                weighings.add(on(day, Math.rint(freshG - perDay * day)));
            }
            WeightLoss loss = WeightLoss.of(weighings, TO_PIP, OptionalDouble.empty());
            held += Math.abs(loss.projectedPct() - 100 * 20 * perDay / freshG) <= loss.projectedHalfPct() ? 1 : 0;
        }
        assertTrue(held > 1860, held + " of 2000");
    }
}
