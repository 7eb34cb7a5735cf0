package kilnward.core.control;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Optional;
import kilnward.core.control.FanBand.DrivenBy;
import kilnward.core.control.FanBand.IntakeBelowSet;
import kilnward.core.control.FanBand.Sets;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The laws beyond on/off, against tables worked by hand. */
class LawTest {
    private static final Sets SETS = new Sets(25, 2, 60, 10, 20, 100);

    /** Common practice, no source: 25 °C with a band of 2 K is full at 27; 60 %RH with a band of 10 full at 70; the larger drives. */
    @ParameterizedTest
    @CsvSource({
            "24, 50, 20, MINIMUM", "25, 60, 20, MINIMUM", "26, 50, 60, TEMPERATURE", "27, 50, 100, TEMPERATURE", "31, 50, 100, TEMPERATURE",
            "24, 65, 60, HUMIDITY", "24, 70, 100, HUMIDITY", "26, 65, 60, TEMPERATURE", "25.5, 67.5, 80, HUMIDITY", "26.5, 62, 80, TEMPERATURE"})
    void theLargerDemandDrivesTheExhaust(double temperature, double humidity, double exhaust, DrivenBy by) {
        FanBand.Speeds speeds = FanBand.speeds(SETS, 20, IntakeBelowSet.STOP, temperature, humidity);
        assertEquals(exhaust, speeds.exhaustPct(), 1e-9);
        assertEquals(by, speeds.drivenBy());
    }

    /** Common practice, no source: p = 20 % gives 100/80 and 50/40; p = 50 % gives 100/50 and 80/40. */
    @ParameterizedTest
    @CsvSource({"20, 27, 100, 80", "20, 25.75, 50, 40", "50, 27, 100, 50", "50, 26.5, 80, 40"})
    void theIntakeFollowsForUnderPressure(double underPressure, double temperature, double exhaust, double intake) {
        FanBand.Speeds speeds = FanBand.speeds(SETS, underPressure, IntakeBelowSet.STOP, temperature, 40);
        assertEquals(exhaust, speeds.exhaustPct(), 1e-9);
        assertEquals(intake, speeds.intakePct(), 1e-9);
    }

    @Test
    void belowBothSetValuesTheIntakeDoesAsChosen() {
        assertEquals(0, FanBand.speeds(SETS, 20, IntakeBelowSet.STOP, 20, 40).intakePct());
        assertEquals(20, FanBand.speeds(SETS, 20, IntakeBelowSet.MINIMUM, 20, 40).intakePct());
        assertEquals(16, FanBand.speeds(SETS, 20, IntakeBelowSet.RATIO, 20, 40).intakePct(), 1e-9);
        assertEquals("minimumPct", assertThrows(RefusedValueException.class, () -> new Sets(25, 2, 60, 10, 90, 80)).field());
    }

    private static Law.Seen seen(double shown, double companion, double lightPct, double timeS) {
        return new Law.Seen(shown, shown, companion, 15, 60, lightPct, timeS, timeS);
    }

    @Test
    void aFanIsKickedAndKeptAtItsFloor() {
        FanBand law = new FanBand(new Sets(25, 2, 60, 10, 0, 100), SETS, new DayNight.Always(), 0, IntakeBelowSet.STOP, 30, 4,
                FanBand.Fan.EXHAUST);
        Law.Runner fan = law.start();
        assertEquals(0, fan.demand(seen(24, 50, 0, 0)), "with the minimum off it may stop");
        assertEquals(1, fan.demand(seen(25.2, 50, 0, 1)), "kicked");
        assertEquals(1, fan.demand(seen(25.2, 50, 0, 4)));
        assertEquals(0.30, fan.demand(seen(25.2, 50, 0, 5)), 1e-12, "10 % asked, kept at the floor");
        assertEquals(0.75, fan.demand(seen(26.5, 50, 0, 6)), 1e-12);
    }

