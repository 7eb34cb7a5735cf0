package kilnward.core.series;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.Admission.Reason;
import kilnward.core.series.Course.Point;
import org.hipparchus.stat.descriptive.StreamingStatistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is taken in, what is kept of it, and how a span is laid out. */
class SeriesTest {
    private static final Instant NOW = Instant.parse("2026-11-26T12:00:00Z");
    private static final Instant OLDEST = Instant.parse("2020-01-01T00:00:00Z");

    /** NIST SP 811: t/°C = (t/°F − 32)/1.8; 1 in = 25.4 mm. */
    @ParameterizedTest
    @CsvSource({"F, 77, 25000000", "F, 78.8, 26000000", "F, -40, -40000000", "C, 25.1, 25100000", "CM, 12.5, 125000000", "INCH, 1, 25400000", "MS_CM, 1.25, 1250000000",
            "PH, 6.55, 6550000", "C, -0.0000005, -1"})
    void valuesAreKeptInOneUnit(SeriesUnit unit, double value, long millionths) {
        assertEquals(millionths, unit.keptMillionths(value));
        assertEquals(unit.measured(), unit.kept().measured());
        assertEquals(unit.kept(), unit.kept().kept());
    }

    @ParameterizedTest
    @CsvSource({"C, C", "°C, C", "celsius, C", "°F, F", "%RH, RH", "%, RH", "ppm, PPM", "µS/cm, US_CM", "uS/cm, US_CM", "lux, LX", "umol/m2s, UMOL_M2_S", "pH, PH", "w, W",
            "mm, MM"})
    void unitsAreReadAsTheyAreWritten(String text, SeriesUnit unit) {
        assertEquals(Optional.of(unit), SeriesUnit.read(text));
    }

    @Test
    void whatIsNoUnitIsNone() {
        assertEquals(Optional.empty(), SeriesUnit.read("furlong"));
        assertEquals(Optional.empty(), SeriesUnit.read(""));
        for (Quantity measured : Quantity.values()) {
            assertEquals(measured, SeriesUnit.of(measured).measured());
        }
    }

    @Test
    void aReadingIsHeldBackForItsTimeOrItsValue() {
        assertEquals(Optional.empty(), Admission.heldBack(NOW.plusSeconds(300), 25, SeriesUnit.C, NOW, OLDEST));
        assertEquals(Optional.of(Reason.FUTURE), Admission.heldBack(NOW.plusSeconds(301), 25, SeriesUnit.C, NOW, OLDEST));
        assertEquals(Optional.of(Reason.IMPOSSIBLE), Admission.heldBack(NOW, -127, SeriesUnit.C, NOW, OLDEST), "what many sensors say when their wire is off");
        assertEquals(Optional.of(Reason.IMPOSSIBLE), Admission.heldBack(NOW, Double.NaN, SeriesUnit.C, NOW, OLDEST));
        assertEquals(Optional.of(Reason.TOO_OLD), Admission.heldBack(OLDEST.minusNanos(1), 25, SeriesUnit.C, NOW, OLDEST));
        assertEquals(Optional.empty(), Admission.heldBack(OLDEST, 25, SeriesUnit.C, NOW, OLDEST));
    }

    /** Low, high, sum and count against Hipparchus' streaming statistics, whatever the order. */
    @Test
    void bucketsAreExactInAnyOrder() {
        SplittableRandom random = new SplittableRandom(14);
        List<Long> values = new ArrayList<>(random.longs(5_000, -40_000_000, 120_000_000).boxed().toList());
        StreamingStatistics oracle = new StreamingStatistics();
        values.forEach(value -> oracle.addValue(value / 1e6));
        Bucket first = values.stream().map(Bucket::of).reduce(Bucket::and).orElseThrow();
        assertEquals(oracle.getMin(), SeriesUnit.value(first.low()), 1e-12);
        assertEquals(oracle.getMax(), SeriesUnit.value(first.high()), 1e-12);
        assertEquals(oracle.getMean(), first.mean(), 1e-9);
        assertEquals(oracle.getN(), first.count());
        for (int round = 0; round < 5; round++) {
            Collections.shuffle(values, new Random(round));
            assertEquals(first, values.stream().map(Bucket::of).reduce(Bucket::and).orElseThrow());
        }
    }

    /** A saw-tooth from 0 to 1 has the mean 1/2 however unevenly it is read, where the plain mean of the readings has not. */
    @Test
    void theMeanOfASawToothIsHalfItsHeight() {
        List<Point> uneven = List.of(new Point(0, 0), new Point(1, 0.1), new Point(2, 0.2), new Point(3, 0.3), new Point(10, 1), new Point(20, 0));
        assertEquals(0.5, Course.timeWeightedMean(uneven, 60).orElseThrow(), 1e-12);
    }

