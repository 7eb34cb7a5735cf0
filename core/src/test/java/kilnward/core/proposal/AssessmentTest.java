package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ForkJoinPool;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.Style;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.judgement.Said;
import kilnward.core.ladder.Rung;
import kilnward.core.life.OccupantPlace;
import kilnward.core.load.Current;
import kilnward.core.load.Supply;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import kilnward.core.setup.Sizing;
import org.junit.jupiter.api.Test;

class AssessmentTest {
    private static final Profile PROFILE = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    private static Setup sound() {
        return Osier.setup(Osier.reedbox(6, 50, Room.of(20.8, 22, 15)), Osier.probe(0, 0),
                Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)));
    }

    private static Setup keyed(Settings settings) {
        return sound().with("controller", settings);
    }

    private static Setup in(Chamber chamber) {
        return new Setup(chamber, Osier.eggNeeds(), sound().probes(), sound().controllers(), Power.UNKNOWN);
    }

    private static Power mains(double ratedA) {
        return new Power(Optional.of(new Supply("The circuit", Current.AC, 230, ratedA)), Optional.empty(), Set.of(),
                OptionalDouble.empty());
    }

    private static Optional<Finding> find(Setup setup, String code) {
        return Said.find(setup, code);
    }

    /** Puts a remedy's values in. */
    private static Setup mended(Setup setup, Finding finding) {
        assertFalse(finding.remedy().changes().isEmpty(), finding.code() + " has values to put in");
        Setup mended = setup;
        for (Remedy.Change change : finding.remedy().changes()) {
            mended = mended.with(change.controllerId(), mended.controller(change.controllerId()).settings()
                    .with(Parameter.valueOf(change.parameter()), change.value()));
        }
        return mended;
    }

    @Test
    void aSoundBoxHasNoFindings() {
        assertEquals(List.of(), Assessment.of(sound(), Osier.night(12)).findings());
    }

    /** While a rung is moved longer steps are enough: nobody sees a tenth of a kelvin on the ladder. */
    @Test
    void aFirstLookIsAsGoodAsItIsSeen() {
        Assessment full = Assessment.of(lively(), Osier.night(12));
        Assessment first = Assessment.of(lively(), Osier.night(12), true, Workers.in(ForkJoinPool.commonPool()));
        assertEquals(full.situation().running().metrics().occupant().highest(), first.situation().running().metrics().occupant().highest(), 0.1);
        assertEquals(full.situation().running().metrics().occupant().lowest(), first.situation().running().metrics().occupant().lowest(), 0.1);
        assertEquals(full.findings().stream().map(Finding::code).toList(), first.findings().stream().map(Finding::code).toList());
        assertEquals(full.situation().stuckOn().metrics().harmedAtS().orElse(-1), first.situation().stuckOn().metrics().harmedAtS().orElse(-1), 120);
        assertEquals(full.situation().stuckOnEndC(), first.situation().stuckOnEndC(), 0.05);
    }

    @Test
    void wrongDirection() {
        Setup wrong = keyed(sound().controllers().get(0).settings().with(Parameter.DIRECTION, 1));
        Finding finding = find(wrong, "wrong-direction").orElseThrow();
        assertTrue(find(mended(wrong, finding), "wrong-direction").isEmpty());
        Profile pair = Osier.profile(Style.PAIR, DisplayUnit.C, 0.1);
        Setup swapped = Osier.setup(sound().chamber(), Osier.probe(0, 0),
                Osier.planned(pair, Osier.settings(pair, 28.6, 28.0, 31, 25)));
        assertTrue(find(mended(swapped, find(swapped, "wrong-direction").orElseThrow()), "wrong-direction").isEmpty());
    }

    @Test
    void heaterTooSmall() {
        Finding finding = find(in(Osier.reedbox(6, 50, Room.of(5, 24, 15))), "heater-too-small").orElseThrow();
        double needW = finding.numbers().get("needW").value();
        assertTrue(needW > 6);
        assertTrue(find(in(Osier.reedbox(needW / 0.8 + 0.1, 50, Room.of(5, 24, 15))), "heater-too-small").isEmpty());
    }

    @Test
    void stuckOnHarms() {
        Finding finding = find(in(Osier.reedbox(40, 50, Room.of(16, 24, 15))), "stuck-on-harms").orElseThrow();
        assertTrue(finding.numbers().get("endC").value() > 60);
        double harmlessW = finding.numbers().get("harmlessW").value();
        assertTrue(find(in(Osier.reedbox(harmlessW - 0.1, 50, Room.of(16, 24, 15))), "stuck-on-harms").isEmpty());
    }

    @Test
    void theWindowOfHeaterSizes() {
        Sizing narrow = Assessment.of(in(Osier.reedbox(25, 50, Room.of(16, 24, 15))), Osier.night(12)).situation().sizing();
        assertEquals(25, narrow.hasW());
        assertFalse(narrow.hasWindow(), "no size holds 16 °C and is harmless at 24 °C");
        // A box of that size just holds, and just harms: the window's ends are roots of the balance.
        Chamber just = Osier.reedbox(narrow.neededW(), 50, Room.of(16, 24, 15));
        // A mat of another size covers another share of the floor.
        assertEquals(28.25, SteadyState.of(just).occupantC(16, 1, 0), 0.15);
        Chamber harmless = Osier.reedbox(narrow.harmlessW().orElseThrow(), 50, Room.of(16, 24, 15));
        assertEquals(34, SteadyState.of(harmless).occupantC(24, 1, 0), 0.15);
        assertTrue(Assessment.of(sound(), Osier.night(12)).situation().sizing().hasWindow(), "a steadier room opens it");
        assertEquals(narrow.neededW() / 0.8, narrow.wantedW(), 1e-9);
    }

    /** Seconds until the Reedbox's contents fall to a level with all power off, from where a mat that just holds them leaves every node; Euler in seconds. */
    private static double fallsTo(double levelC, double fromC, double roomC) {
        Chamber box = Osier.reedbox();
        ThermalModel model = ThermalModel.of(box);
        ThermalModel.Element mat = model.elements().get(0);
        SteadyState steady = SteadyState.of(box);
        double[] at = steady.nodesC(roomC, steady.holdingShare(fromC, roomC), 0);
        double element = at[0];
        double air = at[1];
        double contents = at[2];
        double[] slice = {at[3], at[4], at[5]};
        int seconds = 0;
        for (; contents > levelC; seconds++) {
            double toAir = mat.toAirWK() * (element - air);
            double toContents = mat.toContentsWK() * (element - contents);
            double airToContents = model.airToContentsWK() * (air - contents);
            double in = model.airToShellWK() * (air - slice[0]);
            double through = model.betweenSlicesWK() * (slice[0] - slice[1]);
            double on = model.betweenSlicesWK() * (slice[1] - slice[2]);
            double out = model.shellToRoomWK() * (slice[2] - roomC);
            element -= (toAir + toContents + mat.toRoomWK() * (element - roomC)) / mat.capacityJK();
            air += (toAir - airToContents - in - model.airToRoomWK() * (air - roomC)) / model.airJK();
            contents += (airToContents + toContents) / model.contentsJK();
            slice[0] += (in - through) / model.slicesJK().get(0);
            slice[1] += (through - on) / model.slicesJK().get(1);
            slice[2] += (on - out) / model.slicesJK().get(2);
        }
        return seconds;
    }

    @Test
    void warmUpAndPowerCutTakeTheTimesTheyTake() {
        Sizing weak = Assessment.of(in(Osier.reedbox(12, 50, Room.of(16, 24, 15))), Osier.night(12)).situation().sizing();
        Sizing strong = Assessment.of(in(Osier.reedbox(40, 50, Room.of(16, 24, 15))), Osier.night(12)).situation().sizing();
        assertTrue(strong.warmUpS().orElseThrow() < weak.warmUpS().orElseThrow());
        assertEquals(fallsTo(27.5, 28.3, 16), weak.chillS().orElseThrow(), 900, "to five minutes, and wherever in its swing the power goes");
        assertTrue(weak.chillHarmS().orElseThrow() > weak.chillS().orElseThrow());
        assertTrue(Assessment.of(in(Osier.reedbox(4, 50, Room.of(5, 24, 15))), Osier.night(12)).situation().sizing()
                .warmUpS().isEmpty(), "too weak to get there");
    }

    @Test
    void swingOutOfBandAndItsRemedy() {
        Setup warm = keyed(Osier.settings(PROFILE, 29.4, 0.6, 33, 25));
        Finding finding = find(warm, "swing-out-of-band").orElseThrow();
        assertEquals("It runs too warm", finding.title());
        assertTrue(find(mended(warm, finding), "swing-out-of-band").isEmpty());
        Setup otherKeyWrong = keyed(Osier.settings(PROFILE, 29.4, 0.6, 33.33, 25));
        assertFalse(find(otherKeyWrong, "swing-out-of-band").orElseThrow().remedy().changes().isEmpty(),
                "a wrong alarm does not stand in the way of moving the set value");
    }

    @Test
    void rungOrder() {
        Setup inside = keyed(Osier.settings(PROFILE, 28.6, 0.6, 28.7, 25));
        Finding finding = find(inside, "rung-order")
                .orElseThrow();
        assertEquals("The high alarm is inside the target range", finding.title());
        assertTrue(find(mended(inside, finding), "rung-order").isEmpty());
        Setup beyond = keyed(Osier.settings(PROFILE, 28.6, 0.6, 31, 18));
        assertEquals("The low alarm sounds when harm is done",
                find(beyond, "rung-order").orElseThrow().title());
    }

    @Test
    void alarmInSwing() {
        Setup nuisance = keyed(Osier.settings(PROFILE, 28.6, 0.6, 28.6, 25));
        Finding finding = find(nuisance, "alarm-in-swing").orElseThrow();
        assertTrue(find(mended(nuisance, finding), "alarm-in-swing").isEmpty());
    }

    @Test
    void backupOrder() {
        Heater mat = HeaterKind.MAT.typical("mat", 12);
        Setup governing = in(withThermostat(mat, new OwnThermostat(30, 28)));
        assertEquals("The backup governs instead of backing up", find(governing, "backup-order").orElseThrow().title());
        Setup late = in(withThermostat(mat, new OwnThermostat(36, 35)));
        assertEquals("The backup cuts out too late", find(late, "backup-order").orElseThrow().title());
        assertTrue(find(in(withThermostat(mat, new OwnThermostat(32, 30.5))), "backup-order").isEmpty());
    }

    private static Chamber withThermostat(Heater heater, OwnThermostat thermostat) {
        Chamber chamber = sound().chamber();
        return Osier.chamber(chamber.box(), chamber.airChangesPerHour(), chamber.airMovement(), chamber.contents(),
                chamber.occupantPlace(), 0, List.of(new Heater(heater.id(), heater.kind(), heater.powerW(),
                        heater.elementJK(), heater.toAirWK(), heater.toContentsWK(), OptionalDouble.empty(), Optional.of(thermostat))),
                chamber.room(), 140);
    }

    private static Setup lively() {
        Chamber light = Osier.chamber(Osier.foamBox(0.5, 0.35, 0.24, 30), 0.5, AirMovement.MOVING,
                Contents.dry(1, 3300, 0.1, 0), OccupantPlace.CONTENTS, 0, List.of(new Heater("mat", HeaterKind.BULB, 12, 14.4, 0.12, 0, OptionalDouble.empty(), Optional.empty())),
                Room.of(16, 24, 15), 140);
        return Osier.setup(light, Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 60), 0),
                Osier.planned(PROFILE, Osier.settings(PROFILE, 28.5, 0.3, 31, 25)));
    }

    /** A day in steps of five seconds is judged like one in single seconds: the controller looks every second. */
    @Test
    void shortCyclingIsToldInLongerSteps() {
        Scenario day = new Scenario(RoomCurve.day(lively().chamber().room()), 9, 86_400, 5, Scenario.Start.SETTLED, List.of(), 288);
        assertTrue(Assessment.of(lively(), day).findings().stream().anyMatch(each -> each.code().equals("short-cycling")));
    }

    @Test
    void shortCyclingAndItsRemedy() {
        Finding finding = find(lively(), "short-cycling").orElseThrow();
        assertTrue(finding.numbers().get("perHour").value() > 11.4);
        Setup mended = mended(lively(), finding);
        assertTrue(find(mended, "short-cycling").isEmpty());
        assertTrue(find(mended, "swing-out-of-band").isEmpty());
    }

    @Test
    void alarmTooLate() {
        Chamber calm = lively().chamber();
        Chamber light = Osier.chamber(calm.box(), 0.5, calm.airMovement(), calm.contents(), OccupantPlace.AIR, 0,
                List.of(HeaterKind.BULB.typical("mat", 60)), calm.room(), 140);
        Setup hasty = new Setup(light, Osier.eggNeeds(), lively().probes(),
                List.of(Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 33.5, 25))), Power.UNKNOWN);
        assertTrue(find(sound(), "alarm-too-late").isEmpty());
        // Two hours at 34 °C are borne, so no alarm below it can be too late; at once, a fast box leaves no time.
        assertTrue(find(hasty, "alarm-too-late").isEmpty());
        Setup brittle = new Setup(light, new kilnward.core.life.Needs(Osier.eggNeeds().keep(),
                List.of(new kilnward.core.life.DangerLimit(kilnward.core.life.Side.HIGH, 34, 0))), hasty.probes(),
                hasty.controllers(), Power.UNKNOWN);
        assertTrue(find(brittle, "alarm-too-late").isPresent());
    }

    @Test
    void coarseResolution() {
        Profile whole = Osier.profile(Style.EACH_SIDE, DisplayUnit.F, 1);
        Setup coarse = Osier.setup(sound().chamber(), Osier.probe(0, 0),
                Osier.planned(whole, Osier.settings(whole, 83, 1, 88, 77)));
        Profile tenths = Osier.profile(Style.EACH_SIDE, DisplayUnit.F, 0.1);
        assertTrue(find(Osier.setup(sound().chamber(), Osier.probe(0, 0), Osier.planned(tenths, Osier.settings(tenths, 83, 1, 88, 77))), "coarse-resolution").isEmpty());
        assertEquals(2.7, find(coarse, "coarse-resolution").orElseThrow().numbers().get("steps").value(), 0.01);
    }

    @Test
    void outletLoad() {
        PlannedController plain = sound().controllers().get(0);
        PlannedController rated = new PlannedController(plain.id(), plain.name(), plain.probeIds(), plain.profile(),
                List.of(new PlannedController.PlannedLoop("loop", List.of("mat"), OptionalDouble.of(0.02),
                        OptionalDouble.empty(), OptionalDouble.empty())),
                plain.settings());
        Setup overloaded = new Setup(sound().chamber(), Osier.eggNeeds(), sound().probes(), List.of(rated),
                mains(10));
        // 6 W at 230 V are 0.026 A on a contact for 0.02 A.
        assertEquals(130, find(overloaded, "outlet-overloaded").orElseThrow().numbers().get("sharePct").value(), 0.5);
        assertTrue(find(new Setup(sound().chamber(), Osier.eggNeeds(), sound().probes(), List.of(rated), Power.UNKNOWN),
                "outlet-overloaded").isEmpty(), "without a voltage nothing can be told");
    }

    @Test
    void probeNearHeater() {
        Setup touching = new Setup(sound().chamber(), Osier.eggNeeds(), List.of(Osier.probe(0.2, 0)),
                sound().controllers(), Power.UNKNOWN);
        assertTrue(find(touching, "probe-near-heater").isPresent());
    }

    @Test
    void theLadderStandsAtTheOccupant() {
        Setup off = Osier.setup(sound().chamber(), Osier.probe(0, 1.0), sound().controllers().get(0));
        Assessment assessment = Assessment.of(off, Osier.night(12));
        Rung stops = assessment.situation().ladder().rungs().stream()
                .filter(rung -> rung.kind() == LevelKind.RAISE_OFF).findFirst().orElseThrow();
        assertEquals(28.6, stops.display().orElseThrow(), 1e-9);
        assertEquals(27.6, stops.occupant(), 0.4, "a probe that reads 1 K high stops the heat 1 K low");
        List<Double> heights = assessment.situation().ladder().rungs().stream().map(Rung::occupant).toList();
        assertEquals(heights.stream().sorted(java.util.Comparator.reverseOrder()).toList(), heights);
    }

    @Test
    void alarmsSayHowLongBeforeHarm() {
        Setup hot = in(Osier.reedbox(40, 50, Room.of(16, 24, 15)));
        Assessment assessment = Assessment.of(hot, Osier.night(12));
        Rung alarm = assessment.situation().ladder().rungs().stream()
                .filter(rung -> rung.kind() == LevelKind.HIGH_ALARM).findFirst().orElseThrow();
        assertTrue(alarm.beforeHarmS().orElseThrow() > 7200);
    }
}
