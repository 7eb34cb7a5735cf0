package kilnward.core.chamber;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import org.junit.jupiter.api.Test;

class ChamberModelTest {
    private static List<Layer> sixOf(Material material, double thicknessMm) {
        return Collections.nCopies(6, new Layer(material, thicknessMm));
    }

    @Test
    void transmittanceFollowsIso6946() {
        // Published: ISO 6946 surface resistances. 1/(0.13 + 0.05/0.036 + 0.13) = 0.606 W/(m²K).
        assertEquals(0.606, Layer.transmittanceWm2K(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, 50))), 5e-4);
        // 4 mm glass between still airs about 3.8 W/(m²K); from memory.
        assertEquals(3.8, Layer.transmittanceWm2K(List.of(new Layer(Material.WINDOW_GLASS, 4))), 0.05);
    }

    @Test
    void quickHeatLossByHand() {
        // 0.5 × 0.4 × 0.3 m: 2·(0.20 + 0.15 + 0.12) = 0.94 m² · 1/(0.26 + 0.05/0.036) = 0.57008 W/K.
        // Air: 101325/(287.042·291.15) · 1006 · 0.06 m³ · 1/3600 s = 0.02033 W/K at 18 °C.
        QuickHeatLoss loss = QuickHeatLoss.of(0.5, 0.4, 0.3, sixOf(Material.EXPANDED_POLYSTYRENE, 50), 1, 37.5, 18, 40, 0);
        assertEquals(0.57008 + 0.02033, loss.conductanceWK(), 2e-5);
        assertEquals(19.5 * loss.conductanceWK(), loss.lossW(), 1e-9);
        assertEquals(100 * loss.lossW() / 40, loss.dutyPct(), 1e-9);
        assertEquals(18 + 40 / loss.conductanceWK(), loss.stuckOnC(), 1e-9);
        assertTrue(QuickHeatLoss.of(0.5, 0.4, 0.3, sixOf(Material.WINDOW_GLASS, 4), 0, 37.5, 0, 20, 0).dutyPct() > 100,
                "above 100 it cannot hold");
    }

    @Test
    void edgesAddWhatAHollowBoxAdds() {
        // Order of magnitude, from memory: edges add 10–23 % to the inner-area loss of a small foam box.
        Box box = Osier.foamBox(0.5, 0.4, 0.35, 50);
        double plain = 2 * (0.5 * 0.4 + 0.5 * 0.35 + 0.4 * 0.35)
                * Layer.transmittanceWm2K(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, 50)));
        assertTrue(box.wallsWK() / plain > 1.10 && box.wallsWK() / plain < 1.23, "factor " + box.wallsWK() / plain);
    }

    @Test
    void shapeFactorIsLangmuirs() {
        // Langmuir, Adams and Meikle 1913, from memory: S = A/d + 0.54·edges + 0.15·d·corners; surfaces made negligible
        // by a thick wall: cube of 1 m, 0.5 m wood: 6/0.5 + 0.54·12 + 1.2·0.5 = 19.08 m, times 0.12 = 2.2896 W/K.
        Wall wall = new Wall(List.of(new Layer(Material.SOFTWOOD, 500)), List.of());
        Box cube = new Box(1, 1, 1, Collections.nCopies(6, wall));
        double conduction = 0;
        for (WallSide side : WallSide.values()) {
            Box.OpaquePath path = cube.opaquePath(side, AirMovement.STILL);
            double surfaces = 0.13 / 1 + 0.13 / 4;
            conduction += 1 / (path.insideHalfKW() + path.outsideHalfKW() - surfaces);
        }
        assertEquals(2.2896, conduction, 1e-9);
    }

    @Test
    void theModelLosesWhatWallsOpeningsAndAirLose() {
        Chamber chamber = Osier.reedbox();
        double sum = chamber.box().wallsWK() + chamber.box().openingsWK() + chamber.ventilationWK();
        assertEquals(sum, ThermalModel.of(chamber).totalWK(), 1e-9 * sum);
    }

    @Test
    void aStuckOnHeaterEndsWhereItsHeatIsLost() {
        // Linear box: T = room + P/G, for air without living heat.
        Chamber chamber = Osier.reedbox();
        double watts = chamber.heaters().get(0).powerW();
        double[] nodes = SteadyState.of(chamber).nodesC(24, 1, 0);
        ThermalModel model = ThermalModel.of(chamber);
        assertEquals(24 + watts / model.totalWK(), nodes[model.air()], 1e-9 * watts);
    }

    @Test
    void holdingPowerHolds() {
        Chamber chamber = Osier.reedbox();
        SteadyState steady = SteadyState.of(chamber);
        double share = steady.holdingShare(28.3, 16);
        assertEquals(28.3, steady.occupantC(16, share, 0), 1e-9);
    }

    @Test
    void moreInsulationNeverNeedsMoreHeat() {
        long seed = 77;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 100; i++) {
            double mm = random.nextDouble(5, 60);
            double l = random.nextDouble(0.2, 1.5);
            double w = random.nextDouble(0.2, 1.5);
            double h = random.nextDouble(0.2, 1.5);
            double thin = Osier.foamBox(l, w, h, mm).wallsWK();
            double thick = Osier.foamBox(l, w, h, mm * random.nextDouble(1.01, 2)).wallsWK();
            assertTrue(thick < thin, "seed " + seed + " case " + i);
        }
    }

    @Test
    void refusesImpossibleBoxes() {
        assertEquals("thicknessMm", assertThrows(RefusedValueException.class,
                () -> new Layer(Material.PLYWOOD, 0)).field());
        assertEquals("innerLengthM", assertThrows(RefusedValueException.class,
                () -> Osier.foamBox(0, 1, 1, 50)).field());
        assertEquals("walls[0].openings", assertThrows(RefusedValueException.class, () -> {
            Wall glass = new Wall(List.of(new Layer(Material.PLYWOOD, 12)),
                    List.of(new Opening(1, List.of(new Layer(Material.WINDOW_GLASS, 4)))));
            new Box(1, 1, 1, Collections.nCopies(6, glass));
        }).field());
        assertEquals("warmestC", assertThrows(RefusedValueException.class, () -> Room.of(20, 10, 15)).field());
        assertEquals("closesAtC", assertThrows(RefusedValueException.class, () -> new OwnThermostat(30, 30)).field());
        assertEquals("closesAtC", assertThrows(RefusedValueException.class, () -> HeaterKind.MAT.typical("mat", 20).with(new OwnThermostat(30, 31))).field(),
                "that is a cooler's");
        Chamber reedbox = Osier.reedbox();
        assertEquals("appliances", assertThrows(RefusedValueException.class, () -> Osier.chamber(reedbox.box(), 1,
                AirMovement.STILL, reedbox.contents(), OccupantPlace.AIR, 0,
                List.of(HeaterKind.MAT.typical("mat", 20), HeaterKind.BULB.typical("mat", 40)), reedbox.room(), 0)).field());
        assertEquals("powerW", assertThrows(RefusedValueException.class,
                () -> new Heater("h", HeaterKind.MAT, Double.POSITIVE_INFINITY, 1, 1, 0, OptionalDouble.empty(),
                        Optional.empty()))
                .field());
    }
}
