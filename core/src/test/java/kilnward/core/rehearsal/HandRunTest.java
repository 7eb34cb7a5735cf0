package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Controller;
import kilnward.core.control.DayNight;
import kilnward.core.control.FanBand;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.StepVent;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.HandRun.Acts;
import kilnward.core.rehearsal.HandRun.Measures;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;

/** Fan by band, step vent, chiller and a drier against equations, conductances and laws that are written out a second time. */
class HandRunTest {
    private static final double LAG_S = 30;
    private static final int EVERY_S = 5;
    /** Air dried to 5 °C that makes 160 g/h at 27 °C and 60 %RH; saturated vapour by the steam tables: 25.76 and 6.802 g/m³. */
    private static final double DRYING_M3S = 160 / 3.6e6 / (0.6 * 0.02576 - 0.006802);

    private static Chamber chamber(double roomC, double wetM2, boolean humid, Appliance... appliances) {
        Room room = Room.of(roomC, roomC, 0);
        return Osier.chamber(Osier.foamBox(1.0, 0.8, 1.6, 20), 0.5, AirMovement.MOVING, new Contents(5, 3000, 1.2, 1.5, wetM2, wetM2 > 0 ? 5 : 0), OccupantPlace.AIR, 0,
                List.of(appliances), humid ? room.withHumidity(50) : room, 140);
    }

    private static HandRun hand(double roomC, double wetM2) {
        return new HandRun(new Measures(new double[] {1.0, 0.8, 1.6, 0.02}, 0.5, true, new double[] {5, 3000, 1.2, wetM2, 1.5}, 140, roomC, 50, roomC, roomC));
    }

    private static Controller on(Law law, String appliance, DisplayUnit unit, boolean both) {
        return new Controller("on-" + appliance, List.of("probe"), new Display(unit, (unit == DisplayUnit.RH) ? 1 : 0.1, 0), EVERY_S, OptionalDouble.empty(),
                OptionalDouble.empty(),
                List.of(new Loop("loop-" + appliance, law, Timers.NONE, OutputMode.AUTO, List.of(appliance))),
                both ? Optional.of(new Display(DisplayUnit.RH, 1, 0)) : Optional.empty());
    }

