package kilnward.core.finding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding.Towards;
import org.junit.jupiter.api.Test;

class FindingTest {
    @Test
    void everySlotHasItsNumber() {
        Remedy remedy = Remedy.byHand("Move it by {k}", Step.SETTINGS);
        assertThrows(IllegalArgumentException.class,
                () -> new Finding("x", Severity.MIND_THIS, "title", "reason", Map.of(), remedy));
        Finding finding = new Finding("x", Severity.MIND_THIS, "title", "reason",
                Map.of("k", new QuantityValue(1, Unit.KELVIN)), remedy);
        assertEquals(1, finding.numbers().get("k").value());
    }

    @Test
    void refusalsNameFieldValueAndRule() {
        var refused = assertThrows(RefusedValueException.class, () -> Require.within("heaterW", -3, 0, 100, "W"));
        assertEquals("heaterW must be from 0 to 100 W, not -3.0", refused.getMessage());
    }

    @Test
    void boundsBelongToWhatIsAllowed() {
        assertEquals(0, Require.within("x", 0, 0, 100, ""));
        assertEquals(100, Require.within("x", 100, 0, 100, ""));
        assertEquals("x must be from 0 to 100, not 101.0", assertThrows(RefusedValueException.class, () -> Require.within("x", 101, 0, 100, "")).getMessage());
        assertThrows(RefusedValueException.class, () -> Require.within("x", Double.NaN, 0, 100, ""));
        assertEquals(0.5, Require.positive("x", 0.5, "s"));
        assertEquals("x must be above 0 s, not 0.0", assertThrows(RefusedValueException.class, () -> Require.positive("x", 0, "s")).getMessage());
        assertThrows(RefusedValueException.class, () -> Require.positive("x", Double.POSITIVE_INFINITY, ""));
        assertEquals(-3, Require.finite("x", -3));
        assertThrows(RefusedValueException.class, () -> Require.finite("x", Double.NaN));
        assertEquals("mat", Require.named("x", "mat"));
        assertThrows(RefusedValueException.class, () -> Require.named("x", " "));
        assertThrows(RefusedValueException.class, () -> Require.named("x", null));
        assertEquals("40", Require.plain(40));
        assertEquals("40.5", Require.plain(40.5));
        assertEquals("1.0E9", Require.plain(1e9));
    }

    /** What is too warm explains what is too warm, both ways explain each, and what leads nowhere explains only its like. */
    @Test
    void oneSideExplainsItsOwnSide() {
        String all = java.util.Arrays.stream(Towards.values()).map(one -> java.util.Arrays.stream(Towards.values()).filter(one::explains).toList().toString())
                .collect(java.util.stream.Collectors.joining(" "));
        assertEquals("[LOW, BOTH] [HIGH, BOTH] [LOW, HIGH, BOTH, NEITHER] [NEITHER]", all);
    }

    @Test
    void aCauseIsAsUrgentAsWhatFollowsAndTakesItsRemedy() {
        Finding cause = new Finding("cause", Severity.MIND_THIS, "title", "reason", Map.of(), Remedy.byHand("mend", Step.CHAMBER)).about("mat", "power", "Mat");
        Finding symptom = new Finding("symptom", Severity.NEEDS_YOU_NOW, "title", "reason", Map.of(), Remedy.byHand("patch", Step.SETTINGS)).towards(Towards.HIGH);
        Finding told = cause.explaining(List.of(symptom));
        assertEquals(Severity.NEEDS_YOU_NOW, told.severity());
        assertEquals(List.of(symptom.with(Remedy.NONE)), told.explains());
        assertEquals(Severity.NEEDS_YOU_NOW, symptom.explaining(List.of(cause)).severity());
        assertEquals(List.of(symptom), cause.withExplained(List.of(symptom)).explains());
        assertEquals("{about}: title", cause.named().title());
        assertEquals("Mat", cause.named().names().get("about"));
        assertSame(symptom, symptom.named(), "the chamber as a whole needs no name");
        assertTrue(cause.isSameAs(new Finding("cause", Severity.NEEDS_YOU_NOW, "x", "y", Map.of(), Remedy.NONE).about("mat", "power", "Another")));
        assertFalse(cause.isSameAs(cause.about("mat", "side", "Mat")));
        assertFalse(cause.isSameAs(cause.about("lamp", "power", "Mat")));
        assertFalse(cause.isSameAs(symptom.about("mat", "power", "Mat")));
    }

    @Test
    void valuesToTryHaveSomethingForWhereTheyProveWrong() {
        Remedy hand = Remedy.byHand("mend", Step.CHAMBER);
        Remedy tried = Remedy.tried("press", List.of(new Remedy.Change("c", "SET_VALUE", 28)), hand);
        assertTrue(tried.isOnePress() && !hand.isOnePress());
        assertEquals(Optional.of(hand), tried.otherwise());
        assertEquals(Optional.empty(), tried.proven().otherwise());
        assertEquals(tried.changes(), tried.proven().changes());
        assertSame(hand, Remedy.tried("press", List.of(), hand));
        assertThrows(IllegalArgumentException.class, () -> new Remedy("x", Step.SETTINGS, List.of(), Optional.of(hand)));
    }
}
