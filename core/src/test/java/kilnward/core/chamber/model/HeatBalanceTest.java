package kilnward.core.chamber.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.model.HeatBalance;
import kilnward.core.chamber.model.MeterReading;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import org.junit.jupiter.api.Test;

class HeatBalanceTest {
    private static double sum(HeatBalance balance) {
        return balance.paths().stream().mapToDouble(HeatBalance.Path::watts).sum();
    }

    private static double watts(HeatBalance balance, HeatBalance.Kind kind) {
        return balance.paths().stream().filter(path -> path.kind() == kind).mapToDouble(HeatBalance.Path::watts).sum();
    }

    @Test
    void whatComesInGoesOut() {
        HeatBalance balance = SteadyState.of(Osier.reedbox()).balance(28, 16);
        assertEquals(0, sum(balance), 1e-6);
        assertEquals(6, balance.paths().stream().filter(path -> path.kind() == HeatBalance.Kind.WALL).count());
        assertEquals(SteadyState.of(Osier.reedbox()).holdingW(28, 16), watts(balance, HeatBalance.Kind.HEATER), 1e-6);
        // Air exchange by hand: 0.042 m³ half a time an hour, ρ cp about 1.2 kJ/(m³ K), 12 K and a little.
        assertEquals(-0.042 * 0.5 / 3600 * 1210 * (balance.airC() - 16), watts(balance, HeatBalance.Kind.AIR_EXCHANGE), 0.003);
    }

    @Test
    void itClosesForEverythingThatTradesHeat() {
        long seed = 4411;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 40; i++) {
            Room room = new Room(random.nextDouble(0, 15), 30, 15, random.nextBoolean() ? OptionalDouble.of(60) : OptionalDouble.empty(),
                    random.nextBoolean() ? OptionalDouble.of(9) : OptionalDouble.empty(), Optional.empty());
            Chamber chamber = Osier.chamber(Osier.foamBox(0.8, 0.6, 0.9, random.nextDouble(10, 60)), random.nextDouble(0, 6),
                    AirMovement.STILL, new Contents(5, 3300, 0.5, 3, 0.2, 2), OccupantPlace.AIR, 0,
                    List.of(HeaterKind.MAT.typical("mat", 60), HeaterKind.SELF_LIMITING.typical("ptc", 40), new Lamp("lamp", 20, 0.8, 6, 14),
                            new Fan("stir", Fan.Kind.CIRCULATION, 10, 3), new Bowl("bowl", 0.02, 1, 0),
                            new Cooler("cool", Cooler.Kind.COMPRESSOR, 50, 40, OptionalDouble.empty())),
                    room, 140);
            double roomC = random.nextDouble(0, 30);
            HeatBalance balance = SteadyState.of(chamber).balance(24, roomC);
            assertEquals(0, sum(balance), 1e-3, "seed " + seed + " case " + i + " " + balance);
            assertTrue(balance.paths().stream().noneMatch(path -> path.kind() == HeatBalance.Kind.HEATER && path.watts() < 0));
        }
    }

    @Test
    void aTankLosesBySurfaceAndEvaporation() {
        Wall glass = new Wall(List.of(new Layer(Material.WINDOW_GLASS, 6)), List.of());
        Chamber tank = new Chamber(new Box(0.8, 0.4, 0.45, java.util.Collections.nCopies(6, glass)), Optional.of(new Tank(0.4, 0)), 0,
                AirMovement.STILL, Contents.dry(10, 900, 0.5, 0), OccupantPlace.AIR, 0, List.of(HeaterKind.IN_TANK.typical("h", 200)),
                Room.of(20, 22, 15).withHumidity(50), 0, 1);
        HeatBalance balance = SteadyState.of(tank).balance(26, 20);
        assertEquals(0, sum(balance), 1e-4);
        // Evaporation of a still open surface is of the order of 100 W/m² at 6 K above a room of 50 %RH.
        double perM2 = -watts(balance, HeatBalance.Kind.MOISTURE) / (0.8 * 0.4);
        assertTrue(perM2 > 60 && perM2 < 200, perM2 + " W/m²");
        assertTrue(watts(balance, HeatBalance.Kind.SURFACE) < -10);
        assertFalse(balance.paths().stream().anyMatch(path -> path.subject().equals("TOP")), "the surface is the top");
    }

    @Test
    void aMeterTellsHowMuchTheWallsReallyLose() {
        Chamber real = Osier.reedbox().withLossFactor(1.37);
        double meanW = SteadyState.of(real).holdingW(28, 18);
        MeterReading reading = new MeterReading(meanW * 48 / 1000, 48, 28, 18);
        assertEquals(1.37, reading.lossFactor(Osier.reedbox()), 1e-6);
        assertEquals(1.37, ThermalModel.of(real).shellToRoomWK() / ThermalModel.of(Osier.reedbox()).shellToRoomWK(), 1e-9);
        assertEquals("energyKWh", assertThrows(RefusedValueException.class,
                () -> new MeterReading(400, 24, 28, 18).lossFactor(Osier.reedbox())).field());
        assertEquals("insideMeanC", assertThrows(RefusedValueException.class, () -> new MeterReading(1, 24, 19, 18)).field());
    }
}
