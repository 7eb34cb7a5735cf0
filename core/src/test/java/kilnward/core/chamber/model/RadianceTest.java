package kilnward.core.chamber.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.Radiance;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import org.junit.jupiter.api.Test;

/** What animals feel of a lamp above them. */
class RadianceTest {
    private static Heater lamp(HeaterKind kind, double watts, double distanceM) {
        return kind.typical("mat", watts).shiningFrom(distanceM);
    }

    private static Chamber pen(Heater heater, OccupantPlace place) {
        return Osier.chamber(Osier.foamBox(1.2, 0.8, 0.6, 20), 2, AirMovement.STILL, Contents.dry(4, 3300, 0.35, 0), place, 0, List.of(heater), Room.of(12, 22, 15), 140);
    }

    /**
     * By hand, for the emitter of 60 W at 0.4 m: 0.55 · 60 / (π · 0.16) = 65.7 W/m²; times 0.4 · 0.95 = 24.9 W/m²; over 4.7 + 3.3 · 2.8^0.25 = 8.97 W/m²K gives 2.8 K. Keepers count with
     * about 3 K of 60 W and about 10 K of 250 W at that distance; common practice, no source.
     */
    @Test
    void aBackFeelsSomeKelvinsMore() {
        assertEquals(24.95 / (4.7 + 3.3 * Math.pow(2.78, 0.25)), Radiance.feltK(lamp(HeaterKind.CERAMIC_EMITTER, 60, 0.4)), 0.02);
        assertEquals(3, Radiance.feltK(lamp(HeaterKind.BULB, 60, 0.4)), 0.6);
        assertEquals(10, Radiance.feltK(lamp(HeaterKind.CERAMIC_EMITTER, 250, 0.4)), 1);
        // Four times as far it is a sixteenth of the field, and a little more of the kelvins: less of them leave by convection.
        assertTrue(Radiance.feltK(lamp(HeaterKind.BULB, 250, 1.6)) > Radiance.feltK(lamp(HeaterKind.BULB, 250, 0.4)) / 16);
        assertTrue(Radiance.feltK(lamp(HeaterKind.BULB, 250, 1.6)) < Radiance.feltK(lamp(HeaterKind.BULB, 250, 0.4)) / 10);
    }

    @Test
    void onlyWhatShinesIsHung() {
        assertThrows(RefusedValueException.class, () -> HeaterKind.MAT.typical("mat", 60).shiningFrom(0.4));
        assertThrows(RefusedValueException.class, () -> HeaterKind.BULB.typical("mat", 60).shiningFrom(0.05));
        assertEquals(OptionalDouble.empty(), HeaterKind.BULB.typical("mat", 60).shinesFromM());
    }

    @Test
    void itIsFeltOnTopOfTheAirAndNotByWhatLiesInTheContents() {
        Heater bare = HeaterKind.CERAMIC_EMITTER.typical("mat", 60);
        Heater hung = bare.shiningFrom(0.4);
        double airC = SteadyState.of(pen(bare, OccupantPlace.AIR)).occupantC(16, 1, 0);
        double backC = SteadyState.of(pen(hung, OccupantPlace.AIR)).occupantC(16, 1, 0);
        // Its element gives a little of its heat to cooler contents: the share of full power it is not.
        assertEquals(airC + Radiance.feltK(hung), backC, 0.15);
        assertEquals(SteadyState.of(pen(bare, OccupantPlace.CONTENTS)).occupantC(16, 1, 0), SteadyState.of(pen(hung, OccupantPlace.CONTENTS)).occupantC(16, 1, 0));
    }

    /** A controller that holds the air holds backs some kelvins above it, by the mean of what the emitter gives. */
    @Test
    void theSimulatedPenIsFeltWarmer() {
        Heater hung = HeaterKind.CERAMIC_EMITTER.typical("mat", 100).shiningFrom(0.4);
        Rehearsed without = Rehearsal.run(rig(HeaterKind.CERAMIC_EMITTER.typical("mat", 100)), Osier.night(6));
        Rehearsed with = Rehearsal.run(rig(hung), Osier.night(6));
        double share = with.metrics().loops().get(0).dutyShare();
        assertTrue(share > 0.2 && share < 0.9, share + "");
        assertEquals(share * Radiance.feltK(hung), with.metrics().occupant().mean() - without.metrics().occupant().mean(), 0.2);
    }

    private static Rig rig(Heater heater) {
        Rig rig = Osier.rig(Osier.reedbox());
        return new Rig(pen(heater, OccupantPlace.AIR), rig.needs(), rig.probes(), rig.controllers());
    }
}
