package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ForkJoinPool;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is proposed is rehearsed again here, in one-second steps rather than the search's. */
class SuggestionTest {
    private static Setup reedbox(Style style, DisplayUnit unit, double resolution, Chamber chamber, double probeShare) {
        Profile profile = Osier.profile(style, unit, resolution);
        boolean c = unit == DisplayUnit.C;
        // Keyed in far from what is wanted: nothing of it may show in what is proposed.
        Settings keyed = style.isPair() ? Osier.settings(profile, c ? 22 : 72, c ? 24 : 76, c ? 60 : 140, 0)
                : Osier.settings(profile, c ? 24 : 76, c ? 2 : 4, c ? 60 : 140, 0);
        return Osier.setup(chamber, Osier.probe(probeShare, 0.4), Osier.planned(profile, keyed));
    }

    private static Metrics day(Setup setup, Settings settings) {
        return Rehearsal.run(setup.with("controller", settings).rig(), new Scenario(RoomCurve.day(setup.chamber().room()), 9, 86_400, 1,
                Scenario.Start.SETTLED, List.of(), 1)).metrics();
    }

    @ParameterizedTest(name = "{0} in {1} by {2}")
    @CsvSource({"OFF_AT_SET, C, 0.1", "ON_AT_SET, C, 0.1", "EACH_SIDE, C, 0.1", "CENTRED, C, 0.1", "PAIR, C, 0.1", "OFF_AT_SET, F, 1", "PAIR, F, 0.1"})
    void whateverTheSchoolItStaysInsideAndSparesTheContact(Style style, DisplayUnit unit, double resolution) {
        Setup setup = reedbox(style, unit, resolution, Osier.reedbox(), 0.1);
        Suggestion suggestion = Suggestion.of(setup, "controller");
        Metrics day = day(setup, suggestion.settings());
        assertTrue(suggestion.fits());
        assertTrue(day.occupant().lowest() >= 27.5 && day.occupant().highest() <= 29, day.occupant().toString());
        assertTrue(day.loops().get(0).cyclesPerHour() <= 100_000 / 8766.0, day.loops().toString());
        assertTrue(setup.controller("controller").profile().refusals(suggestion.settings()).isEmpty(), "on the device's steps");
        double highAlarmC = unit.toModel(suggestion.settings().need(Parameter.HIGH_ALARM));
        double lowAlarmC = unit.toModel(suggestion.settings().need(Parameter.LOW_ALARM));
        assertTrue(highAlarmC > day.displays().get(0).highest() && lowAlarmC < day.displays().get(0).lowest(), "silent in a sound day");
        assertTrue(highAlarmC < 34 && lowAlarmC > 20, "before harm");
    }

    @Test
    void oneStepEitherWayIsWhatThatStepDoes() {
        Setup setup = reedbox(Style.OFF_AT_SET, DisplayUnit.C, 0.1, Osier.reedbox(), 0.1);
        Suggestion suggestion = Suggestion.of(setup, "controller");
        Suggestion.Reason set = suggestion.reasons().stream().filter(each -> each.parameter() == Parameter.SET_VALUE).findFirst().orElseThrow();
        Suggestion.Neighbour higher = set.higher().orElseThrow();
        assertEquals(set.value() + 0.1, higher.value(), 1e-9);
        Metrics day = day(setup, suggestion.settings().with(Parameter.SET_VALUE, higher.value()));
        assertEquals(day.occupant().highest(), higher.highest(), 0.05);
        assertEquals(day.loops().get(0).cyclesPerHour(), higher.perHour(), 0.5);
        assertEquals(suggestion, Suggestion.of(setup, "controller"), "the same again");
    }

    @Test
    void aHeaterTooWeakIsToldAndNotHidden() {
        Setup setup = reedbox(Style.OFF_AT_SET, DisplayUnit.C, 0.1, Osier.reedbox(2, 50, Room.of(5, 8, 15)), 0);
        Suggestion suggestion = Suggestion.of(setup, "controller");
        assertFalse(suggestion.fits());
        assertTrue(suggestion.reasons().stream().anyMatch(each -> each.text().contains("cannot do better")));
    }

    @Test
    void aCompressorGetsItsRest() {
        Chamber cellar = Osier.chamber(Osier.foamBox(0.8, 0.6, 0.8, 50), 1, AirMovement.MOVING, Contents.dry(20, 3300, 1, 0), OccupantPlace.CONTENTS,
                0, List.of(Osier.cooler("mat", 45, 60)), Room.of(31, 38, 15), 140);
        Suggestion suggestion = Suggestion.of(reedbox(Style.OFF_AT_SET, DisplayUnit.C, 0.1, cellar, 0), "controller");
        assertEquals(3, suggestion.settings().need(Parameter.ACT_DELAY));
        assertEquals(1, suggestion.settings().need(Parameter.DIRECTION), "keyed to cool");
        assertTrue(suggestion.fits(), suggestion.toString());
        assertTrue(suggestion.reasons().stream().filter(each -> each.parameter() == Parameter.DIFFERENTIAL)
                .allMatch(each -> each.numbers().get("perHour").value() <= 6), suggestion.toString());
    }

