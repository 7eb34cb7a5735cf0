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
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.chamber.model.LinearStep;
import kilnward.core.chamber.model.QuickHeatLoss;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.chamber.model.ThermalModel;
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
        // Edges and corners add 10 to 23 % to walls of a small box.
        double wallsWK = loss.conductanceWK() - Chamber.ventilationWK(0.06, 1, 18, 0);
        assertEquals(1.16, (loss.withEdgesWK() - loss.conductanceWK() + wallsWK) / wallsWK, 0.07);
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
            Box.OpaquePath path = cube.opaquePath(side, AirMovement.STILL, false);
            double surfaces = 0.13 / 1 + 0.13 / 4;
            assertEquals(surfaces, path.insideKW() + path.outsideKW(), 1e-12);
            conduction += 1 / path.conductionKW();
        }
        assertEquals(2.2896, conduction, 1e-9);
    }

    @Test
    void theModelLosesWhatWallsOpeningsAndAirLose() {
        Chamber chamber = Osier.reedbox().with(List.of(HeaterKind.ROD.typical("rod", 25)));
        double sum = chamber.box().wallsWK() + chamber.box().openingsWK() + chamber.ventilationWK();
        assertEquals(sum, ThermalModel.of(chamber).totalWK(), 1e-9 * sum);
    }

    @Test
    void aStuckOnHeaterEndsWhereItsHeatIsLost() {
        // Linear box: T = room + P/G, for air without living heat.
        Chamber chamber = Osier.reedbox().with(List.of(HeaterKind.ROD.typical("rod", 25)));
        double watts = chamber.heaters().get(0).powerW();
        double[] nodes = SteadyState.of(chamber).nodesC(24, 1, 0);
        ThermalModel model = ThermalModel.of(chamber);
        assertEquals(24 + watts / model.totalWK(), nodes[model.air()], 1e-9 * watts);
    }

    /**
     * By hand: a mat of 25 W passes on 1.5 W/K, 10 W/(m² K) over 0.15 m². Below it 50 mm of foam, 0.05/0.036 = 1.389 m² K/W, edges of a 0.5 × 0.35 m floor
     * 1 + (0.27 · 1.7 · 0.05 + 0.2 · 0.05²)/0.175 = 1.134, and 0.13 over the outside's 0.27 m². It stands 17 K above the air and loses that much more.
     */
    @Test
    void aMatGivesATenthOfItsHeatThroughTheFloorItLiesOn() {
        Chamber chamber = Osier.reedbox();
        double belowWK = 0.15 / 0.175 / (1.389 / (0.175 * 1.134) + 0.13 / (0.6 * 0.45));
        ThermalModel model = ThermalModel.of(chamber);
        assertEquals(belowWK, model.elements().get(0).toRoomWK(), 0.001);
        double[] nodes = SteadyState.of(chamber).nodesC(16, 0.4, 0);
        double throughFloorW = belowWK * (nodes[0] - 16);
        assertEquals(0.1, throughFloorW / 10 - belowWK * (nodes[model.air()] - 16) / 10, 0.05,
                "of what 10 W bring, a twentieth to a seventh more than air above the floor would lose");
        // Thin floors lose more.
        Chamber thin = Osier.reedbox(25, 15, Room.of(16, 24, 15));
        assertTrue(ThermalModel.of(thin).elements().get(0).toRoomWK() > 2 * belowWK);
        // Whatever path it takes, what goes in comes out.
        double out = model.airToRoomWK() * (nodes[model.air()] - 16) + model.shellToRoomWK() * (nodes[model.outermost()] - 16) + throughFloorW;
        assertEquals(10, out, 0.02);
    }

    /** A foam wall between two temperatures: the slices' answer to a step against the series of the conduction equation (textbook series of a plate, from memory). */
    @Test
    void slicesAnswerAStepAsTheConductionEquationDoes() {
        // 0.05 m with both faces brought to 1 at once; at the middle 1 − (4/π) Σ (−1)^n/(2n+1) e^(−(2n+1)²π² Fo), Fo = a t / d².
        int n = ThermalModel.SLICES;
        double[][] a = new double[n][n];
        double[][] b = new double[n][1];
        for (int i = 0; i < n; i++) {
            double left = i == 0 ? 2 * n : n;
            double right = i == n - 1 ? 2 * n : n;
            a[i][i] = -(left + right) * n;
            b[i][0] = ((i == 0 ? left : 0) + (i == n - 1 ? right : 0)) * n;
            if (i > 0) {
                a[i][i - 1] = left * n;
            }
            if (i < n - 1) {
                a[i][i + 1] = right * n;
            }
        }
        for (double fourier : new double[] {0.05, 0.1, 0.2, 0.4}) {
            double series = 1;
            for (int k = 0; k < 20; k++) {
                series -= 4 / Math.PI * (k % 2 == 0 ? 1 : -1) / (2 * k + 1) * Math.exp(-Math.pow((2 * k + 1) * Math.PI, 2) * fourier);
            }
            double[][] gamma = LinearStep.of(a, b, fourier).gamma();
            assertEquals(series, gamma[n / 2][0], 0.06, "Fo " + fourier);
        }
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
