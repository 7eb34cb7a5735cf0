package kilnward.core.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.plan.CapacitySpread.Spread;
import org.junit.jupiter.api.Test;

/** What is started every week on its way through the places there are. */
class CapacityTest {
    private static Capacity.Place place(String name, double places, double days) {
        return new Capacity.Place(name, places, days);
    }

    /** Common practice, no source: 12 trays turning over weekly need 48 places on the bench over 4 weeks. */
    @Test
    void twelveTraysAWeekNeedFortyEightPlaces() {
        Capacity enough = Capacity.of(List.of(place("Cabinet", 12, 7), place("Bench", 48, 28)), 12, 10, 0);
        assertEquals(Optional.empty(), enough.jamsAt());
        assertEquals(List.of(12.0, 48.0), enough.peak());
        // The bench fills by twelve a week from week 2 on.
        assertEquals(List.of(0.0, 12.0, 24.0, 36.0, 48.0, 48.0), enough.weeks().stream().limit(6).map(each -> each.occupied().get(1)).toList());
        Capacity short2 = Capacity.of(List.of(place("Cabinet", 12, 7), place("Bench", 46, 28)), 12, 10, 0);
        assertEquals(Optional.of("Bench"), short2.jamsAt());
        // Two of the fourth twelve find no place in week 5, and so do two of every fourth after it.
        assertEquals(2, short2.weeks().get(4).turnedAway(), 1e-9);
        assertEquals(0, short2.weeks().get(3).turnedAway(), 1e-9);
    }

    /** By hand: ten days in a cabinet for 20, twelve started weekly: on day 7 the first twelve are still there and eight find a place. */
    @Test
    void aStayLongerThanAWeekOverlaps() {
        Capacity found = Capacity.of(List.of(place("Cabinet", 20, 10)), 12, 3, 0);
        assertEquals(Optional.of("Cabinet"), found.jamsAt());
        assertEquals(List.of(0.0, 4.0, 0.0), found.weeks().stream().map(Capacity.Week::turnedAway).toList());
        // Day 14: the eight of day 7 and twelve new ones.
        assertEquals(List.of(12.0, 20.0, 20.0), found.weeks().stream().map(each -> each.occupied().get(0)).toList());
    }

    /** By hand: a quarter lost at the end of the first place only, 12 → 9. */
    @Test
    void lossIsTakenAtTheEndOfTheFirstPlace() {
        Capacity found = Capacity.of(List.of(place("Cabinet", 12, 7), place("Bench", 100, 7), place("Greenhouse", 100, 14)), 12, 8, 25);
        assertEquals(List.of(12.0, 9.0, 18.0), found.peak());
    }

    /** Little's law (J. D. C. Little, Operations Research 9, 1961): mean number inside = rate × mean stay. */
    @Test
    void littlesLaw() {
        CapacitySpread found = CapacitySpread.of(List.of(new Spread(place("Cabinet", 10_000, 9), 2), new Spread(place("Bench", 10_000, 25), 4)), 14, 104, 10, 7);
        // 14 a week are 2 a day: 18 in the cabinet; nine in ten of them reach the bench: 45 there.
        assertEquals(18, found.places().get(0).meanOccupied(), 0.2);
        assertEquals(45, found.places().get(1).meanOccupied(), 0.7);
        assertEquals(0, found.places().get(1).jamShare());
        assertTrue(found.places().get(1).highPeak() > 48, "the mean alone would be too few places: " + found.places().get(1));
    }

    @Test
    void withoutSpreadItIsTheMean() {
        CapacitySpread found = CapacitySpread.of(List.of(new Spread(place("Cabinet", 12, 7), 0), new Spread(place("Bench", 48, 28), 0)), 12, 10, 0, 1);
        assertEquals(48, found.places().get(1).usualPeak());
        assertEquals(List.of(0, 12, 24, 36, 48, 48), found.places().get(1).highByWeek().subList(0, 6));
        assertNull(found.jamsAt());
        assertEquals(12, CapacitySpread.startsThatFlow(List.of(new Spread(place("Cabinet", 12, 7), 0), new Spread(place("Bench", 48, 28), 0)), 10, 0, 1));
    }

    @Test
    void spreadNeedsRoomThatTheMeanDoesNot() {
        List<Spread> places = List.of(new Spread(place("Cabinet", 24, 8.5), 1.5), new Spread(place("Bench", 48, 28), 3));
        CapacitySpread found = CapacitySpread.of(places, 12, 26, 5, 42);
        assertEquals("Bench", found.jamsAt());
        int flows = CapacitySpread.startsThatFlow(places, 26, 5, 42);
        assertTrue(flows > 0 && flows < 12, "starts " + flows);
        // The search draws the same courses as the answer does, up to what decides it.
        assertNull(CapacitySpread.of(places, flows, 26, 5, 42).jamsAt());
        assertEquals("Bench", CapacitySpread.of(places, flows + 1, 26, 5, 42).jamsAt());
        assertTrue(CapacitySpread.startsThatFlow(List.of(places.get(0), places.get(1).withPlaces(72)), 26, 5, 42) > flows);
        // One seed, one answer; another seed, other courses.
        assertEquals(found, CapacitySpread.of(places, 12, 26, 5, 42));
        assertNotEquals(found, CapacitySpread.of(places, 12, 26, 5, 43));
    }

    @Test
    void costGoesByTheWeeksItRuns() {
        // By hand: 300 over ten years is 30 a year; 6 weeks of 5 kWh at 0.4 are 12; of 42 that is 30/42 for the build; 60 chicks, 0.7 each.
        RunningCost cost = RunningCost.of(300, 10, 6, 5, 0.4, 60);
        assertEquals(2, cost.perWeek(), 1e-12);
        assertEquals(42, cost.perYear(), 1e-12);
        assertEquals(0.7, cost.perThing(), 1e-12);
        assertEquals(30.0 / 42, cost.buildShare(), 1e-12);
        assertEquals("thingsPerYear", assertThrows(RefusedValueException.class, () -> RunningCost.of(300, 10, 6, 5, 0.4, 0)).field());
    }

    @Test
    void whatCannotBeIsRefused() {
        assertEquals("stages", assertThrows(RefusedValueException.class, () -> Capacity.of(List.of(), 1, 1, 0)).field());
        assertEquals("lossPct", assertThrows(RefusedValueException.class, () -> Capacity.of(List.of(place("A", 1, 1)), 1, 1, 101)).field());
        assertEquals("days", assertThrows(RefusedValueException.class, () -> place("A", 1, 0)).field());
        assertEquals("weeks", assertThrows(RefusedValueException.class, () -> CapacitySpread.of(List.of(new Spread(place("A", 1, 1), 0)), 1, 157, 0, 1)).field());
        // Over three years and two places nobody waits for 5000 a week: said at the door, and no search goes beyond it.
        List<Spread> wide = List.of(new Spread(place("A", 100_000, 7), 1), new Spread(place("B", 100_000, 7), 1));
        assertEquals("startsPerWeek", assertThrows(RefusedValueException.class, () -> CapacitySpread.of(wide, 5000, 156, 0, 1)).field());
        assertEquals(CapacitySpread.mostTried(wide, 156), CapacitySpread.startsThatFlow(wide, 156, 0, 1));
        assertEquals("spreadDays", assertThrows(RefusedValueException.class, () -> new Spread(place("A", 1, 3), 4)).field());
    }
}