    @Test
    void whatCannotBeProposedIsRefusedByName() {
        Setup setup = reedbox(Style.OFF_AT_SET, DisplayUnit.C, 0.1, Osier.reedbox(), 0);
        assertEquals("controllerId", assertThrows(RefusedValueException.class, () -> Suggestion.of(setup, "nobody")).field());
        Profile damp = new Profile("Damp", DisplayUnit.RH, 1, 1, Style.PAIR, Style.PAIR, false, List.of(
                new ProfileKey(Parameter.ON_AT, "From", 1, 1, 99, null, List.of()), new ProfileKey(Parameter.OFF_AT, "To", 1, 1, 99, null, List.of())), "", "");
        PlannedController moist = new PlannedController("moist", "Damp", List.of("probe"), damp, List.of(new PlannedController.PlannedLoop("loop", List.of("mat"),
                OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())), new Settings(java.util.Map.of(Parameter.ON_AT, 60.0, Parameter.OFF_AT, 70.0)));
        Setup wet = new Setup(setup.chamber(), setup.needs(), setup.probes(), List.of(moist), Power.UNKNOWN);
        assertEquals(Optional.empty(), wet.needs().band(Quantity.RELATIVE_HUMIDITY));
        assertEquals("controllerId", assertThrows(RefusedValueException.class, () -> Suggestion.of(wet, "moist")).field());
    }

    private static Settings start(Profile profile) {
        java.util.Map<Parameter, Double> values = new java.util.EnumMap<>(Parameter.class);
        profile.keys().forEach(key -> values.put(key.parameter(), key.nearest(switch (key.parameter()) {
            case SET_VALUE, ON_AT -> 24;
            case OFF_AT -> 26;
            case WINDOW -> 60;
            case MAXIMUM_SPEED -> 100;
            case HIGHEST_SETTABLE, HIGH_ALARM -> 60;
            case LOWEST_SETTABLE, LOW_ALARM -> -20;
            default -> 1;
        })));
        return new Settings(values);
    }

    private static Setup onDevice(Profile profile, Chamber chamber, List<List<String>> outlets) {
        List<PlannedController.PlannedLoop> loops = java.util.stream.IntStream.range(0, outlets.size()).mapToObj(i -> new PlannedController.PlannedLoop("loop" + i,
                outlets.get(i), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())).toList();
        return Osier.setup(chamber, Osier.probe(0.05, 0.4), new PlannedController("controller", "Device", List.of("probe"), profile, loops, start(profile)));
    }

