package kilnward.core.judgement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumMap;
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
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.life.Band;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Each judgement about the device and how it is keyed: once triggered, once not, and mended where it can be. */
class DeviceFindingsTest {
    private static final Probe BOTH = new Probe("probe", ProbePlace.of(0, 0.2, 0, 0, 40), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, 0, 0)));
    private static final Needs DAMP = new Needs(new KeepBand(27.5, 29), Osier.eggNeeds().dangerLimits(), Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(70, 85)),
            OptionalDouble.empty());

    private static Habits habits(Habits.Sounder sounder, Habits.LinkLoss linkLoss) {
        return new Habits(Habits.LeftAlone.KEPT, OptionalDouble.empty(), sounder, linkLoss, 0, 0, List.of());
    }

    private static Settings keyed(Object... pairs) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return new Settings(values);
    }

    private static Profile device(LawKind law, DisplayUnit unit, Habits habits, Settings settings) {
        return SchoolsTest.device(law, Style.OFF_AT_SET, unit, habits, settings.values().keySet().toArray(Parameter[]::new));
    }

    private static Setup setup(Room room, List<Appliance> appliances, Profile profile, Settings settings, String... outlets) {
        Chamber chamber = Osier.chamber(Osier.foamBox(0.5, 0.4, 0.4, 40), 0.5, AirMovement.MOVING, new Contents(4, 3300, 0.3, 0, 0.02, 1),
                OccupantPlace.CONTENTS, 0, appliances, room.withHumidity(55), 140);
        List<PlannedController.PlannedLoop> loops = new ArrayList<>();
        for (String outlet : outlets) {
            loops.add(new PlannedController.PlannedLoop(outlet + "-loop", List.of(outlet), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty()));
        }
        return new Setup(chamber, DAMP, List.of(BOTH), List.of(new PlannedController("device", "Device", List.of("probe"), profile, loops, settings)), Power.UNKNOWN);
    }

    private static final Room MILD = Room.of(20, 22, 15);
    private static final Settings HEAT = keyed(Parameter.SET_VALUE, 28.4, Parameter.DIFFERENTIAL, 0.5);

    private static Setup heated(Habits habits, Settings settings) {
        return setup(MILD, List.of(HeaterKind.MAT.typical("mat", 20)), device(LawKind.ON_OFF, DisplayUnit.C, habits, settings), settings, "mat");
    }

    private static Optional<Finding> find(Setup setup, String code) {
        return Said.find(setup, code);
    }

    /** It is found, and gone once its remedy is keyed in. */
    private static void foundAndMended(Setup setup, String code) {
        Finding finding = find(setup, code).orElseThrow();
        Setup mended = setup;
        for (Remedy.Change change : finding.remedy().changes()) {
            mended = mended.with(change.controllerId(), mended.controller(change.controllerId()).settings().with(Parameter.valueOf(change.parameter()), change.value()));
        }
        assertTrue(!mended.equals(setup) && find(mended, code).isEmpty(), code + " is mended by " + finding.remedy());
    }

    private static Settings with(Settings settings, Object... pairs) {
        Settings changed = settings;
        for (Map.Entry<Parameter, Double> entry : keyed(pairs).values().entrySet()) {
            changed = changed.with(entry.getKey(), entry.getValue());
        }
        return changed;
    }

    @Test
    void anOutputLeftInManualIgnoresItsProgram() {
        foundAndMended(heated(Habits.UNKNOWN, with(HEAT, Parameter.OUTPUT_MODE, 2)), "output-in-manual");
        assertTrue(find(heated(Habits.UNKNOWN, with(HEAT, Parameter.OUTPUT_MODE, 0)), "output-in-manual").isEmpty());
        double left = Assessment.of(heated(Habits.UNKNOWN, with(HEAT, Parameter.OUTPUT_MODE, 2)), Osier.night(6)).situation().running().metrics().loops().get(0).dutyShare();
        assertEquals(0, left, "and so it does when it is rehearsed");
    }

    private static Setup moist(double low, double high) {
        Settings settings = keyed(Parameter.SET_VALUE, 80, Parameter.DIFFERENTIAL, 5, Parameter.LOW_ALARM, low, Parameter.HIGH_ALARM, high);
        return setup(MILD, List.of(HeaterKind.MAT.typical("mat", 20), new Humidifier("mist", Humidifier.Kind.ULTRASONIC, 20, 10, 1, 0)),
                device(LawKind.ON_OFF, DisplayUnit.RH, Habits.UNKNOWN, settings), settings, "mist");
    }

    /** Common practice, no source: humidity 85 with alarms at 50 and 100. */
    @Test
    void anAlarmThatNeverSoundsAndOneTooFarAwayAreSaid() {
        assertTrue(find(moist(40, 95), "alarm-too-far").isPresent());
        assertTrue(find(moist(60, 95), "alarm-too-far").isEmpty());
        assertTrue(find(moist(60, 100), "alarm-past-reading").isPresent());
        assertTrue(find(moist(60, 95), "alarm-past-reading").isEmpty());
    }

    private static Setup cooled(Settings settings) {
        return setup(Room.of(30, 36, 15), List.of(Osier.cooler("cooler", 60, 60)), device(LawKind.ON_OFF, DisplayUnit.C, Habits.UNKNOWN, settings), settings, "cooler");
    }

    private static final Settings COOL = keyed(Parameter.SET_VALUE, 28, Parameter.DIFFERENTIAL, 0.6, Parameter.HIGH_ALARM, 31, Parameter.HIGH_ALARM_OPENS, 0, Parameter.MIN_OFF, 4);

    @Test
    void anAlarmThatOpensACoolerStopsItAtTheWorstMoment() {
        foundAndMended(cooled(with(COOL, Parameter.HIGH_ALARM_OPENS, 1)), "alarm-opens-cooling");
        assertTrue(find(cooled(COOL), "alarm-opens-cooling").isEmpty());
        assertTrue(find(heated(Habits.UNKNOWN, with(HEAT, Parameter.HIGH_ALARM, 31, Parameter.HIGH_ALARM_OPENS, 1)), "alarm-opens-cooling").isEmpty(), "right for heat");
    }

    /** Common practice, no source: 3 to 4 minutes. */
    @Test
    void aCompressorWithoutARestIsSaid() {
        foundAndMended(cooled(with(COOL, Parameter.MIN_OFF, 1)), "compressor-unguarded");
        assertTrue(find(cooled(COOL), "compressor-unguarded").isEmpty());
    }

    /** Common practice, no source: only the settable limits were keyed, the set value never. */
    @Test
    void limitsTakenForTheBandAreSaid() {
        Settings mistaken = keyed(Parameter.LOWEST_SETTABLE, 27.5, Parameter.HIGHEST_SETTABLE, 29, Parameter.SET_VALUE, 27.6, Parameter.DIFFERENTIAL, 3);
        Finding finding = find(heated(Habits.UNKNOWN, mistaken), "limits-mistaken").orElseThrow();
        assertEquals(24.6, finding.numbers().get("from").value(), 1e-9, "set 27.6 less 3");
        assertTrue(find(heated(Habits.UNKNOWN, with(mistaken, Parameter.SET_VALUE, 28.4, Parameter.DIFFERENTIAL, 0.5)), "limits-mistaken").isEmpty());
        assertTrue(find(heated(Habits.UNKNOWN, with(mistaken, Parameter.LOWEST_SETTABLE, 10, Parameter.HIGHEST_SETTABLE, 40)), "limits-mistaken").isEmpty(),
                "a wrong band, but no such mistake");
    }

    @Test
    void aSounderThatIsOffOrMissingIsSaid() {
        Settings alarmed = with(HEAT, Parameter.HIGH_ALARM, 31);
        assertTrue(find(heated(habits(Habits.Sounder.OFF, Habits.LinkLoss.NO_LINK), alarmed), "sounder-off").isPresent());
        assertTrue(find(heated(habits(Habits.Sounder.NONE, Habits.LinkLoss.NO_LINK), alarmed), "sounder-off").isPresent());
        assertTrue(find(heated(habits(Habits.Sounder.CAN_BE_OFF, Habits.LinkLoss.NO_LINK), alarmed), "sounder-off").isEmpty());
        assertTrue(find(heated(habits(Habits.Sounder.OFF, Habits.LinkLoss.NO_LINK), HEAT), "sounder-off").isEmpty(), "no alarm, nothing to hear");
    }

    @Test
    void anAlarmThatOnlyLightsUpIsSaidAndTheOneThatSoundsIsNot() {
        Habits lights = new Habits(Habits.LeftAlone.KEPT, OptionalDouble.empty(), Habits.Sounder.CANNOT_BE_MUTED, Habits.LinkLoss.NO_LINK, 0, 0, List.of(),
                Habits.Calibration.OFFSET,
                Set.of(Habits.AlarmDoes.LIGHT), Set.of(Habits.AlarmDoes.LIGHT, Habits.AlarmDoes.SOUND));
        Finding finding = find(heated(lights, with(HEAT, Parameter.HIGH_ALARM, 31, Parameter.LOW_ALARM, 26)), "alarm-only-lights").orElseThrow();
        assertEquals("The high alarm only lights up", finding.title());
        assertTrue(find(heated(lights, with(HEAT, Parameter.LOW_ALARM, 26)), "alarm-only-lights").isEmpty(), "the low one sounds");
        assertTrue(find(heated(Habits.UNKNOWN, with(HEAT, Parameter.HIGH_ALARM, 31)), "alarm-only-lights").isEmpty(), "what is not known is not said");
    }

    @Test
    void heatThatStaysOnWithoutItsHeadIsSaidWhereThatHarmsSooner() {
        Settings strong = with(HEAT, Parameter.LINK_LOSS, 1);
        List<Appliance> big = List.of(HeaterKind.MAT.typical("mat", 80));
        Setup on = setup(MILD, big, device(LawKind.ON_OFF, DisplayUnit.C, habits(Habits.Sounder.UNKNOWN, Habits.LinkLoss.BY_KEY), strong), strong, "mat");
        foundAndMended(on, "link-loss-unsafe");
        Setup stays = setup(MILD, big, device(LawKind.ON_OFF, DisplayUnit.C, habits(Habits.Sounder.UNKNOWN, Habits.LinkLoss.STAYS), HEAT), HEAT, "mat");
        assertTrue(find(stays, "link-loss-unsafe").isPresent());
        assertTrue(find(heated(habits(Habits.Sounder.UNKNOWN, Habits.LinkLoss.OFF), HEAT), "link-loss-unsafe").isEmpty());
        assertTrue(find(heated(Habits.UNKNOWN, HEAT), "link-loss-unsafe").isEmpty(), "no link, nothing to lose");
    }

    private static Setup vented(double timeoutS) {
        Settings settings = keyed(Parameter.SET_VALUE, 28, Parameter.NEUTRAL_ZONE, 0.5, Parameter.VENT_STEP, 10, Parameter.VENT_EVERY, 5, Parameter.MOTOR_STROKE, 120,
                Parameter.MOTOR_TIMEOUT, timeoutS);
        return setup(MILD, List.of(HeaterKind.MAT.typical("mat", 20), new Vent("vent", 10, 2)), device(LawKind.STEP_VENT, DisplayUnit.C, Habits.UNKNOWN, settings), settings,
                "vent");
    }

    @Test
    void aVentStoppedOnItsWayIsSaid() {
        foundAndMended(vented(6), "vent-motor-times-out");
        assertTrue(find(vented(20), "vent-motor-times-out").isEmpty(), "12 s a move");
    }

    private static Setup aired(double least, double kept, double intakeM3h) {
        Settings settings = keyed(Parameter.SET_VALUE, 29, Parameter.BAND, 2, Parameter.MINIMUM_SPEED, least, Parameter.MAXIMUM_SPEED, 100, Parameter.FAN_FLOOR, 25,
                Parameter.INTAKE_KEPT, kept);
        return setup(MILD, List.of(HeaterKind.MAT.typical("mat", 30), new Fan("out", Fan.Kind.EXHAUST, 4, 3), new Fan("in", Fan.Kind.INTAKE, intakeM3h, 3)),
                device(LawKind.FAN_BAND, DisplayUnit.C, Habits.UNKNOWN, settings), settings, "out", "in");
    }

    @Test
    void aFanSlowerThanItTurnsAndAnIntakeThatOutdoesTheExhaustAreSaid() {
        foundAndMended(aired(10, 80, 4), "fan-below-floor");
        assertTrue(find(aired(25, 80, 4), "fan-below-floor").isEmpty());
        assertTrue(find(aired(0, 80, 4), "fan-below-floor").isEmpty(), "with the minimum off it may stop");
        assertTrue(find(aired(25, 80, 8), "over-pressure").isPresent(), "80 % of 8 is more than 4");
        assertTrue(find(aired(25, 80, 4), "over-pressure").isEmpty());
    }

    @Test
    void aHeaterAndAFanByBandThatOverlapFight() {
        Settings fan = keyed(Parameter.SET_VALUE, 26, Parameter.BAND, 2, Parameter.MINIMUM_SPEED, 0, Parameter.MAXIMUM_SPEED, 100);
        List<Appliance> all = List.of(HeaterKind.MAT.typical("mat", 30), new Fan("out", Fan.Kind.EXHAUST, 4, 3));
        Setup heat = setup(MILD, all, device(LawKind.ON_OFF, DisplayUnit.C, Habits.UNKNOWN, HEAT), HEAT, "mat");
        for (double set : new double[] {26, 29}) {
            Settings now = fan.with(Parameter.SET_VALUE, set);
            Setup air = setup(MILD, all, device(LawKind.FAN_BAND, DisplayUnit.C, Habits.UNKNOWN, now), now, "out");
            PlannedController second = new PlannedController("fan", "Fan", List.of("probe"), air.controllers().get(0).profile(), air.controllers().get(0).loops(), now);
            Setup both = new Setup(heat.chamber(), DAMP, List.of(BOTH), List.of(heat.controllers().get(0), second), Power.UNKNOWN);
            assertEquals(set == 26, find(both, "outputs-fight").isPresent(), "fan from " + set);
        }
    }
}
