package kilnward.core.rehearsal;

import static kilnward.core.rehearsal.MoistRehearsalTest.box;
import static kilnward.core.rehearsal.MoistRehearsalTest.on;
import static kilnward.core.rehearsal.MoistRehearsalTest.probe;
import static kilnward.core.rehearsal.MoistRehearsalTest.run;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.outcome.Rehearsed;
import org.junit.jupiter.api.Test;

/** Tanks, and what heats and cools by laws of its own. */
class TankRehearsalTest {
    static Chamber tank(Room room, double covered, Appliance... appliances) {
        Wall glass = new Wall(List.of(new Layer(Material.WINDOW_GLASS, 6)), List.of());
        return new Chamber(new Box(0.8, 0.4, 0.45, java.util.Collections.nCopies(6, glass)), Optional.of(new Tank(0.4, covered)),
                0, AirMovement.STILL, new Contents(10, 900, 0.5, 0, 0, 0), OccupantPlace.AIR, 0, List.of(appliances), room, 0, 1);
    }

    @Test
    void anOpenTankStandsBelowItsRoomAndAFanCoolsIt() {
        Room room = Room.of(24, 24, 0).withHumidity(50);
        double open = run(tank(room, 0), 20 * 24, 10, slow()).trace().occupant().low()[490];
        double covered = run(tank(room, 1), 20 * 24, 10, slow()).trace().occupant().low()[490];
        double fanned = run(tank(room, 0, new Fan("fan", Fan.Kind.SURFACE, 50, 4)), 20 * 24, 10, slow()).trace().occupant().low()[490];
        assertEquals(24, covered, 0.02);
        // Never below the wet bulb, 17.07 °C at 24 °C and 50 %RH (psychrolib 1.1.1 gives 17.0 to 17.1).
        assertTrue(open < 23 && open > 17.1, "open " + open);
        assertTrue(fanned < open - 0.8 && fanned > 17.1, "fanned " + fanned);
        assertEquals(SteadyOf.airC(tank(room, 0), 24), open, 0.01);
    }

    /** The root of the balance as the sizing sees it. */
    private static final class SteadyOf {
        static double airC(Chamber chamber, double roomC) {
            return kilnward.core.chamber.model.SteadyState.of(chamber).occupantC(roomC, 0, 0);
        }
    }

    static Probe slow() {
        return Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0);
    }

    @Test
    void anInTankHeaterWithItsOwnThermostatGuardsWithoutAController() {
        Heater typical = HeaterKind.IN_TANK.typical("guard", 100);
        Heater guard = new Heater("guard", typical.kind(), 100, typical.elementJK(), typical.toAirWK(), 0,
                OptionalDouble.empty(), Optional.of(new OwnThermostat(17, 16)));
        Rehearsed run = run(tank(Room.of(8, 8, 0).withHumidity(70), 0.9, guard), 10 * 24, 10, slow());
        double[] low = run.trace().occupant().low();
        assertTrue(low[low.length - 1] > 15.9 && run.trace().occupant().high()[run.trace().roomC().length - 1] < 17.2, low[low.length - 1] + "");
    }

    @Test
    void aChillerHoldsATankAndItsPumpWarmsIt() {
        Room room = Room.of(24, 24, 0).withHumidity(50);
        Chamber chilled = tank(room, 0.5, new Cooler("chiller", Cooler.Kind.CHILLER, 150, 120, OptionalDouble.of(25)),
                new Fan("pump", Fan.Kind.CIRCULATION, 0, 12));
        Controller cool = new Controller("c", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 10, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(17.5, 16.5), false),
                        new Timers(0, 240), OutputMode.AUTO, List.of("chiller"))));
        Rehearsed run = run(chilled, 5 * 24, 10, slow(), cool);
        double[] low = run.trace().occupant().low();
        double[] high = run.trace().occupant().high();
        assertTrue(low[450] > 16.3 && high[450] < 17.7, low[450] + " to " + high[450]);
        assertTrue(run.metrics().loops().get(0).dutyShare() > 0.1);
        assertEquals(run.metrics().heatInJ(), run.metrics().heatLostJ() + run.metrics().heatStoredJ(),
                1e-6 * Math.abs(run.metrics().heatLostJ()));
    }

    @Test
    void aSelfLimitingElementCannotPassItsLimit() {
        Chamber chamber = box(Room.of(20, 20, 0), 0, Contents.dry(2, 3300, 0.2, 0), HeaterKind.SELF_LIMITING.typical("ptc", 500));
        Chamber plain = box(Room.of(20, 20, 0), 0, Contents.dry(2, 3300, 0.2, 0), HeaterKind.ROD.typical("ptc", 500));
        Controller held = on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(200, 201), "ptc");
        assertTrue(run(chamber, 48, 1, probe(30, 30, 0), held).metrics().occupant().highest() < 80);
        assertTrue(run(plain, 48, 1, probe(30, 30, 0), held).metrics().occupant().highest() > 120);
        assertEquals(kilnward.core.chamber.model.SteadyState.of(chamber).occupantC(20, 1, 0),
                run(chamber, 200, 10, slow(), new Controller("c", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 10,
                        OptionalDouble.empty(), OptionalDouble.empty(), held.loops())).metrics().occupant().highest(),
                0.05);
    }

    @Test
    void aThermoelectricCoolerReachesItsLimitAndNoFurther() {
        Chamber chamber = box(Room.of(30, 30, 0), 0, Contents.dry(2, 3300, 0.2, 0),
                new Cooler("cool", Cooler.Kind.THERMOELECTRIC, 500, 200, OptionalDouble.of(18)));
        double lowest = run(chamber, 72, 1, probe(30, 30, 0), on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(-20, -21), "cool"))
                .metrics().occupant().lowest();
        assertTrue(lowest > 12 && lowest < 14, "30 − 18 K, held up by what leaks in: " + lowest);
    }
}
