package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.control.Direction;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Style;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;

/** What keys come to: off, fixed, meaning two things, too near or out of range; and a device with a set value by night. */
class InForceTest {
    private static final Habits NEAR = new Habits(Habits.LeftAlone.UNKNOWN, OptionalDouble.empty(), Habits.Sounder.UNKNOWN, Habits.LinkLoss.NO_LINK, 1, 2, List.of());

    private static ProfileKey key(Parameter parameter, double step, double lowest, double highest, Double offAt, Parameter also) {
        return new ProfileKey(parameter, parameter.name(), step, lowest, highest, null, List.of(), offAt, also);
    }

    private static Profile profile(Habits habits, ProfileKey... more) {
        List<ProfileKey> keys = Stream.concat(Stream.of(key(Parameter.SET_VALUE, 0.1, 0, 50, null, null), key(Parameter.DIFFERENTIAL, 0.1, 0.1, 10, null, null)), Stream.of(more))
                .toList();
        return new Profile("Marl", LawKind.ON_OFF, DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false, keys, "", "", habits);
    }

    private static Settings keyed(Object... pairs) {
        Map<Parameter, Double> values = new HashMap<>(Map.of(Parameter.SET_VALUE, 28.0, Parameter.DIFFERENTIAL, 1.0));
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return new Settings(values);
    }

    private static String refused(Profile profile, Settings settings) {
        return profile.refusals(settings).stream().map(RefusedValueException::getMessage).collect(Collectors.joining("; "));
    }

    @Test
    void anAlarmThatIsOffIsNotThereAndADelayThatIsOffIsNone() {
        Profile profile = profile(Habits.UNKNOWN, key(Parameter.HIGH_ALARM, 0.1, 0, 50, 99.0, null), key(Parameter.LOW_ALARM, 0.1, 0, 50, -9.0, null),
                key(Parameter.ACT_DELAY, 1, 1, 10, -1.0, null));
        Settings off = profile.inForce(keyed(Parameter.HIGH_ALARM, 99, Parameter.LOW_ALARM, -9, Parameter.ACT_DELAY, -1));
        assertEquals(keyed(Parameter.ACT_DELAY, 0), off);
        Settings on = keyed(Parameter.HIGH_ALARM, 31, Parameter.LOW_ALARM, 25, Parameter.ACT_DELAY, 3);
        assertEquals(on, profile.inForce(on));
        assertEquals("", refused(profile, keyed(Parameter.HIGH_ALARM, 99, Parameter.LOW_ALARM, -9, Parameter.ACT_DELAY, -1)), "off lies outside of the range, and is well");
    }

    @Test
    void whatIsFixedStandsInTheDeviceAndOneKeyMayMeanTwoThings() {
        Profile profile = profile(Habits.UNKNOWN, key(Parameter.ACT_DELAY, 1, 3, 3, null, null), key(Parameter.PULSE_ON, 1, 0, 60, null, Parameter.PULSE_REST));
        assertEquals(keyed(Parameter.ACT_DELAY, 3, Parameter.PULSE_ON, 20, Parameter.PULSE_REST, 20), profile.inForce(keyed(Parameter.PULSE_ON, 20)));
        assertEquals(5, profile.inForce(keyed(Parameter.ACT_DELAY, 5)).need(Parameter.ACT_DELAY), "what is given stays");
        assertEquals("", refused(profile, keyed(Parameter.PULSE_ON, 20)), "nothing has to be keyed in that is fixed");
        assertEquals(Parameter.PULSE_ON, profile.key(Parameter.PULSE_REST).orElseThrow().parameter());
        assertEquals(keyed(Parameter.ACT_DELAY, 3), profile.inForce(keyed()), "and nothing follows from what is missing");
    }

    @Test
    void bothEndsOfARangeAreInItAndStepsAreKept() {
        Profile profile = profile(Habits.UNKNOWN);
        assertEquals("", refused(profile, keyed(Parameter.SET_VALUE, 50)));
        assertEquals("", refused(profile, keyed(Parameter.SET_VALUE, 0)));
        assertEquals("values.SET_VALUE must be from 0 to 50 on this controller; the nearest is 50, not 50.1", refused(profile, keyed(Parameter.SET_VALUE, 50.1)));
        assertEquals("values.SET_VALUE must be a multiple of 0.1 on this controller; the nearest is 28.1, not 28.05", refused(profile, keyed(Parameter.SET_VALUE, 28.05)));
        assertTrue(profile.refuses(keyed(Parameter.SET_VALUE, 51), Parameter.SET_VALUE));
        assertFalse(profile.refuses(keyed(Parameter.SET_VALUE, 51), Parameter.DIFFERENTIAL));
    }

