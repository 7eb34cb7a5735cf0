package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.anyDouble;
import static org.mockito.Mockito.atMost;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.LinearStep;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class RehearsalTest {
    private static Scenario cold(RoomCurve room, double hours) {
        return new Scenario(room, 21, hours * 3600, 1, Scenario.Start.COLD, List.of(), 500);
    }

    @Test
    void aStepIsExactHoweverStiff() {
        // Newton cooling in closed form: T(t) = room + (T0 − room)·e^(−t/τ), for τ from a hundredth of a step to a day.
        for (double tau : new double[] {0.01, 1, 60, 86_400}) {
            LinearStep step = LinearStep.of(new double[][] {{-1 / tau}}, new double[][] {{1 / tau}}, 1);
            assertEquals(Math.exp(-1 / tau), step.phi()[0][0], 1e-14);
            assertEquals(-Math.expm1(-1 / tau), step.gamma()[0][0], 1e-14);
        }
    }

    @Test
    void coolsAfterNewton() {
        // One big mass in a shell that holds almost nothing: the whole box cools as one body, τ = C/G.
        Chamber box = Osier.reedbox(0.1, 50, Room.of(10, 10, 0));
        Chamber heavy = Osier.chamber(box.box(), 0, AirMovement.MOVING, Contents.dry(400, 4180, 400, 0),
                OccupantPlace.CONTENTS, 0, List.of(Osier.cooler("fan", 1, 1)), box.room(), 0);
        Rig rig = new Rig(heavy, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of());
        RoomCurve stepDown = time -> time <= 0 ? 30 : 10;
        Rehearsed run = Rehearsal.run(rig, new Scenario(stepDown, 0, 10 * 86_400, 10, Scenario.Start.COLD, List.of(), 100));
        double tau = 400 * 4180 / kilnward.core.chamber.model.ThermalModel.of(heavy).totalWK();
        double expected = 10 + 20 * Math.exp(-10 * 86_400 / tau);
        assertEquals(expected, run.metrics().occupant().lowest(), 0.05);
    }

    @ParameterizedTest
    @CsvSource({"28.0, 28.6, C, 0.1, 0, 0", "28.0, 28.6, C, 0.1, 0.05, 0.4", "82, 84, F, 1, 0, 0", "28.0, 28.2, C, 0.1, 0, 0"})
    void agreesWithTheIndependentIntegrator(double on, double off, DisplayUnit unit, double resolution, double heaterShare,
            double errorK) {
        RoomCurve room = RoomCurve.day(Room.of(16, 24, 15));
        Rig rig = new Rig(Osier.reedbox(), Osier.eggNeeds(), List.of(Osier.probe(heaterShare, errorK)),
                List.of(Osier.onOff(SwitchingPoints.ofPair(on, off), unit, resolution, 0)));
        int seconds = 8 * 3600;
        var oracle = new IndependentRun(rig, room).run(21, seconds);
        Rehearsed run = Rehearsal.run(rig, new Scenario(room, 21, seconds, 1, Scenario.Start.COLD, List.of(), seconds));
        List<Event> switchings = run.events();
        for (int i = 0; i < Math.min(12, switchings.size()); i++) {
            assertEquals(oracle.firstSwitchings()[i], (long) switchings.get(i).timeS(), "switching " + i);
        }
        for (int k = 0; k < seconds; k++) {
            assertEquals(oracle.occupantC()[k], run.trace().occupant().low()[k], 0.02, "second " + k);
        }
        assertEquals(oracle.highestC(), run.metrics().occupant().highest(), 0.005);
        assertEquals(oracle.meanC(), run.metrics().occupant().mean(), 0.002);
        assertEquals(oracle.starts(), run.metrics().loops().get(0).cycles());
    }

    @Test
    void energyBalanceCloses() {
        for (Scenario scenario : List.of(Osier.night(24), cold(RoomCurve.day(Room.of(5, 30, 14)), 48))) {
            Metrics metrics = Rehearsal.run(Osier.rig(Osier.reedbox()), scenario).metrics();
            assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(), 1e-6 * metrics.heatInJ());
            assertEquals(metrics.energyKWh() * 3.6e6, metrics.heatInJ(), 1e-6 * metrics.heatInJ(), "a mat turns all into heat");
        }
    }

    @Test
    void sameInputSameTraceToTheLastBit() {
        Rehearsed one = Rehearsal.run(Osier.rig(Osier.reedbox()), Osier.night(12));
        Rehearsed two = Rehearsal.run(Osier.rig(Osier.reedbox()), Osier.night(12));
        assertArrayEquals(one.trace().occupant().low(), two.trace().occupant().low(), 0.0);
        assertEquals(one.metrics(), two.metrics());
        assertEquals(one.events(), two.events());
    }

    @ParameterizedTest
    @EnumSource(Style.class)
    void everyStyleSwitchesWhereItsTranslationSaysHeatingAndCooling(Style style) {
        for (Direction direction : Direction.values()) {
            double sign = direction == Direction.RAISE ? 1 : -1;
            SwitchingPoints points = style.isPair() ? SwitchingPoints.ofPair(28 - sign * 0.5, 28 + sign * 0.5)
                    : style.points(direction, 28, 1);
            Chamber base = direction == Direction.RAISE ? Osier.reedbox() : Osier.reedbox(0.1, 50, Room.of(33, 37, 15));
            Chamber chamber = Osier.chamber(base.box(), 0.5, base.airMovement(), base.contents(), base.occupantPlace(), 0,
                    List.of(direction == Direction.RAISE ? HeaterKind.MAT.typical("mat", 25) : Osier.cooler("mat", 30, 60)),
                    base.room(), 0);
            Rig rig = new Rig(chamber, Osier.eggNeeds(), List.of(Osier.probe(0, 0)),
                    List.of(Osier.onOff(points, DisplayUnit.C, 0.1, 0)));
            Rehearsed run = Rehearsal.run(rig, new Scenario(RoomCurve.day(base.room()), 12, 24 * 3600, 1,
                    Scenario.Start.SETTLED, List.of(), 100));
            assertTrue(run.events().size() > 4, style + " " + direction + " switches");
            for (Event event : run.events()) {
                double at = event.kind() == Event.Kind.SWITCHED_ON ? points.onAt() : points.offAt();
                assertEquals(at, event.value(), 0.1001, style + " " + direction + " " + event);
            }
        }
    }

    @Test
    void offsetAndSensorErrorCancel() {
        Rig sound = Osier.rig(Osier.reedbox());
        Rig corrected = new Rig(sound.chamber(), sound.needs(), List.of(Osier.probe(0, 1.6)),
                List.of(Osier.onOff(SwitchingPoints.ofPair(28.0, 28.6), DisplayUnit.C, 0.1, -1.6)));
        assertEquals(Rehearsal.run(sound, Osier.night(6)).metrics().occupant().mean(),
                Rehearsal.run(corrected, Osier.night(6)).metrics().occupant().mean(), 1e-3);
        Rig wrong = new Rig(sound.chamber(), sound.needs(), List.of(Osier.probe(0, 1.6)), sound.controllers());
        assertEquals(-1.6, Rehearsal.run(wrong, Osier.night(24)).metrics().occupant().mean()
                - Rehearsal.run(sound, Osier.night(24)).metrics().occupant().mean(), 0.05,
                "a display that reads high keeps the eggs cool");
    }

    @Test
    void aWeldedRelayEndsAtTheRootOfTheBalance() {
        Chamber chamber = Osier.reedbox();
        Rig rig = Osier.rig(chamber);
        Scenario scenario = new Scenario(RoomCurve.constant(24), 0, 10 * 86_400, 1, Scenario.Start.SETTLED,
                List.of(new RelayStuckOn("loop", 0)), 200);
        Rehearsed run = Rehearsal.run(rig, scenario);
        assertEquals(SteadyState.of(chamber).occupantC(24, 1, 0), run.metrics().occupant().highest(), 1e-3);
        assertTrue(run.metrics().harmedAtS().isPresent());
        assertEquals(1, run.metrics().loops().get(0).dutyShare(), 1e-9);
        Rehearsed dead = Rehearsal.run(rig, new Scenario(RoomCurve.constant(16), 0, 10 * 86_400, 1,
                Scenario.Start.SETTLED, List.of(new RelayStuckOff("loop", 0)), 200));
        assertEquals(16, dead.metrics().occupant().lowest(), 1e-3);
        assertEquals(0, dead.metrics().energyKWh());
    }

    @Test
    void theAppliancesOwnThermostatStopsAWeldedRelay() {
        Chamber chamber = Osier.reedbox();
        Heater mat = HeaterKind.MAT.typical("mat", 25);
        Heater guarded = new Heater("mat", mat.kind(), 25, mat.elementJK(), mat.toAirWK(), mat.toContentsWK(),
                OptionalDouble.empty(), Optional.of(new OwnThermostat(32, 30.5)));
        Chamber guardedChamber = Osier.chamber(chamber.box(), 0.5, chamber.airMovement(), chamber.contents(),
                chamber.occupantPlace(), 0, List.of(guarded), chamber.room(), 140);
        Rehearsed run = Rehearsal.run(Osier.rig(guardedChamber),
                Osier.night(48).with(new RelayStuckOn("loop", 0)));
        assertTrue(run.metrics().occupant().highest() < 33.5 && run.metrics().occupant().highest() > 30.5);
        assertTrue(run.metrics().harmedAtS().isEmpty());
    }

    @Test
    void alarmsAndHarmAreTimed() {
        Rig rig = Osier.rig(Osier.reedbox());
        Controller plain = rig.controllers().get(0);
        Controller alarmed = new Controller(plain.id(), plain.probeIds(), plain.display(), 1, OptionalDouble.of(31),
                OptionalDouble.of(25), plain.loops());
        Rehearsed run = Rehearsal.run(new Rig(rig.chamber(), rig.needs(), rig.probes(), List.of(alarmed)),
                Osier.night(48).with(new RelayStuckOn("loop", 3600)));
        Event alarm = run.events().stream().filter(event -> event.kind() == Event.Kind.HIGH_ALARM).findFirst().orElseThrow();
        Event harm = run.events().stream().filter(event -> event.kind() == Event.Kind.HARM).findFirst().orElseThrow();
        assertEquals(31, alarm.value(), 0.1001);
        assertTrue(alarm.timeS() > 3600 && harm.timeS() > alarm.timeS() + 7200, "harm needs two hours above its level");
        assertEquals(harm.timeS(), run.metrics().harmedAtS().orElseThrow(), 1, "told at the step in which it was");
    }

    @Test
    void noSpikeIsLostToDownsampling() {
        Rehearsed run = Rehearsal.run(Osier.rig(Osier.reedbox()), Osier.night(24));
        var display = run.trace().displays().get(0);
        double highest = java.util.Arrays.stream(display.high()).max().orElseThrow();
        double lowest = java.util.Arrays.stream(display.low()).min().orElseThrow();
        assertEquals(run.metrics().displays().get(0).highest(), highest);
        assertEquals(run.metrics().displays().get(0).lowest(), lowest);
        double on = java.util.Arrays.stream(run.trace().onShares().get(0)).average().orElseThrow();
        assertEquals(run.metrics().loops().get(0).dutyShare(), on, 1e-9);
    }

    @Test
    void dutyIsWhatTheBalanceAsks() {
        Chamber chamber = Osier.reedbox();
        Rehearsed run = Rehearsal.run(Osier.rig(chamber), new Scenario(RoomCurve.constant(18), 0, 48 * 3600, 1,
                Scenario.Start.SETTLED, List.of(), 100));
        double share = SteadyState.of(chamber).holdingShare(run.metrics().occupant().mean(), 18);
        assertEquals(share, run.metrics().loops().get(0).dutyShare(), 0.01);
        var loop = run.metrics().loops().get(0);
        assertTrue(loop.shortestOnS().orElseThrow() > 0 && loop.shortestOffS().orElseThrow() > 0);
    }

    @Test
    void aSmallAirFilledBoxCyclesEveryMinuteOrTwo() {
        // Order of magnitude, common practice, no source: 15 litres of air, 40 W, a band of 1 °F.
        Chamber box = Osier.chamber(Osier.foamBox(0.3, 0.25, 0.2, 20), 1, AirMovement.MOVING, Contents.dry(0.05, 1000, 0.02, 0),
                OccupantPlace.AIR, 0, List.of(HeaterKind.BULB.typical("mat", 40)), Room.of(20, 20, 0), 0);
        Rig rig = new Rig(box, Osier.eggNeeds(), List.of(Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 10), 0)),
                List.of(Osier.onOff(SwitchingPoints.ofPair(99, 100), DisplayUnit.F, 0.1, 0)));
        double perHour = Rehearsal.run(rig, Osier.night(6)).metrics().loops().get(0).cyclesPerHour();
        assertTrue(perHour > 20 && perHour < 90, "cycles an hour: " + perHour);
    }

    @Test
    void smallerStuckOnHeatersNeverEndHotter() {
        long seed = 11;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 20; i++) {
            double watts = random.nextDouble(10, 60);
            double foam = random.nextDouble(20, 60);
            Scenario stuck = new Scenario(RoomCurve.constant(22), 0, 12 * 3600, 10, Scenario.Start.COLD,
                    List.of(new RelayStuckOn("loop", 0)), 10);
            double big = highest(watts, foam, stuck);
            double small = highest(watts * random.nextDouble(0.3, 0.95), foam, stuck);
            assertTrue(small < big, "seed " + seed + " case " + i);
        }
    }

    private static double highest(double watts, double foamMm, Scenario scenario) {
        Rig rig = Osier.rig(Osier.reedbox(watts, foamMm, Room.of(16, 24, 15)));
        Controller slow = rig.controllers().get(0);
        return Rehearsal.run(new Rig(rig.chamber(), rig.needs(), rig.probes(), List.of(new Controller(slow.id(),
                slow.probeIds(), slow.display(), 10, slow.highAlarm(), slow.lowAlarm(), slow.loops()))), scenario)
                .metrics().occupant().highest();
    }

    @Test
    void theRoomIsReadOnceAMinute() {
        RoomCurve room = mock(RoomCurve.class);
        when(room.temperatureC(anyDouble())).thenReturn(18.0);
        Rehearsal.run(Osier.rig(Osier.reedbox()), cold(room, 1));
        verify(room, atMost(2 * 60 + 1)).temperatureC(anyDouble());
    }

    /** A random rig with one heater, within what people build. */
    private static Rig randomRig(SplittableRandom random) {
        Chamber chamber = Osier.chamber(Osier.foamBox(random.nextDouble(0.25, 1.2), random.nextDouble(0.25, 0.9),
                random.nextDouble(0.2, 0.8), random.nextDouble(15, 80)), random.nextDouble(0, 6),
                random.nextBoolean() ? AirMovement.STILL : AirMovement.MOVING,
                Contents.dry(random.nextDouble(0.2, 20), random.nextDouble(1000, 4180), random.nextDouble(0.05, 1.5),
                        random.nextDouble(0, 3)),
                random.nextBoolean() ? OccupantPlace.CONTENTS : OccupantPlace.AIR, 0,
                List.of(HeaterKind.values()[random.nextInt(HeaterKind.SELF_LIMITING.ordinal())].typical("mat",
                        random.nextDouble(5, 80))),
                Room.of(16, 24, 15), random.nextDouble(0, 1500));
        double heater = random.nextDouble(0, 0.05);
        double contents = random.nextDouble(0, 0.5);
        Probe probe = Probe.of("probe", ProbePlace.of(heater, contents, random.nextDouble(0, 0.1),
                random.nextDouble(0, 0.3), random.nextDouble(5, 120)), random.nextDouble(-1, 1));
        double on = Math.round(random.nextDouble(24, 36) * 10) / 10.0;
        return new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(Osier.onOff(
                SwitchingPoints.ofPair(on, on + 0.1 * random.nextInt(1, 15)), DisplayUnit.C, 0.1,
                0.1 * random.nextInt(-10, 11))));
    }

    @Test
    void randomRigsAgreeWithTheIndependentIntegrator() {
        long seed = 853;
        SplittableRandom random = new SplittableRandom(seed);
        RoomCurve room = RoomCurve.day(Room.of(16, 24, 15));
        for (int i = 0; i < 8; i++) {
            Rig rig = randomRig(random);
            int seconds = 2 * 3600;
            var oracle = new IndependentRun(rig, room).run(21, seconds);
            Rehearsed run = Rehearsal.run(rig, new Scenario(room, 21, seconds, 1, Scenario.Start.COLD, List.of(), seconds));
            String which = "seed " + seed + " case " + i;
            assertEquals(oracle.starts(), run.metrics().loops().get(0).cycles(), which);
            for (int k = 0; k < seconds; k += 10) {
                assertEquals(oracle.occupantC()[k], run.trace().occupant().low()[k], 0.02, which + " second " + k);
            }
        }
    }

    @Test
    void randomRigsKeepTheirEnergyAndStayWithinPhysicalBounds() {
        long seed = 1807;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 40; i++) {
            Rig rig = randomRig(random);
            Metrics metrics = Rehearsal.run(rig, new Scenario(RoomCurve.day(Room.of(16, 24, 15)), random.nextDouble(0, 24),
                    12 * 3600, 1, Scenario.Start.COLD, List.of(), 50)).metrics();
            String which = "seed " + seed + " case " + i;
            assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(),
                    1e-6 * Math.max(1, metrics.heatInJ()), which);
            double hottest = SteadyState.of(rig.chamber()).occupantC(24, 1, 0);
            assertTrue(metrics.occupant().lowest() >= 16 - 1e-6, which + ": never colder than the coldest room");
            assertTrue(metrics.occupant().highest() <= hottest + 1e-6, which + ": never hotter than stuck on");
            assertTrue(metrics.inBandShare() >= 0 && metrics.inBandShare() <= 1, which);
        }
    }

    @Test
    void moreInsulationNeverNeedsMoreEnergyToHoldTheSame() {
        long seed = 6946;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 10; i++) {
            double thinMm = random.nextDouble(15, 40);
            double thickMm = thinMm * random.nextDouble(1.2, 2.5);
            double thin = heldKWh(thinMm);
            double thick = heldKWh(thickMm);
            assertTrue(thick < thin, "seed " + seed + ": " + thinMm + " mm " + thin + " kWh, " + thickMm + " mm " + thick);
        }
    }

    private static double heldKWh(double foamMm) {
        return Rehearsal.run(Osier.rig(Osier.reedbox(30, foamMm, Room.of(16, 24, 15))), Osier.night(24)).metrics()
                .energyKWh();
    }

    @Test
    void refusesWhatCannotRun() {
        Rig rig = Osier.rig(Osier.reedbox());
        assertEquals("stepS", assertThrows(RefusedValueException.class, () -> Rehearsal.run(rig,
                new Scenario(RoomCurve.constant(20), 0, 3600, 10, Scenario.Start.COLD, List.of(), 10))).field());
        assertEquals("durationS", assertThrows(RefusedValueException.class,
                () -> new Scenario(RoomCurve.constant(20), 0, 1e9, 1, Scenario.Start.COLD, List.of(), 10)).field());
        assertEquals("controllers.loops.applianceIds", assertThrows(RefusedValueException.class,
                () -> new Rig(rig.chamber(), rig.needs(), rig.probes(), List.of(new Controller("c", List.of("probe"),
                        new Display(DisplayUnit.C, 0.1, 0), 1, OptionalDouble.empty(), OptionalDouble.empty(),
                        List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(1, 2), false), Timers.NONE, OutputMode.ON,
                                List.of("nothing")))))))
                .field());
        assertEquals("heaterShare", assertThrows(RefusedValueException.class,
                () -> ProbePlace.of(0.6, 0.6, 0, 0, 10)).field());
    }
}
