package kilnward.core.life;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HarmClockTest {
    private static final DangerLimit HOURS = new DangerLimit(Side.HIGH, 39, 7200);
    private static final DangerLimit MINUTES = new DangerLimit(Side.HIGH, 42, 600);
    private static final List<DangerLimit> BOTH = List.of(HOURS, MINUTES, new DangerLimit(Side.LOW, 30, 86_400), new DangerLimit(Side.LOW, 20, 3600));

    private static HarmClock steady(double valueC, double lastingS) {
        HarmClock clock = new HarmClock(BOTH);
        clock.see(0, valueC);
        clock.see(lastingS, valueC);
        return clock;
    }

    @Test
    void aLevelIsBorneAsLongAsItsLimitSays() {
        assertEquals(0.5, steady(39, 3600).dose(), 1e-12);
        assertEquals(7200, steady(39, 9000).harmedAtS().orElseThrow(), 1e-6);
        assertEquals(600, steady(42, 9000).harmedAtS().orElseThrow(), 1e-6);
        assertEquals(86_400, steady(30, 90_000).harmedAtS().orElseThrow(), 1e-6);
        assertEquals(0, steady(38.99, 1e7).dose());
    }

    /** Half of the way between two limits is the geometric mean of their times: √(7200 · 600) s; as far beyond the last one it is 600²/7200 s. */
    @Test
    void betweenLimitsTheLogarithmOfTimeIsInterpolatedAndBeyondThemExtrapolated() {
        assertEquals(Math.sqrt(7200.0 * 600), steady(40.5, 9000).harmedAtS().orElseThrow(), 1e-6);
        assertEquals(600.0 * 600 / 7200, steady(45, 9000).harmedAtS().orElseThrow(), 1e-6);
        // One limit alone says nothing of what lies beyond it.
        HarmClock alone = new HarmClock(List.of(HOURS));
        alone.see(0, 60);
        alone.see(10_000, 60);
        assertEquals(7200, alone.harmedAtS().orElseThrow(), 1e-6);
    }

    /** Along a ramp from 39 to 42 °C in an hour: ∫ dt/t(T) = (3600 / ln 12) · (1/600 − 1/7200). */
    @Test
    void aStraightLineIsAddedUpExactly() {
        HarmClock clock = new HarmClock(BOTH);
        clock.see(0, 39);
        clock.see(3600, 42);
        assertEquals(3600 / Math.log(12) * (1 / 600.0 - 1 / 7200.0), clock.dose(), 1e-9);
        double fullS = clock.harmedAtS().orElseThrow();
        // At that moment: (3600/ln 12)/7200 · (e^(ln 12 · s/3600) − 1) = 1.
        assertEquals(1, 3600 / Math.log(12) / 7200 * (Math.exp(Math.log(12) * fullS / 3600) - 1), 1e-9);
    }

    /** What turns to and fro about a limit harms in the end: two thirds of the time beyond it, the dose nears 2, and is 1 after 3 · ln 2 times what is borne. */
    @Test
    void whatDipsForAMomentHarmsAllTheSame() {
        HarmClock clock = new HarmClock(List.of(new DangerLimit(Side.HIGH, 39.5, 3600)));
        for (int minute = 0; minute <= 600; minute++) {
            clock.see(minute * 60, minute % 2 == 0 ? 39.7 : 39.4);
        }
        assertEquals(3 * Math.log(2), clock.harmedAtS().orElseThrow() / 3600, 0.05);
        // Half and half nears 1 slowly.
        HarmClock even = new HarmClock(List.of(new DangerLimit(Side.HIGH, 39.5, 3600)));
        for (int minute = 0; minute <= 600; minute++) {
            even.see(minute * 60, minute % 2 == 0 ? 39.6 : 39.4);
        }
        assertEquals(1, even.dose(), 0.01);
    }

    @Test
    void aDoseDecaysWithTheLongestTimeThatIsBorne() {
        HarmClock clock = steady(42, 300);
        clock.see(300, 38);
        clock.see(300 + 7200, 38);
        assertEquals(0.5 * Math.exp(-1), clock.doses().get(Side.HIGH), 1e-9);
        assertEquals(0, clock.doses().get(Side.LOW));
    }

    @Test
    void whatHarmsAtOnceHarmsWhereTheLineMeetsIt() {
        HarmClock clock = new HarmClock(List.of(new DangerLimit(Side.LOW, 10, 0)));
        clock.see(0, 12);
        clock.see(60, 9);
        assertEquals(40, clock.harmedAtS().orElseThrow(), 1e-9);
        HarmClock begun = new HarmClock(List.of(new DangerLimit(Side.HIGH, 40, 0), HOURS));
        begun.see(5, 41);
        assertEquals(5, begun.harmedAtS().orElseThrow());
    }

    @Test
    void untilHarmGoesOnAtThePace() {
        HarmClock clock = steady(39, 3600);
        assertEquals(3600, clock.untilHarmS(0).orElseThrow(), 1e-6);
        assertEquals(3600, clock.untilHarmS(-1 / 3600.0).orElseThrow(), 1e-6);
        double perS = 1 / 3600.0;
        double s = clock.untilHarmS(perS).orElseThrow();
        HarmClock gone = steady(39, 3600);
        gone.see(3600 + s, 39 + perS * s);
        assertEquals(1, gone.dose(), 1e-9);
        // From within the band: first to the limit, then on.
        HarmClock well = steady(38, 3600);
        assertTrue(well.untilHarmS(0).isEmpty());
        double all = well.untilHarmS(perS).orElseThrow();
        well.see(3600 + all, 38 + perS * all);
        assertEquals(1, well.dose(), 1e-9);
        // Staying on 39 °C until harm is 1,000 s away at that pace.
        double staying = clock.untilWithinS(0, 1000);
        assertEquals(2600, staying, 1e-6);
    }

    @Test
    void whereNothingIsKnownItStandsStillAndItGoesOnWhereAnotherStood() {
        HarmClock clock = steady(39, 3600);
        clock.skip(1e6);
        clock.see(1e6, 39);
        clock.see(1e6 + 1800, 39);
        assertEquals(0.75, clock.dose(), 1e-9);
        HarmClock after = new HarmClock(BOTH, clock.doses());
        after.see(0, 39);
        after.see(900, 39);
        assertEquals(0.875, after.dose(), 1e-9);
        assertFalse(clock.harmedAtS().isPresent());
        assertEquals(Map.of(Side.HIGH, 0.0, Side.LOW, 0.0), new HarmClock(BOTH).doses());
    }

    /** Against a sum of thin slices, along lines of chance across all limits; seeds printed by the parameter. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void agreesWithASumOfThinSlices(long seed) {
        Random random = new Random(seed);
        HarmClock clock = new HarmClock(BOTH);
        double at = 36;
        double high = 0;
        double low = 0;
        double timeS = 0;
        clock.see(0, at);
        for (int line = 0; line < 30; line++) {
            double to = 25 + 18 * random.nextDouble();
            double lastingS = 60 + 1200 * random.nextDouble();
            int slices = 20_000;
            for (int i = 0; i < slices; i++) {
                double value = at + (to - at) * (i + 0.5) / slices;
                double dt = lastingS / slices;
                high = value >= 39 ? high + dt / Math.exp(Math.log(7200) + (value - 39) / 3 * Math.log(600 / 7200.0)) : high * Math.exp(-dt / 7200);
                low = value <= 30 ? low + dt / Math.exp(Math.log(86_400) + (30 - value) / 10 * Math.log(3600 / 86_400.0)) : low * Math.exp(-dt / 86_400);
            }
            timeS += lastingS;
            clock.see(timeS, to);
            at = to;
        }
        assertEquals(high, clock.doses().get(Side.HIGH), 2e-4 * Math.max(1, high), "seed " + seed);
        assertEquals(low, clock.doses().get(Side.LOW), 2e-4 * Math.max(1, low), "seed " + seed);
    }

    /** Looked at more often, it says the same. */
    @Test
    void moreSamplesOnTheSameLineChangeNothing() {
        HarmClock few = new HarmClock(BOTH);
        HarmClock many = new HarmClock(BOTH);
        few.see(0, 36);
        few.see(6000, 41);
        few.see(12_000, 37);
        for (int s = 0; s <= 12_000; s += 10) {
            many.see(s, s <= 6000 ? 36 + 5 * s / 6000.0 : 41 - 4 * (s - 6000) / 6000.0);
        }
        assertEquals(few.dose(), many.dose(), 1e-9);
    }
}
