package kilnward.core.judgement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.ladder.Edit;
import kilnward.core.ladder.Rung;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.load.Current;
import kilnward.core.load.Supply;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.proposal.Suggestion;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** A second controller in series as a cut-out, and a root zone as a loop of its own on its own probe. */
class CutOutTest {
    private static final Profile PLAIN = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL);

    private static PlannedController controller(String id, String probe, double set, double differential, boolean cutOut, String appliance) {
        return new PlannedController(id, id, List.of(probe), PLAIN, List.of(new PlannedController.PlannedLoop(id + "-loop", List.of(appliance), OptionalDouble.of(10),
                OptionalDouble.empty(), OptionalDouble.empty(), cutOut)), new Settings(Map.of(Parameter.SET_VALUE, set, Parameter.DIFFERENTIAL, differential)));
    }

    private static Setup setup(double cutAt, String cutProbe, boolean withCutOut) {
        List<PlannedController> controllers = new ArrayList<>(List.of(controller("governs", "probe", 28.4, 0.5, false, "mat")));
        if (withCutOut) {
            controllers.add(controller("cuts", cutProbe, cutAt, 1, true, "mat"));
        }
        return new Setup(Osier.reedbox(40, 50, Room.of(18, 24, 15)), Osier.eggNeeds(), List.of(Osier.probe(0, 0),
                Probe.of("second", ProbePlace.of(0, 0.3, 0, 0, 40), 0)), controllers,
                new Power(java.util.Optional.of(new Supply("mains", Current.AC, 230, 10)),
                        java.util.Optional.empty(), Set.of(), OptionalDouble.empty()));
    }

    private static Assessment assess(Setup setup) {
        return Assessment.of(setup, Osier.night(8));
    }

    private static boolean has(Assessment assessment, String code) {
        return assessment.findings().stream().anyMatch(each -> each.code().equals(code));
    }

    @Test
    void whatTheRelayCannotStopTheCutOutDoes() {
        Assessment alone = assess(setup(31, "second", false));
        Assessment backed = assess(setup(31, "second", true));
        assertTrue(has(alone, "stuck-on-harms"));
        assertFalse(has(backed, "stuck-on-harms"), backed.findings().toString());
        Metrics stuck = backed.situation().stuckOn().metrics();
        assertTrue(stuck.harmedAtS().isEmpty() && stuck.occupant().highest() < 34 && stuck.occupant().highest() > 29, stuck.occupant().toString());
        Metrics sound = backed.situation().running().metrics();
        assertEquals(alone.situation().running().metrics().occupant(), sound.occupant(), "and in a sound night it changes nothing");
        assertEquals(1, sound.loops().get(1).dutyShare(), 1e-9, "it lets through all the time");
        assertEquals(40, backed.situation().loads().orElseThrow().totalW(), 1e-9, "what passes through both counts once");
    }

    @Test
    void itStandsOnTheLadderAsABackupAndIsMovedThere() {
        Setup setup = setup(31, "second", true);
        List<Rung> rungs = assess(setup).situation().ladder().rungs();
        Rung opens = rungs.stream().filter(each -> each.kind() == LevelKind.BACKUP_OPENS).findFirst().orElseThrow();
        assertEquals(31, opens.display().orElseThrow());
        Settings moved = new Edit.MoveRung("cuts", LevelKind.BACKUP_OPENS, 32).apply(setup.controller("cuts"), Direction.RAISE);
        assertEquals(32, moved.need(Parameter.SET_VALUE));
        assertEquals(2, moved.need(Parameter.DIFFERENTIAL), 1e-9, "it closes where it did");
        assertTrue(has(assess(setup(28.5, "second", true)), "backup-order"), "inside the swing it governs instead of backing up");
    }

    @Test
    void aSharedProbeIsASharedCause() {
        assertTrue(has(assess(setup(31, "probe", true)), "cut-out-shares-probe"));
        assertFalse(has(assess(setup(31, "second", true)), "cut-out-shares-probe"));
    }

    @Test
    void twoCutOutsOrTwoSwitchesOnOneApplianceAreRefused() {
        Setup setup = setup(31, "second", true);
        List<PlannedController> three = new ArrayList<>(setup.controllers());
        three.add(controller("third", "second", 33, 1, true, "mat"));
        Setup twice = new Setup(setup.chamber(), setup.needs(), setup.probes(), three, setup.power());
        assertEquals("controllers.loops.applianceIds", assertThrows(RefusedValueException.class, twice::rig).field());
        assertEquals("controllerId", assertThrows(RefusedValueException.class, () -> Suggestion.of(setup, "cuts")).field());
    }

    /** Common practice, no source: root-zone heat is a separate loop on its own buried probe. */
    @Test
    void aRootZoneIsHeldOnItsOwnProbeWhileTheAirIsCooler() {
        // A mat under wet soil and a rod in the air of a cold cabinet.
        Chamber bench = Osier.chamber(Osier.foamBox(1, 0.6, 0.5, 10), 4, AirMovement.MOVING, Contents.dry(25, 3000, 0.6, 0), OccupantPlace.AIR, 0,
                List.of(HeaterKind.MAT.typical("mat", 160), HeaterKind.ROD.typical("rod", 120)), Room.of(6, 6, 15), 140);
        Setup setup = new Setup(bench, new Needs(new KeepBand(14, 20), List.of()), List.of(Probe.of("buried", ProbePlace.of(0, 1, 0, 0, 120), 0),
                Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 40), 0)),
                List.of(controller("root", "buried", 22, 0.5, false, "mat"),
                        controller("air", "probe", 16, 1, false, "rod")),
                Power.UNKNOWN);
        Metrics day = Rehearsal.run(setup.rig(), new Scenario(RoomCurve.constant(6), 0, 48 * 3600, 1, Scenario.Start.SETTLED, List.of(), 1)).metrics();
        assertEquals(22, day.displays().get(0).mean(), 0.6, "the root zone");
        assertTrue(day.displays().get(1).mean() < day.displays().get(0).mean() - 0.5, "the air is cooler: " + day.displays());
        assertTrue(day.displays().get(1).lowest() > 14.5, "and has its own floor, at 15 where its rod comes on: " + day.displays());
        assertTrue(day.loops().get(0).cycles() > 2, day.loops().toString());
    }
}
