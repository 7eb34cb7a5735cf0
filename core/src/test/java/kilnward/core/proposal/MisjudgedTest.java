package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.control.Style;
import kilnward.core.control.Timers;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.Said;
import kilnward.core.ladder.BackupLevel;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.ControllerOverheated;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LeftInManual;
import kilnward.core.rehearsal.scenario.LinkLoss;
import kilnward.core.rehearsal.scenario.LinkLost;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** What was once told wrongly or dangerously, each as it was met. */
class MisjudgedTest {
    private static final Profile WARM = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
    private static final Needs FOWL = new Needs(new KeepBand(37, 38), List.of(new DangerLimit(Side.HIGH, 39.5, 3600), new DangerLimit(Side.LOW, 35, 12 * 3600)));

    static Settings keyed(Object... pairs) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return new Settings(values);
    }

    static PlannedController on(String id, LawKind law, DisplayUnit unit, Settings settings, String... outlets) {
        Profile profile = SchoolsTest.device(law, Style.OFF_AT_SET, unit, Habits.UNKNOWN, settings.values().keySet().toArray(Parameter[]::new));
        return new PlannedController(id, "The " + id, List.of("probe"), profile,
                java.util.stream.Stream.of(outlets).map(outlet -> new PlannedController.PlannedLoop(outlet + "-loop",
                        List.of(outlet), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())).toList(),
                settings);
    }

    private static Chamber setter() {
        Wall softwood = new Wall(List.of(new Layer(Material.SOFTWOOD, 20)), List.of());
        return Osier.chamber(new Box(1.8, 1, 1.8, Collections.nCopies(6, softwood)), 1, AirMovement.MOVING, Contents.dry(275, 3300, 20, 700), OccupantPlace.CONTENTS, 0,
                List.of(HeaterKind.FANNED_ELEMENT.typical("mat", 600)), Room.of(22, 32, 15), 140);
    }

    /** Thousands of late eggs give off more than the heater does: the cause is told, needs somebody now, and nothing is offered that follows it up. */
    @Test
    void eggsThatWarmThemselvesAreACauseAndNotAnAlarmSetTooLow() {
        Setup eggs = new Setup(setter(), FOWL, List.of(Osier.probe(0, 0)), List.of(Osier.planned(WARM, Osier.settings(WARM, 37.6, 0.2, 38.5, 36))), Power.UNKNOWN);
        Assessment assessment = Assessment.of(eggs, Osier.night(12));
        Finding cause = assessment.findings().get(0);
        assertEquals("cannot-lose-own-heat", cause.code());
        assertEquals(Severity.NEEDS_YOU_NOW, cause.severity());
        List<String> symptoms = cause.explains().stream().map(Finding::code).toList();
        assertTrue(symptoms.containsAll(List.of("swing-out-of-band", "alarm-in-swing", "stuck-on-harms")), symptoms.toString());
        assertTrue(cause.explains().stream().noneMatch(each -> each.remedy().isOnePress()), "a symptom has no remedy of its own");
        assertTrue(assessment.findings().stream().noneMatch(each -> each.remedy().isOnePress()), assessment.findings().toString());
        assertTrue(assessment.situation().sizing().coolingW() > 300, "and how much cooling it takes is said");
        assertTrue(assessment.situation().sizing().neededW() > 300, "the heater is sized for the first day, when they give off nothing");
        assertEquals(0, assessment.situation().sizing().harmlessW().orElseThrow(), "no heater at all is harmless here");
        assertTrue(assessment.situation().sizing().heatHarmS().isPresent(), "a power cut harms by heat");
        assertTrue(assessment.situation().sizing().chillS().isEmpty() || assessment.situation().sizing().heatUpS().isPresent());
    }

    @Test
    void aProbeAboveTheWaterIsACauseAndNotALowAlarmSetTooHigh() {
        Setup tank = tank(List.of(HeaterKind.IN_TANK.typical("mat", 150)), Osier.planned(WARM, Osier.settings(WARM, 25.8, 0.5, 28, 23)));
        Setup dry = tank.withProbes(List.of(Probe.of("probe", ProbePlace.of(0, 0, 1, 0, 40), 0)));
        List<Finding> findings = Assessment.of(dry, Osier.night(12)).findings();
        Finding cause = findings.stream().filter(each -> each.code().equals("probe-outside")).findFirst().orElseThrow();
        assertTrue(cause.explains().stream().anyMatch(each -> each.code().equals("alarm-in-swing") || each.code().equals("swing-out-of-band")), findings.toString());
        assertTrue(findings.stream().noneMatch(each -> each.code().equals("alarm-in-swing")), "nobody is offered an alarm for the room's air");
    }

    private static Setup tank(List<Appliance> appliances, PlannedController... controllers) {
        Chamber water = new Chamber(Osier.foamBox(0.8, 0.35, 0.4, 10), Optional.of(new Tank(0.36, 0)), 0, AirMovement.STILL, new Contents(8, 900, 0.5, 0, 0, 0),
                OccupantPlace.CONTENTS, 0, appliances, Room.of(20, 27, 15).withHumidity(50), 140, 1);
        Needs fish = new Needs(new KeepBand(24.5, 26.5), List.of(new DangerLimit(Side.HIGH, 30, 4 * 3600), new DangerLimit(Side.LOW, 18, 36 * 3600)));
        return new Setup(water, fish, List.of(Osier.probe(0, 0)), List.of(controllers), Power.UNKNOWN);
    }

    /** One answer to where a stuck heater ends: a fan that goes on cooling counts, in the ladder as in the run and in the faults. */
    @Test
    void aStuckHeaterEndsWhereWhatCoolsLetsIt() {
        Settings twin = keyed(Parameter.SET_VALUE, 25.5, Parameter.DIFFERENTIAL, 0.5, Parameter.LOWER_DIFFERENTIAL, 0.6);
        Setup fanned = tank(List.of(HeaterKind.IN_TANK.typical("heater", 150), new Fan("fan", Fan.Kind.SURFACE, 0, 4)),
                on("twin", LawKind.ON_OFF, DisplayUnit.C, twin, "heater", "fan"));
        Assessment assessment = Assessment.of(fanned, Osier.night(6));
        double inTheRun = assessment.situation().stuckOn().metrics().occupant().highest();
        assertEquals(inTheRun, assessment.situation().stuckOnEndC(), 1e-9);
        assertEquals(inTheRun, assessment.situation().ladder().rungs().stream().filter(each -> each.kind() == LevelKind.STUCK_ON_END).findFirst().orElseThrow().occupant(), 1e-9);
        double alone = Assessment.of(tank(List.of(HeaterKind.IN_TANK.typical("mat", 150)), Osier.planned(WARM, Osier.settings(WARM, 25.5, 0.5, 28, 23))), Osier.night(6))
                .situation().stuckOnEndC();
        assertTrue(alone > inTheRun + 2, alone + " without the fan, " + inTheRun + " with it");
    }

    @Test
    void theSunCountsWhereAHeaterEnds() {
        Wall glass = new Wall(List.of(new Layer(Material.WINDOW_GLASS, 4)), List.of());
        Room sunny = new Room(5, 18, 15, OptionalDouble.empty(), OptionalDouble.empty(), Optional.of(new Sun(500, 6, 20)));
        Chamber house = Osier.chamber(new Box(2, 1.5, 1.8, Collections.nCopies(6, glass)), 2, AirMovement.MOVING, Contents.dry(40, 3300, 4, 0), OccupantPlace.AIR, 0,
                List.of(HeaterKind.FANNED_ELEMENT.typical("mat", 300)), sunny, 140);
        Needs plants = new Needs(new KeepBand(15, 27), List.of());
        Assessment assessment = Assessment.of(
                new Setup(house, plants, List.of(Osier.probe(0, 0)), List.of(Osier.planned(WARM, Osier.settings(WARM, 18, 1, 30, 10))), Power.UNKNOWN),
                new Scenario(RoomCurve.day(sunny), 6, 86_400, 5, Scenario.Start.SETTLED, List.of(), 288));
        assertTrue(assessment.situation().stuckOnEndC() >= assessment.situation().daily().metrics().occupant().highest(),
                "stuck on it ends no cooler than a sound day peaks: " + assessment.situation().stuckOnEndC());
    }

    /** Harm less than 2 K above the band is the commonest incubator: an electronic cut-out has room there. */
    @Test
    void aCutOutIsRankedForFowlEggs() {
        Setup fowl = new Setup(Osier.reedbox(60, 40, Room.of(18, 24, 15)), FOWL, List.of(Osier.probe(0, 0)),
                List.of(Osier.planned(WARM, Osier.settings(WARM, 37.6, 0.2, 38.6, 36))),
                Power.UNKNOWN);
        BackupLevel level = BackupLevel.of(fowl).orElseThrow();
        assertEquals(38.75, level.opensC(), 1e-9, "half of the way from 38 to 39.5");
        assertTrue(level.closesC() > 38, "and closes above the band: " + level);
        assertTrue(level.stops(fowl));
        Finding stuck = Said.find(fowl, "stuck-on-harms").orElseThrow();
        assertEquals(level.opensC(), stuck.numbers().get("backupC").value(), 1e-9, "the finding advises what is ranked");
    }

    @Test
    void eachOutputHasItsOwnGuards() {
        Settings settings = keyed(Parameter.SET_VALUE, 25, Parameter.DIFFERENTIAL, 1, Parameter.LOWER_DIFFERENTIAL, 1, Parameter.MIN_OFF, 4, Parameter.ACT_DELAY, 2,
                Parameter.AFTER_MAINS, 3,
                Parameter.PULSE_ON, 10, Parameter.PULSE_REST, 5);
        Profile one = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, settings.values().keySet().toArray(Parameter[]::new));
        assertEquals(new Timers(0, 0, 180, 600, 300), Translation.timers(one, settings, 0), "a cooling delay does not hold heat back");
        assertEquals(new Timers(120, 240, 180, 0, 0), Translation.timers(one, settings, 1));
        Settings both = settings.with(Parameter.SECOND_MIN_OFF, 6).with(Parameter.SECOND_ACT_DELAY, 1).with(Parameter.SECOND_PULSE_ON, 2).with(Parameter.SECOND_PULSE_REST, 1);
        Profile each = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, both.values().keySet().toArray(Parameter[]::new));
        assertEquals(new Timers(120, 240, 180, 600, 300), Translation.timers(each, both, 0));
        assertEquals(new Timers(60, 360, 180, 120, 60), Translation.timers(each, both, 1));
        Settings plain = keyed(Parameter.SET_VALUE, 25, Parameter.DIFFERENTIAL, 1, Parameter.MIN_OFF, 4);
        assertEquals(new Timers(0, 240), Translation.timers(SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE,
                Parameter.DIFFERENTIAL, Parameter.MIN_OFF), plain, 0));
    }

    private static Rehearsed stuck(Setup setup, Fault fault) {
        return Rehearsal.run(setup.rig(), new Scenario(RoomCurve.constant(setup.chamber().room().meanC()), 0, 8 * 3600, 1, Scenario.Start.SETTLED, List.of(), 96).with(fault));
    }

    private static Setup aired(double least) {
        Settings fan = keyed(Parameter.SET_VALUE, 30, Parameter.BAND, 2, Parameter.MINIMUM_SPEED, least, Parameter.MAXIMUM_SPEED, 100);
        Chamber box = Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 1, AirMovement.STILL, Contents.dry(4, 3300, 0.3, 0), OccupantPlace.CONTENTS, 0,
                List.of(HeaterKind.MAT.typical("mat", 30), new Fan("out", Fan.Kind.EXHAUST, 8, 3), new Fan("in", Fan.Kind.INTAKE, 8, 3)), Room.of(8, 8, 15), 140);
        return new Setup(box, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(on("fans", LawKind.FAN_BAND, DisplayUnit.C, fan, "out", "in"),
                Osier.planned(WARM, Osier.settings(WARM, 28.5, 0.5, 31, 25))), Power.UNKNOWN);
    }

    private static double share(Rehearsed run, int loop, double hour) {
        return run.trace().onShares().get(loop)[(int) (hour * 12)];
    }

    /** Common practice, no source: exhaust full and intake off while it is too hot; then its program again. */
    @Test
    void anOverheatedControllerRunsItsExhaustFullUntilItIsCool() {
        for (double least : new double[] {0, 10}) {
            Rehearsed run = stuck(aired(least), new ControllerOverheated("fans", List.of("out-loop"), 4 * 3600, 0));
            assertEquals(1, share(run, 0, 2), 1e-9, "exhaust at full, whatever its lowest speed of " + least);
            assertEquals(0, share(run, 1, 2), 1e-9, "intake off");
            assertEquals(least / 100, share(run, 0, 6), 1e-9, "and back to its program by itself");
        }
    }

    @Test
    void aFanThatIsWeldedOrOnByHandBlowsWithAllItHas() {
        assertEquals(1, share(stuck(aired(10), new RelayStuckOn("out-loop", 0)), 0, 2), 1e-9);
        assertEquals(1, share(stuck(aired(10), new LeftInManual("out-loop", true, 0)), 0, 2), 1e-9);
        assertEquals(0, share(stuck(aired(10), new LeftInManual("out-loop", false, 0)), 0, 2), 1e-9);
        Setup byHand = aired(10);
        Settings on = byHand.controller("fans").settings().with(Parameter.OUTPUT_MODE, 1);
        Profile profile = SchoolsTest.device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, on.values().keySet().toArray(Parameter[]::new));
        PlannedController fans = byHand.controller("fans");
        Setup forced = byHand.withControllers(List.of(new PlannedController(fans.id(), fans.name(), fans.probeIds(), profile, fans.loops(), on), byHand.controllers().get(1)));
        assertEquals(1, Rehearsal.run(forced.rig(), Osier.night(2)).trace().onShares().get(0)[3], 1e-9, "on by hand is on at full");
    }

    /** A head that has lost its outlets still has its probe and its power: it goes on sounding. */
    @Test
    void aLostLinkDoesNotSilenceTheHead() {
        Setup box = Osier.setup(Osier.reedbox(40, 50, Room.of(18, 24, 15)), Osier.probe(0, 0), Osier.planned(WARM, Osier.settings(WARM, 28.6, 0.6, 31, 25)));
        Rehearsed run = stuck(box, new LinkLoss("controller", LinkLost.ON, 0));
        assertTrue(run.events().stream().anyMatch(each -> each.kind() == Event.Kind.HIGH_ALARM), "its outlets stayed on and it says so");
    }

    @Test
    void aWarmUpIsJudgedAsAWarmUp() {
        Setup box = Osier.setup(Osier.reedbox(9, 50, Room.of(20, 22, 15)), Osier.probe(0, 0), Osier.planned(WARM, Osier.settings(WARM, 28.6, 0.6, 31, 25)));
        Scenario cold = new Scenario(RoomCurve.day(box.chamber().room()), 21, 12 * 3600, 1, Scenario.Start.COLD, List.of(), 144);
        Assessment assessment = Assessment.of(box, cold);
        assertTrue(assessment.situation().running().metrics().occupant().lowest() < 23, "it does begin cold");
        assertTrue(assessment.plain().stream().noneMatch(each -> each.code().equals("swing-out-of-band") || each.code().equals("alarm-in-swing")), assessment.plain().toString());
    }

    private static Setup damp(double low, double high, double onAt, double offAt) {
        return damp(low, high, onAt, offAt, 150);
    }

    private static Setup damp(double low, double high, double onAt, double offAt, double outputGh) {
        Needs needs = new Needs(new KeepBand(15, 20), List.of(), Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(low, high)), OptionalDouble.empty());
        Chamber tent = Osier.chamber(Osier.foamBox(0.8, 0.6, 1, 20), 4, AirMovement.MOVING, Contents.dry(10, 3300, 0.5, 0), OccupantPlace.AIR, 0,
                List.of(new Humidifier("mist", Humidifier.Kind.ULTRASONIC, outputGh, 25, 1, 0)), Room.of(17, 18, 15).withHumidity(50), 140);
        Probe both = new Probe("probe", ProbePlace.of(0, 0, 0, 0, 40), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, 0, 0)));
        Settings pair = keyed(Parameter.ON_AT, onAt, Parameter.OFF_AT, offAt);
        Profile profile = SchoolsTest.device(LawKind.ON_OFF, Style.PAIR, DisplayUnit.RH, Habits.UNKNOWN, Parameter.ON_AT, Parameter.OFF_AT);
        return new Setup(tent, needs, List.of(both),
                List.of(new PlannedController("moist", "Moist", List.of("probe"), profile, List.of(new PlannedController.PlannedLoop("mist-loop",
                        List.of("mist"), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())), pair)),
                Power.UNKNOWN);
    }

    /** A swing from 79 to 96 against 85 to 95 has a mean in the band, and dries what lives there every hour. */
    @Test
    void humidityIsJudgedByItsSwingAndNotByItsMean() {
        Finding finding = Said.find(damp(70, 80, 58, 92), "humidity-out-of-band").orElseThrow();
        double mean = Rehearsal.run(damp(70, 80, 58, 92).rig(), Osier.night(12)).metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean();
        assertTrue(mean > 67 && mean < 83, "its mean alone would pass: " + mean);
        assertEquals(Finding.Towards.BOTH, finding.towards());
        assertTrue(finding.numbers().get("sharePct").value() < 60, finding.numbers().toString());
        assertTrue(Said.find(damp(60, 85, 70, 76, 14), "humidity-out-of-band").isEmpty(), Said.find(damp(60, 85, 70, 76, 14), "humidity-out-of-band") + "");
    }

    @Test
    void rightKeysAreNotTakenForMistakenLimits() {
        Settings right = keyed(Parameter.LOWEST_SETTABLE, 27.5, Parameter.HIGHEST_SETTABLE, 29, Parameter.SET_VALUE, 28.6, Parameter.DIFFERENTIAL, 0.6);
        Setup weak = new Setup(Osier.reedbox(5, 50, Room.of(5, 9, 15)), Osier.eggNeeds(), List.of(Osier.probe(0, 0)),
                List.of(on("heat", LawKind.ON_OFF, DisplayUnit.C, right, "mat")),
                Power.UNKNOWN);
        assertTrue(Said.find(weak, "heater-too-small").isPresent());
        assertTrue(Said.find(weak, "limits-mistaken").isEmpty(), "it strays because the heater is too weak");
    }

    /** Common practice, no source: alarms 50 and 100 %RH. At 100 it does sound, for drops; only past what can be shown it never does. */
    @Test
    void anAlarmAtTheEndOfTheScaleIsSaidForWhatItIs() {
        for (double[] each : new double[][] {{100, 0, 0}, {101, 0, 1}, {98, -3, 1}, {97, -3, 0}}) {
            Setup setup = damp(60, 85, 70, 76);
            Settings settings = setup.controllers().get(0).settings().with(Parameter.HIGH_ALARM, each[0]).with(Parameter.OFFSET, each[1]);
            Profile profile = SchoolsTest.device(LawKind.ON_OFF, Style.PAIR, DisplayUnit.RH, Habits.UNKNOWN, Parameter.ON_AT, Parameter.OFF_AT, Parameter.HIGH_ALARM,
                    Parameter.OFFSET);
            PlannedController old = setup.controllers().get(0);
            Setup alarmed = setup.withControllers(List.of(new PlannedController(old.id(), old.name(), old.probeIds(), profile, old.loops(), settings)));
            assertEquals(each[2] == 1, Said.find(alarmed, "alarm-past-reading").orElseThrow().title().contains("never"), each[0] + " with an offset of " + each[1]);
        }
    }

    @Test
    void anAlarmNobodyReachesDoesNotStopTheCooling() {
        Settings cool = keyed(Parameter.SET_VALUE, 28, Parameter.DIFFERENTIAL, 0.6, Parameter.DIRECTION, 1, Parameter.HIGH_ALARM, 110, Parameter.HIGH_ALARM_OPENS, 1,
                Parameter.MIN_OFF, 4);
        Chamber box = Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 0.5, AirMovement.MOVING, Contents.dry(4, 3300, 0.3, 0), OccupantPlace.CONTENTS, 0,
                List.of(Osier.cooler("cooler", 60, 60)), Room.of(30, 36, 15), 140);
        Setup far = new Setup(box, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(on("cool", LawKind.ON_OFF, DisplayUnit.C, cool, "cooler")), Power.UNKNOWN);
        assertTrue(Said.find(far, "alarm-opens-cooling").isEmpty());
        Setup near = far.with("cool", cool.with(Parameter.HIGH_ALARM, 31));
        assertTrue(Said.find(near, "alarm-opens-cooling").orElseThrow().remedy().isOnePress());
        PlannedController device = near.controllers().get(0);
        Profile without = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.DIRECTION,
                Parameter.HIGH_ALARM, Parameter.MIN_OFF);
        Setup fixed = near.withControllers(List.of(new PlannedController(device.id(), device.name(), device.probeIds(), without, device.loops(), device.settings())));
        assertFalse(Said.find(fixed, "alarm-opens-cooling").orElseThrow().remedy().isOnePress(), "no remedy by a key that the device lacks");
    }

    /** Names are never part of a sentence, whatever is written in them. */
    @Test
    void aNameWithBracesIsANameAndNoSlot() {
        for (String name : List.of("Box {old}", "{about}", "{controller}")) {
            Settings manual = keyed(Parameter.SET_VALUE, 28.6, Parameter.DIFFERENTIAL, 0.5, Parameter.OUTPUT_MODE, 2, Parameter.HIGH_ALARM, 28.7, Parameter.MIN_OFF, 0);
            PlannedController plain = on("heat", LawKind.ON_OFF, DisplayUnit.C, manual, "mat");
            Profile silent = new Profile(name, LawKind.ON_OFF, DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false, plain.profile().keys(), "", "",
                    new Habits(Habits.LeftAlone.KEPT, OptionalDouble.empty(), Habits.Sounder.OFF, Habits.LinkLoss.NO_LINK, 0, 0, List.of()));
            Setup setup = new Setup(Osier.reedbox(), Osier.eggNeeds(), List.of(Osier.probe(0.2, 0)),
                    List.of(new PlannedController("heat", name, List.of("probe"), silent, plain.loops(),
                            manual)),
                    Power.UNKNOWN, Map.of("mat", name, "probe", name), List.of());
            List<Finding> all = Said.all(setup);
            assertTrue(all.stream().anyMatch(each -> each.names().containsValue(name)), all.toString());
            assertTrue(all.stream().noneMatch(each -> (each.title() + each.reason() + each.remedy().text()).contains("Box")), "only in slots");
        }
    }

    @Test
    void findingsThatComeTwiceNameWhatTheyAreAbout() {
        Settings nuisance = keyed(Parameter.SET_VALUE, 28.6, Parameter.DIFFERENTIAL, 0.6, Parameter.HIGH_ALARM, 28.6);
        Chamber two = Osier.reedbox(12, 50, Room.of(18, 22, 15)).with(List.of(HeaterKind.MAT.typical("mat", 12), HeaterKind.MAT.typical("other", 12)));
        Setup setup = new Setup(two, Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(on("left", LawKind.ON_OFF, DisplayUnit.C, nuisance, "mat"),
                on("right", LawKind.ON_OFF, DisplayUnit.C, nuisance, "other")), Power.UNKNOWN);
        List<String> named = Said.all(setup).stream().filter(each -> each.code().equals("alarm-in-swing")).map(each -> each.names().get("about")).toList();
        assertEquals(List.of("The left", "The right"), named);
    }

    /** A fridge has a thermostat of its own and a lowest temperature; a reversed module heats; a coil dries. */
    @Test
    void aFridgeStopsByItselfAndGetsNoColderThanItCan() {
        Cooler fridge = new Cooler("cooler", Cooler.Kind.COMPRESSOR, 150, 90, OptionalDouble.empty(), 2, Optional.of(new OwnThermostat(10, 14)));
        Chamber box = Osier.chamber(Osier.foamBox(0.5, 0.5, 1, 40), 0.2, AirMovement.STILL, Contents.dry(10, 3300, 0.8, 0), OccupantPlace.CONTENTS, 0, List.of(fridge),
                Room.of(20, 24, 15).withHumidity(60), 140);
        Needs cheese = new Needs(new KeepBand(6, 9), List.of());
        Settings cool = keyed(Parameter.SET_VALUE, 7, Parameter.DIFFERENTIAL, 1, Parameter.DIRECTION, 1, Parameter.MIN_OFF, 4);
        Setup set = new Setup(box, cheese, List.of(Osier.probe(0, 0)), List.of(on("cool", LawKind.ON_OFF, DisplayUnit.C, cool, "cooler")), Power.UNKNOWN);
        Finding governs = Said.find(set, "own-thermostat-governs").orElseThrow();
        assertTrue(governs.explains().stream().anyMatch(each -> each.code().equals("swing-out-of-band")), governs.toString());
        Cooler cold = new Cooler("cooler", Cooler.Kind.COMPRESSOR, 150, 90, OptionalDouble.empty(), 2, Optional.empty());
        Setup without = set.with(box.with(List.of(cold)));
        assertTrue(Said.find(without, "own-thermostat-governs").isEmpty());
        Rehearsed stuck = stuck(without, new RelayStuckOn("cooler-loop", 0));
        assertTrue(stuck.metrics().occupant().lowest() > 2, "never colder than its lowest: " + stuck.metrics().occupant());
        assertTrue(Rehearsal.run(without.rig(), Osier.night(12)).metrics().water().orElseThrow().driedKg() > 0, "its coil takes water out");
        assertEquals(1.4 * 50, HeaterKind.REVERSED_MODULE.typical("module", 1.4 * 50).powerW(), 1e-9);
        assertEquals(50, HeaterKind.REVERSED_MODULE.typical("module", 1.4 * 50).electricalW(), 1e-9, "it pumps in more than it draws");
    }

    /** A curing room with its cooler running and nothing else to dry it does not stand near saturation. */
    @Test
    void aCoolersCoilDriesACuringRoom() {
        Chamber room = Osier.chamber(Osier.foamBox(1, 0.8, 1.6, 50), 0.3, AirMovement.MOVING, new Contents(30, 3300, 2, 0, 0.6, 10), OccupantPlace.AIR, 0,
                List.of(Osier.cooler("cooler", 150, 100)), Room.of(20, 26, 15).withHumidity(55), 140);
        Needs sausage = new Needs(new KeepBand(11, 15), List.of(), Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(70, 85)), OptionalDouble.empty());
        Settings cool = keyed(Parameter.SET_VALUE, 13, Parameter.DIFFERENTIAL, 1, Parameter.DIRECTION, 1, Parameter.MIN_OFF, 4);
        Probe both = new Probe("probe", ProbePlace.of(0, 0, 0, 0, 40), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, 0, 0)));
        Setup curing = new Setup(room, sausage, List.of(both), List.of(on("cool", LawKind.ON_OFF, DisplayUnit.C, cool, "cooler")), Power.UNKNOWN);
        Rehearsed run = Rehearsal.run(curing.rig(), new Scenario(RoomCurve.day(room.room()), 9, 86_400, 1, Scenario.Start.SETTLED, List.of(), 96));
        assertTrue(run.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean() < 92, run.metrics().air(Quantity.RELATIVE_HUMIDITY).toString());
        assertTrue(run.metrics().water().orElseThrow().driedKg() > 0.05, run.metrics().water().toString());
        var water = run.metrics().water().orElseThrow();
        assertEquals(water.suppliedKg(), water.ventilatedKg() + water.driedKg() + water.drainedKg() + water.storedKg(), 1e-9, "and every gram is accounted for");
    }

    /** ISO 6946, from memory: an unventilated layer of 25 mm or more has 0.18 m²K/W, 10 mm 0.15. */
    @Test
    void anAirGapInsulatesByItsTableAndSheetMetalByNothing() {
        assertEquals(0.18, Material.AIR_GAP.resistanceM2KW(60), 1e-9);
        assertEquals(0.15, Material.AIR_GAP.resistanceM2KW(10), 1e-9);
        assertEquals(0.16, Material.AIR_GAP.resistanceM2KW(12.5), 1e-9, "half of the way from 10 to 15 mm");
        assertEquals(0.00002, Material.SHEET_STEEL.resistanceM2KW(1), 1e-9);
        double single = Layer.transmittanceWm2K(List.of(new Layer(Material.WINDOW_GLASS, 4)));
        double twin = Layer.transmittanceWm2K(List.of(new Layer(Material.WINDOW_GLASS, 4), new Layer(Material.AIR_GAP, 12), new Layer(Material.WINDOW_GLASS, 4)));
        assertTrue(twin < 0.65 * single, twin + " against " + single);
    }
}
