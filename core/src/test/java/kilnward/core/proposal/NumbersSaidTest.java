package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Style;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.Said;
import kilnward.core.judgement.situation.LinkLossChoice;
import kilnward.core.ladder.BackupLevel;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The numbers that findings, rungs and choices say, against the balance and by hand; and where each begins to be said. */
class NumbersSaidTest {
    private static final Profile PROFILE = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    private static Setup box(double watts, Room room, double set, double high, double low, Needs needs) {
        return new Setup(Osier.reedbox(watts, 50, room), needs, List.of(Osier.probe(0, 0)),
                List.of(Osier.planned(PROFILE, Osier.settings(PROFILE, set, 0.6, high, low))), Power.UNKNOWN);
    }

    private static Setup box(double watts, Room room) {
        return box(watts, room, 28.6, 31, 25, Osier.eggNeeds());
    }

    private static double said(Finding finding, String name) {
        return finding.numbers().get(name).value();
    }

    /** A stuck heater: its end is the root of the balance, its cut-out halfway from the target range to harm, 29 and 34: 31.5. */
    @Test
    void aStuckHeater() {
        Room room = Room.of(16, 24, 15);
        Finding strong = Said.find(box(40, room), "stuck-on-harms").orElseThrow();
        assertEquals(Severity.NEEDS_YOU_NOW, strong.severity());
        assertEquals(SteadyState.of(Osier.reedbox(40, 50, room)).occupantC(24, 1, 0), said(strong, "endC"), 0.02);
        assertEquals(24, said(strong, "roomC"), 1e-9);
        assertEquals(31.5, said(strong, "backupC"), 1e-9);
        assertEquals(34, SteadyState.of(Osier.reedbox(said(strong, "harmlessW"), 50, room)).occupantC(24, 1, 0), 0.15, "just harmless; a smaller mat covers less of the floor");
        assertTrue(strong.reason().contains("No heater is both"), strong.reason());
        assertTrue(strong.remedy().text().startsWith("Fit a backup"), strong.remedy().text());
        assertTrue(said(strong, "harmedS") > 2 * 3600, "34 is borne for two hours, and it takes time to get there");
        Finding steady = Said.find(box(40, Room.of(22, 24, 15)), "stuck-on-harms").orElseThrow();
        assertTrue(steady.reason().contains("A heater of up to"), steady.reason());
        assertTrue(steady.remedy().text().startsWith("Take a heater of up to"), steady.remedy().text());
    }

    @Test
    void aBackupStandsHalfwayAndNeedsRoom() {
        Setup setup = box(25, Room.of(16, 24, 15));
        BackupLevel level = BackupLevel.of(setup).orElseThrow();
        assertEquals(31.5, level.opensC(), 1e-9);
        assertEquals(30.0, level.closesC(), 1e-9, "1.5 K below at the most");
        assertEquals(5, level.roomK(setup.needs()), 1e-9);
        assertTrue(level.stops(setup));
        Needs narrow = new Needs(new KeepBand(37, 38), List.of(new DangerLimit(Side.HIGH, 38.6, 0)));
        BackupLevel tight = BackupLevel.of(box(25, Room.of(16, 24, 15), 37.6, 38.2, 36, narrow)).orElseThrow();
        assertEquals(38.3, tight.opensC(), 1e-9);
        assertEquals(38.3 - 0.4 * 0.6, tight.closesC(), 1e-9);
        Needs none = new Needs(new KeepBand(37, 38), List.of(new DangerLimit(Side.HIGH, 38.5, 0)));
        assertEquals(Optional.empty(), BackupLevel.of(box(25, Room.of(16, 24, 15), 37.6, 38.2, 36, none)), "half a kelvin is too little for a display in tenths");
        assertEquals(Optional.empty(), BackupLevel.of(box(25, Room.of(16, 24, 15), 37.6, 38.2, 36, new Needs(new KeepBand(37, 38), List.of()))), "no harm known");
    }

    /** What it takes is the root of the balance at the middle of the band; four fifths are where little is left to spare. */
    @Test
    void aHeaterThatIsTooSmall() {
        Room room = Room.of(5, 24, 15);
        double needW = Assessment.of(box(25, room), Osier.night(12)).situation().sizing().neededW();
        assertEquals(28.25, SteadyState.of(Osier.reedbox(needW, 50, room)).occupantC(5, 1, 0), 0.15);
        assertEquals(Optional.empty(), Said.find(box(needW / 0.79, room), "heater-too-small"));
        Finding spare = Said.find(box(needW / 0.85, room), "heater-too-small").orElseThrow();
        assertEquals(Severity.MIND_THIS, spare.severity());
        assertEquals(85, said(spare, "sharePct"), 0.5);
        assertEquals(needW / 0.8, said(spare, "wantW"), 0.1);
        assertEquals("The heater has little to spare", spare.title());
        Finding weak = Said.find(box(needW / 1.1, room), "heater-too-small").orElseThrow();
        assertEquals(Severity.NEEDS_YOU_NOW, weak.severity());
        assertEquals(needW, said(weak, "needW"), 0.1);
        assertEquals(needW / 1.1, said(weak, "hasW"), 0.1);
        assertEquals(28.25, said(weak, "middleC"), 1e-9);
        assertEquals(SteadyState.of(Osier.reedbox(needW / 1.1, 50, room)).occupantC(5, 1, 0), said(weak, "endC"), 0.02);
        assertEquals(Finding.Towards.LOW, weak.towards());
    }