    @Test
    void aSetValueStaysBetweenWhatCanBeSet() {
        Profile profile = profile(Habits.UNKNOWN, key(Parameter.LOWEST_SETTABLE, 0.1, 0, 50, null, null), key(Parameter.HIGHEST_SETTABLE, 0.1, 0, 50, null, null));
        assertEquals("", refused(profile, keyed(Parameter.LOWEST_SETTABLE, 28, Parameter.HIGHEST_SETTABLE, 28)));
        assertEquals("values.SET_VALUE must not be below the lowest settable value (28.1), not 28.0",
                refused(profile, keyed(Parameter.LOWEST_SETTABLE, 28.1, Parameter.HIGHEST_SETTABLE, 30)));
        assertEquals("values.SET_VALUE must not be above the highest settable value (27.9), not 28.0",
                refused(profile, keyed(Parameter.LOWEST_SETTABLE, 20, Parameter.HIGHEST_SETTABLE, 27.9)));
    }

    @Test
    void anAlarmIsNotTakenNearerThanItsHabit() {
        Profile profile = profile(NEAR, key(Parameter.HIGH_ALARM, 0.5, 0, 50, 99.0, null), key(Parameter.LOW_ALARM, 0.5, 0, 50, null, null));
        assertEquals(Optional.of(29.0), profile.alarmLimit(keyed(), Parameter.HIGH_ALARM));
        assertEquals(Optional.of(26.0), profile.alarmLimit(keyed(), Parameter.LOW_ALARM));
        assertEquals(Optional.empty(), profile(Habits.UNKNOWN).alarmLimit(keyed(), Parameter.HIGH_ALARM), "one that does not mind");
        assertEquals("", refused(profile, keyed(Parameter.HIGH_ALARM, 29, Parameter.LOW_ALARM, 26)), "just so near");
        assertEquals("values.HIGH_ALARM must not be nearer to the set value on this controller; the nearest is 29, not 28.5",
                refused(profile, keyed(Parameter.HIGH_ALARM, 28.5, Parameter.LOW_ALARM, 26)));
        assertEquals("values.LOW_ALARM must not be nearer to the set value on this controller; the nearest is 26, not 26.5",
                refused(profile, keyed(Parameter.HIGH_ALARM, 99, Parameter.LOW_ALARM, 26.5)), "one that is off is never too near");
        Settings uneven = keyed(Parameter.SET_VALUE, 28.2, Parameter.HIGH_ALARM, 29, Parameter.LOW_ALARM, 26.5);
        assertEquals(List.of("the nearest is 29.5", "the nearest is 26"), profile.refusals(uneven).stream().map(each -> each.allowed().replaceFirst(".*; ", "")).toList(),
                "the next step that is far enough");
    }

    private static Set<LevelKind> kinds(Predicate<LevelKind> which) {
        return Stream.of(LevelKind.values()).filter(which).collect(Collectors.toSet());
    }

    @Test
    void rungsAreWhatTheirNamesSay() {
        assertEquals(EnumSet.of(LevelKind.RAISE_FULL, LevelKind.LOWER_FULL), kinds(LevelKind::isFull));
        assertEquals(EnumSet.of(LevelKind.RAISE_ON, LevelKind.LOWER_ON), kinds(LevelKind::isOn));
        assertEquals(EnumSet.of(LevelKind.RAISE_ON, LevelKind.LOWER_ON, LevelKind.RAISE_OFF, LevelKind.LOWER_OFF), kinds(LevelKind::isSwitching));
        assertEquals(EnumSet.of(LevelKind.LOWER_ON, LevelKind.LOWER_OFF), kinds(LevelKind::lowers));
        assertEquals(List.of(LevelKind.BACKUP_CLOSES, LevelKind.BACKUP_OPENS, LevelKind.HIGH_ALARM),
                Stream.of(LevelKind.RAISE_ON, LevelKind.RAISE_OFF, LevelKind.HIGH_ALARM).map(LevelKind::asBackup).toList());
        assertEquals(List.of(LevelKind.RAISE_FULL, LevelKind.LOWER_FULL), Stream.of(Direction.RAISE, Direction.LOWER).map(LevelKind::full).toList());
    }

    /** Off at 28 by day and at 24 by night, on a kelvin below. */
    @Test
    void aNightsRungMovesTheNightsSetValueOnly() {
        Profile profile = profile(Habits.UNKNOWN, key(Parameter.NIGHT_SET_VALUE, 0.1, 0, 50, null, null), key(Parameter.DAY_FROM, 1, 0, 24, null, null),
                key(Parameter.DAY_TO, 1, 0, 24, null, null));
        Settings night = keyed(Parameter.NIGHT_SET_VALUE, 24, Parameter.DAY_FROM, 6, Parameter.DAY_TO, 22);
        LawKeys keys = LawKind.ON_OFF.keys();
        assertEquals(night.with(Parameter.NIGHT_SET_VALUE, 25.5), keys.move(profile, night, new LawKeys.Mark(LevelKind.RAISE_OFF, 25.5, false, true), Direction.RAISE));
        assertEquals(night.with(Parameter.NIGHT_SET_VALUE, 22.5), keys.move(profile, night, new LawKeys.Mark(LevelKind.RAISE_ON, 21.5, false, true), Direction.RAISE));
        assertEquals(night.with(Parameter.NIGHT_SET_VALUE, 26).with(Parameter.SET_VALUE, 30), keys.shift(profile, night, 2, Direction.RAISE), "both move together");
        assertEquals(keyed(Parameter.SET_VALUE, 30), keys.shift(profile(Habits.UNKNOWN), keyed(), 2, Direction.RAISE));
        assertArrayEquals(new double[] {27, 28}, keys.extent(profile, night, Direction.RAISE), 1e-9, "by day");
    }

