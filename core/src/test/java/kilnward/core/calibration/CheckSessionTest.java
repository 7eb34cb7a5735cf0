package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import kilnward.core.calibration.Check.Key;
import kilnward.core.calibration.Check.Rules;
import kilnward.core.calibration.CheckSession.Keyed;
import kilnward.core.calibration.CheckSession.Phase;
import kilnward.core.calibration.CheckSession.Place;
import kilnward.core.calibration.KeyedWrong.Slip;
import kilnward.core.calibration.RowDoubt.Kind;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A check from its first row to the proof; every number hand-worked from the ◆ case: reference 36.0 against 37.6 (common practice, no source). */
class CheckSessionTest {
    private static final Key KEY = new Key(0, 0.1, -10, 10, 0.1);
    private static final List<Reference> GLASS = List.of(new Reference("glass", 0.05, 0, Optional.empty()));

    private static List<CheckRow> hour(double fromS, double display, double reference) {
        return IntStream.rangeClosed(0, 6).mapToObj(i -> new CheckRow(fromS + i * 600.0, display, Map.of("glass", reference))).toList();
    }

    private static CheckSession session(Place place, List<CheckRow> rows, Keyed... keyed) {
        return CheckSession.of(place, rows, List.of(keyed), GLASS, Rules.USUAL, KEY);
    }

    private static List<CheckRow> join(List<CheckRow> one, List<CheckRow> two) {
        List<CheckRow> all = new ArrayList<>(two);
        all.addAll(one);
        return all;
    }

    @Test
    void goesFromPlacingTheReferenceToTheProof() {
        assertEquals(Phase.PREPARE, session(Place.PROBE, List.of()).phase());
        CheckSession waiting = session(Place.PROBE, hour(1000, 37.6, 36.0).subList(0, 3));
        assertEquals(Phase.WAIT, waiting.phase());
        assertEquals(4600, waiting.settledAtS().orElseThrow(), "an hour after the first row");
        assertTrue(waiting.sensorError(0).isEmpty());
        CheckSession settled = session(Place.PROBE, hour(0, 37.6, 36.0));
        assertEquals(Phase.KEY_IN, settled.phase());
        assertEquals(-1.6, settled.found().orElseThrow().newOffset(), 1e-12);
        assertEquals(1.6, settled.sensorError(0).orElseThrow(), 1e-9);
        assertEquals(2.1, settled.sensorError(-0.5).orElseThrow(), 1e-9, "an offset of -0.5 hid half a kelvin of it");
        assertEquals(1.2, settled.sensorError(0.4).orElseThrow(), 1e-9, "one of +0.4 added to it");
        Keyed keyed = new Keyed(4000, -1.6);
        assertEquals(Phase.VERIFY, session(Place.PROBE, hour(0, 37.6, 36.0), keyed).phase(), "before any new row");
        CheckSession proven = session(Place.PROBE, join(hour(0, 37.6, 36.0), hour(5000, 37.6, 37.6)), keyed);
        assertEquals(Phase.RIGHT, proven.phase());
        assertEquals(-1.6, proven.offset());
        assertEquals(1.6, proven.sensorError(0).orElseThrow(), 1e-9, "what was found stays what was found");
    }

    /** JCGM 100:2008, 4.3.4 and 4.3.7: an expanded uncertainty over its coverage factor 2, limits over the root of 3. */
    @Test
    void aFigureBecomesAStandardUncertaintyByWhereItIsFrom() {
        assertEquals(0.1, Reference.Basis.CERTIFICATE.standard(0.2), 1e-12);
        assertEquals(0.5773502691896258, Reference.Basis.LIMITS.standard(1), 1e-12);
        assertEquals(0.3, Reference.Basis.STANDARD.standard(0.3), 1e-12);
    }

