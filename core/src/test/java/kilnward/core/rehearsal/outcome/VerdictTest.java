package kilnward.core.rehearsal.outcome;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.Osier;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a rehearsed fault comes to, on hand-made rehearsals: target range 27 to 29 °C, harm at 34 and at 20, humidity 70 to 85 %RH, an hour a bucket. */
class VerdictTest {
    private static final int HOURS = 24;
    private static final double HOUR = 3600;
    private static final Needs NEEDS = new Needs(new KeepBand(27, 29), List.of(new DangerLimit(Side.HIGH, 34, 7200), new DangerLimit(Side.LOW, 20, 86_400)),
            Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(70, 85)), OptionalDouble.empty());
    private static final Rig RIG = new Rig(Osier.reedbox(), NEEDS, Osier.rig(Osier.reedbox()).probes(), Osier.rig(Osier.reedbox()).controllers());
    private static final Verdict.GoodDay GOOD = new Verdict.GoodDay(Map.of("controller", new Metrics.Level(28, 27.5, 28.5, 1)), Optional.empty(), Map.of());
    /** Within hearing, never away, a quarter of an hour to act, a look every two hours. */
    private static final Attendance NEAR = new Attendance(0, true, 0, false, 0, 900, 2 * HOUR);
    private static final Fault FAULT = new RelayStuckOn("loop", HOUR);

    private double lowest = 27.5;
    private double highest = 28.5;
    private OptionalDouble harmedAtS = OptionalDouble.empty();
    private final double[] shown = new double[HOURS];
    private double[] damp;
    private final List<Event> events = new ArrayList<>();

    VerdictTest() {
        Arrays.fill(shown, 28);
    }

    private Verdict verdict(Fault fault, Attendance watch) {
        Metrics.Level occupant = new Metrics.Level(28, lowest, highest, 1);
        Trace.Envelope display = new Trace.Envelope(shown, shown);
        Map<Quantity, Trace.Envelope> humidity = damp == null ? Map.of() : Map.of(Quantity.RELATIVE_HUMIDITY, new Trace.Envelope(damp, damp));
        Metrics metrics = new Metrics(occupant, 1, List.of(occupant), List.of(), 0, 0, 0, 0, harmedAtS, damp == null ? Map.of()
                : Map.of(Quantity.RELATIVE_HUMIDITY, new Metrics.Air(new Metrics.Level(80, 0, 100, 1), OptionalDouble.empty(), OptionalDouble.empty())), Optional.empty(),
                OptionalDouble.empty(),
                Optional.empty());
        Scenario scenario = new Scenario(RoomCurve.constant(20), 0, HOURS * HOUR, 1, Scenario.Start.SETTLED, List.of(fault), HOURS);
        Trace trace = new Trace(HOUR, new Trace.Envelope(shown, shown), Optional.empty(), humidity, List.of(display), new double[HOURS], List.of());
        return Verdict.of(fault, RIG, new Rehearsed(scenario, trace, metrics, events, 0, Set.of()), GOOD, watch);
    }

    private Verdict verdict() {
        return verdict(FAULT, NEAR);
    }

    /** Half of the way from 29 to 34 is 31.5, from 27 to 20 it is 23.5; within 1 K of harm is from 33 and to 21. */
    @ParameterizedTest
    @CsvSource({"27.5, 31.4, HOLDS, 31.4", "27.5, 31.6, TIGHT, 31.6", "23.6, 28.5, HOLDS, 23.6", "23.4, 28.5, TIGHT, 23.4", "27.5, 33.2, TIGHT, 33.2", "20.5, 29.5, TIGHT, 20.5"})
    void withoutHarmItHoldsOrIsTight(double low, double high, Verdict.Kind kind, double worst) {
        lowest = low;
        highest = high;
        Verdict verdict = verdict();
        assertEquals(kind, verdict.kind());
        assertEquals(worst, verdict.worstC(), 1e-12);
        assertEquals(Math.min(34 - high, low - 20), verdict.marginK(), 1e-12);
    }

    /** Within a kelvin of a harm level it is tight even where that is not half of the way: harm at 30.5 with a band that ends at 29. */
    @Test
    void nearnessCountsByItself() {
        highest = 29.6;
        Needs close = new Needs(new KeepBand(27, 29), List.of(new DangerLimit(Side.HIGH, 30.5, 7200)));
        Rig rig = new Rig(RIG.chamber(), close, RIG.probes(), RIG.controllers());
        Metrics.Level occupant = new Metrics.Level(28, 28, 29.6, 1);
        Metrics metrics = new Metrics(occupant, 1, List.of(occupant), List.of(), 0, 0, 0, 0, OptionalDouble.empty(), Map.of(), Optional.empty(),
                OptionalDouble.empty(), Optional.empty());
        Trace trace = new Trace(HOUR, new Trace.Envelope(shown, shown), Optional.empty(), Map.of(), List.of(new Trace.Envelope(shown, shown)), new double[HOURS],
                List.of());
        Scenario scenario = new Scenario(RoomCurve.constant(20), 0, HOURS * HOUR, 1, Scenario.Start.SETTLED, List.of(FAULT), HOURS);
        assertEquals(Verdict.Kind.TIGHT, Verdict.of(FAULT, rig, new Rehearsed(scenario, trace, metrics, List.of(), 0, Set.of()), GOOD, NEAR).kind());
    }

    /** Of the humidity only the last quarter counts, either side, and more than five points. */
    @ParameterizedTest
    @CsvSource({"89.9, HOLDS", "90.1, TIGHT", "65.1, HOLDS", "64.9, TIGHT"})
    void humidityIsJudgedByWhereItComesTo(double end, Verdict.Kind kind) {
        damp = new double[HOURS];
        Arrays.fill(damp, 99);
        Arrays.fill(damp, HOURS * 3 / 4, HOURS, 78);
        damp[HOURS - 3] = end;
        Verdict verdict = verdict();
        assertEquals(kind, verdict.kind());
        assertEquals(end, verdict.worstAir().get(Quantity.RELATIVE_HUMIDITY), 1e-12);
    }

    @Test
    void inTimeBeforeHarmIsTightAndTooLateIsHarmed() {
        highest = 36;
        harmedAtS = OptionalDouble.of(6 * HOUR);
        events.add(new Event(2 * HOUR, Event.Kind.HIGH_ALARM, "controller", 31));
        Verdict inTime = verdict();
        assertEquals(Verdict.Kind.TIGHT, inTime.kind());
        assertEquals(HOUR, inTime.alarmS().orElseThrow(), 1e-9, "counted from the fault");
        assertEquals(HOUR + 900, inTime.actS().orElseThrow(), 1e-9);
        assertEquals(5 * HOUR, inTime.harmS().orElseThrow(), 1e-9);
        assertEquals(Verdict.Kind.HARMED, verdict(FAULT, new Attendance(0, true, 9 * HOUR, false, 0, 900, 2 * HOUR)).kind(), "it sounds, and nobody is there");
        harmedAtS = OptionalDouble.of(2 * HOUR + 900);
        assertEquals(Verdict.Kind.HARMED, verdict().kind(), "at the very moment is too late");
    }

    @Test
    void anAlarmBeforeTheFaultOrAfterTheHarmTellsNobody() {
        highest = 36;
        harmedAtS = OptionalDouble.of(5 * HOUR);
        events.add(new Event(0.5 * HOUR, Event.Kind.HIGH_ALARM, "controller", 31));
        events.add(new Event(3 * HOUR, Event.Kind.SWITCHED_ON, "loop", 28));
        assertEquals(Verdict.Kind.HARMED_UNSEEN, verdict().kind());
        events.add(new Event(6 * HOUR, Event.Kind.HIGH_ALARM, "controller", 31));
        assertEquals(Verdict.Kind.HARMED_UNSEEN, verdict().kind());
    }

    @Test
    void aLookTellsOnlyWhatStandsLongEnough() {
        highest = 36;
        harmedAtS = OptionalDouble.of(20 * HOUR);
        // Off by more than a kelvin for an hour and back: with a look every two hours nobody is sure to see it.
        shown[4] = 29.6;
        assertTrue(verdict().seenS().isEmpty(), verdict().toString());
        assertEquals(Verdict.Kind.HARMED_UNSEEN, verdict().kind());
        // From the fifth hour on for good: seen from the end of that bucket, and acted on after the next look.
        Arrays.fill(shown, 5, HOURS, 29.6);
        assertEquals(4 * HOUR, verdict().seenS().orElseThrow(), HOUR + 1);
        assertEquals(Verdict.Kind.TIGHT, verdict().kind());
        Arrays.fill(shown, 4, HOURS, 29.4);
        assertTrue(verdict().seenS().isEmpty(), "less than a kelvin off is not noticed");
        Arrays.fill(shown, 4, HOURS, 26.4);
        assertTrue(verdict().seenS().isPresent(), "nor is too low anything one is used to");
    }

    @Test
    void whatShowsAtOnceIsSeenAtOnce() {
        assertEquals(0, verdict(new PowerCut(HOUR, Set.of(), HOUR), NEAR).seenS().orElseThrow(), 1e-9);
    }

    /** Somebody looks every two hours and needs five to do anything: known in time, helped too late. */
    @Test
    void whatALookTellsBeforeHarmIsNotUnseen() {
        highest = 36;
        Fault cut = new PowerCut(HOUR, Set.of(), HOUR);
        Attendance slow = new Attendance(0, true, 0, false, 0, 5 * HOUR, 2 * HOUR);
        harmedAtS = OptionalDouble.of(4 * HOUR);
        assertEquals(Verdict.Kind.HARMED, verdict(cut, slow).kind(), "the look comes an hour before");
        harmedAtS = OptionalDouble.of(3 * HOUR);
        assertEquals(Verdict.Kind.HARMED_UNSEEN, verdict(cut, slow).kind(), "the look may come at that very moment");
        harmedAtS = OptionalDouble.of(2 * HOUR);
        assertEquals(Verdict.Kind.HARMED_UNSEEN, verdict(cut, slow).kind());
    }

    /** Hand-worked: who sleeps and is not woken hears it after the night; a message reaches them, and the way is never longer than they are away. */
    @Test
    void whenSomebodyHasActed() {
        OptionalDouble alarm = OptionalDouble.of(600);
        OptionalDouble none = OptionalDouble.empty();
        assertEquals(600 + 8 * HOUR + 900, new Attendance(8 * HOUR, false, 0, false, 0, 900, 12 * HOUR).actsAtS(alarm, none).orElseThrow(), 1e-9);
        assertEquals(600 + 900, new Attendance(8 * HOUR, true, 0, false, 0, 900, 12 * HOUR).actsAtS(alarm, none).orElseThrow(), 1e-9);
        assertEquals(600 + 900, new Attendance(8 * HOUR, false, 0, true, HOUR, 900, 12 * HOUR).actsAtS(alarm, none).orElseThrow(), 1e-9, "the message wakes, and nobody is away");
        assertEquals(600 + 1200 + 900, new Attendance(0, true, 1200, true, HOUR, 900, 12 * HOUR).actsAtS(alarm, none).orElseThrow(), 1e-9, "back before they could have come");
        assertEquals(600 + HOUR + 900, new Attendance(0, true, 9 * HOUR, true, HOUR, 900, 12 * HOUR).actsAtS(alarm, none).orElseThrow(), 1e-9);
        Attendance rarely = new Attendance(0, true, 0, false, 0, 900, 2 * HOUR);
        assertEquals(300 + 2 * HOUR + 900, rarely.actsAtS(OptionalDouble.of(50 * HOUR), OptionalDouble.of(300)).orElseThrow(), 1e-9, "the look comes first");
        assertEquals(9 * HOUR, new Attendance(HOUR, true, 9 * HOUR, false, 0, 900, 2 * HOUR).unlookedS(), 1e-9, "nobody looks who is away");
    }
}
