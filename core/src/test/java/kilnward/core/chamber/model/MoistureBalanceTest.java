package kilnward.core.chamber.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.chamber.model.MoistureBalance;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;

class MoistureBalanceTest {
    private static final Box FOAM = Osier.foamBox(1, 1, 1, 50);

    @Test
    void neededMoistureByHand() {
        // 20 °C, 80 %RH inside a room of 20 °C, 50 %RH, 10 air changes of 1 m³:
        // 0.3 · 2338.8 Pa / (461.5 · 293.15) = 5.186 g/m³ · 10 m³/h = 51.86 g/h; · 2410 J/g / 3600 = 34.7 W.
        MoistureBalance balance = MoistureBalance.of(FOAM, 10, 20, 80, 20, 50, 100, 0);
        assertEquals(51.86, balance.neededGh(), 0.05);
        assertEquals(34.7, balance.latentW(), 0.1);
        assertEquals(50, balance.restingPct(), 1e-9, "without help it is as damp as the room");
        assertEquals(51.86, balance.dutyPct().orElseThrow(), 0.05);
        // 100 g/h lift it by 100/10/17.287 of saturation: 57.8 points more than 50, which is past saturation.
        assertEquals(100, balance.reachedPct(), 1e-9);
        // Published: psychrolib, dew point of 20 °C, 80 %RH.
        assertEquals(16.45, balance.insideDewPointC().orElseThrow(), 0.01);
    }

    @Test
    void warmedRoomAirIsDry() {
        // Published saturation pressures (IF97): 2339.2 Pa · 50 % / 6455.1 Pa = 18.1 %RH when 20 °C air is warmed to 37.5 °C.
        assertEquals(18.1, MoistureBalance.of(FOAM, 1, 37.5, 60, 20, 50, 0, 0).restingPct(), 0.05);
        assertTrue(MoistureBalance.of(FOAM, 1, 15, 60, 25, 90, 0, 0).neededGh() < 0, "a cool box in a damp room is to be dried");
    }

    @Test
    void glassDripsBeforeFoamDoes() {
        Wall foam = FOAM.walls().get(0);
        Wall window = new Wall(foam.layers(), List.of(new Opening(0.1, List.of(new Layer(Material.WINDOW_GLASS, 4)))));
        Box box = new Box(1, 1, 1, List.of(foam, foam, window, foam, foam, foam));
        List<MoistureBalance.Surface> surfaces = MoistureBalance.of(box, 1, 37.5, 60, 18, 50, 0, 0).surfaces();
        assertEquals(7, surfaces.size());
        MoistureBalance.Surface glass = surfaces.get(3);
        assertTrue(glass.opening() && glass.side() == WallSide.FRONT);
        // ISO 6946: U = 1/(0.13 + 0.004 + 0.13) = 3.788; 37.5 − 3.788·0.13·19.5 = 27.90 °C, below the dew point of 28.4 °C.
        assertEquals(27.90, glass.surfaceC(), 0.01);
        assertTrue(glass.drips());
        // 37.5 − 0.60647·0.13·19.5 = 35.96 °C.
        assertEquals(35.96, surfaces.get(0).surfaceC(), 0.01);
        assertFalse(surfaces.get(0).drips());
        assertTrue(glass.dripsAbovePct() < 60 && surfaces.get(0).dripsAbovePct() > 90);
    }

    @Test
    void whatItNeedsIsWhatHolds() {
        long seed = 15;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 100; i++) {
            double inside = random.nextDouble(10, 40);
            double room = random.nextDouble(5, 30);
            double wanted = random.nextDouble(40, 95);
            double changes = random.nextDouble(0.2, 30);
            MoistureBalance needed = MoistureBalance.of(FOAM, changes, inside, wanted, room, 30, 0, 200);
            if (needed.neededGh() > 0) {
                assertEquals(wanted, MoistureBalance.of(FOAM, changes, inside, wanted, room, 30, needed.neededGh(), 200)
                        .reachedPct(), 1e-6, "seed " + seed + " case " + i);
            }
        }
    }

    @Test
    void aSealedBoxFillsUp() {
        assertEquals(100, MoistureBalance.of(FOAM, 0, 20, 80, 20, 50, 1, 0).reachedPct());
        assertEquals(0, MoistureBalance.of(FOAM, 0, 20, 80, 20, 50, 1, 0).neededGh());
        assertEquals("roomPct", assertThrows(RefusedValueException.class,
                () -> MoistureBalance.of(FOAM, 1, 20, 80, 20, 150, 0, 0)).field());
    }
}
