package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Metabolism;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;

/** Moisture, fans, tanks, lamps and sun in the simulator. */
class MoistRehearsalTest {
    static final Room ROOM = Room.of(16, 24, 15).withHumidity(50);

    static Chamber box(Contents contents, Appliance... appliances) {
        return box(ROOM, 2, contents, appliances);
    }

    static Chamber box(Room room, double airChanges, Contents contents, Appliance... appliances) {
        return Osier.chamber(Osier.foamBox(0.6, 0.5, 0.5, 40), airChanges, AirMovement.STILL, contents,
                OccupantPlace.CONTENTS, 0, List.of(appliances), room, 140);
    }

    private static Humidifier ultrasonic(double outputGh) {
        return new Humidifier("mist", Humidifier.Kind.ULTRASONIC, outputGh, 1, 1, 0);
    }

    static Probe probe(double lagS, double sensorLagS, double mistShare) {
        return new Probe("probe", ProbePlace.of(0, 0, 0, 0, lagS), 0, 0, 0,
                Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(sensorLagS, 0, mistShare)));
    }

    static Controller on(DisplayUnit unit, double resolution, SwitchingPoints points, String appliance) {
        return new Controller("on-" + appliance, List.of("probe"), new Display(unit, resolution, 0), 1, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop("loop-" + appliance, new OnOff(points, false), Timers.NONE,
                        OutputMode.AUTO, List.of(appliance))));
    }

    static Rehearsed run(Chamber chamber, double hours, double stepS, Probe probe, Controller... controllers) {
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(controllers)),
                new Scenario(RoomCurve.day(chamber.room()), 0, hours * 3600, stepS, Scenario.Start.COLD, List.of(), 500));
    }

    private static Chamber wetBox(double heaterW, double fogGh) {
        return box(new Contents(3, 3400, 0.3, new Metabolism(1, 0.2, 1), 0.15, 2), HeaterKind.MAT.typical("mat", heaterW), new Bowl("bowl", 0.02, 0.5, 0),
                ultrasonic(fogGh));
    }

    private static Rehearsed everySecond(Chamber chamber, SwitchingPoints heat, SwitchingPoints moist, int seconds) {
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe(30, 20, 0)), List.of(
                on(DisplayUnit.C, 0.1, heat, "mat"), on(DisplayUnit.RH, 1, moist, "mist"))),
                new Scenario(RoomCurve.day(ROOM), 0, seconds, 1, Scenario.Start.COLD, List.of(), seconds));
    }

    @Test
    void agreesWithAnIndependentIntegratorOfHeatAndVapourTogether() {
        // Heater and fog held on: every second of the two runs can be compared.
        Chamber chamber = wetBox(14, 2);
        SwitchingPoints never = SwitchingPoints.ofPair(98, 99);
        int seconds = 8 * 3600;
        var oracle = new IndependentMoistRun(chamber, RoomCurve.day(ROOM)).run(seconds, 30, never, 20, never);
        Rehearsed run = everySecond(chamber, never, never, seconds);
        for (int k = 0; k < seconds; k++) {
            assertEquals(oracle.contentsC()[k], run.trace().occupant().low()[k], 0.002, "contents, second " + k);
            assertEquals(oracle.humidityPct()[k], run.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().low()[k], 0.05, "humidity, second " + k);
        }
        assertTrue(oracle.humidityPct()[seconds - 1] > 60 && oracle.airC()[seconds - 1] > 20, "something happened");
    }

    @Test
    void agreesWithItInMeanEnvelopeAndCountWhileBothSwitch() {
        Chamber chamber = wetBox(60, 40);
        SwitchingPoints heat = SwitchingPoints.ofPair(27.0, 28.0);
        SwitchingPoints moist = SwitchingPoints.ofPair(64, 74);
        int seconds = 12 * 3600;
        var oracle = new IndependentMoistRun(chamber, RoomCurve.day(ROOM)).run(seconds, 30, heat, 20, moist);
        Rehearsed run = everySecond(chamber, heat, moist, seconds);
        assertTrue(oracle.heatStarts() > 3 && oracle.moistStarts() > 3, "both have to work for the test to say something");
        assertEquals(oracle.heatStarts(), run.metrics().loops().get(0).cycles(), 0.02 * oracle.heatStarts());
        assertEquals(oracle.moistStarts(), run.metrics().loops().get(1).cycles(), 0.02 * oracle.moistStarts());
        java.util.DoubleSummaryStatistics contents = java.util.Arrays.stream(oracle.contentsC()).summaryStatistics();
        java.util.DoubleSummaryStatistics humidity = java.util.Arrays.stream(oracle.humidityPct()).summaryStatistics();
        assertEquals(contents.getAverage(), run.metrics().occupant().mean(), 0.02);
        assertEquals(contents.getMax(), run.metrics().occupant().highest(), 0.02);
        assertEquals(humidity.getAverage(), run.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean(), 0.2);
        assertEquals(humidity.getMax(), run.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().highest(), 1);
        assertEquals(humidity.getMin(), run.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().lowest(), 1);
    }

    /** A box with everything in it that trades heat or water. */
    private static Chamber everything(SplittableRandom random) {
        Wall plain = new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, random.nextDouble(15, 60))), List.of());
        Wall ply = new Wall(List.of(new Layer(Material.PLYWOOD, 6), new Layer(Material.ALUMINIUM_FOIL, 0.1)), List.of());
        Wall glazed = new Wall(List.of(new Layer(Material.PLYWOOD, 9)),
                List.of(new Opening(random.nextDouble(0.01, 0.15), List.of(new Layer(Material.WINDOW_GLASS, 4)))));
        Box box = new Box(random.nextDouble(0.4, 1.5), random.nextDouble(0.4, 1), random.nextDouble(0.4, 1.5),
                List.of(plain, ply, glazed, plain, ply, plain));
        List<Appliance> appliances = new ArrayList<>(List.of(
                HeaterKind.values()[random.nextInt(HeaterKind.IN_TANK.ordinal())].typical("heat", random.nextDouble(20, 150)),
                HeaterKind.SELF_LIMITING.typical("second", 30), new Bowl("bowl", 0.03, random.nextDouble(0.02, 1), 20),
                new Humidifier("wick", Humidifier.Kind.EVAPORATING, random.nextDouble(10, 200), 5, 1, 0),
                new Humidifier("pulse", Humidifier.Kind.ULTRASONIC, random.nextDouble(10, 400), 15, 600, 600),
                new Dehumidifier("dry", random.nextDouble(10, 100), 40), new Fan("out", Fan.Kind.EXHAUST, 20, 8),
                new Fan("stir", Fan.Kind.CIRCULATION, 0, 3), new Lamp("lamp", 30, 0.9, 6, 12), new Vent("vent", 5, 2),
                new Cooler("cool", Cooler.Kind.THERMOELECTRIC, 30, 60, OptionalDouble.of(20))));
        Room room = new Room(random.nextDouble(-5, 15), random.nextDouble(16, 30), 15, OptionalDouble.of(random.nextDouble(20, 95)),
                random.nextBoolean() ? OptionalDouble.of(8) : OptionalDouble.empty(), Optional.of(new Sun(500, 6, 20)));
        return Osier.chamber(box, random.nextDouble(0, 8), AirMovement.STILL,
                new Contents(random.nextDouble(0.5, 20), 3000, 0.5, new Metabolism(random.nextDouble(0, 5), random.nextDouble(0, 20), 0), random.nextDouble(0, 0.4),
                        random.nextDouble(0, 0.05)),
                OccupantPlace.AIR, 0.5, appliances, room, 140);
    }

    @Test
    void heatAndWaterCloseWithEverythingRunning() {
        long seed = 2705;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 24; i++) {
            Chamber chamber = everything(random);
            List<Controller> controllers = List.of(
                    on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(24, 25), "heat"),
                    on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(20, 21), "second"),
                    on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(27, 26), "cool"),
                    on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(60, 66), "wick"),
                    on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(50, 55), "bowl"),
                    on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(80, 72), "dry"),
                    on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(90, 85), "out"),
                    on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(28, 27), "vent"));
            double stepS = i % 3 == 0 ? 1 : 5;
            Rig rig = new Rig(chamber, Osier.eggNeeds(), List.of(probe(30, 60, 0.3)), controllers.stream()
                    .map(each -> new Controller(each.id(), each.probeIds(), each.display(), 5, each.highAlarm(),
                            each.lowAlarm(), each.loops()))
                    .toList());
            Scenario scenario = new Scenario(RoomCurve.day(chamber.room()), random.nextDouble(0, 24), 30 * 3600, stepS,
                    i % 2 == 0 ? Scenario.Start.COLD : Scenario.Start.SETTLED, List.of(), 300)
                    .with(new Scenario.LidOpening(7200, 300));
            Rehearsed run = Rehearsal.run(rig, scenario);
            Metrics metrics = run.metrics();
            String which = "seed " + seed + " case " + i;
            assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(),
                    1e-6 * Math.max(1e4, Math.abs(metrics.heatLostJ())), which);
            Moisture.WaterLedger water = metrics.water().orElseThrow();
            assertEquals(water.suppliedKg(), water.ventilatedKg() + water.driedKg() + water.drainedKg() + water.storedKg(),
                    1e-6 * Math.max(0.01, water.suppliedKg()), which);
            Metrics.Level humidity = metrics.air(Quantity.RELATIVE_HUMIDITY).orElseThrow();
            assertTrue(humidity.lowest() >= 0 && humidity.highest() <= 100, which + " " + humidity);
            assertTrue(metrics.occupant().lowest() > -10 && metrics.occupant().highest() < 80, which + metrics.occupant());
            assertEquals(metrics, Rehearsal.run(rig, scenario).metrics(), which + ": the same to the last bit");
        }
    }

    @Test
    void holdsTheHumidityThatTheSteadyBalanceSays() {
        // Ventilated box, no other water: V n (ρ − ρ supply) = ṁ, by hand from the room's vapour pressure.
        Chamber chamber = box(Room.of(20, 20, 0).withHumidity(40), 6, Contents.dry(2, 3300, 0.2, 0), ultrasonic(6));
        Controller always = on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(99, 100), "mist");
        Rehearsed run = run(chamber, 24, 1, probe(30, 30, 0), always);
        double airC = run.trace().occupant().high()[run.trace().roomC().length - 1];
        double exchangeM3h = 0.15 * 6;
        double roomPa = 0.4 * 2339.22;
        double airPa = roomPa + 0.006 / exchangeM3h * 461.5 * (airC + 273.15);
        double wanted = 100 * airPa / (2339.22 * Math.exp(17.62 * airC / (243.12 + airC) - 17.62 * 20 / (243.12 + 20)));
        assertEquals(wanted, run.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().high()[run.trace().roomC().length - 1], 0.6);
        assertTrue(airC < 20, "fog that evaporates cools the air");
    }

    @Test
    void fogBeyondSaturationWetsTheContentsAndTheAirStaysAtSaturation() {
        Chamber chamber = box(Room.of(18, 18, 0).withHumidity(80), 0.2, Contents.dry(2, 3300, 0.2, 0), ultrasonic(400));
        Rehearsed run = run(chamber, 12, 1, probe(30, 30, 1), on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(99, 101), "mist"));
        assertEquals(100, run.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().low()[450], 0.5);
        double rattleK = 0;
        double[] low = run.trace().occupant().low();
        double[] high = run.trace().occupant().high();
        for (int i = 400; i < 490; i++) {
            rattleK = Math.max(rattleK, high[i] - low[i]);
        }
        assertTrue(rattleK < 0.05, "saturated air does not rattle: " + rattleK);
        assertTrue(run.metrics().water().orElseThrow().storedKg() > 3, "most of 4.8 kg lies on the contents");
    }

    @Test
    void wetContentsDryOutAndThenStayDry() {
        Contents wet = new Contents(2, 3300, 0.3, 0, 0.3, 0.05);
        Rehearsed run = run(box(wet, HeaterKind.MAT.typical("mat", 30)), 48, 1, probe(30, 30, 0));
        double[] pct = run.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().high();
        assertTrue(pct[20] > 60, "damp while it dries: " + pct[20]);
        assertEquals(-0.05, run.metrics().water().orElseThrow().storedKg(), 0.002);
        assertTrue(run.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().lowest() > 30);
    }

    @Test
    void coldGlassIsWhereItCondenses() {
        Wall foam = new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, 50)), List.of());
        Wall door = new Wall(foam.layers(), List.of(new Opening(0.1, List.of(new Layer(Material.WINDOW_GLASS, 4)))));
        Room cold = Room.of(5, 5, 0).withHumidity(60);
        Contents wet = new Contents(5, 3300, 0.4, 0, 0.3, 5);
        Chamber glazed = Osier.chamber(new Box(0.6, 0.5, 0.5, List.of(foam, foam, door, foam, foam, foam)), 0.2,
                AirMovement.STILL, wet, OccupantPlace.CONTENTS, 0, List.of(HeaterKind.MAT.typical("mat", 60)), cold, 0);
        Chamber blind = box(cold, 0.2, wet, HeaterKind.MAT.typical("mat", 60));
        Controller warm = on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(25, 26), "mat");
        Metrics withGlass = run(glazed, 72, 1, probe(30, 30, 0), warm).metrics();
        Metrics without = run(blind, 72, 1, probe(30, 30, 0), warm).metrics();
        assertTrue(withGlass.water().orElseThrow().drainedKg() > 0.05, "runs down the glass: " + withGlass.water());
        assertTrue(withGlass.air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean() < without.air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean() - 5);
    }

    @Test
    void cardWallsHoldMoistureBackAndGiveItBackLater() {
        Wall foam = new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, 20)), List.of());
        Wall lined = new Wall(List.of(new Layer(Material.CORRUGATED_CARD, 4), new Layer(Material.EXPANDED_POLYSTYRENE, 20)), List.of());
        double[] rise = new double[2];
        Wall[] walls = {foam, lined};
        for (int i = 0; i < 2; i++) {
            Chamber chamber = Osier.chamber(new Box(0.5, 0.5, 0.5, java.util.Collections.nCopies(6, walls[i])), 1,
                    AirMovement.STILL, Contents.dry(2, 3300, 0.2, 0), OccupantPlace.AIR, 0, List.of(ultrasonic(5)),
                    Room.of(20, 20, 0).withHumidity(40), 0);
            Rehearsed run = run(chamber, 1, 1, probe(30, 30, 0), on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(99, 101), "mist"));
            double[] pct = run.trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().high();
            rise[i] = pct[250] - pct[0];
        }
        assertTrue(rise[1] < 0.7 * rise[0], "card takes it up: " + rise[1] + " against " + rise[0]);
    }

    @Test
    void aDeadFanLetsTheBoxDriftAndTheGradientReturn() {
        Chamber stirred = Osier.chamber(Osier.foamBox(0.6, 0.5, 0.5, 40), 1, AirMovement.STILL, Contents.dry(3, 3300, 0.3, 0),
                OccupantPlace.AIR, 2, List.of(HeaterKind.MAT.typical("mat", 40), new Fan("stir", Fan.Kind.CIRCULATION, 0, 2)),
                Room.of(18, 18, 0), 0);
        Controller off = new Controller("fan", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 1, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop("fan", new OnOff(SwitchingPoints.ofPair(0, 1), false), Timers.NONE,
                        OutputMode.OFF, List.of("stir"))));
        Controller heat = on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(29, 30), "mat");
        double moving = run(stirred, 24, 1, probe(30, 30, 0), heat).metrics().occupant().mean();
        double still = run(stirred, 24, 1, probe(30, 30, 0), heat, off).metrics().occupant().mean();
        assertTrue(still - moving > 1, "the gradient at the occupant comes back: " + still + " against " + moving);
    }

    /** Of dry boxes: a wet wall that has just dried no longer cools the air, and that does warm it a little. */
    @Test
    void duringALidOpeningWithTheHeaterHeldTheAirNeverWarms() {
        long seed = 41;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 12; i++) {
            Room room = Room.of(10, 10, 0).withHumidity(random.nextDouble(20, 90));
            Chamber chamber = Osier.chamber(Osier.foamBox(random.nextDouble(0.3, 1), 0.4, 0.4, 40), random.nextDouble(0, 4),
                    AirMovement.STILL, Contents.dry(random.nextDouble(0.5, 8), 3300, 0.3, 0), OccupantPlace.AIR, 0,
                    List.of(HeaterKind.MAT.typical("mat", random.nextDouble(10, 60))), room, 0);
            // The heater has been held on for a day: everything is warmer than the room and as warm as it will get.
            Controller held = new Controller("c", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 1,
                    OptionalDouble.empty(), OptionalDouble.empty(), List.of(new Loop("l", new OnOff(
                            SwitchingPoints.ofPair(90, 91), false), Timers.NONE, OutputMode.ON, List.of("mat"))));
            int opened = 86_400;
            Scenario open = new Scenario(RoomCurve.constant(10), 0, opened + 600, 1, Scenario.Start.COLD, List.of(),
                    opened + 600).with(new Scenario.LidOpening(opened, 600));
            double[] air = Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe(30, 30, 0)), List.of(held)), open)
                    .trace().occupant().low();
            for (int k = opened + 1; k < air.length; k++) {
                assertTrue(air[k] <= air[k - 1] + 1e-9, "seed " + seed + " case " + i + " second " + k);
            }
            assertTrue(air[air.length - 1] < air[opened] - 1);
        }
    }

    @Test
    void aPulsedHumidifierRestsAndLampsFollowTheirClock() {
        Humidifier pulsed = new Humidifier("mist", Humidifier.Kind.ULTRASONIC, 60, 10, 600, 600);
        Lamp lamp = new Lamp("lamp", 40, 1, 6, 12);
        Chamber chamber = box(Room.of(20, 20, 0).withHumidity(40), 4, Contents.dry(2, 3300, 0.2, 0), pulsed, lamp);
        Rehearsed run = run(chamber, 24, 1, probe(30, 30, 0));
        assertEquals(0.5 * 24 * 0.060, run.metrics().water().orElseThrow().suppliedKg(), 1e-6);
        assertEquals(0.5 * 24 * 0.010 + 12 * 0.040, run.metrics().energyKWh(), 1e-6);
        double[] high = run.trace().occupant().high();
        assertTrue(high[370] > high[120] + 3, "warm under the lamps");
    }

    @Test
    void lightMistPollingDriftAndAveragingAreInWhatTheDisplayShows() {
        Chamber lit = box(Room.of(20, 20, 0).withHumidity(50), 2, Contents.dry(2, 3300, 0.2, 0), new Lamp("lamp", 1, 0, 0, 24),
                ultrasonic(3));
        Controller shown = on(DisplayUnit.C, 0.1, SwitchingPoints.ofPair(-10, -9), "lamp");
        Probe sunny = new Probe("probe", new ProbePlace(0, 0, 0, 0, 0, 1.5, 30), 0, 0.24, 0.5, Map.of());
        Rehearsed run = Rehearsal.run(new Rig(lit, Osier.eggNeeds(), List.of(sunny, Probe.of("second", ProbePlace.of(0, 0, 0, 0,
                30), 0)), List.of(new Controller("c", List.of("probe", "second"), new Display(DisplayUnit.C, 0.01, 0), 1,
                        OptionalDouble.empty(), OptionalDouble.empty(), List.of()))),
                new Scenario(RoomCurve.constant(20), 0, 86_400, 1,
                        Scenario.Start.SETTLED, List.of(), 24));
        double air = run.trace().occupant().low()[23];
        // Half of: lamp 1.5 K, polling 0.5 K s each second, drift 0.24 K a day.
        assertEquals(air + 0.5 * (1.5 + 0.5 + 0.24), run.trace().displays().get(0).high()[23], 0.03);
        assertEquals("on-lamp", shown.id());
        Controller damp = on(DisplayUnit.RH, 0.1, SwitchingPoints.ofPair(99.9, 100), "mist");
        double dry = run(lit, 12, 1, probe(30, 30, 0), damp).metrics().displays().get(0).mean();
        double wet = run(lit, 12, 1, probe(30, 30, 0.5), damp).metrics().displays().get(0).mean();
        assertEquals(dry + 0.5 * (100 - dry), wet, 1.5, "half its cap in droplets");
    }

    @Test
    void humidityNeedsAKnownRoomAndASensor() {
        Chamber dry = box(Room.of(20, 20, 0), 1, Contents.dry(2, 3300, 0.2, 0), ultrasonic(5));
        Controller damp = on(DisplayUnit.RH, 1, SwitchingPoints.ofPair(60, 65), "mist");
        assertEquals("chamber.room.humidityPct", assertThrows(RefusedValueException.class,
                () -> run(dry, 1, 1, probe(30, 30, 0), damp)).field());
        assertEquals("controllers.probeIds", assertThrows(RefusedValueException.class,
                () -> run(box(Contents.dry(2, 3300, 0.2, 0), ultrasonic(5)), 1, 1, TankRehearsalTest.slow(), damp)).field());
        assertEquals("appliances", assertThrows(RefusedValueException.class,
                () -> TankRehearsalTest.tank(ROOM, 0, ultrasonic(5))).field());
        assertEquals("tank.waterHeightM", assertThrows(RefusedValueException.class, () -> new Chamber(
                TankRehearsalTest.tank(ROOM, 0).box(), Optional.of(new Tank(0.5, 0)), 0, AirMovement.STILL, Contents.dry(1, 1000, 1, 0),
                OccupantPlace.AIR, 0, List.of(), ROOM, 0, 1)).field());
    }
}
