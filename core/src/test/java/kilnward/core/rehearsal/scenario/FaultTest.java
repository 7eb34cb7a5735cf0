package kilnward.core.rehearsal.scenario;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.IndependentRun;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LeftInManual;
import kilnward.core.rehearsal.scenario.LinkLoss;
import kilnward.core.rehearsal.scenario.LinkLost;
import kilnward.core.rehearsal.scenario.Mistake;
import kilnward.core.rehearsal.scenario.OtherSettings;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeBroken;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.ProbeFallenOut;
import kilnward.core.rehearsal.scenario.ProbeOnHeater;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.rehearsal.scenario.Weather;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each fault in the one simulator: against closed forms, against the independent integrator, and by what must hold whatever the numbers. */
class FaultTest {
    private static final double FROM_S = 4 * 3600;

    private static Rig rig() {
        return Osier.rig(Osier.reedbox(12, 50, Room.of(16, 24, 15)));
    }

    private static Rehearsed run(Rig rig, double roomC, double hours, Fault... faults) {
        return Rehearsal.run(rig, new Scenario(RoomCurve.constant(roomC), 0, hours * 3600, 1, Scenario.Start.SETTLED, List.of(), 480).with(faults));
    }

    static Stream<Fault> integrable() {
        return Stream.of(new RelayStuckOn("loop", FROM_S), new RelayStuckOff("loop", FROM_S), new ApplianceDead("mat", FROM_S),
                new ProbeFallenOut("probe", FROM_S), new ProbeOnHeater("probe", FROM_S), new ProbeDrifted("probe", -2, FROM_S),
                new ProbeBroken("probe", true, -40, FROM_S), new ProbeBroken("probe", false, 110, FROM_S), new PowerCut(5400, Set.of(), FROM_S),
                new Weather(-6, 7200, FROM_S));
    }

    /** Hipparchus's Dormand–Prince 8(5,3) on the equations with the fault written into them, as the independent check. */
    @ParameterizedTest
    @MethodSource("integrable")
    void agreesWithTheIndependentIntegrator(Fault fault) {
        int seconds = 9 * 3600;
        RoomCurve day = RoomCurve.day(Room.of(16, 24, 15));
        Scenario scenario = new Scenario(day, 21, seconds, 1, Scenario.Start.COLD, List.of(), seconds).with(fault);
        var oracle = new IndependentRun(rig(), fault.around(scenario).room(), fault).run(21, seconds);
        Rehearsed run = Rehearsal.run(rig(), scenario);
        for (int k = 0; k < seconds; k += 7) {
            assertEquals(oracle.occupantC()[k], run.trace().occupant().low()[k], 0.02, fault.kind() + " second " + k);
        }
        assertEquals(oracle.highestC(), run.metrics().occupant().highest(), 0.01);
        // A probe that has left its place sees its new one once a look, the oracle at every moment: one switching may fall to the other side.
        assertEquals(oracle.starts(), run.metrics().loops().get(0).cycles(), 2);
    }

    /** Closed form: stuck on it ends where the balance of the steady state stands. */
    @Test
    void stuckOnEndsAtTheRootOfTheBalance() {
        double end = SteadyState.of(rig().chamber()).occupantC(24, 1, 0);
        assertEquals(end, run(rig(), 24, 240, new RelayStuckOn("loop", 0)).metrics().occupant().highest(), 0.01);
        assertEquals(end, run(rig(), 24, 240, new LeftInManual("loop", true, 0)).metrics().occupant().highest(), 0.01);
        assertEquals(end, run(rig(), 24, 240, new ProbeBroken("probe", true, -40, 0)).metrics().occupant().highest(), 0.01);
    }

    /** Newton: once the quick parts have settled, each hour takes the same share of what is left above the room. */
    @Test
    void afterAPowerCutItChillsByNewton() {
        Trace.Envelope cooling = run(rig(), 16, 48, new PowerCut(48 * 3600, Set.of(), 0)).trace().occupant();
        double perHour = 10;
        double first = (cooling.low()[200] - 16) / (cooling.low()[(int) (200 - perHour)] - 16);
        double later = (cooling.low()[400] - 16) / (cooling.low()[(int) (400 - perHour)] - 16);
        assertEquals(first, later, 0.002);
        assertTrue(first < 1 && first > 0.5);
    }

