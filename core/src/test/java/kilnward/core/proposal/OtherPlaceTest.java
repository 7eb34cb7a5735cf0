package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.Said;
import kilnward.core.ladder.Rung;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.OtherPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Plants and their roots in one bench: two places, two bands, each judged by the controller that reads it. */
class OtherPlaceTest {
    private static final Profile PLAIN = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL,
            Parameter.HIGH_ALARM);
    private static final Needs LEAVES = new Needs(new KeepBand(14, 26), List.of(), Map.of(), OptionalDouble.empty(),
            Optional.of(new OtherPlace("at the roots", new KeepBand(21, 23.5))));

    private static PlannedController controller(String id, String probe, double set, String appliance) {
        return new PlannedController(id, id, List.of(probe), PLAIN, List.of(new PlannedController.PlannedLoop(id + "-loop", List.of(appliance), OptionalDouble.empty(),
                OptionalDouble.empty(), OptionalDouble.empty(), false)), new Settings(Map.of(Parameter.SET_VALUE, set, Parameter.DIFFERENTIAL, 0.5, Parameter.HIGH_ALARM, 27.0)));
    }

    private static Setup bench(double roots, Needs needs) {
        Chamber bench = Osier.chamber(Osier.foamBox(1, 0.6, 0.5, 10), 4, AirMovement.MOVING, Contents.dry(25, 3000, 0.6, 0), OccupantPlace.AIR, 0,
                List.of(HeaterKind.MAT.typical("mat", 170), HeaterKind.ROD.typical("rod", 120)), Room.of(6, 6, 15), 140);
        return new Setup(bench, needs, List.of(Probe.of("buried", ProbePlace.of(0, 1, 0, 0, 120), 0), Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 40), 0)),
                List.of(controller("root", "buried", roots, "mat"), controller("air", "probe", 16, "rod")), Power.UNKNOWN);
    }

    private static Assessment assess(Setup setup) {
        return Assessment.of(setup, new Scenario(RoomCurve.constant(6), 0, 24 * 3600, 2, Scenario.Start.SETTLED, List.of(), 48));
    }

    @Test
    void eachControllerIsJudgedWhereItReads() {
        Assessment well = assess(bench(22.5, LEAVES));
        assertEquals(Aim.OTHER, well.situation().aim(0));
        assertEquals(Aim.OCCUPANT, well.situation().aim(1));
        Metrics day = well.situation().daily().metrics();
        assertEquals(day.displays().get(0).mean(), day.other().orElseThrow().mean(), 0.1, "the second place is what the buried probe feels");
        assertEquals(1, day.otherInBandShare().getAsDouble(), 1e-9);
        assertTrue(
                well.plain().stream().noneMatch(each -> each.code().equals("set-elsewhere") || each.code().equals("other-place-out-of-band") || each.code().equals("rung-order")),
                well.plain().toString());
        assertEquals(Aim.OCCUPANT, assess(bench(22.5, new Needs(LEAVES.keep(), List.of()))).situation().aim(0), "without a band of their own the roots count for the leaves");
    }

    @Test
    void itsRungsStandWhereItReads() {
        Assessment well = assess(bench(22.5, LEAVES));
        for (Rung rung : well.situation().ladder().rungs()) {
            if (!rung.controllerId().isEmpty()) {
                assertEquals(rung.controllerId().equals("root"), rung.other(), rung.toString());
            }
        }
        Rung off = well.situation().ladder().rungs().stream().filter(each -> each.other() && each.kind() == LevelKind.RAISE_OFF).findFirst().orElseThrow();
        assertEquals(22.5, off.occupant(), 0.2, "at the roots, not at the leaves");
    }

    @Test
    void tooCoolRootsAreSaidAndTheOfferedKeyMendsThem() {
        Setup cool = bench(18, LEAVES);
        Finding finding = assess(cool).findings().stream().filter(each -> each.code().equals("set-elsewhere")).findFirst().orElseThrow();
        assertEquals(Severity.NEEDS_YOU_NOW, finding.severity());
        assertEquals("root", finding.about().id());
        Finding symptom = finding.explains().stream().filter(each -> each.code().equals("other-place-out-of-band")).findFirst().orElseThrow();
        assertEquals("The second place is too cool", symptom.title());
        assertEquals("at the roots", symptom.names().get("place"));
        Setup mended = Said.pressed(cool, finding);
        assertTrue(assess(mended).plain().stream().noneMatch(each -> each.code().equals("other-place-out-of-band")), assess(mended).plain().toString());
        assertEquals(cool.controller("air").settings(), mended.controller("air").settings(), "the leaves' controller is left alone");
    }

    @Test
    void aProposalForTheRootsAimsAtTheRoots() {
        Suggestion proposed = Suggestion.of(bench(18, LEAVES), "root");
        double stops = proposed.settings().need(Parameter.SET_VALUE);
        assertTrue(stops > 21 && stops < 23.6, proposed.settings().toString());
        assertTrue(proposed.fits(), proposed.toString());
    }
}
