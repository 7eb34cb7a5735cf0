package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.StyleLearning.Observation;
import kilnward.core.device.StyleLearning.Switched;
import kilnward.core.device.StyleLearning.Verdict;
import kilnward.core.finding.Finding;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.ladder.Edit;
import kilnward.core.ladder.Rung;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Heat and cool, moisten and dry around one value; and what a differential means, learned. */
class TwoSidedTest {
    private static ProfileKey key(Parameter parameter, double lowest, double highest) {
        return new ProfileKey(parameter, parameter.name(), 1, lowest, highest, null, List.of());
    }

    private static final Profile DAMP = new Profile("Dew keeper", DisplayUnit.RH, 1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false,
            List.of(key(Parameter.SET_VALUE, 0, 100), key(Parameter.DIFFERENTIAL, 1, 20), key(Parameter.LOWER_DIFFERENTIAL, 1, 20)), "", "");

    private static Settings keyed(double set, double moisten, double dry) {
        return new Settings(Map.of(Parameter.SET_VALUE, set, Parameter.DIFFERENTIAL, moisten, Parameter.LOWER_DIFFERENTIAL, dry));
    }

    private static PlannedController controller(Settings settings) {
        List<PlannedController.PlannedLoop> loops = java.util.stream.Stream.of("mist", "dry").map(id -> new PlannedController.PlannedLoop(
                id + "-loop", List.of(id), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())).toList();
        return new PlannedController("damp", "Dew keeper", List.of("probe"), DAMP, loops, settings);
    }

