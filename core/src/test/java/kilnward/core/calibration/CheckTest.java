package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.hummeling.if97.IF97;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import kilnward.core.calibration.Check.Key;
import kilnward.core.calibration.Check.Rules;
import kilnward.core.calibration.Check.Verdict;
import kilnward.core.calibration.KeyedWrong.Slip;
import kilnward.core.finding.RefusedValueException;
import org.hipparchus.stat.regression.SimpleRegression;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Checks with references: settled or not, agreeing or not, and what follows; against published values where there are any. */
class CheckTest {
    private static final Key TENTHS = new Key(0, 0.1, -10, 10, 0.1);

    private static Reference glass(String name, double standard) {
        return new Reference(name, standard, 0, Optional.empty());
    }

    /** A row every five minutes for an hour. */
    private static List<CheckRow> hour(double display, Map<String, Double> read) {
        return IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, display, read)).toList();
    }

    /** Common practice, no source: reference 36.0, display 37.6, old offset 0 gives −1.6. */
    @Test
    void referenceLessDisplayGoesOntoTheOldOffset() {
        Check check = Check.of(hour(37.6, Map.of("glass", 36.0)), List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS);
        assertEquals(-1.6, check.newOffset(), 1e-12);
        assertEquals(Verdict.KEY_IN, check.verdict());
        assertEquals(0, check.remaining(), 1e-12);
        Check again = Check.of(hour(37.6, Map.of("glass", 36.0)), List.of(glass("glass", 0.1)), Rules.USUAL, new Key(-0.4, 0.1, -1, 1, 0.1));
        assertEquals(-2.0, again.newOffset(), 1e-12, "the old offset counts");
        assertEquals(Verdict.REPLACE_PROBE, again.verdict(), "beyond what the device takes");
        assertEquals(Verdict.LEAVE, Check.of(hour(37.6, Map.of("glass", 37.57)), List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS).verdict());
    }

    @Test
    void aCorrectionOfTheReferenceCounts() {
        Check check = Check.of(hour(37.6, Map.of("glass", 36.0)), List.of(new Reference("glass", 0.1, 0.3, Optional.empty())), Rules.USUAL, TENTHS);
        assertEquals(-1.3, check.newOffset(), 1e-12);
    }

    @Test
    void whatHasNotSettledWaits() {
        List<CheckRow> warming = IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, 30 + 0.1 * i, Map.of("glass", 29.5 + 0.1 * i))).toList();
        Check check = Check.of(warming, List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS);
        assertEquals(Verdict.WAIT, check.verdict());
        assertEquals(1.2, check.settling().displayPerHour(), 1e-9, "0.1 every five minutes");
        List<CheckRow> half = hour(37.6, Map.of("glass", 36.0)).subList(0, 7);
        assertEquals(Verdict.WAIT, Check.of(half, List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS).verdict(), "half an hour");
        assertEquals("reason", assertThrows(RefusedValueException.class, () -> new Rules(1800, 0.2, 0.25, " ")).field());
        assertEquals(Verdict.KEY_IN, Check.of(half, List.of(glass("glass", 0.1)), new Rules(1800, 0.2, 0.25, "eggs are on their way"), TENTHS).verdict());
        List<CheckRow> late = new ArrayList<>(warming);
        hour(31.4, Map.of("glass", 30.9)).forEach(row -> late.add(new CheckRow(row.timeS() + 3900, row.display(), row.read())));
        assertTrue(Check.of(late, List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS).settling().settled(), "only the last hour counts");
    }

    @Test
    void ofThreeReferencesTheOddOneIsNamedAndLeftOutOfTwoNeither() {
        List<Reference> three = List.of(glass("a", 0.1), glass("b", 0.1), glass("c", 0.1));
        Check check = Check.of(hour(30.0, Map.of("a", 29.5, "b", 29.6, "c", 31.4)), three, Rules.USUAL, TENTHS);
        assertEquals(Optional.of("c"), check.odd());
        assertEquals(0.45, check.error(), 1e-9);
        assertEquals(Optional.empty(), Check.of(hour(30.0, Map.of("a", 29.5, "b", 29.6, "c", 29.7)), three, Rules.USUAL, TENTHS).odd());
        Check two = Check.of(hour(30.0, Map.of("a", 29.5, "c", 31.4)), three, Rules.USUAL, TENTHS);
        assertEquals(Optional.empty(), two.odd(), "nobody can say which");
        assertTrue(two.uncertainty().expanded() > 1.5, "but how far they are apart is said: " + two.uncertainty());
    }

    @Test
    void rowsOutOfOrderCountAndAForeignReferenceIsRefused() {
        List<CheckRow> shuffled = new ArrayList<>(hour(37.6, Map.of("glass", 36.0)));
        java.util.Collections.shuffle(shuffled, new Random(1));
        assertEquals(Check.of(hour(37.6, Map.of("glass", 36.0)), List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS),
                Check.of(shuffled, List.of(glass("glass", 0.1)), Rules.USUAL, TENTHS));
        assertEquals("read.glass", assertThrows(RefusedValueException.class,
                () -> Check.of(shuffled, List.of(glass("other", 0.1)), Rules.USUAL, TENTHS)).field());
    }

    /** JCGM 100:2008, annex H.1, from memory: 25, 9.7, 2.9 and 16.6 nm in quadrature are 32 nm. */
    @Test
    void partsAddUpInQuadrature() {
        Uncertainty gauge = Uncertainty.of(List.of(new Uncertainty.Part("standard", 25), new Uncertainty.Part("difference", 9.7),
                new Uncertainty.Part("expansion", 2.9), new Uncertainty.Part("temperature", 16.6)));
        assertEquals(32, gauge.standard(), 0.5);
        assertEquals("standard", gauge.parts().get(0).what());
        assertEquals(0.1 / Math.sqrt(12), Uncertainty.Part.ofResolution("step", 0.1).standard(), 1e-15, "JCGM 100:2008, 4.3.7");
        assertEquals(0.15, Uncertainty.Part.ofExpanded("certificate", 0.3, 2).standard(), 1e-15);
    }

    /** Greenspan 1977, from memory; between two of his temperatures halfway. */
    @ParameterizedTest
    @CsvSource({"SODIUM_CHLORIDE, 20, 75.47", "SODIUM_CHLORIDE, 22.5, 75.38", "MAGNESIUM_CHLORIDE, 25, 32.78", "MAGNESIUM_CHLORIDE, 37, 31.87",
            "POTASSIUM_CARBONATE, 30, 43.17", "LITHIUM_CHLORIDE, 40, 11.21", "POTASSIUM_SULFATE, 10, 98.18", "MAGNESIUM_NITRATE, 25, 52.89", "POTASSIUM_CHLORIDE, 25, 84.34"})
    void saltsHoldTheirHumidity(Salt salt, double temperatureC, double pct) {
        assertEquals(pct, salt.humidityPct(temperatureC), 0.005);
        assertEquals(pct, new KnownPoint.SaltJar(salt, temperatureC).value(), 0.005);
    }

    @ParameterizedTest
    @EnumSource(Salt.class)
    void outsideItsTableASaltSaysNothing(Salt salt) {
        assertEquals("temperatureC", assertThrows(RefusedValueException.class, () -> salt.humidityPct(salt.highestC() + 0.1)).field());
        assertEquals("temperatureC", assertThrows(RefusedValueException.class, () -> new KnownPoint.SaltJar(salt, 9.9)).field());
    }

    /** IAPWS-IF97 by the if97 library; altitudes in the ICAO standard atmosphere. */
    @ParameterizedTest
    @CsvSource({"0, 99.97", "500, 98.31", "1000, 96.65", "1500, 94.98", "2000, 93.32", "3000, 89.97"})
    void waterBoilsByAltitudeAndByStationPressure(double altitudeM, double boilsC) {
        assertEquals(boilsC, new KnownPoint.BoilingWater(altitudeM, OptionalDouble.empty()).value(), 0.02);
        double stationPa = 98_000;
        double expected = new IF97(IF97.UnitSystem.SI).saturationTemperatureP(stationPa) - 273.15;
        KnownPoint measured = new KnownPoint.BoilingWater(altitudeM, OptionalDouble.of(stationPa));
        assertEquals(expected, measured.value(), 0.02);
        assertTrue(measured.standard() < new KnownPoint.BoilingWater(altitudeM, OptionalDouble.empty()).standard(), "weather");
        assertEquals(0, new KnownPoint.IceWater().value());
    }

    @Test
    void driftAgreesWithAnIndependentRegression() {
        long seed = 77;
        Random random = new Random(seed);
        List<Drift.Found> checks = new ArrayList<>();
        SimpleRegression oracle = new SimpleRegression();
        for (int day = 0; day < 400; day += 45) {
            double error = 0.2 + 0.002 * day + 0.05 * random.nextGaussian();
            checks.add(new Drift.Found(day, error));
            oracle.addData(day, error);
        }
        Drift drift = Drift.of(checks);
        assertEquals(oracle.getSlope(), drift.perDay(), 1e-12, "seed " + seed);
        assertEquals(oracle.getIntercept(), drift.atStart(), 1e-12);
        assertEquals(oracle.getSlopeConfidenceInterval(0.05), drift.perDayMargin(), 1e-9);
        assertEquals(360 + 0.5 / drift.perDay(), drift.passes(360, 0.5).orElseThrow(), 1e-9);
        assertEquals(Double.POSITIVE_INFINITY, Drift.of(checks.subList(0, 2)).perDayMargin(), "two checks fit any line");
        assertEquals("checks", assertThrows(RefusedValueException.class, () -> Drift.of(checks.subList(0, 1))).field());
        assertEquals("checks", assertThrows(RefusedValueException.class, () -> Drift.of(List.of(checks.get(0), checks.get(0)))).field());
    }

    @Test
    void twoPointsGiveASlopeThatAnOffsetAloneCannot() {
        // Shows 0.4 in ice and 39.4 where it is 37.5: true = −0.3846… + 0.9615… × shown.
        TwoPoint both = TwoPoint.of(0.4, 0, 39.4, 37.5);
        assertEquals(37.5 / 39, both.gain(), 1e-12);
        assertEquals(0, both.corrected(0.4), 1e-12);
        assertEquals(37.5, both.corrected(39.4), 1e-12);
        assertEquals(-1.9, both.offsetAt(37.5), 1e-12, "right at the eggs …");
        assertEquals(-1.5, both.leftAt(0, 37.5), 1e-12, "… and then 1.5 too low in ice");
        assertEquals("gain", assertThrows(RefusedValueException.class, () -> TwoPoint.of(0, 0, 10, 30)).field());
    }

    @Test
    void theKnownSlipsAreRecognised() {
        Key old = new Key(-0.5, 0.1, -10, 10, 0.1);
        Check check = Check.of(hour(38.0, Map.of("glass", 37.4)), List.of(glass("glass", 0.1)), Rules.USUAL, old);
        assertEquals(-1.1, check.newOffset(), 1e-12);
        assertEquals(Optional.empty(), KeyedWrong.of(check, old, -1.1, 37.5, 37.5));
        assertEquals(new KeyedWrong(Slip.OLD_OFFSET_FORGOTTEN, 0.5), rounded(KeyedWrong.of(check, old, -0.6, 37.5, 37.5)));
        assertEquals(new KeyedWrong(Slip.WRONG_SIGN, 1.2), rounded(KeyedWrong.of(check, old, 0.1, 37.5, 37.5)));
        assertEquals(new KeyedWrong(Slip.REFERENCE_AS_SET_VALUE, 0.6), rounded(KeyedWrong.of(check, old, -0.5, 37.5, 37.4)));
        assertEquals(Slip.OTHER, KeyedWrong.of(check, old, 3, 37.5, 37.5).orElseThrow().slip());
    }

    private static KeyedWrong rounded(Optional<KeyedWrong> wrong) {
        return new KeyedWrong(wrong.orElseThrow().slip(), Math.round(wrong.get().remaining() * 1e6) / 1e6);
    }

    @Test
    void certificatesEndAndRoomsMustBeFit() {
        Reference dated = new Reference("certified", 0.05, 0, Optional.of(LocalDate.of(2026, 6, 30)));
        assertFalse(dated.isExpired(LocalDate.of(2026, 6, 30)));
        assertTrue(dated.isExpired(LocalDate.of(2026, 7, 1)));
        assertTrue(Check.isRoomFit(OptionalDouble.empty()) && Check.isRoomFit(OptionalDouble.of(15)) && !Check.isRoomFit(OptionalDouble.of(26)));
    }

    /** What is stated as 95 % holds in 93 to 97 of a hundred: three references of unknown error, a display that cycles and is rounded. */
    @Test
    void theStatedUncertaintyCoversWhatItSays() {
        long seed = 20_261_125;
        Random random = new Random(seed);
        int covered = 0;
        int runs = 4000;
        for (int run = 0; run < runs; run++) {
            double sensorError = random.nextDouble() * 4 - 2;
            double[] off = random.doubles(3).map(ignored -> 0.2 * random.nextGaussian()).toArray();
            List<CheckRow> rows = new ArrayList<>();
            for (int i = 0; i <= 12; i++) {
                double is = 37.5 + 0.2 * Math.sin(i * 1.7 + run);
                Map<String, Double> read = new TreeMap<>();
                for (int r = 0; r < 3; r++) {
                    read.put("r" + r, is + off[r]);
                }
                rows.add(new CheckRow(i * 300.0, Math.rint((is + sensorError) * 10) / 10, read));
            }
            Check check = Check.of(rows, List.of(glass("r0", 0.2), glass("r1", 0.2), glass("r2", 0.2)), Rules.USUAL, TENTHS);
            covered += Math.abs(check.error() - sensorError) <= check.uncertainty().expanded() ? 1 : 0;
        }
        double share = (double) covered / runs;
        assertTrue(share > 0.93 && share < 0.975, "seed " + seed + ": " + share);
    }

    /** A thermometer that is read to half a degree or to a whole one, beside a display in tenths that cycles: the interval holds the true error in about 95 of 100. */
    @ParameterizedTest
    @org.junit.jupiter.params.provider.ValueSource(doubles = {0.5, 1})
    void aCoarseReferenceIsHeldToItsStep(double step) {
        java.util.SplittableRandom random = new java.util.SplittableRandom(32);
        int held = 0;
        int of = 1000;
        for (int i = 0; i < of; i++) {
            double trueC = random.nextDouble(36, 38);
            double errorK = random.nextDouble(-2, 2);
            List<CheckRow> rows = new ArrayList<>();
            for (int minute = 0; minute <= 60; minute += 5) {
                double cycleK = 0.3 * Math.sin(minute * 0.9 + i);
                rows.add(new CheckRow(60 * minute, Math.rint(10 * (trueC + errorK + cycleK)) / 10, Map.of("glass", Math.rint((trueC + cycleK) / step) * step)));
            }
            Check check = Check.of(rows, List.of(glass("glass", 0.02)), Rules.USUAL, TENTHS);
            held += Math.abs(check.error() - errorK) <= check.uncertainty().expanded() ? 1 : 0;
        }
        assertTrue(held > 0.93 * of, held + " of " + of);
    }
}
