package kilnward.core.settings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.AirMovement;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.control.Style;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;
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
        assertEquals(Optional.empty(), wet.needs().humidity());
        assertEquals("controllerId", assertThrows(RefusedValueException.class, () -> Suggestion.of(wet, "moist")).field());
    }
}
