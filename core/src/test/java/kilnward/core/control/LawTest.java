package kilnward.core.control;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
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

    /** Shown 1 % is the floor and 100 % full, where a fan's floor counts as 1 %; otherwise what is below the floor is kept at it. */
    @Test
    void aFloorThatCountsAsOneStretchesTheScale() {
        FanBand stretched = new FanBand(SETS, SETS, new DayNight.Always(), 0, IntakeBelowSet.STOP, 20, 0, true, FanBand.Fan.EXHAUST);
        assertEquals(20, stretched.givenPct(1));
        assertEquals(60, stretched.givenPct(50.5), 1e-12);
        assertEquals(100, stretched.givenPct(100));
        assertEquals(20, stretched.givenPct(0.5), "below 1 % it is kept there");
    }

    /** The intake moves less than the exhaust, has its own kick, and a night of its own. */
    @Test
    void theIntakeFollowsAndByNightItFollowsTheNight() {
        FanBand law = new FanBand(new Sets(25, 2, 60, 10, 0, 100), new Sets(20, 2, 60, 10, 40, 60), new DayNight.Clock(6, 22), 20, IntakeBelowSet.STOP, 0, 0,
                FanBand.Fan.INTAKE);
        Law.Runner intake = law.start();
        assertEquals(0.40, intake.demand(seen(26, 50, 0, 12 * 3600)), 1e-12, "half of it, less a fifth");
        assertEquals(0.48, intake.demand(seen(26, 50, 0, 23 * 3600)), 1e-12, "by night at its highest, less a fifth");
        assertEquals(0, intake.demand(seen(19, 50, 0, 23.5 * 3600)), "below both it stops");
    }

    /** What was seen is done again: on from 15 to 40 s and from 47 s on, looked at each 10 s. */
    @Test
    void asSeenItIsOnForItsShareOfEachLook() {
        Law law = new AsSeen(List.of(15.0, 40.0, 47.0), false, 10);
        assertFalse(law.isTimeless());
        Law.Runner runner = law.start();
        double[] shares = new double[6];
        for (int i = 0; i < shares.length; i++) {
            shares[i] = runner.demand(Law.Seen.of(0, 10 * i));
        }
        assertArrayEquals(new double[] {0, 0.5, 1, 1, 0.3, 1}, shares, 1e-12);
        assertEquals(1, new AsSeen(List.of(), true, 10).start().demand(Law.Seen.of(0, 0)));
        Law.Runner late = new AsSeen(List.of(3.0), true, 10).start();
        assertEquals(0, late.demand(Law.Seen.of(0, 20)), "what was before the first look is done by then");
        assertThrows(RefusedValueException.class, () -> new AsSeen(List.of(5.0, 4.0), false, 10));
    }

    /** A heater with two pairs: by day 28 and 29, by night 20 and 21. What takes over knows on which side of its points it came. */
    @Test
    void byNightAnotherLawTakesOver() {
        Law law = new ByDay(new DayNight.Clock(6, 22), new OnOff(new SwitchingPoints(Direction.RAISE, 28, 29), false),
                new OnOff(new SwitchingPoints(Direction.RAISE, 20, 21), false));
        assertFalse(law.isTimeless());
        assertEquals(28.5, law.holdsAbout().orElseThrow());
        Law.Runner runner = law.start();
        assertEquals(1, runner.demand(seen(27, 50, 0, 21 * 3600)), "by day it heats below 28");
        assertEquals(0, runner.demand(seen(27, 50, 0, 22 * 3600)), "by night not");
        assertEquals(1, runner.demand(seen(19.5, 50, 0, 23 * 3600)));
        assertEquals(1, runner.demand(seen(20.5, 50, 0, 23.5 * 3600)), "and on, until it is at 21");
        assertEquals(0, runner.demand(seen(21.5, 50, 0, 24 * 3600)));
        assertEquals(1, runner.demand(seen(25, 50, 0, 30 * 3600)), "by day again: it went on below 28 all night");
    }

    /** 90 s from shut to open, stopped after 9 s: a step of 20 % comes to 10 %, on its way in whole per cent. */
    @Test
    void aVentWhoseMotorIsSlowStandsWhereItGot() {
        Law.Runner vent = new StepVent(24, 1, Optional.empty(), 20, 300, Optional.of(new StepVent.Motor(90, 9))).start();
        assertEquals(0.03, vent.demand(air(27, 60, 15, 60, 0)), 1e-12, "it has just begun");
        assertEquals(0.08, vent.demand(air(27, 60, 15, 60, 4.5)), 1e-12, "4.5 s of 90");
        assertEquals(0.13, vent.demand(air(27, 60, 15, 60, 60)), 1e-12, "stopped after a tenth of its way");
        assertEquals(0.13, vent.demand(air(22, 60, 15, 60, 300)), 1e-12, "five minutes later the other way");
        assertEquals(0.08, vent.demand(air(22, 60, 15, 60, 304.5)), 1e-12);
        assertEquals(0.03, vent.demand(air(22, 60, 15, 60, 400)), 1e-12);
    }

    /** Damp by night has limits of its own. */
    @Test
    void aVentOpensByNightForTheNightsHumidity() {
        StepVent law = new StepVent(24, 1, Optional.of(new StepVent.Humidity(75, 3, 5, 30)), Optional.of(new StepVent.Humidity(60, 3, 5, 30)), new DayNight.Clock(6, 22), 5, 300,
                Optional.empty());
        assertEquals(0.03, law.start().demand(air(24, 70, 12, 60, 12 * 3600)), 1e-12, "70 % are well by day");
        assertEquals(0.08, law.start().demand(air(24, 70, 12, 60, 23 * 3600)), 1e-12, "and too damp by night");
        assertEquals(1, law.wanted(air(24, 79, 5, 60, 0)), "at the ends of the range, too");
        assertEquals(1, law.wanted(air(24, 79, 30, 20, 0)));
        assertEquals(0, law.wanted(air(24, 78, 12, 60, 0)), "three points are within its zone");
        assertEquals(0, law.wanted(air(24, 72, 12, 60, 0)));
        assertEquals(-1, law.wanted(air(24, 71, 12, 60, 0)));
        assertEquals(0, law.wanted(air(25, 75, 12, 60, 0)), "and so is one kelvin");
        assertEquals(0, law.wanted(air(23, 75, 12, 60, 0)));
        assertEquals(0, law.wanted(new Law.Seen(24, 24, Double.NaN, 12, 60, 0, 0, 0)), "no humidity is read");
        assertFalse(StepVent.isFullyOpen(0.96));
    }
}
