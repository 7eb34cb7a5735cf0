package kilnward.core.judgement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.control.Style;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.judgement.climate.CannotCool;
import kilnward.core.ladder.Rung;
import kilnward.core.life.Band;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.load.Current;
import kilnward.core.load.Supply;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import kilnward.core.setup.Sizing;
import org.junit.jupiter.api.Test;

/** Each judgement about the box, its moisture, its probes and its loads: once triggered, once not. */
class ChamberFindingsTest {
    private static final Profile WARM = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
    private static final Room ROOM = Room.of(19, 22, 15).withHumidity(55);
    private static final Needs DAMP = new Needs(new KeepBand(27, 29), List.of(), Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(70, 85)),
            OptionalDouble.empty());

    private static Chamber box(Room room, Contents contents, Appliance... appliances) {
        return Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 1, AirMovement.STILL, contents, OccupantPlace.CONTENTS, 0,
                List.of(appliances), room, 140);
    }

    private static Contents damp() {
        return new Contents(4, 3300, 0.3, 0, 0.02, 1);
    }

    private static Probe probe(ProbePlace place, double mistShare) {
        return new Probe("probe", place, 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, 0, mistShare)));
    }

    private static PlannedController heat(double set, double differential) {
        return Osier.planned(WARM, Osier.settings(WARM, set, differential, 33, 24));
    }

    private static PlannedController moist(double on, double off) {
        Profile profile = Osier.profile(Style.PAIR, DisplayUnit.C, 1);
        Profile percent = new Profile("Reed gauge", DisplayUnit.RH, 1, 1, Style.PAIR, Style.PAIR, false, profile.keys().stream()
                .filter(key -> key.parameter() == Parameter.ON_AT || key.parameter() == Parameter.OFF_AT).toList(), "", "");
        return new PlannedController("moist", "Reed gauge", List.of("probe"), percent, List.of(new PlannedController.PlannedLoop(
                "moist-loop", List.of("mist"), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())),
                new Settings(java.util.Map.of(Parameter.ON_AT, on, Parameter.OFF_AT, off)));
    }

    private static Humidifier mist(double outputGh) {
        return new Humidifier("mist", Humidifier.Kind.ULTRASONIC, outputGh, 10, 1, 0);
    }

    private static Setup setup(Chamber chamber, Needs needs, Probe probe, PlannedController... controllers) {
        return new Setup(chamber, needs, List.of(probe), List.of(controllers), Power.UNKNOWN);
    }

    private static final ProbePlace GOOD = ProbePlace.of(0, 0.2, 0, 0, 40);

    private static Optional<Finding> find(Setup setup, String code) {
        return Said.find(setup, code);
    }

    private static Setup moistBox(double outputGh, double on, double off, double mistShare) {
        return setup(box(ROOM, damp(), HeaterKind.MAT.typical("mat", 25), mist(outputGh)), DAMP, probe(GOOD, mistShare),
                heat(28.4, 0.6), moist(on, off));
    }

    @Test
    void aDampBoxThatHoldsItsAirHasNothingToSayOfIt() {
        List<String> codes = Assessment.of(moistBox(20, 74, 80, 0), Osier.night(12)).findings().stream().map(Finding::code).toList();
        for (String code : List.of("humidifier-too-small", "humidity-out-of-band", "near-saturation", "walls-drip", "probe-in-mist",
                "probe-outside", "cannot-lose-own-heat", "changes-too-fast")) {
            assertFalse(codes.contains(code), code + " in " + codes);
        }
    }

    @Test
    void humidifierTooSmall() {
        Setup weak = setup(box(ROOM, Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 25), mist(0.1)), DAMP, probe(GOOD, 0),
                heat(28.4, 0.6), moist(74, 80));
        Finding finding = find(weak, "humidifier-too-small").orElseThrow();
        assertTrue(finding.numbers().get("neededGh").value() > 0.5, finding.numbers() + "");
        Setup none = setup(box(ROOM, Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 25)), DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        assertTrue(find(none, "humidity-out-of-band").isPresent(), "with none at all it is the air that is too dry");
    }

    @Test
    void tooDamp() {
        Contents swamp = new Contents(4, 3300, 0.5, 0, 0.5, 20);
        Setup wet = setup(box(ROOM, swamp, HeaterKind.MAT.typical("mat", 40)), DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        Finding finding = find(wet, "humidity-out-of-band").orElseThrow();
        assertEquals("The air is too damp", finding.title());
    }

    @Test
    void nearSaturation() {
        assertTrue(find(moistBox(20, 90, 97, 0), "near-saturation").isPresent());
        assertTrue(find(moistBox(20, 85, 92, 0), "near-saturation").isEmpty());
    }

    @Test
    void wallsDrip() {
        Wall foam = new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, 40)), List.of());
        Wall door = new Wall(foam.layers(), List.of(new Opening(0.05, List.of(new Layer(Material.WINDOW_GLASS, 4)))));
        Chamber glazed = Osier.chamber(new Box(0.5, 0.4, 0.4, List.of(foam, foam, door, foam, foam, foam)), 1, AirMovement.STILL,
                damp(), OccupantPlace.CONTENTS, 0, List.of(HeaterKind.MAT.typical("mat", 40), mist(30)),
                Room.of(8, 22, 15).withHumidity(60), 140);
        Finding finding = find(setup(glazed, DAMP, probe(GOOD, 0), heat(28.4, 0.6), moist(74, 80)), "walls-drip").orElseThrow();
        assertTrue(finding.title().contains("glass or door of the front"), finding.title());
        // By hand: 28 − 3.8 W/(m²K) · 0.13 · 20 K = 18.1 °C between still airs.
        assertEquals(28 - 3.79 * 0.13 * 20, finding.numbers().get("surfaceC").value(), 0.1);
    }

    @Test
    void whatCannotCool() {
        Setup living = setup(box(Room.of(18, 26, 15).withHumidity(50), new Contents(40, 3300, 2, 40, 0, 0), HeaterKind.MAT.typical("mat", 25)),
                DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        assertTrue(find(living, "cannot-lose-own-heat").isPresent(), "thousands of late eggs");
        Setup hotRoom = setup(box(Room.of(18, 33, 15), Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 25),
                new Fan("fan", Fan.Kind.EXHAUST, 60, 5)), DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        assertTrue(find(hotRoom, "room-air-cannot-cool").isPresent());
        Setup weak = setup(box(Room.of(18, 33, 15), Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 25),
                new Cooler("cool", Cooler.Kind.THERMOELECTRIC, 1, 20, OptionalDouble.of(20))), DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        assertTrue(find(weak, "cooler-too-small").isPresent());
        for (String code : CannotCool.CODES) {
            assertTrue(find(moistBox(20, 74, 80, 0), code).isEmpty(), code);
        }
    }

    @Test
    void coastsPast() {
        Setup oversized = setup(Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 1, AirMovement.STILL, Contents.dry(0.5, 3300, 0.1, 0),
                OccupantPlace.AIR, 0, List.of(HeaterKind.WARM_LIQUID.typical("mat", 800)), ROOM, 140), DAMP,
                probe(ProbePlace.of(0, 0.2, 0, 0, 300), 0), heat(28.4, 0.6));
        assertTrue(find(oversized, "coasts-past").isPresent());
        assertTrue(find(moistBox(20, 74, 80, 0), "coasts-past").isEmpty());
    }

    @Test
    void dimmerFits() {
        Needs harmed = new Needs(new KeepBand(27, 29), List.of(new kilnward.core.life.DangerLimit(kilnward.core.life.Side.HIGH, 34, 3600)));
        Room steady = Room.of(20, 22, 15);
        Setup strong = setup(box(steady, Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 40)), harmed, probe(GOOD, 0), heat(28.4, 0.6));
        Finding finding = find(strong, "dimmer-would-fit").orElseThrow();
        Sizing sizing = Assessment.of(strong, Osier.night(12)).situation().sizing();
        double thenW = finding.numbers().get("thenW").value();
        assertTrue(thenW > sizing.wantedW() && thenW < sizing.harmlessW().orElseThrow());
        Setup electronic = setup(box(steady, Contents.dry(4, 3300, 0.3, 0), HeaterKind.SELF_LIMITING.typical("mat", 300)), harmed, probe(GOOD, 0),
                heat(28.4, 0.6));
        assertTrue(find(electronic, "dimmer-would-fit").isEmpty(), "never on what must not be dimmed");
    }

    @Test
    void probeMisled() {
        Chamber lit = box(ROOM, damp(), HeaterKind.MAT.typical("mat", 25), mist(20), new Lamp("lamp", 10, 0.5, 6, 12));
        Probe shone = probe(new ProbePlace(0, 0.2, 0, 0, 0, 1.4, 40), 0);
        assertTrue(find(setup(lit, DAMP, shone, heat(28.4, 0.6)), "probe-in-light").isPresent());
        assertTrue(find(setup(lit, DAMP, probe(GOOD, 0), heat(28.4, 0.6)), "probe-in-light").isEmpty());
        assertTrue(find(moistBox(20, 74, 80, 0.5), "probe-in-mist").isPresent());
        Probe fallen = probe(ProbePlace.of(0, 0, 1, 0, 40), 0);
        assertTrue(find(setup(lit, DAMP, fallen, heat(28.4, 0.6)), "probe-outside").isPresent());
        Probe polled = new Probe("probe", GOOD, 0, 0, 0.5, Map.of());
        assertTrue(find(setup(lit, DAMP, polled, heat(28.4, 0.6)), "probe-warms-itself").isPresent());
        assertTrue(find(setup(lit, DAMP, probe(GOOD, 0), heat(28.4, 0.6)), "probe-warms-itself").isEmpty());
    }

    @Test
    void changesTooFast() {
        Needs slow = new Needs(new KeepBand(27, 29), List.of(), Map.of(), OptionalDouble.of(0.05));
        Chamber light = box(Room.of(5, 35, 15), Contents.dry(0.2, 3300, 0.1, 0), HeaterKind.MAT.typical("mat", 60));
        assertTrue(find(setup(light, slow, probe(GOOD, 0), heat(29, 4)), "changes-too-fast").isPresent());
        Needs patient = new Needs(slow.keep(), List.of(), Map.of(), OptionalDouble.of(20));
        assertTrue(find(setup(light, patient, probe(GOOD, 0), heat(29, 4)), "changes-too-fast").isEmpty());
    }

    @Test
    void whatRunsWithoutAControllerCountsOnItsCircuit() {
        Chamber chamber = box(ROOM, damp(), HeaterKind.MAT.typical("mat", 25), new Lamp("lamp", 60, 0.5, 6, 12));
        Setup plain = setup(chamber, DAMP, probe(GOOD, 0), heat(28.4, 0.6));
        Supply mains = new Supply("The circuit", Current.AC, 230, 1);
        Supply twelve = new Supply("The 12 V supply", Current.DC, 12, 4);
        Power power = new Power(Optional.of(mains), Optional.of(twelve), Set.of("lamp"), OptionalDouble.empty());
        Setup fed = new Setup(chamber, DAMP, plain.probes(), plain.controllers(), power);
        var loads = Assessment.of(fed, Osier.night(12)).situation().loads().orElseThrow();
        // 60 W of lamp at 12 V are 5 A on a supply of 4 A; on the mains they are 60 / 0.85 W beside the mat's 25 W.
        assertEquals(125, loads.supplies().get(1).sharePct(), 1e-9);
        assertEquals(25 + 60 / 0.85, loads.supplies().get(0).powerW(), 1e-9);
        assertTrue(find(fed, "supply-overloaded").isPresent());
        assertTrue(find(plain, "supply-overloaded").isEmpty(), "not known, not judged");
    }

    @Test
    void anEmptyBoxCyclesFasterThanALoadedOne() {
        Chamber loaded = Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 1, AirMovement.MOVING, Contents.dry(12, 3300, 1.2, 0),
                OccupantPlace.CONTENTS, 0, List.of(HeaterKind.BULB.typical("mat", 40)), ROOM, 140);
        Sizing sizing = Assessment.of(setup(loaded, DAMP, Probe.of("probe", ProbePlace.of(0, 0.2, 0, 0, 30), 0), heat(28.2, 0.4)),
                Osier.night(12)).situation().sizing();
        assertTrue(sizing.emptyPerHour().orElseThrow() > sizing.loadedPerHour().orElseThrow(), sizing + "");
    }

    @Test
    void aPowerCutStopsWhatHasNoControllerToo() {
        Chamber guarded = box(Room.of(5, 8, 15), Contents.dry(4, 3300, 0.3, 0), HeaterKind.MAT.typical("mat", 60), new Lamp("lamp", 25, 1, 0, 24));
        Sizing sizing = Assessment.of(setup(guarded, DAMP, probe(GOOD, 0), heat(28.4, 0.6)), Osier.night(12)).situation().sizing();
        assertTrue(sizing.chillS().orElseThrow() < 3 * 3600, "lamp and mat are both off: " + sizing);
    }

    @Test
    void aHeaterWithNothingButItsOwnThermostatIsNotABackup() {
        var guard = HeaterKind.MAT.typical("mat", 40).with(new kilnward.core.chamber.appliance.OwnThermostat(28.4, 27.8));
        Setup alone = new Setup(box(Room.of(19, 22, 15), Contents.dry(4, 3300, 0.3, 0), guard), DAMP, List.of(probe(GOOD, 0)), List.of(),
                Power.UNKNOWN);
        Assessment assessment = Assessment.of(alone, Osier.night(12));
        List<LevelKind> kinds = assessment.situation().ladder().rungs().stream().map(Rung::kind).toList();
        assertTrue(kinds.contains(LevelKind.RAISE_OFF) && !kinds.contains(LevelKind.BACKUP_OPENS), kinds + "");
        assertTrue(assessment.findings().stream().noneMatch(each -> each.code().equals("backup-order")));
        assertTrue(assessment.situation().stuckOnEndC() > 35, "and when it sticks nothing else stops it");
    }
}