    private static Rehearsed run(Chamber chamber, int samples, Controller... controllers) {
        Probe probe = new Probe("probe", ProbePlace.of(0, 0, 0, 0, LAG_S), 0, 0, 0,
                chamber.room().humidityPct().isPresent() ? Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(20, 0, 0)) : Map.of());
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(controllers)),
                new Scenario(RoomCurve.constant(chamber.room().meanC()), 0, (double) samples * EVERY_S, EVERY_S, Scenario.Start.COLD, List.of(), samples));
    }

    private static void close(double[] hand, double[] product, double within, String what) {
        double farthest = 0;
        for (int k = 0; k < hand.length - 1; k++) {
            farthest = Math.max(farthest, Math.abs(hand[k] - product[k]));
        }
        assertTrue(farthest < within, what + " differs by up to " + farthest + "; at the end " + hand[hand.length - 1] + " and " + product[product.length - 1]);
    }

    private static double demand(double above, double band) {
        return Math.max(0, Math.min(1, above / band));
    }

    /** Whole per cent, ten at least: minimum + (maximum − minimum) × demand. */
    @Test
    void aFanByBand() {
        int samples = 8 * 720;
        FanBand.Sets sets = new FanBand.Sets(24, 4, 95, 5, 10, 100);
        Rehearsed product = run(chamber(20, 0, false, new Lamp("lamp", 150, 1, 0, 24), new Fan("fan", Fan.Kind.EXHAUST, 60, 20)), samples,
                on(new FanBand(sets, sets, new DayNight.Always(), 20, FanBand.IntakeBelowSet.STOP, 0, 0, FanBand.Fan.EXHAUST), "fan", DisplayUnit.C, false));
        HandRun.Traces hand = hand(20, 0).run(samples, EVERY_S, LAG_S, 20,
                (t, shownC, shownPct) -> new Acts(150, 60 * Math.rint(10 + 90 * demand(shownC - 24, 4)) / 100, 0, 0), insideC -> 0);
        close(hand.airC(), product.trace().occupant().low(), 0.06, "the air");
        assertTrue(hand.airC()[samples - 1] > 24.5 && hand.airC()[samples - 1] < 28, "it works within its band: " + hand.airC()[samples - 1]);
    }

    @Test
    void aFanThatHumidityDrivesBesideADrier() {
        int samples = 10 * 720;
        FanBand.Sets sets = new FanBand.Sets(35, 4, 50, 20, 0, 100);
        Rehearsed product = run(chamber(20, 1.0, true, new Lamp("lamp", 60, 1, 0, 24), new Fan("fan", Fan.Kind.EXHAUST, 30, 20), new Dehumidifier("dry", 160, 30)), samples,
                on(new FanBand(sets, sets, new DayNight.Always(), 20, FanBand.IntakeBelowSet.STOP, 0, 0, FanBand.Fan.EXHAUST), "fan", DisplayUnit.C, true),
                on(new OnOff(SwitchingPoints.ofPair(57, 53), false), "dry", DisplayUnit.RH, false));
        boolean[] dries = {false};
        int[] starts = {0};
        HandRun.Traces hand = hand(20, 1.0).run(samples, EVERY_S, LAG_S, 20, (t, shownC, shownPct) -> {
            boolean before = dries[0];
            dries[0] = shownPct >= 57 || dries[0] && shownPct > 53;
            starts[0] += dries[0] && !before ? 1 : 0;
            double speed = Math.rint(100 * Math.max(demand(shownC - 35, 4), demand(shownPct - 50, 20))) / 100;
            return new Acts(60 + (dries[0] ? 30 : 0), 30 * speed, 0, dries[0] ? DRYING_M3S : 0);
        }, insideC -> 0);
        assertTrue(starts[0] > 1, "the drier has to work for the test to say something: " + starts[0] + " at " + hand.humidityPct()[samples - 1]);
        double[] humidity = product.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().low();
        assertEquals(starts[0], product.metrics().loops().get(1).cycles(), 0.05 * starts[0], "a whole point more or less at a sample shifts a start");
        assertEquals(Arrays.stream(hand.airC()).average().orElseThrow(), product.metrics().occupant().mean(), 0.1);
        assertEquals(Arrays.stream(hand.humidityPct()).average().orElseThrow(), Arrays.stream(humidity).average().orElseThrow(), 0.2);
        assertEquals(Arrays.stream(hand.humidityPct()).max().orElseThrow(), Arrays.stream(humidity).max().orElseThrow(), 0.5);
    }

    /** Five per cent every five minutes, from three per cent of open; common practice, no source. */
    @Test
    void aStepVent() {
        int samples = 10 * 720;
        Rehearsed product = run(chamber(16, 0, false, new Lamp("lamp", 200, 1, 0, 24), new Vent("vent", 80, 2)), samples,
                on(new StepVent(24, 1, Optional.empty(), 5, 300), "vent", DisplayUnit.C, false));
        double[] open = {0.03};
        double[] movedS = {-1e9};
        int[] moves = {0};
        HandRun.Traces hand = hand(16, 0).run(samples, EVERY_S, LAG_S, 20, (t, shownC, shownPct) -> {
            int way = shownC > 25 ? 1 : shownC < 23 ? -1 : 0;
            if (way != 0 && t - movedS[0] >= 300) {
                double before = open[0];
                open[0] = Math.max(0.03, Math.min(0.97, open[0] + 0.05 * way));
                movedS[0] = t;
                moves[0] += open[0] == before ? 0 : 1;
            }
            return new Acts(200, 80 * 1.28 * open[0], 0, 0);
        }, insideC -> 0);
        close(hand.airC(), product.trace().occupant().low(), 0.06, "the air");
        assertTrue(moves[0] > 4, "it moved " + moves[0] + " times");
    }

    /** What it takes out falls evenly to nothing 25 K below the room, and over the last 4 K above its lowest temperature. */
    @Test
    void aChillerByTheRoomAndItsLowestTemperature() {
        int samples = 8 * 720;
        Rehearsed product = run(chamber(24, 0, false, new Cooler("chiller", Cooler.Kind.CHILLER, 300, 120, OptionalDouble.of(25))), samples,
                on(new OnOff(SwitchingPoints.ofPair(13, 12), false), "chiller", DisplayUnit.C, false));
        boolean[] cools = {false};
        int[] starts = {0};
        HandRun.Traces hand = hand(24, 0).run(samples, EVERY_S, LAG_S, 20, (t, shownC, shownPct) -> {
            boolean before = cools[0];
            cools[0] = shownC >= 13 || cools[0] && shownC > 12;
            starts[0] += cools[0] && !before ? 1 : 0;
            return new Acts(0, 0, cools[0] ? 1 : 0, 0);
        }, insideC -> 300 * Math.max(0, Math.min(1, 1 - (24 - insideC) / 25)) * Math.max(0, Math.min(1, (insideC - 3) / 4)));
        assertTrue(starts[0] > 3, "it switches: " + starts[0]);
        assertEquals(starts[0], product.metrics().loops().get(0).cycles(), 1 + 0.02 * starts[0]);
        assertEquals(Arrays.stream(hand.airC()).average().orElseThrow(), product.metrics().occupant().mean(), 0.03);
        assertEquals(Arrays.stream(hand.airC()).min().orElseThrow(), product.metrics().occupant().lowest(), 0.05);
        double[] until = Arrays.copyOf(hand.airC(), 200);
        close(until, product.trace().occupant().low(), 0.1, "while it cools down");
    }
}