    @Test
    void aProbeThatTellsItIsBrokenFailsSafeAndSaysSo() {
        Rehearsed told = run(rig(), 20, 24, new ProbeBroken("probe", true, Double.NaN, 3600));
        assertEquals(Event.Kind.PROBE_CODE, told.events().stream().filter(each -> each.kind() == Event.Kind.PROBE_CODE).findFirst().orElseThrow().kind());
        assertTrue(told.events().stream().filter(each -> each.kind() == Event.Kind.SWITCHED_ON).allMatch(each -> each.timeS() < 3600), "no heat without a probe");
        assertEquals(20, told.metrics().occupant().lowest(), 1.0);
    }

    @Test
    void beforeItBeginsNothingIsOtherThanSound() {
        Rehearsed sound = run(rig(), 20, 6);
        for (Fault fault : integrable().toList()) {
            Rehearsed faulty = run(rig(), 20, 6, fault);
            for (int bucket = 0; bucket < 300; bucket++) {
                assertEquals(sound.trace().occupant().low()[bucket], faulty.trace().occupant().low()[bucket], 0, fault.kind() + " before it began");
            }
        }
    }

    @Test
    void otherSettingsComeIntoForceAtTheirTimeAlarmsAmongThem() {
        Controller turned = new Controller("controller", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 1, OptionalDouble.of(29), OptionalDouble.empty(),
                List.of(new Loop("loop", new OnOff(new SwitchingPoints(Direction.RAISE, 31.0, 31.6), false), Timers.NONE, OutputMode.AUTO, List.of("mat"))));
        Rehearsed run = run(rig(), 20, 24, new OtherSettings("controller", Mistake.KNOB_MOVED, turned, FROM_S));
        assertTrue(run.trace().displays().get(0).high()[60] < 29, "an hour before");
        assertEquals(31.3, 0.5 * (run.trace().displays().get(0).low()[470] + run.trace().displays().get(0).high()[470]), 0.6);
        assertTrue(run.events().stream().anyMatch(each -> each.kind() == Event.Kind.HIGH_ALARM), "the alarm it came with");
        assertFalse(Rehearsal.run(rig(), new Scenario(RoomCurve.constant(20), 0, 86_400, 1, Scenario.Start.SETTLED, List.of(), 480)
                .with(new OtherSettings("controller", Mistake.KNOB_MOVED, turned, FROM_S), new AlarmMuted("controller", 0)))
                .events().stream().anyMatch(each -> each.kind() == Event.Kind.HIGH_ALARM), "muted");
    }

    @Test
    void aLostLinkDoesAsItsOutletDoes() {
        assertEquals(0, run(rig(), 20, 24, new LinkLoss("controller", LinkLost.OFF, 0)).metrics().loops().get(0).dutyShare(), 1e-9);
        assertEquals(1, run(rig(), 20, 24, new LinkLoss("controller", LinkLost.ON, 0)).metrics().loops().get(0).dutyShare(), 1e-4);
        // Where it heats and where it rests, as the sound day tells: from then on it does just that.
        Scenario minutes = new Scenario(RoomCurve.constant(20), 0, 86_400, 1, Scenario.Start.SETTLED, List.of(), 1440);
        double[] sound = Rehearsal.run(rig(), minutes).trace().onShares().get(0);
        for (double share : new double[] {1, 0}) {
            int bucket = IntStream.range(60, 1200).filter(i -> sound[i - 1] == share && sound[i] == share).findFirst().orElseThrow();
            double[] lost = Rehearsal.run(rig(), minutes.with(new LinkLoss("controller", LinkLost.STAYS, bucket * 60.0))).trace().onShares().get(0);
            assertEquals(Arrays.stream(sound, 0, bucket).sum(), Arrays.stream(lost, 0, bucket).sum(), 1e-9, "before");
            assertTrue(Arrays.stream(lost, bucket, 1440).allMatch(each -> each == share), "as it stood, for good: " + share);
        }
    }

    /** Who can act when, hand-worked: nine hours away, a message and an hour's way, a quarter of an hour at the box. */
    @Test
    void somebodyActsOnlyAtTheWorstMomentForIt() {
        Attendance deaf = new Attendance(8 * 3600, true, 9 * 3600, false, 3600, 900, 12 * 3600);
        assertEquals(600 + 9 * 3600 + 900, deaf.actsAtS(OptionalDouble.of(600), OptionalDouble.empty()).orElseThrow());
        assertEquals(600 + 3600 + 900, deaf.withMessage().actsAtS(OptionalDouble.of(600), OptionalDouble.empty()).orElseThrow());
        assertEquals(12 * 3600 + 900, deaf.actsAtS(OptionalDouble.empty(), OptionalDouble.of(0)).orElseThrow(), "no alarm: the next look");
        assertTrue(deaf.actsAtS(OptionalDouble.empty(), OptionalDouble.empty()).isEmpty());
    }
}