    @Test
    void rowsFarApartSettleTooOnceTheyCoverTheHour() {
        List<CheckRow> seldom = IntStream.rangeClosed(0, 3).mapToObj(i -> new CheckRow(i * 1320.0, 37.6, Map.of("glass", 36.0))).toList();
        assertEquals(Phase.KEY_IN, session(Place.PROBE, seldom).phase(), "every 22 minutes: the last hour alone holds 44 of them");
        assertEquals(Phase.WAIT, session(Place.PROBE, seldom.subList(0, 3)).phase());
    }

    @Test
    void takingAnOffsetBackIsAnEntryAndPutsTheOldRowsInForceAgain() {
        CheckSession back = session(Place.PROBE, join(hour(0, 37.6, 36.0), hour(5000, 37.6, 37.6)), new Keyed(4000, -1.6), new Keyed(9000, 0));
        assertEquals(Phase.KEY_IN, back.phase());
        assertEquals(0, back.offset());
        assertTrue(back.left().isEmpty());
        assertEquals(7, back.found().orElseThrow().rows(), "rows with the new offset in force tell nothing of the old one");
    }

    /** Left over after keying −1.6: nothing moved, moved the wrong way, or by something else. */
    @ParameterizedTest
    @CsvSource({"1.6, NOT_KEPT", "3.2, WRONG_SIGN", "0.8, OTHER"})
    void whatIsLeftTellsTheSlip(double left, Slip slip) {
        CheckSession off = session(Place.PROBE, join(hour(0, 37.6, 36.0), hour(5000, 37.6, 37.6 - left)), new Keyed(4000, -1.6));
        assertEquals(Phase.STILL_OFF, off.phase());
        assertEquals(slip, off.suspicion().orElseThrow().slip());
    }

    @Test
    void forgettingTheOldOffsetLeavesJustThat() {
        // Old offset −0.5 in force, 1.0 too much seen: −1.5 follows. Keyed was −1.0, so the display is still 0.5 high: the old offset, turned.
        Key old = new Key(-0.5, 0.1, -10, 10, 0.1);
        CheckSession off = CheckSession.of(Place.PROBE, join(hour(0, 30, 29), hour(5000, 30, 29.5)), List.of(new Keyed(4000, -1.5)), GLASS, Rules.USUAL, old);
        assertEquals(Slip.OLD_OFFSET_FORGOTTEN, off.suspicion().orElseThrow().slip());
    }

    @Test
    void atTheOccupantItIsAPlaceNotAnError() {
        CheckSession placed = session(Place.OCCUPANT, hour(0, 28.6, 27.9));
        assertEquals(Phase.PLACED, placed.phase());
        assertEquals(0.7, placed.found().orElseThrow().error(), 1e-9);
    }

    @Test
    void humidityAndFahrenheitSettleByTheirOwnFigures() {
        List<CheckRow> wavering = IntStream.rangeClosed(0, 6).mapToObj(i -> new CheckRow(i * 600.0, 80 + i % 2, Map.of("glass", 78.0))).toList();
        assertEquals(Phase.WAIT, CheckSession.of(Place.PROBE, wavering, List.of(), GLASS, Rules.USUAL, KEY).phase());
        assertEquals(Phase.KEY_IN, CheckSession.of(Place.PROBE, wavering, List.of(), GLASS, Rules.usual(DisplayUnit.RH), KEY).phase());
        assertEquals(0.36, Rules.usual(DisplayUnit.F).slopePerHour(), 1e-12, "0.2 K an hour as a difference");
    }

    private static List<Kind> kinds(CheckRow row, List<CheckRow> others, DisplayUnit unit) {
        return RowDoubt.of(row, others, unit, OptionalDouble.empty()).stream().map(RowDoubt::kind).toList();
    }

