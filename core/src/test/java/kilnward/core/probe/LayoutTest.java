package kilnward.core.probe;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Tank;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;

class LayoutTest {
    private static final Box BOX = Osier.foamBox(0.6, 0.4, 0.4, 30);

    private static Layout box(double gradientKm, Appliance... appliances) {
        return Layout.of(BOX, Optional.empty(), List.of(appliances), Map.of(), Optional.empty(), gradientKm);
    }

    @Test
    void theNearerToTheHeaterTheMoreOfItTheProbeFeels() {
        Layout layout = box(0, HeaterKind.MAT.typical("mat", 40));
        double before = 1;
        for (double height : new double[] {0.02, 0.05, 0.1, 0.2, 0.35}) {
            double alpha = layout.hang(Place.point(0.05, 0.2, height), 30).heaterShare();
            assertTrue(alpha < before, height + " m above the mat: " + alpha);
            before = alpha;
        }
        assertTrue(before < 0.02, "at the lid it is lost");
        assertTrue(layout.hang(Place.point(0.3, 0.2, 0.01), 30).heaterShare() > 0.4, "touching, it reads half of it");
        assertTrue(layout.hang(Place.point(0.3, 0.2, 0.12), 30).contentsShare() > 0.7, "among the eggs it reads the eggs");
        assertTrue(layout.hang(Place.point(0, 0.2, 0.2), 30).roomShare() > 0.1, "at the wall it feels the room");
    }

    @Test
    void whatStandsBetweenShadesIt() {
        Layout layout = box(0, HeaterKind.MAT.typical("mat", 40));
        // Contents from 0.12 to 0.48 m across and 0.04 to 0.18 m up; the mat reaches from 0.09 to 0.51 m.
        double shaded = layout.hang(Place.point(0.3, 0.2, 0.2), 30).heaterShare();
        double beside = layout.hang(Place.point(0.1, 0.2, 0.2), 30).heaterShare();
        assertEquals(0.2 * beside, shaded, 1e-9, "as far from the mat, with the eggs in between");
    }

    @Test
    void aGradientCountsFromTheMiddleOfTheHeight() {
        Layout layout = box(5, HeaterKind.BULB.typical("bulb", 40));
        assertEquals(5 * 0.1, layout.hang(Place.point(0.3, 0.2, 0.3), 30).gradientK(), 1e-12);
        // The contents stand from 0.04 to 0.18 m in a box of 0.4 m.
        assertEquals(5 * (0.18 - 0.2), layout.occupantGradientK(), 1e-12);
    }

    @Test
    void aboveTheWaterAProbeReadsTheRoomAndAHeaterBurns() {
        Optional<Tank> tank = Optional.of(new Tank(0.3, 0));
        Layout layout = Layout.of(BOX, tank, List.of(HeaterKind.IN_TANK.typical("h", 100)), Map.of(), Optional.empty(), 0);
        assertEquals(1, layout.hang(Place.point(0.3, 0.2, 0.35), 60).roomShare());
        assertTrue(layout.hang(Place.point(0.3, 0.2, 0.15), 60).roomShare() < 0.2);
        RefusedValueException dry = assertThrows(RefusedValueException.class, () -> Layout.of(BOX, tank,
                List.of(HeaterKind.IN_TANK.typical("h", 100)), Map.of("h", new Place(0.3, 0.2, 0.25, 0.02, 0.02, 0.2)), Optional.empty(), 0));
        assertEquals("appliances[0].place.zM", dry.field());
        assertTrue(dry.getMessage().contains("below the water line"));
    }

    @Test
    void nothingSticksOutOfTheBox() {
        assertEquals("appliances[0].place.xM", assertThrows(RefusedValueException.class, () -> Layout.of(BOX, Optional.empty(),
                List.of(HeaterKind.MAT.typical("mat", 40)), Map.of("mat", new Place(0.5, 0.2, 0.01, 0.4, 0.3, 0.01)), Optional.empty(), 0)).field());
        assertEquals("contents.place.zM", assertThrows(RefusedValueException.class, () -> Layout.of(BOX, Optional.empty(), List.of(), Map.of(),
                Optional.of(new Place(0.3, 0.2, 0.39, 0.2, 0.2, 0.1)), 0)).field());
    }

    @Test
    void sharesNeverMakeMoreThanOne() {
        long seed = 31;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 500; i++) {
            Box any = Osier.foamBox(random.nextDouble(0.05, 2), random.nextDouble(0.05, 2), random.nextDouble(0.05, 2), 10);
            Appliance heater = HeaterKind.values()[random.nextInt(8)].typical("h", 50);
            Layout layout = Layout.of(any, Optional.empty(), List.of(heater), Map.of(), Optional.empty(), random.nextDouble(-5, 5));
            ProbePlace place = layout.hang(Place.point(random.nextDouble() * any.innerLengthM(), random.nextDouble() * any.innerWidthM(),
                    random.nextDouble() * any.innerHeightM()), 30);
            assertTrue(place.airShare() > -1e-9 && place.airShare() <= 1, "seed " + seed + " case " + i + " " + place);
        }
    }
}
