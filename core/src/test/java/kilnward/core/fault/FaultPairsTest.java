package kilnward.core.fault;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.device.Profile;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Two faults at once. */
class FaultPairsTest {
    private static final Profile WARM = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    private static Setup setup(boolean thermostat) {
        Heater mat = HeaterKind.MAT.typical("mat", 60);
        Chamber box = Osier.chamber(Osier.foamBox(0.5, 0.35, 0.24, 50), 0.5, AirMovement.STILL, Contents.dry(4, 3300, 0.35, 0), OccupantPlace.CONTENTS, 0,
                List.of(thermostat ? mat.with(new OwnThermostat(31.5, 29.5)) : mat), Room.of(16, 24, 15), 140);
        return new Setup(box, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(Osier.planned(WARM, Osier.settings(WARM, 28.6, 0.5, 30.5, 26))), Power.UNKNOWN);
    }

    private static FaultPairs pairs(Setup setup) {
        FaultTable table = FaultTable.of(setup, Attendance.USUAL, 60, Workers.ALONE);
        return FaultPairs.of(setup, table, Attendance.USUAL, Workers.ALONE);
    }

    /** The thermostat keeps a stuck relay from harm, until it has welded itself: then the pair harms, and it is told. */
    @Test
    void aRelayThatSticksWhileTheThermostatHadWeldedHarms() {
        FaultPairs backed = pairs(setup(true));
        assertTrue(backed.lost().stream().anyMatch(each -> each.first().kind() == Fault.Kind.RELAY_STUCK_ON && each.hidden().kind() == Fault.Kind.OWN_THERMOSTAT_STUCK),
                backed.lost().toString());
        assertTrue(backed.doublesSurvived() > 0 && backed.doublesSurvived() == backed.doubles() - backed.lost().size());
        assertTrue(backed.singlesSurvived() < backed.singles() + 1);
        FaultPairs bare = pairs(setup(false));
        assertTrue(bare.singlesSurvived() < backed.singlesSurvived(), "the thermostat counts");
        assertTrue(bare.lost().stream().noneMatch(each -> each.hidden().kind() == Fault.Kind.OWN_THERMOSTAT_STUCK));
    }

    /** An alarm that is muted and a relay of the same controller that sticks are two parts; the muted alarm by itself is no pair. */
    @Test
    void pairsShareNothingAndOneOfThemIsAHiddenProtection() {
        FaultPairs pairs = pairs(setup(true));
        for (FaultPairs.Lost each : pairs.lost()) {
            assertTrue(each.hidden().kind() == Fault.Kind.OWN_THERMOSTAT_STUCK || each.hidden().kind() == Fault.Kind.ALARM_MUTED, each.toString());
            assertTrue(!each.first().subject().equals(each.hidden().subject()) || each.first().subject().isEmpty(), each.toString());
        }
        List<Double> harms = pairs.lost().stream().map(each -> each.verdict().harmS().orElse(Double.POSITIVE_INFINITY)).toList();
        assertEquals(harms.stream().sorted().toList(), harms, "the soonest first");
    }
}
