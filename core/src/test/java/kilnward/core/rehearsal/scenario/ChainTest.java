package kilnward.core.rehearsal.scenario;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each link of the chain of one step, seen in the simulator. */
class ChainTest {
    private static final Room ROOM = Room.of(16, 24, 15);

    private static Chamber with(Room room, Appliance... appliances) {
        Chamber chamber = Osier.reedbox(25, 50, room);
        return Osier.chamber(chamber.box(), 0.5, chamber.airMovement(), chamber.contents(), chamber.occupantPlace(), 0,
                List.of(appliances), room, 140);
    }

    private static Controller controller(String id, SwitchingPoints points, Timers timers, OutputMode mode, double samplingS,
            boolean strict, String... appliances) {
        return new Controller(id, List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), samplingS, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop(id + "-loop", new OnOff(points, strict), timers, mode,
                        List.of(appliances))));
    }

    private static Rehearsed run(Chamber chamber, Probe probe, double hours, Controller... controllers) {
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(controllers)),
                new Scenario(RoomCurve.day(chamber.room()), 21, hours * 3600, 1, Scenario.Start.SETTLED, List.of(), 300));
    }

    private static final SwitchingPoints EGGS = SwitchingPoints.ofPair(28.0, 28.6);

    @Test
    void aCompressorIsLeftItsRest() {
        Chamber warm = with(Room.of(33, 37, 15), Osier.cooler("chiller", 60, 90));
        SwitchingPoints cool = SwitchingPoints.ofPair(28.1, 27.9);
        Metrics free = run(warm, Osier.probe(0, 0), 12, controller("c", cool, Timers.NONE, OutputMode.AUTO, 1, false,
                "chiller")).metrics();
        Metrics guarded = run(warm, Osier.probe(0, 0), 12, controller("c", cool, new Timers(0, 600), OutputMode.AUTO, 1,
                false, "chiller")).metrics();
        assertTrue(free.loops().get(0).shortestOffS().orElseThrow() < 600, "without the guard it rests less");
        assertTrue(guarded.loops().get(0).shortestOffS().orElseThrow() >= 600);
        assertTrue(guarded.loops().get(0).cyclesPerHour() < free.loops().get(0).cyclesPerHour());
        assertTrue(guarded.energyKWh() > 0 && guarded.heatInJ() < 0, "it draws power and takes heat out");
        assertEquals(guarded.heatInJ(), guarded.heatLostJ() + guarded.heatStoredJ(), 1e-6 * Math.abs(guarded.heatInJ()));
    }

    @Test
    void aDelayLetsItFallFurther() {
        Chamber chamber = with(ROOM, HeaterKind.MAT.typical("mat", 25));
        double prompt = run(chamber, Osier.probe(0, 0), 12, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false,
                "mat")).metrics().displays().get(0).lowest();
        double late = run(chamber, Osier.probe(0, 0), 12, controller("c", EGGS, new Timers(600, 0), OutputMode.AUTO, 1,
                false, "mat")).metrics().displays().get(0).lowest();
        assertTrue(late < prompt - 0.05, prompt + " to " + late);
    }

    @ParameterizedTest
    @CsvSource({"ON, 1", "OFF, 0"})
    void anOutputByHandIgnoresItsProgram(OutputMode mode, double duty) {
        Metrics metrics = run(with(ROOM, HeaterKind.MAT.typical("mat", 10)), Osier.probe(0, 0), 6,
                controller("c", EGGS, Timers.NONE, mode, 1, false, "mat")).metrics();
        assertEquals(duty, metrics.loops().get(0).dutyShare());
        assertEquals(0, metrics.loops().get(0).cycles());
        assertTrue(metrics.loops().get(0).shortestOnS().isEmpty(), "no full run, no shortest");
    }

    @Test
    void aSlowLookSwingsWider() {
        Chamber chamber = with(ROOM, HeaterKind.BULB.typical("mat", 40));
        double quick = run(chamber, Osier.probe(0, 0), 6, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false,
                "mat")).metrics().displays().get(0).swing();
        double slow = run(chamber, Osier.probe(0, 0), 6, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 60, false,
                "mat")).metrics().displays().get(0).swing();
        assertTrue(slow > quick, quick + " to " + slow);
    }

    @Test
    void strictSwitchingIsAStepWider() {
        Chamber chamber = with(ROOM, HeaterKind.MAT.typical("mat", 25));
        Metrics.Level inclusive = run(chamber, Osier.probe(0, 0), 8, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1,
                false, "mat")).metrics().displays().get(0);
        Metrics.Level strict = run(chamber, Osier.probe(0, 0), 8, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1,
                true, "mat")).metrics().displays().get(0);
        assertTrue(strict.lowest() < inclusive.lowest() - 0.05 && strict.highest() > inclusive.highest() + 0.05);
    }

    @Test
    void twoHeatersOnOneOutletAddUp() {
        Metrics one = run(with(ROOM, HeaterKind.MAT.typical("mat", 24)), Osier.probe(0, 0), 24,
                controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat")).metrics();
        Metrics halves = run(with(ROOM, HeaterKind.MAT.typical("left", 12), HeaterKind.MAT.typical("right", 12)),
                Osier.probe(0, 0), 24, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "left", "right"))
                .metrics();
        assertEquals(one.occupant().mean(), halves.occupant().mean(), 1e-6, "two halves are one whole");
        assertEquals(one.energyKWh(), halves.energyKWh(), 1e-9);
        assertEquals(halves.heatInJ(), halves.heatLostJ() + halves.heatStoredJ(), 1e-6 * halves.heatInJ());
    }

    @Test
    void aHeaterThatNobodySwitchesStaysCold() {
        Metrics metrics = run(with(ROOM, HeaterKind.MAT.typical("mat", 25), HeaterKind.MAT.typical("spare", 99)),
                Osier.probe(0, 0), 6, controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat")).metrics();
        assertTrue(metrics.occupant().highest() < 29);
    }

    @Test
    void twoControllersWorkSideBySide() {
        Chamber chamber = with(Room.of(20, 36, 15), HeaterKind.MAT.typical("mat", 25), Osier.cooler("fan", 40, 5));
        Metrics metrics = run(chamber, Osier.probe(0, 0), 48, controller("heat", EGGS, Timers.NONE, OutputMode.AUTO, 1, false,
                "mat"), controller("cool", SwitchingPoints.ofPair(29.4, 29.0), Timers.NONE, OutputMode.AUTO, 1, false, "fan"))
                .metrics();
        assertEquals(2, metrics.displays().size());
        assertTrue(metrics.loops().get(0).cycles() > 0 && metrics.loops().get(1).cycles() > 0, "both work");
        assertTrue(metrics.occupant().lowest() > 27.5 && metrics.occupant().highest() < 29.8);
    }

    @Test
    void aProbeFallenOutReadsTheRoomAndCooksTheEggs() {
        Probe fallen = Probe.of("probe", ProbePlace.of(0, 0, 1, 0, 40), 0);
        Rehearsed run = run(with(ROOM, HeaterKind.MAT.typical("mat", 25)), fallen, 24,
                controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat"));
        assertEquals(1, run.metrics().loops().get(0).dutyShare(), 1e-9);
        assertTrue(run.metrics().displays().get(0).highest() <= 24.1, "the display never sees it");
        assertTrue(run.metrics().harmedAtS().isPresent());
    }

    @Test
    void aWarmProbeKeepsTheEggsCool() {
        Probe warm = Probe.of("probe", ProbePlace.of(0, 0.3, 0, 1.5, 40), 0);
        Chamber chamber = with(ROOM, HeaterKind.MAT.typical("mat", 25));
        Controller eggs = controller("c", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat");
        assertEquals(-1.5, run(chamber, warm, 24, eggs).metrics().occupant().mean()
                - run(chamber, Osier.probe(0, 0), 24, eggs).metrics().occupant().mean(), 0.1);
    }

    @Test
    void bucketsCoverTheWholeRunEvenWhenTheyDoNotDivideIt() {
        Rig rig = Osier.rig(Osier.reedbox());
        for (int buckets : new int[] {1, 7, 333, 1000}) {
            Rehearsed run = Rehearsal.run(rig, new Scenario(RoomCurve.day(ROOM), 0, 3601, 1, Scenario.Start.SETTLED,
                    List.of(), buckets));
            Trace trace = run.trace();
            assertTrue(trace.occupant().low().length <= buckets);
            assertTrue(trace.bucketS() * trace.occupant().low().length >= 3601);
            for (int i = 0; i < trace.roomC().length; i++) {
                assertTrue(Double.isFinite(trace.occupant().low()[i]) && trace.roomC()[i] >= 16 && trace.roomC()[i] <= 24,
                        buckets + " buckets, bucket " + i);
                assertTrue(trace.occupant().low()[i] <= trace.occupant().high()[i]);
            }
        }
    }

    @Test
    void theRoomsDayIsACosine() {
        RoomCurve day = RoomCurve.day(ROOM);
        assertEquals(24, day.temperatureC(15 * 3600), 1e-9);
        assertEquals(16, day.temperatureC(3 * 3600), 1e-9);
        assertEquals(20, day.temperatureC(9 * 3600), 1e-9);
        assertEquals(day.temperatureC(3600), day.temperatureC(25 * 3600), 1e-9);
    }

    @Test
    void switchingsBeyondTheListAreCounted() {
        Chamber light = with(ROOM, HeaterKind.FANNED_ELEMENT.typical("mat", 60));
        Probe quick = Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 5), 0);
        Rehearsed run = run(light, quick, 72, controller("c", SwitchingPoints.ofPair(28.2, 28.3), Timers.NONE,
                OutputMode.AUTO, 1, false, "mat"));
        long listed = run.events().stream().filter(event -> event.kind() == Event.Kind.SWITCHED_ON
                || event.kind() == Event.Kind.SWITCHED_OFF).count();
        assertEquals(Rehearsed.MOST_EVENTS, listed);
        assertTrue(run.eventsLeftOut() > 0);
        assertTrue(2L * run.metrics().loops().get(0).cycles() >= listed, "the count is of all");
    }

    @Test
    void rigsThatCannotBeAreRefused() {
        Chamber chamber = with(ROOM, HeaterKind.MAT.typical("mat", 25));
        Controller one = controller("one", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat");
        Controller two = controller("two", EGGS, Timers.NONE, OutputMode.AUTO, 1, false, "mat");
        assertEquals("controllers.loops.applianceIds", assertThrows(RefusedValueException.class, () -> new Rig(chamber,
                Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(one, two))).field(), "one outlet an appliance");
        assertEquals("probes", assertThrows(RefusedValueException.class, () -> new Rig(chamber, Osier.eggNeeds(),
                List.of(Osier.probe(0, 0), Osier.probe(0, 1)), List.of(one))).field());
        assertEquals("controllers.probeIds", assertThrows(RefusedValueException.class, () -> new Rig(chamber,
                Osier.eggNeeds(), List.of(), List.of(one))).field());
        assertEquals("lagS", assertThrows(RefusedValueException.class, () -> ProbePlace.of(0, 0, 0, 0, 0)).field());
        assertEquals("samplingS", assertThrows(RefusedValueException.class, () -> controller("c", EGGS, Timers.NONE,
                OutputMode.AUTO, 0.2, false, "mat")).field());
        assertEquals("minOffS", assertThrows(RefusedValueException.class, () -> new Timers(0, -1)).field());
    }
}