    @Test
    void theOtherUnitIsRecognisedAndAsked() {
        List<RowDoubt> doubts = RowDoubt.of(new CheckRow(0, 37.6, Map.of("glass", 98.6)), List.of(), DisplayUnit.C, OptionalDouble.empty());
        assertEquals(1, doubts.size());
        assertEquals("references.glass", doubts.get(0).field());
        assertEquals(37.0, doubts.get(0).meant().orElseThrow(), 1e-9);
        assertEquals(List.of(Kind.OTHER_UNIT), kinds(new CheckRow(0, 99.5, Map.of("glass", 37.4)), List.of(), DisplayUnit.F));
        assertEquals(List.of(Kind.OTHER_UNIT), kinds(new CheckRow(600, 80, Map.of("glass", 0.78)), hour(0, 80, 78).subList(0, 1), DisplayUnit.RH));
        assertEquals(List.of(), kinds(new CheckRow(600, 37.6, Map.of("glass", 36.0)), hour(0, 37.6, 36).subList(0, 1), DisplayUnit.C));
    }

    @Test
    void jumpsDuplicatesAndRowsOutOfTheirTurn() {
        List<CheckRow> one = List.of(new CheckRow(600, 37.6, Map.of("glass", 36.0)));
        assertEquals(List.of(Kind.JUMP), kinds(new CheckRow(660, 40.0, Map.of("glass", 36.0)), one, DisplayUnit.C), "2.4 K in a minute");
        assertEquals(List.of(), kinds(new CheckRow(1200, 40.0, Map.of("glass", 36.0)), one, DisplayUnit.C), "in ten minutes a box can");
        assertEquals(List.of(Kind.TWICE), kinds(new CheckRow(602, 37.6, Map.of("glass", 36.0)), one, DisplayUnit.C));
        assertEquals(List.of(), kinds(new CheckRow(0, 37.6, Map.of("glass", 36.0)), one, DisplayUnit.C), "out of its turn: it is put in its place");
        assertTrue(new Reference("glass", 0.05, 0, Optional.of(LocalDate.of(2025, 1, 1))).isExpired(LocalDate.of(2026, 11, 25)));
    }

    /** Common practice, no source: each season's start for temperature, every 3 to 6 months for humidity. */
    @Test
    void whenTheNextCheckIsDue() {
        LocalDate today = LocalDate.of(2026, 11, 25);
        LocalDate spring = LocalDate.of(2026, 4, 1);
        assertEquals(Due.Why.NEVER_CHECKED, Due.of(Quantity.TEMPERATURE, Optional.empty(), Optional.empty(), Optional.empty(), today).why());
        Due humid = Due.of(Quantity.RELATIVE_HUMIDITY, Optional.of(spring), Optional.empty(), Optional.empty(), today);
        assertEquals(LocalDate.of(2026, 7, 1), humid.from());
        assertEquals(LocalDate.of(2026, 10, 1), humid.latest());
        Due season = Due.of(Quantity.TEMPERATURE, Optional.of(spring), Optional.of(LocalDate.of(2026, 11, 13)), Optional.empty(), today);
        assertEquals(Due.Why.SEASON, season.why());
        assertTrue(season.isDue(today));
        assertFalse(Due.of(Quantity.TEMPERATURE, Optional.of(LocalDate.of(2026, 11, 1)), Optional.of(LocalDate.of(2026, 11, 13)), Optional.empty(), today).isDue(today),
                "checked in the weeks before they moved in");
        assertEquals(Due.Why.DRIFT, Due.of(Quantity.TEMPERATURE, Optional.of(spring), Optional.empty(), Optional.of(LocalDate.of(2026, 12, 1)), today).why());
    }

    @Test
    void driftSaysAsEarlyAsItsConfidenceAllows() {
        Drift three = Drift.of(List.of(new Drift.Found(0, 0.0), new Drift.Found(100, 0.12), new Drift.Found(200, 0.2)));
        assertTrue(three.hasConfidence());
        assertTrue(three.passesEarliest(200, 0.5).orElseThrow() < three.passes(200, 0.5).orElseThrow());
        assertTrue(Drift.of(List.of(new Drift.Found(0, 0), new Drift.Found(10, 1))).passesEarliest(0, 1).isEmpty());
        assertEquals(0.375, Drift.tolerance(27.5, 29.0), 1e-12);
    }
}