    /** Of an exponential decay from 1 with time constant tau over T: tau/T (1 − exp(−T/tau)); by trapezia to within (h/tau)²/12 of it. */
    @Test
    void theMeanOfAnExponentialIsItsIntegral() {
        double tau = 1800;
        int length = 7200;
        List<Point> points = IntStream.rangeClosed(0, length / 10).mapToObj(i -> new Point(10 * i, Math.exp(-10 * i / tau))).toList();
        double closed = tau / length * (1 - Math.exp(-length / tau));
        assertEquals(closed, Course.timeWeightedMean(points, 60).orElseThrow(), closed * Math.pow(10 / tau, 2) / 12 * 1.01);
    }

    @Test
    void whatIsNotKnownCountsForNothing() {
        List<Point> gap = List.of(new Point(0, 10), new Point(60, 10), new Point(4000, 90), new Point(4060, 90));
        assertEquals(50, Course.timeWeightedMean(gap, 180).orElseThrow(), 1e-12);
        assertTrue(Course.timeWeightedMean(List.of(new Point(0, 1)), 180).isEmpty());
        assertThrows(RefusedValueException.class, () -> Course.timeWeightedMean(List.of(new Point(1, 1), new Point(0, 1)), 180));
    }

    @ParameterizedTest
    @CsvSource({"86400, 2000, 60, 60", "86400, 300, 60, 300", "604800, 2000, 60, 600", "31536000, 2000, 60, 21600", "3600, 2000, 1, 2", "3600, 2000, 60, 60", "60, 2000, 60, 60",
            "3155760000, 2000, 60, 1641600"})
    void aGridIsTheFinestThatIsAllowed(long spanS, int most, double everyS, long widthS) {
        Instant from = Instant.parse("2026-01-01T00:00:00Z");
        Grid grid = Grid.over(from, from.plusSeconds(spanS), most, everyS);
        assertEquals(widthS, grid.bucketS());
        assertTrue(grid.count() <= most);
        assertTrue(!grid.at(0).isAfter(from) && !grid.end().isBefore(from.plusSeconds(spanS)), "covers it");
    }

    @Test
    void gridsOfRandomSpansCoverThemWithinTheirLimit() {
        SplittableRandom random = new SplittableRandom(1960);
        for (int i = 0; i < 2_000; i++) {
            Instant from = Instant.ofEpochMilli(random.nextLong(0, 4_000_000_000_000L));
            Instant to = from.plusMillis(1 + random.nextLong(random.nextBoolean() ? 100_000 : 400_000_000_000L));
            int most = 1 + random.nextInt(Grid.MOST);
            Grid grid = Grid.over(from, to, most, 60);
            assertTrue(grid.count() >= 1 && grid.count() <= most && !grid.at(0).isAfter(from) && !grid.end().isBefore(to) && grid.at(grid.count() - 1).isBefore(to),
                    from + " to " + to + " by " + most + ": " + grid);
        }
        assertThrows(RefusedValueException.class, () -> Grid.over(NOW, NOW, 10, 60));
        assertThrows(RefusedValueException.class, () -> Grid.over(NOW, NOW.plusSeconds(1), 2_001, 60));
    }

    @Test
    void gapsAreToldAndWhatIsToComeIsNone() {
        Grid grid = new Grid(0, 60, 10);
        long[] counts = {1, 0, 1, 0, 0, 0, 1, 0, 0, 0};
        assertEquals(List.of(new Grid.Gap(Instant.ofEpochSecond(180), Instant.ofEpochSecond(360)), new Grid.Gap(Instant.ofEpochSecond(420), Instant.ofEpochSecond(600))),
                grid.gaps(counts, 60, Instant.ofEpochSecond(9_999)));
        assertEquals(List.of(new Grid.Gap(Instant.ofEpochSecond(180), Instant.ofEpochSecond(360))), grid.gaps(counts, 60, Instant.ofEpochSecond(480)));
    }

    /** The days on which clocks change in 2026 by the IANA time zone database. */
    @ParameterizedTest
    @CsvSource({"Europe/London, 2026-03-29, 23", "Europe/London, 2026-10-25, 25", "America/New_York, 2026-03-08, 23", "America/New_York, 2026-11-01, 25",
            "Australia/Sydney, 2026-10-04, 23", "Australia/Sydney, 2026-04-05, 25", "Europe/London, 2026-06-01, 24"})
    void aCalendarDayHasTheHoursItHas(String zone, LocalDate day, double hours) {
        CalendarDay found = CalendarDay.of(day, ZoneId.of(zone));
        assertEquals(hours, found.hours());
        assertEquals((int) (hours * 60), Grid.over(found.from(), found.to(), Grid.MOST, 60).count());
        assertEquals(Duration.ZERO, Duration.between(found.to(), CalendarDay.of(day.plusDays(1), ZoneId.of(zone)).from()));
    }

    @Test
    void aLeapDayHasADayAYearBefore() {
        assertEquals(LocalDate.of(2027, 2, 28), CalendarDay.of(LocalDate.of(2028, 2, 29), ZoneId.of("UTC")).lastYear());
    }
}