    @Test
    void twoOutletsAroundOneValueAreProposedAndRehearsed() {
        Profile twin = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL,
                Parameter.LOWER_DIFFERENTIAL, Parameter.OUTPUT_MODE, Parameter.AFTER_MAINS, Parameter.HIGH_ALARM, Parameter.LOW_ALARM);
        Chamber both = Osier.chamber(Osier.foamBox(0.6, 0.5, 0.5, 40), 0.5, AirMovement.MOVING, Contents.dry(8, 3300, 0.6, 0), OccupantPlace.CONTENTS, 0,
                List.of(kilnward.core.chamber.appliance.HeaterKind.MAT.typical("mat", 40), Osier.cooler("cooler", 60, 60)), Room.of(18, 36, 15), 140);
        Setup setup = onDevice(twin, both, List.of(List.of("mat"), List.of("cooler")));
        Suggestion suggestion = Suggestion.of(setup, "controller");
        assertTrue(suggestion.fits(), suggestion.toString());
        Metrics day = day(setup, suggestion.settings());
        assertTrue(day.occupant().lowest() >= 27.5 && day.occupant().highest() <= 29, day.occupant().toString());
        assertEquals(0, suggestion.settings().need(Parameter.OUTPUT_MODE), "by its program");
        assertEquals(4, suggestion.settings().need(Parameter.AFTER_MAINS), "a compressor is among them");
        assertTrue(suggestion.reasons().stream().anyMatch(each -> each.parameter() == Parameter.LOWER_DIFFERENTIAL && each.higher().isPresent()));
    }

    @Test
    void aShareOfTheOutputIsProposedToo() {
        Profile drum = SchoolsTest.device(LawKind.TIME_PROPORTIONAL, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND,
                Parameter.INTEGRAL, Parameter.WINDOW, Parameter.LOWEST_SETTABLE, Parameter.HIGHEST_SETTABLE);
        Setup setup = onDevice(drum, Osier.reedbox(), List.of(List.of("mat")));
        Suggestion suggestion = Suggestion.of(setup.with("controller", start(drum).with(Parameter.INTEGRAL, 60).with(Parameter.WINDOW, 60)), "controller");
        assertTrue(suggestion.fits(), suggestion.toString());
        double set = suggestion.settings().need(Parameter.SET_VALUE);
        assertTrue(suggestion.settings().need(Parameter.LOWEST_SETTABLE) <= set && suggestion.settings().need(Parameter.HIGHEST_SETTABLE) >= set
                && suggestion.settings().need(Parameter.HIGHEST_SETTABLE) < 32, suggestion.settings().toString());
    }

    /** Common practice, no source: fail-off for heat, because cold is survived longer; unless it is not, so it is computed. */
    @Test
    void whatAnOutletDoesWithoutItsHeadIsComputed() {
        Profile linked = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.LINK_LOSS);
        Setup strong = onDevice(linked, Osier.reedbox(40, 50, Room.of(18, 24, 15)), List.of(List.of("mat")));
        Suggestion off = Suggestion.of(strong, "controller");
        assertEquals(0, off.settings().need(Parameter.LINK_LOSS), off.reasons().toString());
        // A heater too weak to harm, in a room that is deadly without it.
        Setup weak = onDevice(linked, Osier.reedbox(12, 50, Room.of(2, 6, 15)), List.of(List.of("mat")));
        Suggestion on = Suggestion.of(weak, "controller");
        assertEquals(1, on.settings().need(Parameter.LINK_LOSS), on.reasons().toString());
        assertTrue(on.reasons().stream().filter(each -> each.parameter() == Parameter.LINK_LOSS).allMatch(each -> each.text().contains("{offHarms}")), on.reasons().toString());
    }

    @Test
    void theAppliancesOwnThermostatIsPlacedBetweenSwingAndHarmOrSaidToHaveNoPlace() {
        Profile plain = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL);
        Chamber box = Osier.reedbox(40, 50, Room.of(18, 24, 15));
        Chamber backed = box.with(box.appliances().stream().map(each -> each instanceof kilnward.core.chamber.appliance.Heater heater
                ? (kilnward.core.chamber.appliance.Appliance) heater.with(new kilnward.core.chamber.appliance.OwnThermostat(45, 43)) : each).toList());
        Setup setup = onDevice(plain, backed, List.of(List.of("mat")));
        Suggestion suggestion = Suggestion.of(setup, "controller");
        ThermostatAdvice advice = suggestion.thermostats().get(0);
        double closes = advice.closesAtC().orElseThrow();
        assertTrue(closes > day(setup, suggestion.settings()).occupant().highest(), advice.toString());
        assertTrue(advice.opensAtC().orElseThrow() > closes && advice.numbers().get("stuck").value() < 34, advice.toString());
        assertTrue(Suggestion.of(onDevice(plain, box, List.of(List.of("mat"))), "controller").thermostats().isEmpty(), "one without has none to set");
    }

    @Test
    void progressIsToldAndWhatItThrowsEndsTheSearch() {
        Setup setup = reedbox(Style.OFF_AT_SET, DisplayUnit.C, 0.1, Osier.reedbox(), 0.1);
        java.util.Set<Integer> told = java.util.concurrent.ConcurrentHashMap.newKeySet();
        Suggestion.of(setup, "controller", (done, of) -> {
            assertTrue(done <= of);
            told.add(done);
        }, Workers.in(ForkJoinPool.commonPool()));
        assertTrue(told.size() > 5 && told.contains(1), told.toString());
        assertThrows(java.util.concurrent.CancellationException.class, () -> Suggestion.of(setup, "controller", (done, of) -> {
            throw new java.util.concurrent.CancellationException("enough");
        }, Workers.in(ForkJoinPool.commonPool())));
    }

    @Test
    void whatIsProposedForAFanLeavesTheHeaterAlone() {
        Profile plain = SchoolsTest.device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL);
        Profile breeze = SchoolsTest.device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND,
                Parameter.MINIMUM_SPEED, Parameter.MAXIMUM_SPEED);
        Chamber aired = Osier.chamber(Osier.foamBox(0.6, 0.5, 0.5, 40), 0.5, AirMovement.MOVING, Contents.dry(8, 3300, 0.6, 0), OccupantPlace.CONTENTS, 0,
                List.of(kilnward.core.chamber.appliance.HeaterKind.MAT.typical("mat", 40),
                        new kilnward.core.chamber.appliance.Fan("out", kilnward.core.chamber.appliance.Fan.Kind.EXHAUST, 4, 2)),
                Room.of(18, 24, 15), 140);
        Setup heat = onDevice(plain, aired, List.of(List.of("mat")));
        PlannedController heater = heat.controllers().get(0).with(start(plain).with(Parameter.SET_VALUE, 28).with(Parameter.DIFFERENTIAL, 0.5));
        PlannedController fan = new PlannedController("fan", "Fan", List.of("probe"), breeze, List.of(new PlannedController.PlannedLoop("air", List.of("out"),
                OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())), start(breeze).with(Parameter.MINIMUM_SPEED, 0));
        Setup both = new Setup(heat.chamber(), heat.needs(), heat.probes(), List.of(heater, fan), Power.UNKNOWN);
        Suggestion suggestion = Suggestion.of(both, "fan");
        assertTrue(suggestion.settings().need(Parameter.SET_VALUE) >= 28, suggestion.settings().toString());
        assertTrue(Assessment.of(both.with("fan", suggestion.settings()), Osier.night(6)).findings().stream().noneMatch(each -> each.code().equals("outputs-fight")));
    }
}
