package kilnward.core.control;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class StyleTest {
    @ParameterizedTest
    @CsvSource({
            // style, direction, set value, differential → on at, off at. All common practice, no source.
            "OFF_AT_SET, RAISE, 25.3, 0.3, 25.0, 25.3",
            "ON_AT_SET, RAISE, 70, 5, 70, 75",
            "EACH_SIDE, RAISE, 70, 3, 67, 73",
            "OFF_AT_SET, LOWER, 25.3, 0.3, 25.6, 25.3",
            "ON_AT_SET, LOWER, 30, 2, 30, 28",
            // By the definition of the style; the mirror image of raising.
            "CENTRED, RAISE, 37.5, 0.4, 37.3, 37.7",
            "CENTRED, LOWER, 37.5, 0.4, 37.7, 37.3",
            "EACH_SIDE, LOWER, 70, 3, 73, 67",
    })
    void keysBecomeSwitchingPoints(Style style, Direction direction, double set, double differential, double onAt,
            double offAt) {
        SwitchingPoints points = style.points(direction, set, differential);
        assertEquals(onAt, points.onAt(), 1e-9);
        assertEquals(offAt, points.offAt(), 1e-9);
        assertEquals(direction, points.direction());
    }

    @ParameterizedTest
    // Common practice, no source: 25 on / 30 off heats, 50 % on / 70 % off humidifies; on above off lowers.
    @CsvSource({"25, 30, RAISE", "50, 70, RAISE", "85, 80, LOWER"})
    void aPairTellsItsOwnDirection(double onAt, double offAt, Direction direction) {
        assertEquals(direction, SwitchingPoints.ofPair(onAt, offAt).direction());
    }

    @ParameterizedTest
    @EnumSource(value = Style.class, names = "PAIR", mode = EnumSource.Mode.EXCLUDE)
    void bandAndKeysTranslateBothWays(Style style) {
        long seed = 4;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 200; i++) {
            Direction direction = random.nextBoolean() ? Direction.RAISE : Direction.LOWER;
            double set = random.nextDouble(-20, 110);
            double differential = random.nextDouble(0.1, 9);
            SwitchingPoints points = style.points(direction, set, differential);
            assertEquals(set, style.setValueFor(points), 1e-9, "seed " + seed + " case " + i);
            assertEquals(differential, style.differentialFor(points), 1e-9, "seed " + seed + " case " + i);
        }
    }

    @Test
    void refusesADifferentialOfNothing() {
        assertEquals("differential", assertThrows(RefusedValueException.class,
                () -> Style.EACH_SIDE.points(Direction.RAISE, 20, 0)).field());
        assertEquals("differential", assertThrows(RefusedValueException.class,
                () -> Style.OFF_AT_SET.points(Direction.RAISE, 20, -1)).field());
        assertEquals("offAt", assertThrows(RefusedValueException.class, () -> SwitchingPoints.ofPair(20, 20)).field());
        assertThrows(IllegalStateException.class, () -> Style.PAIR.points(Direction.RAISE, 20, 1));
    }

    private static boolean wants(Law.Runner law, double shown) {
        return law.demand(Law.Seen.of(shown, 0)) > 0;
    }

    @Test
    void onOffSwitchesAtItsPointsAndRestsBetween() {
        Law.Runner heat = new OnOff(new SwitchingPoints(Direction.RAISE, 25.0, 25.3), false).start();
        assertFalse(wants(heat, 25.1), "begins at rest");
        assertTrue(wants(heat, 25.0), "reaching the point is enough when inclusive");
        assertTrue(wants(heat, 25.2));
        assertFalse(wants(heat, 25.3));
        assertFalse(wants(heat, 25.1));
        Law.Runner cool = new OnOff(new SwitchingPoints(Direction.LOWER, 30, 28), false).start();
        assertFalse(wants(cool, 29));
        assertTrue(wants(cool, 30));
        assertTrue(wants(cool, 29));
        assertFalse(wants(cool, 28));
    }

    @Test
    void strictSwitchingNeedsToPassThePoint() {
        Law.Runner heat = new OnOff(new SwitchingPoints(Direction.RAISE, 25, 27), true).start();
        assertFalse(wants(heat, 25));
        assertTrue(wants(heat, 24));
        assertTrue(wants(heat, 27));
        assertFalse(wants(heat, 28));
    }

    @Test
    void aCompressorRestsAndADelayWaits() {
        Timers.Runner timers = new Timers(5, 180).start(-1000);
        assertFalse(timers.allow(true, 0), "waits for the delay");
        assertTrue(timers.allow(true, 5));
        assertFalse(timers.allow(false, 10));
        assertFalse(timers.allow(true, 20));
        assertFalse(timers.allow(true, 189), "rests until 10 + 180 s");
        assertTrue(timers.allow(true, 190));
        assertFalse(new Timers(0, 60).start(0).allow(true, 59), "rests after power-up too");
    }
}