    private static Setup setup(Settings settings) {
        Chamber chamber = Osier.chamber(Osier.foamBox(0.8, 0.6, 0.8, 30), 0.5, AirMovement.MOVING, new Contents(4, 3300, 0.4, 0, 0.02, 2),
                OccupantPlace.AIR, 0, List.of(HeaterKind.MAT.typical("mat", 20), new Humidifier("mist", Humidifier.Kind.ULTRASONIC, 8, 10, 1, 0),
                        new Dehumidifier("dry", 30, 40)),
                Room.of(22, 22, 0).withHumidity(60), 0);
        return new Setup(chamber, Osier.eggNeeds(), List.of(new Probe("probe", ProbePlace.of(0, 0, 0, 0, 30), 0, 0, 0,
                Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(30, 0, 0)))), List.of(controller(settings)), Power.UNKNOWN);
    }

    /** Common practice, no source: 85 with 3 and 3 moistens at 82 or less and dries at 88 or more. */
    @Test
    void eightyFiveWithThreeAndThree() {
        SwitchingPoints moist = Translation.points(DAMP, keyed(85, 3, 3), 0, Direction.RAISE).orElseThrow();
        SwitchingPoints dry = Translation.points(DAMP, keyed(85, 3, 3), 1, Direction.RAISE).orElseThrow();
        assertEquals(new SwitchingPoints(Direction.RAISE, 82, 85), moist);
        assertEquals(new SwitchingPoints(Direction.LOWER, 88, 85), dry);
    }

    @Test
    void bothOutputsSwitchInTheSimulatorWhereTheTranslationSays() {
        Assessment assessment = Assessment.of(setup(keyed(70, 4, 5)), Osier.night(12));
        for (Event event : assessment.situation().running().events()) {
            if (event.kind() == Event.Kind.SWITCHED_ON) {
                double expected = event.subject().equals("mist-loop") ? 66 : 75;
                assertTrue(Math.abs(event.value() - expected) <= 1, event + "");
            }
        }
        List<LevelKind> kinds = assessment.situation().ladder().rungs().stream().map(Rung::kind).toList();
        assertTrue(kinds.containsAll(List.of(LevelKind.RAISE_ON, LevelKind.RAISE_OFF, LevelKind.LOWER_ON, LevelKind.LOWER_OFF)), kinds + "");
    }

    private static Optional<Finding> find(Setup setup, String code) {
        return Assessment.of(setup, Osier.night(6)).findings().stream().filter(each -> each.code().equals(code)).findFirst();
    }

    @Test
    void aNarrowRestZoneIsSaidAndAWideOneIsNot() {
        assertTrue(find(setup(keyed(70, 1, 2)), "rest-zone-narrow").isPresent());
        assertTrue(find(setup(keyed(70, 3, 3)), "rest-zone-narrow").isEmpty());
        assertTrue(find(setup(keyed(70, 3, 3)), "outputs-fight").isEmpty());
    }

    @Test
    void twoControllersThatOverlapFight() {
        Profile pair = new Profile("Pair", DisplayUnit.RH, 1, 1, Style.PAIR, Style.PAIR, false, List.of(key(Parameter.ON_AT, 0, 100),
                key(Parameter.OFF_AT, 0, 100)), "", "");
        Setup plain = setup(keyed(70, 3, 3));
        List<PlannedController> two = new java.util.ArrayList<>();
        for (String id : List.of("mist", "dry")) {
            two.add(new PlannedController(id + "-c", id, List.of("probe"), pair, List.of(new PlannedController.PlannedLoop(id + "-loop",
                    List.of(id), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())), new Settings(
                            id.equals("mist")
                                    ? Map.of(Parameter.ON_AT, 66.0, Parameter.OFF_AT, 76.0) : Map.of(Parameter.ON_AT, 72.0, Parameter.OFF_AT, 68.0))));
        }
        Setup fighting = new Setup(plain.chamber(), plain.needs(), plain.probes(), two, Power.UNKNOWN);
        assertTrue(find(fighting, "outputs-fight").isPresent());
    }

    @Test
    void movingARungOfOneSideLeavesTheOther() {
        PlannedController now = controller(keyed(70, 4, 5));
        Settings wider = new Edit.MoveRung("damp", LevelKind.RAISE_ON, 63).apply(now, Direction.RAISE);
        assertEquals(keyed(70, 7, 5), wider);
        Settings moved = new Edit.MoveRung("damp", LevelKind.LOWER_OFF, 72).apply(now, Direction.RAISE);
        assertEquals(keyed(72, 6, 3), moved, "66 and 75 stay where they are");
        assertEquals(keyed(73, 4, 5), new Edit.MoveBand("damp", 3).apply(now, Direction.RAISE));
    }

    @Test
    void anOrdinaryDeviceHasOneOutput() {
        Profile one = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        assertEquals("loops", assertThrows(RefusedValueException.class, () -> new PlannedController("c", "c", List.of("probe"), one,
                controller(keyed(1, 1, 1)).loops(), keyed(1, 1, 1))).field());
    }

    @Test
    void twoObservationsSettleAStyle() {
        // Set 70, differential 3 (°F): seen to start at 67 and stop at 73: on each side.
        List<Observation> both = List.of(new Observation(70, 3, Switched.ON, 67), new Observation(70, 3, Switched.OFF, 73));
        StyleLearning settled = StyleLearning.of(Direction.RAISE, 1, both);
        assertEquals(Verdict.SETTLED, settled.verdict());
        assertEquals(List.of(Style.EACH_SIDE), settled.styles());
        StyleLearning open = StyleLearning.of(Direction.RAISE, 1, both.subList(0, 1));
        assertEquals(Verdict.OPEN, open.verdict(), "67 also fits one that stops at its set value");
        assertEquals(List.of(Style.OFF_AT_SET, Style.EACH_SIDE), open.styles());
        assertEquals(List.of(Style.OFF_AT_SET), StyleLearning.of(Direction.LOWER, 0.1, List.of(new Observation(25.3, 0.3, Switched.ON, 25.6),
                new Observation(25.3, 0.3, Switched.OFF, 25.3))).styles(), "cooling mirrors it");
    }

    @Test
    void contradictionsAreShown() {
        StyleLearning odd = StyleLearning.of(Direction.RAISE, 0.1, List.of(new Observation(30, 1, Switched.ON, 29), new Observation(30, 1,
                Switched.OFF, 30), new Observation(30, 1, Switched.OFF, 33)));
        assertEquals(Verdict.CONTRADICTED, odd.verdict());
        assertEquals(List.of(2), odd.contradictions());
        assertEquals(List.of(Style.OFF_AT_SET), odd.styles());
    }
}
