package kilnward.core.chamber;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Wall;
import kilnward.core.life.OccupantPlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GlazingTest {
    private static final Sun CLEAR = new Sun(900, 5, 19.5);

    private static Chamber house(Material material, double mm) {
        Room sunny = new Room(22, 22, 15, OptionalDouble.of(50), OptionalDouble.empty(), Optional.of(CLEAR));
        return Osier.chamber(new Box(2.4, 1.8, 2, Collections.nCopies(6, new Wall(List.of(new Layer(material, mm)), List.of()))), 1.5, AirMovement.STILL,
                new Contents(120, 3300, 8, 0, 1.5, 20), OccupantPlace.AIR, 0, List.of(), sunny, 0);
    }

    /** Duffie and Beckman, example 1.6.2, from memory: 43° N, 13 February 9:30 solar time: zenith 66.5°, azimuth −40.0°; 1 July 18:30: 79.6° and 112.0°. */
    @ParameterizedTest
    @CsvSource({"-14, -37.5, 66.5, -40.0", "23.1, 97.5, 79.6, 112.0"})
    void theSunStandsWhereTheBookHasIt(double declinationDeg, double hourAngleDeg, double zenithDeg, double azimuthDeg) {
        double[] toSun = Sun.direction(Math.toRadians(43), Math.toRadians(declinationDeg), Math.toRadians(hourAngleDeg));
        assertEquals(zenithDeg, Math.toDegrees(Math.acos(toSun[2])), 0.1);
        assertEquals(azimuthDeg, Math.toDegrees(Math.atan2(toSun[1], toSun[0])), 0.1);
        assertEquals(1, toSun[0] * toSun[0] + toSun[1] * toSun[1] + toSun[2] * toSun[2], 1e-9);
    }

    /** ASHRAE Fundamentals, Fenestration, uncoated single glass 3 mm, solar transmittance by angle; from memory. */
    @ParameterizedTest
    @CsvSource({"0, 0.83", "40, 0.82", "50, 0.80", "60, 0.75", "70, 0.64", "80, 0.39"})
    void glassLetsThroughByAngleWhatTheHandbookSays(double degrees, double share) {
        // The handbook's pane takes up a little more than ours, all angles alike.
        assertEquals(share, Glazing.transmittance(Math.cos(Math.toRadians(degrees)), 1), 0.07);
    }

    /** A pane that faces the sun squarely: two surfaces each throw back ((n − 1)/(n + 1))² = 0.0434, and 3 % are taken up. */
    @Test
    void straightThroughIsTheTextbooksReflection() {
        assertEquals((1 - 0.0434) / (1 + 0.0434) * Math.exp(-0.03), Glazing.transmittance(1, 1), 1e-4);
        assertTrue(Glazing.transmittance(1, 2) < Glazing.transmittance(1, 1));
    }

    @Test
    void theSunGoesFromEastByTheFrontToWest() {
        double[] morning = CLEAR.direction(8 * 3600);
        double[] noon = CLEAR.direction(12.25 * 3600);
        double[] evening = CLEAR.direction(16.5 * 3600);
        assertTrue(morning[1] < 0 && evening[1] > 0);
        assertEquals(0, noon[1], 1e-9);
        assertEquals(morning[2], evening[2], 1e-9);
        assertTrue(noon[0] > 0 && noon[2] > 0.8, "a long day has a high sun");
        assertTrue(new Sun(300, 8, 16).direction(12 * 3600)[2] < 0.35, "a short day has a low one");
    }

    /** No house takes in more than falls on the ground it shades, and a glass house about half to three quarters of what falls on its floor and its sunny side. */
    @Test
    void moreThanFallsOnItNeverStaysInside() {
        for (Material material : new Material[] {Material.WINDOW_GLASS, Material.TWIN_WALL_POLYCARBONATE}) {
            Chamber box = house(material, 6);
            for (double hour = 5.5; hour < 19.5; hour += 0.25) {
                double levelWm2 = CLEAR.wm2(hour * 3600);
                double[] toSun = CLEAR.direction(hour * 3600);
                // Its shadow: the floor and the projections of two sides, in the beam, and the sky from all sides.
                double shadowM2 = 2.4 * 1.8 + (2.4 * Math.abs(toSun[0]) + 1.8 * Math.abs(toSun[1])) * 2 / toSun[2];
                double skyM2 = 2.4 * 1.8 + (2.4 + 1.8) * 2 * 2 * 0.6;
                assertTrue(Glazing.of(box).orElseThrow().watts(hour * 3600) < levelWm2 * (shadowM2 + skyM2), material + " " + hour);
            }
            double noonW = Glazing.of(box).orElseThrow().watts(12.25 * 3600);
            assertTrue(noonW > 0.4 * 900 * 4.32 && noonW < 900 * 4.32, noonW + " W on " + 900 * 4.32 + " W that fall on the floor's area");
        }
        assertEquals(Optional.empty(), Glazing.of(Osier.reedbox()), "no sun");
        assertEquals(0, Glazing.of(house(Material.WINDOW_GLASS, 4)).orElseThrow().watts(3 * 3600));
    }

    /** With its vents shut a small glass house at 900 W/m² gets to 47 to 67 °C, as an independent model had it; without sun it stands where the room is. */
    @Test
    void aShutHouseGetsHotButNotBeyondBelief() {
        Chamber shut = house(Material.TWIN_WALL_POLYCARBONATE, 10);
        double highest = Rehearsal.run(new Rig(shut, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of()),
                new Scenario(RoomCurve.constant(22), 0, 86_400, 2, Scenario.Start.SETTLED, List.of(), 96)).metrics().occupant().highest();
        assertTrue(highest > 44 && highest < 67, highest + " °C");
    }
}
