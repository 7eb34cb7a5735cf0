package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.review.Outcome.Beside;
import org.hipparchus.stat.interval.BinomialProportion;
import org.hipparchus.stat.interval.ConfidenceInterval;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Shares with what is known of them, against Hipparchus and Newcombe's own table. */
class OutcomeTest {
    @ParameterizedTest
    @CsvSource({"1, 2", "7, 12", "61, 100", "5, 48", "999, 1000"})
    void wilsonAsHipparchusHasIt(int some, int of) {
        ConfidenceInterval interval = BinomialProportion.getWilsonScoreInterval(of, (double) some / of, 0.95);
        Proportion proportion = Proportion.of(some, of);
        assertEquals(interval.getLowerBound(), proportion.low(), 1e-9);
        assertEquals(interval.getUpperBound(), proportion.high(), 1e-9);
    }

    @Test
    void ofNoneAndOfAll() {
        assertEquals(0, Proportion.of(0, 10).low());
        assertEquals(0.2775, Proportion.of(0, 10).high(), 1e-4);
        assertEquals(1, Proportion.of(10, 10).high());
        assertThrows(RefusedValueException.class, () -> Proportion.of(3, 2));
        assertThrows(RefusedValueException.class, () -> Proportion.of(0, 0));
    }

    /** Newcombe 1998, table II, contrasts (a) and (c), method 10; from memory. */
    @Test
    void differencesAsNewcombeHasThem() {
        Proportion.Difference a = Proportion.of(56, 70).over(Proportion.of(48, 80));
        assertEquals(0.2, a.by(), 1e-12);
        assertEquals(0.0524, a.low(), 5e-5);
        assertEquals(0.3339, a.high(), 5e-5);
        Proportion.Difference c = Proportion.of(6, 7).over(Proportion.of(2, 7));
        assertEquals(0.0582, c.low(), 5e-5);
        assertEquals(0.8062, c.high(), 5e-5);
    }

    @Test
    void whatCameOfABatch() {
        Outcome outcome = new Outcome(48, 8, 3, 30);
        assertEquals(7, outcome.open());
        assertEquals(30 / 48.0, outcome.ofSet().orElseThrow().share());
        assertEquals(30 / 40.0, outcome.ofFertile().orElseThrow().share());
        assertEquals(3 / 48.0, outcome.lost().orElseThrow().share());
        assertTrue(new Outcome(4, 4, 0, 0).ofFertile().isEmpty());
        Outcome tooMany = new Outcome(10, 0, 0, 11);
        assertTrue(tooMany.isTooMany() && tooMany.ofSet().isEmpty() && tooMany.ofFertile().isEmpty() && tooMany.lost().isEmpty());
    }

    @Test
    void nothingIsClaimedOfFew() {
        assertEquals(Beside.CHANCE, Outcome.beside(Proportion.of(7, 10), Proportion.of(5, 10)));
        assertEquals(Beside.MORE, Outcome.beside(Proportion.of(45, 50), Proportion.of(30, 50)));
        assertEquals(Beside.FEWER, Outcome.beside(Proportion.of(30, 50), Proportion.of(45, 50)));
        assertFalse(Outcome.enough(3));
        assertEquals(List.of("source", "month"), Outcome.confounded(List.of("guide", "source", "month"), List.of(List.of("hen", "own", "May"), List.of("hen", "bought", "June"))));
    }
}
