package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LeftInManual;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.Mistake;
import kilnward.core.rehearsal.scenario.OtherSettings;
import kilnward.core.rehearsal.scenario.OwnThermostatStuck;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeAboveWater;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.rehearsal.scenario.Weather;
import org.junit.jupiter.api.Test;

/** What faults do that nothing else asks of: each by what must come of it whatever the numbers. */
class FaultEffectsTest {
    private static Rehearsed run(Rig rig, double roomC, double hours, Fault... faults) {
        return Rehearsal.run(rig.lookingNoOftenerThan(2), new Scenario(RoomCurve.constant(roomC), 0, hours * 3600, 2, Scenario.Start.SETTLED, List.of(), 240).with(faults));
    }

    private static Rig rig() {
        return Osier.rig(Osier.reedbox(12, 50, Room.of(16, 24, 15)));
    }

    private static double endC(Rehearsed run) {
        double[] low = run.trace().occupant().low();
        return low[low.length - 1];
    }

    @Test
    void leftOffByHandItComesToTheRoom() {
        Rehearsed off = run(rig(), 20, 160, new LeftInManual("loop", false, 0));
        assertEquals(0, off.metrics().loops().get(0).dutyShare(), 1e-9);
        assertEquals(20, endC(off), 0.05, "nothing inside gives heat off");
    }

    /** Closed form: what neither relay nor thermostat stops ends at the root of the balance; what the thermostat stops swings between its two points. */
    @Test
    void aStuckThermostatNoLongerStopsAStuckRelay() {
        Chamber plain = Osier.reedbox(30, 50, Room.of(16, 24, 15));
        Chamber chamber = plain.with(List.of(HeaterKind.MAT.typical("mat", 30).with(new OwnThermostat(32, 30))));
        Rehearsed backed = run(Osier.rig(chamber), 20, 120, new RelayStuckOn("loop", 0));
        assertTrue(backed.metrics().occupant().highest() < 33.5, backed.metrics().occupant().toString());
        assertEquals(Set.of("mat"), backed.layersActed());
        Rehearsed both = run(Osier.rig(chamber), 20, 240, new RelayStuckOn("loop", 0), new OwnThermostatStuck("mat", 0));
        assertEquals(SteadyState.of(plain).occupantC(20, 1, 0), both.metrics().occupant().highest(), 0.05);
        assertEquals(run(Osier.rig(chamber), 20, 24).metrics().occupant(), run(Osier.rig(chamber), 20, 24, new OwnThermostatStuck("mat", 0)).metrics().occupant(),
                "by itself nobody notices it");
    }

    @Test
    void aProbeOutOfTheWaterHeatsForTheRoom() {
        Chamber water = new Chamber(Osier.foamBox(0.8, 0.35, 0.4, 10), Optional.of(new Tank(0.36, 0.5)), 0, AirMovement.STILL, new Contents(8, 900, 0.5, 0, 0, 0),
                OccupantPlace.CONTENTS, 0, List.of(HeaterKind.IN_TANK.typical("mat", 150)), Room.of(16, 24, 15), 140, 1);
        for (boolean topUp : new boolean[] {false, true}) {
            Fault fault = new ProbeAboveWater("probe", topUp, 3600);
            assertEquals(topUp ? Fault.Kind.TOP_UP_FAILED : Fault.Kind.PROBE_ABOVE_WATER, fault.kind());
            Rehearsed dry = run(Osier.rig(water), 18, 72, fault);
            assertTrue(dry.metrics().loops().get(0).dutyShare() > 0.95, "it never reads warm enough: " + dry.metrics().loops());
            assertEquals(18, dry.metrics().displays().get(0).lowest(), 0.2, "it shows the room");
            assertEquals(SteadyState.of(water).occupantC(18, 1, 0), dry.metrics().occupant().highest(), 1.5, "and the water goes to where the heater takes it");
        }
    }

    @Test
    void keyedTheWrongWayRoundItNeverWarmsFromBelow() {
        Controller cools = new Controller("controller", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 1, OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Loop("loop", new OnOff(new SwitchingPoints(Direction.LOWER, 28.9, 28.3), false), Timers.NONE, OutputMode.AUTO, List.of("mat"))));
        Rehearsed turned = run(rig(), 20, 160, new OtherSettings("controller", Mistake.WRONG_DIRECTION, cools, 0));
        assertEquals(20, endC(turned), 0.1, "what is to cool stays off while it is cool");
    }

    @Test
    void whatDoesNotComeOnAgainStaysOffWhenTheMainsReturn() {
        Rehearsed returns = run(rig(), 16, 48, new PowerCut(3600, Set.of(), 3600));
        Rehearsed stays = run(rig(), 16, 48, new PowerCut(3600, Set.of("mat"), 3600));
        assertTrue(endC(returns) > 27, "it has warmed up again: " + endC(returns));
        assertEquals(16, endC(stays), 0.6, "somebody has to press its button");
    }

    @Test
    void anOpenLidCoolsForAsLongAsItStandsOpen() {
        double sound = run(rig(), 16, 30).metrics().occupant().lowest();
        Rehearsed open = run(rig(), 16, 30, new LidLeftOpen(8 * 3600, 3600));
        assertTrue(open.metrics().occupant().lowest() < sound - 1, open.metrics().occupant() + " against " + sound);
        assertTrue(run(rig(), 16, 30, new LidLeftOpen(2 * 3600, 3600)).metrics().occupant().lowest() > open.metrics().occupant().lowest() + 0.3, "less in two hours");
        assertTrue(endC(open) > open.metrics().occupant().lowest() + 0.5, "and it warms up again");
    }

    /** The first law: a room above the band warms what nothing cools to its own temperature. */
    @Test
    void aHeatWaveTakesItToTheRoom() {
        Rehearsed wave = run(rig(), 24, 200, new Weather(8, 190 * 3600, 3600));
        assertEquals(32, wave.metrics().occupant().highest(), 0.1);
        assertEquals(0, run(rig(), 24, 40, new Weather(8, 30 * 3600, 0)).trace().onShares().get(0)[200], 1e-9, "no heat while it is too warm");
        Rehearsed over = run(rig(), 24, 200, new Weather(8, 20 * 3600, 3600));
        assertTrue(endC(over) < 29, "it is over when it is over: " + endC(over));
    }
}