    private static OptionalDouble beforeHarm(Setup setup, LevelKind kind) {
        return Assessment.of(setup, Osier.night(12)).situation().ladder().rungs().stream().filter(rung -> rung.kind() == kind).findFirst().orElseThrow().beforeHarmS();
    }

    /** The alarm as high as harm leaves no time; one that leaves half an hour is none too late. */
    @Test
    void theTimeBetweenAlarmAndHarm() {
        Needs sudden = new Needs(new KeepBand(27.5, 29), List.of(new DangerLimit(Side.HIGH, 34, 0), new DangerLimit(Side.LOW, 20, 0)));
        Room room = Room.of(16, 24, 15);
        double early = beforeHarm(box(40, room, 28.6, 31, 25, sudden), LevelKind.HIGH_ALARM).orElseThrow();
        double late = beforeHarm(box(40, room, 28.6, 39, 25, sudden), LevelKind.HIGH_ALARM).orElseThrow();
        assertTrue(early > late && late < 1800 && late >= 0, early + " and " + late);
        assertEquals(Optional.empty(), Said.find(box(40, room, 28.6, 31, 25, sudden), "alarm-too-late"));
        Finding finding = Said.find(box(40, room, 28.6, 39, 25, sudden), "alarm-too-late").orElseThrow();
        assertEquals(late, said(finding, "beforeS"), 61);
        assertEquals("The high alarm leaves too little time", finding.title());
        assertTrue(finding.reason().startsWith("With the heater stuck on"), finding.reason());
        assertEquals(Finding.Towards.HIGH, finding.towards());
    }

    /** Off is the safer wherever on harms sooner, and where neither harms: what is off cannot burn. */
    @ParameterizedTest
    @CsvSource({"40, 16, false", "5, 21, false", "12, -5, true"})
    void whatAnOutletShouldDoWithoutItsHead(double watts, double coldestC, boolean on) {
        Needs quick = new Needs(new KeepBand(27.5, 29), List.of(new DangerLimit(Side.HIGH, 34, 3600), new DangerLimit(Side.LOW, 20, 3600)));
        Setup setup = box(watts, Room.of(coldestC, Math.max(coldestC, on ? 5 : 24), 15), 28.6, 31, 25, quick);
        LinkLossChoice choice = LinkLossChoice.of(setup, setup.controllers().get(0));
        assertEquals(on, choice.on(), choice.text());
        assertTrue(choice.text().endsWith(on ? "On is the safer." : "Off is the safer."), choice.text());
        assertEquals(Double.isFinite(choice.offHarmsS()), choice.numbers().containsKey("offHarms"));
        assertEquals(Double.isFinite(choice.onHarmsS()), choice.numbers().containsKey("onHarms"));
        assertEquals(SteadyState.of(setup.chamber()).occupantC(setup.chamber().room().coldestC(), 0, 0), choice.offC(), 1.0, "off it comes down to the coldest room");
        assertEquals(SteadyState.of(setup.chamber()).occupantC(setup.chamber().room().warmestC(), 1, 0), choice.onC(), 1.0, "on it climbs in the warmest");
    }

    /** For what cools, the worst room for off is the warmest and for on the coldest. */
    @Test
    void whatACoolersOutletShouldDo() {
        Chamber chamber = Osier.chamber(Osier.foamBox(0.5, 0.35, 0.24, 50), 0.5, AirMovement.STILL, Contents.dry(4, 3300, 0.35, 0), OccupantPlace.CONTENTS, 0,
                List.of(new Cooler("mat", Cooler.Kind.CHILLER, 40, 60, OptionalDouble.empty())), Room.of(18, 32, 15), 140);
        Settings cools = Osier.settings(PROFILE, 15, 0.6, 20, 8).with(Parameter.DIRECTION, 1);
        Needs cool = new Needs(new KeepBand(12, 16), List.of(new DangerLimit(Side.HIGH, 24, 3600), new DangerLimit(Side.LOW, 1, 3600)));
        Setup setup = new Setup(chamber, cool, List.of(Osier.probe(0, 0)), List.of(Osier.planned(PROFILE, cools)), Power.UNKNOWN);
        LinkLossChoice choice = LinkLossChoice.of(setup, setup.controllers().get(0));
        assertTrue(choice.on(), "off it comes to the warmest room; on it stops at what the chiller reaches: " + choice.text());
        assertEquals(32, choice.offC(), 0.5);
        assertTrue(choice.onC() < 12, choice.onC() + "");
        assertFalse(Double.isFinite(choice.onHarmsS()));
    }
}
