package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
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
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Plans that nobody should build and that are accepted: they come to an end, and to one that can be. */
class AbsurdTest {
    private static Rehearsed wick(double sideM, double outputGh, double stepS, double hours) {
        Chamber chamber = Osier.chamber(Osier.foamBox(sideM, sideM, sideM, 10), 1, AirMovement.MOVING, Contents.dry(0.02, 3000, 0.002, 0), OccupantPlace.AIR, 0,
                List.of(new Humidifier("wick", Humidifier.Kind.EVAPORATING, outputGh, 0.02, 1, 0)), Room.of(22, 22, 0).withHumidity(40), 0);
        Probe probe = new Probe("probe", ProbePlace.of(0, 0, 0, 0, 20), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(20, 0, 0)));
        Controller always = new Controller("always", List.of("probe"), new Display(DisplayUnit.RH, 1, 0), 5, OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(101, 102), false), Timers.NONE, OutputMode.ON, List.of("wick"))));
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(always)),
                new Scenario(RoomCurve.constant(22), 0, hours * 3600, stepS, Scenario.Start.COLD, List.of(), 100));
    }

    /** A kilogram an hour from a wick in a box of an eighth of a litre: the air is saturated, and never below the wet bulb, 13.9 °C at 22 °C and 40 %RH (ASHRAE, by psychrolib). */
    @ParameterizedTest
    @CsvSource({"0.05, 1000, 1", "0.05, 1000, 5", "0.2, 1000, 1", "0.1, 5000, 5"})
    void aWickThatPassesTheAirAThousandTimesAStep(double sideM, double outputGh, double stepS) {
        Metrics metrics = wick(sideM, outputGh, stepS, 12).metrics();
        assertTrue(metrics.occupant().lowest() > 13.5 && metrics.occupant().highest() < 23, metrics.occupant().toString());
        double end = wick(sideM, outputGh, stepS, 12).trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().low()[99];
        assertTrue(end > 97 && end <= 100, "saturated: " + end);
        assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(), 1e-5 * Math.max(1e4, Math.abs(metrics.heatLostJ())));
        var water = metrics.water().orElseThrow();
        assertEquals(water.suppliedKg(), water.ventilatedKg() + water.driedKg() + water.drainedKg() + water.storedKg(), 1e-6 * Math.max(0.01, water.suppliedKg()));
    }

    /** Held to its pace it comes to where a step sixteen times as fine comes: within a tenth of a kelvin and a point. */
    @Test
    void whatIsHeldBackComesToTheSameEnd() {
        Rehearsed coarse = wick(0.1, 300, 5, 2);
        Rehearsed fine = wick(0.1, 300, 5.0 / 16, 2);
        assertEquals(fine.metrics().occupant().mean(), coarse.metrics().occupant().mean(), 0.1);
        assertEquals(fine.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean(), coarse.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean(), 1);
    }

    @Test
    void aRunThatNobodyWaitsForStops() {
        Thread.currentThread().interrupt();
        assertThrows(StoppedException.class, () -> wick(0.2, 100, 1, 1));
        assertTrue(Thread.interrupted(), "it leaves the sign for others");
    }

    private static Controller always(String... appliances) {
        return new Controller("always", List.of("probe"), new Display(DisplayUnit.C, 0.1, 0), 5, OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(998, 999), false), Timers.NONE, OutputMode.ON, List.of(appliances))));
    }

    private static Rehearsed run(Chamber chamber, double stepS, double hours, Scenario.Start start, Controller... controllers) {
        Probe probe = Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0);
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(controllers)),
                new Scenario(RoomCurve.constant(chamber.room().meanC()), 0, hours * 3600, stepS, start, List.of(), 200));
    }

    private static Chamber tank(double roomC, Appliance... appliances) {
        return new Chamber(new Box(0.9, 0.4, 0.5, Collections.nCopies(6, new Wall(List.of(new Layer(Material.WINDOW_GLASS, 8)), List.of()))), Optional.of(new Tank(0.4, 0.5)), 0,
                AirMovement.STILL, Contents.dry(10, 900, 0.5, 0), OccupantPlace.AIR, 0, List.of(appliances), Room.of(roomC, roomC, 0), 0, 1);
    }

    /** A guard heater of 2 kW that opens at 17 °C: the tank begins where it holds it, and not where it would end without its thermostat. */
    @ParameterizedTest
    @CsvSource({"8, 15.9, 17.1", "20, 19.5, 20.1"})
    void aThermostatHoldsFromTheStart(double roomC, double lowest, double highest) {
        Heater typical = HeaterKind.IN_TANK.typical("guard", 2000);
        Heater guard = new Heater("guard", typical.kind(), 2000, typical.elementJK(), typical.toAirWK(), 0, OptionalDouble.empty(), Optional.of(new OwnThermostat(17, 16)));
        Metrics metrics = run(tank(roomC, guard), 5, 24, Scenario.Start.SETTLED).metrics();
        assertTrue(metrics.occupant().lowest() >= lowest && metrics.occupant().highest() <= highest, metrics.occupant().toString());
    }

    /** A hundred kilowatts of cooling on a box of a few litres and on a tank: as cold as it can get, and no colder. */
    @ParameterizedTest
    @CsvSource({"COMPRESSOR, -5, 1", "COMPRESSOR, -5, 60", "THERMOELECTRIC, 2, 5", "CHILLER, 3, 60"})
    void noCoolerGetsItColderThanItCan(Cooler.Kind kind, double coldest, double stepS) {
        Cooler cooler = new Cooler("cool", kind, 100_000, 1000, kind == Cooler.Kind.THERMOELECTRIC ? OptionalDouble.of(20) : OptionalDouble.empty());
        Controller slow = always("cool");
        Controller on = new Controller("always", List.of("probe"), slow.display(), 60, OptionalDouble.empty(), OptionalDouble.empty(), slow.loops());
        Chamber chamber = kind == Cooler.Kind.CHILLER ? tank(22, cooler)
                : Osier.chamber(Osier.foamBox(0.2, 0.2, 0.2, 20), 0.5, AirMovement.STILL, Contents.dry(0.5, 3000, 0.05, 0), OccupantPlace.AIR, 0, List.of(cooler),
                        Room.of(22, 22, 0), 0);
        Metrics metrics = run(chamber, stepS, 48, Scenario.Start.COLD, on).metrics();
        assertEquals(coldest, metrics.occupant().lowest(), 0.3, metrics.occupant().toString());
        assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(), 1e-5 * Math.max(1e4, Math.abs(metrics.heatLostJ())));
    }

    /** 144 kg of water in a shed at −10 °C stand at 0 °C for as long as they take to freeze, 144 · 333.6 kJ at what they lose there, and thaw likewise. */
    @Test
    void waterFreezesBeforeItGetsColder() {
        Chamber cold = tank(-10);
        double lossW = 10 * kilnward.core.chamber.model.ThermalModel.of(cold).totalWK();
        double freezesS = 0.9 * 0.4 * 0.4 * 997 * 333_600 / lossW;
        Rehearsed run = Rehearsal.run(new Rig(cold, Osier.eggNeeds(), List.of(Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0)), List.of()),
                new Scenario(RoomCurve.constant(-10), 0, 3 * freezesS, 60, Scenario.Start.COLD, List.of(), 200));
        assertEquals(-10, run.metrics().occupant().lowest(), 0.1, "begun as ice, as cold as the shed");
        assertEquals(-10, run.metrics().occupant().highest(), 0.1, "and stays so");
        RoomCurve fall = clock -> clock < 3600 ? 10 : -10;
        Rehearsed falls = Rehearsal.run(new Rig(cold, Osier.eggNeeds(), List.of(Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0)), List.of()),
                new Scenario(fall, 0, 4 * freezesS, 60, Scenario.Start.COLD, List.of(), 1000));
        double[] low = falls.trace().occupant().low();
        long standing = java.util.Arrays.stream(low).filter(each -> Math.abs(each) < 0.1).count();
        assertEquals(freezesS, standing * 4 * freezesS / low.length, 0.06 * freezesS);
        assertTrue(low[low.length - 1] < -1, "and then it goes on down: " + low[low.length - 1]);
    }

    /** A gram of something with ten square metres of wet surface: between the wet bulb and the room, at any step. */
    @ParameterizedTest
    @CsvSource({"1", "5", "60"})
    void tinyContentsWithAHugeWetSurface(double stepS) {
        Chamber chamber = Osier.chamber(Osier.foamBox(0.3, 0.3, 0.3, 20), 1, AirMovement.MOVING, new Contents(0.001, 1000, 10, 0, 10, 50), OccupantPlace.CONTENTS, 0,
                List.of(), Room.of(22, 22, 0).withHumidity(40), 0);
        Metrics metrics = run(chamber, stepS, 24, Scenario.Start.COLD).metrics();
        assertTrue(metrics.occupant().lowest() > 13.4 && metrics.occupant().highest() < 22.5, metrics.occupant().toString());
    }

    /** Fog and coolers take their turns within a step: five kelvins are theirs. Whatever is accepted: between the coldest and the hottest there can be, no humidity that there is not, and nothing lost. */
    @Test
    void randomAbsurdPlans() {
        long seed = 1_212;
        SplittableRandom random = new SplittableRandom(seed);
        int asked = 0;
        for (int i = 0; i < 200; i++) {
            double side = Math.exp(random.nextDouble(Math.log(0.05), Math.log(3)));
            List<Appliance> appliances = new ArrayList<>();
            if (random.nextBoolean()) {
                appliances.add(HeaterKind.ROD.typical("heat", Math.exp(random.nextDouble(0, 7))));
            }
            if (random.nextBoolean()) {
                appliances.add(new Cooler("cool", Cooler.Kind.COMPRESSOR, Math.exp(random.nextDouble(0, 11)), 100, OptionalDouble.empty()));
            }
            if (random.nextBoolean()) {
                appliances.add(new Humidifier("wet", random.nextBoolean() ? Humidifier.Kind.EVAPORATING : Humidifier.Kind.ULTRASONIC, Math.exp(random.nextDouble(0, 9)), 1, 1, 0));
            }
            if (random.nextBoolean()) {
                appliances.add(new Dehumidifier("dry", Math.exp(random.nextDouble(0, 7)), 20));
            }
            double roomC = random.nextDouble(-15, 40);
            double surfaceM2 = Math.exp(random.nextDouble(-6, 3));
            Chamber chamber = Osier.chamber(Osier.foamBox(side, side, side, random.nextDouble(1, 5 * 10)), random.nextDouble(0, 100),
                    random.nextBoolean() ? AirMovement.MOVING : AirMovement.STILL,
                    new Contents(Math.exp(random.nextDouble(-6, 5)), 3000, surfaceM2, 0, surfaceM2 * random.nextDouble(), random.nextDouble(0, 5)),
                    OccupantPlace.AIR, 0, appliances, Room.of(roomC, roomC, 0).withHumidity(random.nextDouble(0, 100)), random.nextDouble(0, 3000));
            double heatW = appliances.stream().mapToDouble(each -> each instanceof Heater heater ? heater.powerW() : each instanceof Cooler ? 0 : each.electricalW()).sum();
            double hottest = roomC + heatW / kilnward.core.chamber.model.ThermalModel.of(chamber).totalWK() + 3;
            if (hottest > 95) {
                // Where water boils the formulas for its vapour end.
                continue;
            }
            asked++;
            Controller[] on = appliances.isEmpty() ? new Controller[0] : new Controller[] {always(appliances.stream().map(Appliance::id).toArray(String[]::new))};
            Controller[] slow = java.util.Arrays.stream(on)
                    .map(each -> new Controller(each.id(), each.probeIds(), each.display(), 60, each.highAlarm(), each.lowAlarm(), each.loops()))
                    .toArray(Controller[]::new);
            Metrics metrics = run(chamber, new double[] {1, 5, 60}[i % 3], 8, i % 2 == 0 ? Scenario.Start.COLD : Scenario.Start.SETTLED, slow).metrics();
            String which = "seed " + seed + " case " + i + ": " + metrics.occupant() + " " + chamber.appliances() + chamber.contents() + side + " " + roomC + " "
                    + chamber.airChangesPerHour() + chamber.airMovement();
            boolean cools = appliances.stream().anyMatch(Cooler.class::isInstance);
            double coldest = Math.min(kilnward.core.air.MoistAir.of(roomC, 0, kilnward.core.air.StandardAtmosphere.pressurePa(chamber.altitudeM())).wetBulbC(), cools ? -5 : roomC)
                    - 5;
            assertTrue(metrics.occupant().lowest() > coldest && metrics.occupant().highest() < hottest, which + " outside " + coldest + " to " + hottest);
            Metrics.Level humidity = metrics.air(Quantity.RELATIVE_HUMIDITY).orElseThrow();
            assertTrue(humidity.lowest() >= 0 && humidity.highest() <= 100, which + humidity);
            assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(), 1e-5 * Math.max(1e4, Math.max(Math.abs(metrics.heatInJ()), Math.abs(metrics.heatLostJ()))),
                    which);
            var water = metrics.water().orElseThrow();
            assertEquals(water.suppliedKg(), water.ventilatedKg() + water.driedKg() + water.drainedKg() + water.storedKg(), 1e-6 * Math.max(0.1, Math.abs(water.suppliedKg())),
                    which);
        }
        assertTrue(asked > 100, asked + " were asked");
    }
}