    /** Heat and cool around one value, off at it: the middle of two levels, and half of their distance to each side. */
    @Test
    void twoSidesAreKeyedBetweenTwoLevels() {
        Profile both = profile(Habits.UNKNOWN, key(Parameter.LOWER_DIFFERENTIAL, 0.1, 0.1, 10, null, null));
        assertEquals(Map.of(Parameter.SET_VALUE, 25.0, Parameter.DIFFERENTIAL, 3.0, Parameter.LOWER_DIFFERENTIAL, 3.0), LawKind.ON_OFF.keys().exact(both, keyed(), 22, 28,
                Direction.RAISE));
        assertEquals(2, both.outputs());
        assertEquals(Map.of(Parameter.SET_VALUE, 28.0, Parameter.DIFFERENTIAL, 2.0), LawKind.ON_OFF.keys().exact(profile(Habits.UNKNOWN), keyed(), 26, 28, Direction.RAISE));
        assertEquals(Map.of(Parameter.SET_VALUE, 26.0, Parameter.DIFFERENTIAL, 2.0), LawKind.ON_OFF.keys().exact(profile(Habits.UNKNOWN), keyed(), 26, 28, Direction.LOWER));
    }

    private static Timers timers(Profile profile, int output, Object... pairs) {
        return Translation.timers(profile, keyed(pairs), output);
    }

    /** All in minutes as keyed in, in seconds as they act: delay, rest, after mains, pulse on, pulse rest. */
    @Test
    void whoIsHeldBackIsTheOneThatCoolsAndWhoPulsesTheOneThatMoistens() {
        ProfileKey lower = key(Parameter.LOWER_DIFFERENTIAL, 0.1, 0.1, 10, null, null);
        ProfileKey delay = key(Parameter.ACT_DELAY, 1, 0, 10, null, null);
        ProfileKey rest = key(Parameter.MIN_OFF, 1, 0, 10, null, null);
        ProfileKey on = key(Parameter.PULSE_ON, 1, 0, 60, null, null);
        ProfileKey off = key(Parameter.PULSE_REST, 1, 0, 60, null, null);
        Object[] one = {Parameter.LOWER_DIFFERENTIAL, 1, Parameter.ACT_DELAY, 3, Parameter.MIN_OFF, 4, Parameter.AFTER_MAINS, 2, Parameter.PULSE_ON, 5, Parameter.PULSE_REST, 6};
        Profile twoSided = profile(Habits.UNKNOWN, lower, delay, rest, on, off);
        assertEquals(new Timers(0, 0, 120, 300, 360), timers(twoSided, 0, one), "what warms waits for nobody");
        assertEquals(new Timers(180, 240, 120, 0, 0), timers(twoSided, 1, one), "compressors are where it cools");
        assertEquals(new Timers(180, 240, 120, 300, 360), timers(profile(Habits.UNKNOWN, delay, rest, on, off), 0, one), "a single output has all of it");
        Profile each = profile(Habits.UNKNOWN, lower, delay, rest, on, off, key(Parameter.SECOND_ACT_DELAY, 1, 0, 10, null, null),
                key(Parameter.SECOND_MIN_OFF, 1, 0, 10, null, null), key(Parameter.SECOND_PULSE_ON, 1, 0, 60, null, null), key(Parameter.SECOND_PULSE_REST, 1, 0, 60, null, null));
        Object[] both = Stream.concat(Stream.of(one), Stream.of(Parameter.SECOND_ACT_DELAY, 7, Parameter.SECOND_MIN_OFF, 8, Parameter.SECOND_PULSE_ON, 9,
                Parameter.SECOND_PULSE_REST, 10)).toArray();
        assertEquals(new Timers(180, 240, 120, 300, 360), timers(each, 0, both), "with keys for each, each has its own");
        assertEquals(new Timers(420, 480, 120, 540, 600), timers(each, 1, both));
        assertEquals(new Timers(0, 0, 0, 0, 0), timers(profile(Habits.UNKNOWN), 0));
    }

    @Test
    void choicesAreToldByTheirNearest() {
        assertFalse(Translation.isChosen(keyed(), Parameter.DIRECTION));
        assertFalse(Translation.isChosen(keyed(Parameter.DIRECTION, 0), Parameter.DIRECTION));
        assertTrue(Translation.isChosen(keyed(Parameter.DIRECTION, 0.5), Parameter.DIRECTION));
        assertEquals(List.of(OutputMode.values()), Stream.of(0, 1, 2).map(choice -> Translation.mode(keyed(Parameter.OUTPUT_MODE, choice), Parameter.OUTPUT_MODE)).toList());
        assertEquals(OutputMode.values()[0], Translation.mode(keyed(), Parameter.OUTPUT_MODE));
        assertEquals(OutputMode.values()[2], Translation.mode(keyed(Parameter.OUTPUT_MODE, 9), Parameter.OUTPUT_MODE));
    }
}
