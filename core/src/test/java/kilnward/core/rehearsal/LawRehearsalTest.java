package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Controller;
import kilnward.core.control.DayNight;
import kilnward.core.control.Direction;
import kilnward.core.control.FanBand;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.StepVent;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.TimeProportional;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;

/** The laws beyond on/off at work in the simulator. */
class LawRehearsalTest {
    private static final Probe BOTH = new Probe("probe", ProbePlace.of(0, 0, 0, 0, 30), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(30, 0, 0)));

    private static Chamber room(Room around, Contents contents, Appliance... appliances) {
        return Osier.chamber(Osier.foamBox(1.0, 0.8, 1.6, 20), 0.5, AirMovement.MOVING, contents, OccupantPlace.AIR, 0,
                List.of(appliances), around, 140);
    }

    private static Controller on(Law law, String appliance) {
        return new Controller("on-" + appliance, List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 5, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop("loop-" + appliance, law, Timers.NONE, OutputMode.AUTO, List.of(appliance))),
                Optional.of(new Display(DisplayUnit.RH, 1, 0)));
    }

    private static Rehearsed run(Chamber chamber, double hours, Controller... controllers) {
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(BOTH), List.of(controllers)), new Scenario(
                RoomCurve.constant(chamber.room().coldestC()), 0, hours * 3600, 5, Scenario.Start.COLD, List.of(), 240));
    }

    private static FanBand.Sets sets(double temperature, double minimum) {
        return new FanBand.Sets(temperature, 4, 95, 5, minimum, 100);
    }

    private static FanBand exhaust(FanBand.Sets sets) {
        return new FanBand(sets, sets, new DayNight.Always(), 20, FanBand.IntakeBelowSet.STOP, 0, 0, FanBand.Fan.EXHAUST);
    }

    @Test
    void aFanByBandSettlesWhereItsSpeedCarriesTheHeatAway() {
        // 150 W of lamp in a room of 20 °C; at full speed 60 m³/h carry about 20 W/K.
        Chamber grow = room(Room.of(20, 20, 0).withHumidity(50), Contents.dry(5, 3000, 0.5, 0), new Lamp("lamp", 150, 1, 0, 24),
                new Fan("fan", Fan.Kind.EXHAUST, 60, 20));
        Rehearsed run = run(grow, 12, on(exhaust(sets(24, 10)), "fan"));
        double end = run.trace().occupant().high()[239];
        double walls = kilnward.core.chamber.model.ThermalModel.of(grow, kilnward.core.chamber.model.Flow.of(grow, List.of(), false)).totalWK();
        // By hand: 150 W = (walls + share · ρ cp 60 m³/h) · (T − 20), share = 0.1 + 0.9 · (T − 24)/4.
        double low = 24;
        double high = 28;
        for (int round = 0; round < 60; round++) {
            double middle = 0.5 * (low + high);
            double share = 0.1 + 0.9 * (middle - 24) / 4;
            double carried = (walls + share * 60 / 3600 * Chamber.ventilationWK(3600, 1, 20, 140)) * (middle - 20);
            if (carried < 150) {
                low = middle;
            } else {
                high = middle;
            }
        }
        assertEquals(low, end, 0.15);
        double full = run(grow, 12, on(exhaust(sets(0, 10)), "fan")).trace().occupant().high()[239];
        assertTrue(full < end - 1, "at full speed it would be cooler: " + full);
        assertEquals(run.metrics().heatInJ(), run.metrics().heatLostJ() + run.metrics().heatStoredJ(), 1e-6 * run.metrics().heatInJ());
    }

    @Test
    void dayAndNightSetsFollowTheLamps() {
        Chamber grow = room(Room.of(15, 15, 0).withHumidity(50), Contents.dry(5, 3000, 0.5, 0), new Lamp("lamp", 100, 1, 6, 12),
                new Fan("fan", Fan.Kind.EXHAUST, 60, 20));
        FanBand byLight = new FanBand(sets(40, 0), sets(0, 50), new DayNight.Light(30, 300), 0, FanBand.IntakeBelowSet.STOP, 0, 0,
                FanBand.Fan.EXHAUST);
        Rehearsed run = run(grow, 24, on(byLight, "fan"));
        double[] on = run.trace().onShares().get(0);
        assertEquals(1, on[20], 1e-9, "by night it runs");
        assertEquals(0, on[120], 1e-9, "by day its set value is far away");
    }

    @Test
    void aStepVentOpensSlowlyAndHoldsAGreenhouse() {
        Chamber house = room(Room.of(16, 16, 0).withHumidity(60), Contents.dry(20, 3000, 1, 0), new Lamp("lamp", 200, 1, 0, 24),
                new Vent("vent", 80, 2));
        Rehearsed run = run(house, 24, on(new StepVent(24, 1, Optional.empty(), 5, 300), "vent"));
        double[] high = run.trace().occupant().high();
        assertTrue(high[239] < 25.3 && high[239] > 22.7, "inside its neutral zone in the end: " + high[239]);
        double shut = run(house, 24).trace().occupant().high()[239];
        assertTrue(shut > 28, "without it " + shut);
    }

    @Test
    void timeProportionalHoldsCloserThanOnOff() {
        Chamber box = room(Room.of(18, 18, 0), Contents.dry(6, 3000, 1, 0), HeaterKind.MAT.typical("mat", 300));
        Probe plain = Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0);
        Law pi = new TimeProportional(Direction.RAISE, 28, 2, 3600, 60);
        Law onOff = new OnOff(SwitchingPoints.ofPair(27.5, 28.5), false);
        double[] swing = new double[2];
        double[] mean = new double[2];
        for (int i = 0; i < 2; i++) {
            Controller controller = new Controller("c", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 5, OptionalDouble.empty(),
                    OptionalDouble.empty(), List.of(new Loop("l", i == 0 ? pi : onOff, Timers.NONE, OutputMode.AUTO, List.of("mat"))));
            Rehearsed run = Rehearsal.run(new Rig(box, Osier.eggNeeds(), List.of(plain), List.of(controller)), new Scenario(
                    RoomCurve.constant(18), 0, 30 * 3600, 5, Scenario.Start.COLD, List.of(), 300));
            double low = Double.POSITIVE_INFINITY;
            double high = Double.NEGATIVE_INFINITY;
            for (int bucket = 200; bucket < 300; bucket++) {
                low = Math.min(low, run.trace().displays().get(0).low()[bucket]);
                high = Math.max(high, run.trace().displays().get(0).high()[bucket]);
                mean[i] += 0.5 * (run.trace().displays().get(0).low()[bucket] + run.trace().displays().get(0).high()[bucket]) / 100;
            }
            swing[i] = high - low;
        }
        assertEquals(28, mean[0], 0.2, "the integral leaves no droop");
        assertTrue(swing[0] < 0.6 * swing[1], swing[0] + " against " + swing[1]);
    }

    @Test
    void aControllerThatShowsHumidityTooNeedsASensorForIt() {
        Chamber grow = room(Room.of(20, 20, 0).withHumidity(50), Contents.dry(5, 3000, 0.5, 0), new Fan("fan", Fan.Kind.EXHAUST, 60, 20));
        Probe plain = Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0);
        assertEquals("controllers.probeIds", assertThrows(RefusedValueException.class, () -> new Rig(grow, Osier.eggNeeds(), List.of(plain),
                List.of(on(exhaust(sets(24, 10)), "fan")))).field());
    }
}