    /** Common practice, no source: night under 30 % of light for 300 s without a break. */
    @Test
    void aCloudDoesNotMakeItNight() {
        DayNight.Runner light = new DayNight.Light(30, 300).start();
        assertTrue(light.isDay(seen(0, 0, 80, 0)));
        assertTrue(light.isDay(seen(0, 0, 10, 10)));
        assertTrue(light.isDay(seen(0, 0, 10, 300)), "290 s of cloud");
        assertTrue(light.isDay(seen(0, 0, 50, 305)), "and the sun again");
        assertTrue(light.isDay(seen(0, 0, 10, 310)));
        assertFalse(light.isDay(seen(0, 0, 10, 610)), "300 s without a break");
        assertFalse(light.isDay(seen(0, 0, 90, 700)));
        assertTrue(light.isDay(seen(0, 0, 90, 1000)));
        DayNight.Runner clock = new DayNight.Clock(20, 8).start();
        assertTrue(clock.isDay(seen(0, 0, 0, 21 * 3600)) && clock.isDay(seen(0, 0, 0, 3 * 3600)), "a day over midnight");
        assertFalse(clock.isDay(seen(0, 0, 0, 12 * 3600)));
    }

    private static Law.Seen air(double inside, double insidePct, double outside, double outsidePct, double timeS) {
        return new Law.Seen(inside, inside, insidePct, outside, outsidePct, 0, timeS, timeS);
    }

    /** Common practice, no source: 5 % every 5 min; 3 % short of its ends; nothing inside the neutral zone. */
    @Test
    void aVentMovesInStepsAndStopsShortOfItsEnds() {
        Law.Runner vent = new StepVent(24, 1, Optional.empty(), 5, 300).start();
        assertEquals(0.03, vent.demand(air(24.5, 60, 15, 60, 0)), 1e-12, "inside the neutral zone");
        double at = 0.03;
        for (int minute = 0; minute < 200; minute++) {
            at = vent.demand(air(27, 60, 15, 60, 60 * minute));
            if (minute == 4) {
                assertEquals(0.08, at, 1e-12, "one step in the first five minutes");
            }
        }
        assertEquals(0.97, at, 1e-12);
        assertTrue(StepVent.isFullyOpen(at));
        assertEquals(0.92, vent.demand(air(22, 60, 15, 60, 60 * 300)), 1e-12, "too cool: it closes");
        assertEquals(0.87, vent.demand(air(27, 60, 30, 60, 60 * 306)), 1e-12, "warmer outside: opening would not cool");
    }

    @Test
    void itOpensForHumidityOnlyIfTheOutdoorAirIsDrierInAbsoluteTerms() {
        StepVent law = new StepVent(24, 1, Optional.of(new StepVent.Humidity(75, 3, 5, 30)), 5, 300);
        // 24 °C at 85 % hold 18.5 g/m³; 12 °C at 95 % hold 10.1, 24 °C at 90 % 19.6.
        assertEquals(1, law.wanted(air(24, 85, 12, 95, 0)), "damp to the ear, but drier");
        assertEquals(-1, law.wanted(air(24, 85, 24, 90, 0)));
        assertEquals(-1, law.wanted(air(24, 85, 2, 60, 0)), "out of range: the heating could not carry it");
        assertEquals(-1, law.wanted(air(22, 85, 12, 95, 0)), "already too cold");
        assertEquals(0, law.wanted(air(24, 76, 12, 95, 0)), "inside its neutral zone");
    }

    @Test
    void timeProportionalIsOnForItsShareOfTheWindow() {
        // Set 30, band 2: at 29 half of each window; without an integral.
        Law.Runner runner = new TimeProportional(Direction.RAISE, 30, 2, Double.POSITIVE_INFINITY, 60).start();
        int on = 0;
        for (int second = 0; second < 600; second++) {
            on += runner.demand(Law.Seen.of(29, second)) > 0 ? 1 : 0;
        }
        assertEquals(300, on);
        assertEquals(0, new TimeProportional(Direction.LOWER, 30, 2, 600, 60).start().demand(Law.Seen.of(29, 0)));
        Law.Runner slow = new TimeProportional(Direction.RAISE, 30, 2, 600, 60).start();
        double after = 0;
        for (int second = 0; second <= 600; second++) {
            after += slow.demand(Law.Seen.of(29.8, second));
        }
        // 0.1 by the band, and as much again by the integral after 600 s: on average about 0.15 of the time.
        assertEquals(0.15 * 600, after, 12);
    }
}
