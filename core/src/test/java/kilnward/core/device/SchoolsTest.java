package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kilnward.core.control.ByDay;
import kilnward.core.control.Direction;
import kilnward.core.control.FanBand;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.StepVent;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.TimeProportional;
import kilnward.core.control.VentTakeOver;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.PlannedController;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every school of controller: keys to what it does and back, against values worked by hand and by seeded cases. */
public class SchoolsTest {
    private static ProfileKey key(Parameter parameter, double step, double lowest, double highest) {
        int choices = parameter.choices();
        return choices > 0 ? new ProfileKey(parameter, parameter.name(), 1, 0, choices - 1.0, null, IntStream.range(0, choices).mapToObj(i -> "word " + i).toList())
                : new ProfileKey(parameter, parameter.name(), step, lowest, highest, null, List.of());
    }

    /** A device of a school that has a key for every meaning given, with a step of 0.1 for levels. */
    public static Profile device(LawKind law, Style style, DisplayUnit unit, Habits habits, Parameter... meanings) {
        List<ProfileKey> keys = Stream.of(meanings).map(each -> switch (each.kind()) {
            case LEVEL -> unit == DisplayUnit.PPM ? key(each, 10, 0, 10_000) : key(each, 0.1, -40, 250);
            case DIFFERENCE ->
                unit == DisplayUnit.PPM ? key(each, 10, each == Parameter.OFFSET ? -500 : 10, 2_000) : each == Parameter.OFFSET ? key(each, 0.1, -10, 10) : key(each, 0.1, 0.1, 40);
            case HOUR -> key(each, 0.25, 0, 24);
            case SECONDS -> key(each, 1, 0, 600);
            default -> key(each, 1, 0, 100);
        }).toList();
        return new Profile("Device", law, unit, unit == DisplayUnit.PPM ? 10 : 0.1, 1, style, style, false, keys, "", "", habits);
    }

    private static Settings keyed(Object... pairs) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return new Settings(values);
    }

    private static Law law(Profile profile, Settings settings, int loop) {
        return profile.law().keys().law(profile, settings, loop, Direction.RAISE);
    }

    private static final Profile FAN = device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE,
            Parameter.NIGHT_SET_VALUE, Parameter.BAND, Parameter.SET_HUMIDITY, Parameter.HUMIDITY_BAND, Parameter.MINIMUM_SPEED,
            Parameter.NIGHT_MINIMUM_SPEED, Parameter.MAXIMUM_SPEED, Parameter.INTAKE_KEPT, Parameter.INTAKE_BELOW_SET, Parameter.LIGHT_BELOW,
            Parameter.LIGHT_DELAY);
    private static final Settings FAN_KEYED = keyed(Parameter.SET_VALUE, 25, Parameter.NIGHT_SET_VALUE, 21, Parameter.BAND, 2, Parameter.SET_HUMIDITY, 60,
            Parameter.HUMIDITY_BAND, 10, Parameter.MINIMUM_SPEED, 20, Parameter.NIGHT_MINIMUM_SPEED, 10, Parameter.MAXIMUM_SPEED, 100,
            Parameter.INTAKE_KEPT, 80, Parameter.INTAKE_BELOW_SET, 2, Parameter.LIGHT_BELOW, 30, Parameter.LIGHT_DELAY, 300);

    /** Common practice, no source: full at 27 °C and at 70 %RH; p = 20 % keeps 80; night under 30 % of light for 300 s. */
    @Test
    void aFanByBandIsReadFromItsKeys() {
        FanBand exhaust = (FanBand) law(FAN, FAN_KEYED, 0);
        FanBand intake = (FanBand) law(FAN, FAN_KEYED, 1);
        Law.Seen warm = new Law.Seen(26, 26, 50, 15, 60, 100, 0, 0);
        assertEquals(0.6, exhaust.start().demand(warm), 1e-12, "20 + 80 · (26 − 25)/2 = 60 %");
        assertEquals(0.48, intake.start().demand(warm), 1e-12, "80 % of it kept");
        Law.Seen dark = new Law.Seen(20, 20, 50, 15, 60, 0, 0, 0);
        assertEquals(0.1, exhaust.start().demand(dark), 1e-12, "by night its own lowest speed");
        assertEquals(0.08, intake.start().demand(dark), 1e-12, "which keeps the ratio");
        assertEquals(FanBand.IntakeBelowSet.RATIO, exhaust.intakeBelowSet());
        List<LawKeys.Mark> marks = FAN.law().keys().marks(FAN, FAN_KEYED, 0, Direction.LOWER);
        assertTrue(marks.contains(LawKeys.Mark.of(LevelKind.FAN_FULL, 27)) && marks.contains(new LawKeys.Mark(LevelKind.FAN_FULL, 70, true, false))
                && marks.contains(new LawKeys.Mark(LevelKind.FAN_LEAST, 21, false, true)), marks + "");
    }

    @Test
    void rungsOfAFanMoveTheirOwnKeys() {
        Settings fuller = FAN.law().keys().move(FAN, FAN_KEYED, LawKeys.Mark.of(LevelKind.FAN_FULL, 28), Direction.LOWER);
        assertEquals(FAN_KEYED.with(Parameter.BAND, 3), fuller);
        Settings later = FAN.law().keys().move(FAN, FAN_KEYED, LawKeys.Mark.of(LevelKind.FAN_LEAST, 26), Direction.LOWER);
        assertEquals(FAN_KEYED.with(Parameter.SET_VALUE, 26).with(Parameter.BAND, 1), later, "full stays at 27");
        Settings damper = FAN.law().keys().move(FAN, FAN_KEYED, new LawKeys.Mark(LevelKind.FAN_LEAST, 65, true, false), Direction.LOWER);
        assertEquals(FAN_KEYED.with(Parameter.SET_HUMIDITY, 65).with(Parameter.HUMIDITY_BAND, 5), damper);
        Settings night = FAN.law().keys().move(FAN, FAN_KEYED, new LawKeys.Mark(LevelKind.FAN_LEAST, 20, false, true), Direction.LOWER);
        assertEquals(20, night.need(Parameter.NIGHT_SET_VALUE));
        assertEquals(25, night.need(Parameter.SET_VALUE));
    }

    private static final Profile VENT = device(LawKind.STEP_VENT, Style.ON_AT_SET, DisplayUnit.F, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE,
            Parameter.SET_HUMIDITY, Parameter.HUMIDITY_ZONE, Parameter.VENT_STEP, Parameter.VENT_EVERY, Parameter.OUTDOOR_LOWEST,
            Parameter.MOTOR_STROKE, Parameter.MOTOR_TIMEOUT, Parameter.FAN_SET_VALUE, Parameter.DIFFERENTIAL);
    private static final Settings VENT_KEYED = keyed(Parameter.SET_VALUE, 75, Parameter.NEUTRAL_ZONE, 2, Parameter.SET_HUMIDITY, 75, Parameter.HUMIDITY_ZONE, 5,
            Parameter.VENT_STEP, 5, Parameter.VENT_EVERY, 5, Parameter.OUTDOOR_LOWEST, 41, Parameter.MOTOR_STROKE, 100, Parameter.MOTOR_TIMEOUT, 20,
            Parameter.FAN_SET_VALUE, 85, Parameter.DIFFERENTIAL, 5);

    /** Hand-worked: by night 10 % and at most 70 %, over 4 K above 21 °C or 20 points above 50 %RH. */
    @Test
    void aFanByBandHasANightOfItsOwnForEveryKey() {
        Profile nights = device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE, Parameter.BAND,
                Parameter.NIGHT_BAND, Parameter.SET_HUMIDITY, Parameter.NIGHT_SET_HUMIDITY, Parameter.HUMIDITY_BAND, Parameter.NIGHT_HUMIDITY_BAND, Parameter.MINIMUM_SPEED,
                Parameter.NIGHT_MINIMUM_SPEED, Parameter.MAXIMUM_SPEED, Parameter.NIGHT_MAXIMUM_SPEED, Parameter.UNDER_PRESSURE, Parameter.START_KICK, Parameter.LIGHT_BELOW,
                Parameter.LIGHT_DELAY, Parameter.HUMIDITY_OFFSET);
        Settings keyed = keyed(Parameter.SET_VALUE, 25, Parameter.NIGHT_SET_VALUE, 21, Parameter.BAND, 2, Parameter.NIGHT_BAND, 4, Parameter.SET_HUMIDITY, 60,
                Parameter.NIGHT_SET_HUMIDITY, 50, Parameter.HUMIDITY_BAND, 10, Parameter.NIGHT_HUMIDITY_BAND, 20, Parameter.MINIMUM_SPEED, 20, Parameter.NIGHT_MINIMUM_SPEED, 10,
                Parameter.MAXIMUM_SPEED, 100, Parameter.NIGHT_MAXIMUM_SPEED, 70, Parameter.UNDER_PRESSURE, 25, Parameter.START_KICK, 6, Parameter.LIGHT_BELOW, 30,
                Parameter.LIGHT_DELAY, 300, Parameter.HUMIDITY_OFFSET, 3);
        Settings kicking = keyed;
        assertEquals(1, law(nights, kicking, 0).start().demand(new Law.Seen(23, 23, 40, 15, 60, 0, 0, 0)), 1e-12, "it is started at full speed");
        assertEquals(6, ((FanBand) law(nights, kicking, 0)).kickS(), 1e-12);
        keyed = keyed.with(Parameter.START_KICK, 0);
        FanBand exhaust = (FanBand) law(nights, keyed, 0);
        assertEquals(0.4, exhaust.start().demand(new Law.Seen(23, 23, 40, 15, 60, 0, 0, 0)), 1e-12, "half of the band: 10 + 60 / 2");
        assertEquals(0.4, exhaust.start().demand(new Law.Seen(20, 20, 60, 15, 60, 0, 0, 0)), 1e-12, "half of that of humidity");
        assertEquals(0.7, exhaust.start().demand(new Law.Seen(40, 40, 40, 15, 60, 0, 0, 0)), 1e-12, "never more than by night");
        assertEquals(1, exhaust.start().demand(new Law.Seen(40, 40, 40, 15, 60, 100, 0, 0)), 1e-12, "by day it may");
        assertEquals(0.6 * 0.75, ((FanBand) law(nights, keyed, 1)).start().demand(new Law.Seen(26, 26, 40, 15, 60, 100, 0, 0)), 1e-12, "a quarter taken off, not kept");
        PlannedController planned = new PlannedController("fans", "Fans", List.of("probe"), nights, List.of(new PlannedController.PlannedLoop("out", List.of("fan"),
                OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())), keyed);
        assertEquals(3, planned.controller(Direction.LOWER).companion().orElseThrow().offset(), 1e-12, "the offset of its humidity");
    }

    @Test
    void eachOutletHasItsOwnMode() {
        Profile two = device(LawKind.ON_OFF, Style.EACH_SIDE, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL,
                Parameter.OUTPUT_MODE, Parameter.SECOND_OUTPUT_MODE);
        List<PlannedController.PlannedLoop> loops = Stream.of("heat", "cool").map(each -> new PlannedController.PlannedLoop(each + "-loop", List.of(each),
                OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())).toList();
        PlannedController planned = new PlannedController("two", "Two", List.of("probe"), two, loops, keyed(Parameter.SET_VALUE, 25, Parameter.DIFFERENTIAL, 1,
                Parameter.LOWER_DIFFERENTIAL, 1, Parameter.OUTPUT_MODE, 0, Parameter.SECOND_OUTPUT_MODE, 2));
        List<Loop> outlets = planned.controller(Direction.RAISE).loops();
        assertEquals(List.of(OutputMode.AUTO, OutputMode.OFF), outlets.stream().map(Loop::mode).toList());
    }

    @Test
    void aVentStopsTakingDampFromAirThatIsTooWarmOutside() {
        Profile vent = device(LawKind.STEP_VENT, Style.ON_AT_SET, DisplayUnit.F, Habits.UNKNOWN, Stream.concat(VENT.keys().stream().map(ProfileKey::parameter),
                Stream.of(Parameter.OUTDOOR_HIGHEST)).toArray(Parameter[]::new));
        Settings keyed = VENT_KEYED.with(Parameter.OUTDOOR_HIGHEST, 86);
        assertEquals(30, ((StepVent) law(vent, keyed, 0)).humidity().orElseThrow().outdoorHighC(), 1e-9, "86 °F");
    }

    /** Common practice, no source: 5 % every 5 min, 3 % short of its ends; fans on at 85 °F, off at 80 °F; the fan only once fully open. */
    @Test
    void aVentStepsAndItsFanTakesOver() {
        StepVent vent = (StepVent) law(VENT, VENT_KEYED, 0);
        assertEquals(300, vent.everyS());
        assertEquals(5, vent.humidity().orElseThrow().outdoorLowC(), 1e-9, "41 °F");
        VentTakeOver fan = (VentTakeOver) law(VENT, VENT_KEYED, 1);
        assertEquals(new SwitchingPoints(Direction.LOWER, 85, 80), fan.fan().points());
        Law.Runner opening = vent.start();
        Law.Runner blowing = fan.start();
        double firstBlown = Double.NaN;
        for (int second = 0; second <= 7200; second += 30) {
            Law.Seen hot = new Law.Seen(90, 32.2, 60, 20, 50, 100, second, 0);
            double position = opening.demand(hot);
            if (blowing.demand(hot) > 0 && Double.isNaN(firstBlown)) {
                firstBlown = second;
                assertTrue(StepVent.isFullyOpen(position), "at " + position);
            }
        }
        // From 3 % to 97 % are 94 %: 19 moves of 5 %, the first at once, so the last 90 min later and there 4 s after.
        assertEquals(90 * 60 + 30, firstBlown);
    }

    @Test
    void aMotorThatDoesNotArriveIsStoppedAndGoesOnFromThere() {
        // 30 % a move would take 30 s of a stroke of 100 s; after 20 s it is stopped.
        StepVent vent = (StepVent) law(VENT, VENT_KEYED.with(Parameter.VENT_STEP, 30), 0);
        Law.Runner runner = vent.start();
        double[] at = new double[4];
        int[] seconds = {0, 10, 25, 299};
        for (int i = 0; i < 4; i++) {
            at[i] = runner.demand(new Law.Seen(90, 32, 60, 20, 50, 100, seconds[i], 0));
        }
        assertEquals(0.03, at[0], 1e-9);
        assertEquals(0.13, at[1], 1e-9, "on its way");
        assertEquals(0.23, at[2], 1e-9, "stopped");
        assertEquals(0.23, at[3], 1e-9);
        runner.demand(new Law.Seen(90, 32, 60, 20, 50, 100, 300, 0));
        assertEquals(0.43, runner.demand(new Law.Seen(90, 32, 60, 20, 50, 100, 330, 0)), 1e-9, "the program goes on");
    }

    @Test
    void rungsOfAVentKeepTheOtherEnd() {
        Settings later = VENT.law().keys().move(VENT, VENT_KEYED, LawKeys.Mark.of(LevelKind.VENT_OPENS, 79), Direction.LOWER);
        assertEquals(VENT_KEYED.with(Parameter.SET_VALUE, 76).with(Parameter.NEUTRAL_ZONE, 3), later);
        Settings fan = VENT.law().keys().move(VENT, VENT_KEYED, LawKeys.Mark.of(LevelKind.LOWER_ON, 87), Direction.LOWER);
        assertEquals(87, ((VentTakeOver) law(VENT, fan, 1)).fan().points().onAt(), 0.11, "starts at the set value");
    }

    @Test
    void timeProportionalHasItsShareAndItsRungs() {
        Profile share = device(LawKind.TIME_PROPORTIONAL, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND,
                Parameter.INTEGRAL, Parameter.WINDOW);
        Settings settings = keyed(Parameter.SET_VALUE, 37.5, Parameter.BAND, 2, Parameter.INTEGRAL, 0, Parameter.WINDOW, 60);
        TimeProportional law = (TimeProportional) law(share, settings, 0);
        assertEquals(Double.POSITIVE_INFINITY, law.integralS(), "0 is none");
        Law.Runner runner = law.start();
        int on = 0;
        for (int second = 0; second < 60; second++) {
            on += runner.demand(Law.Seen.of(37, second)) > 0 ? 1 : 0;
        }
        assertEquals(15, on, "(37.5 − 37)/2 of 60 s");
        assertEquals(List.of(LawKeys.Mark.of(LevelKind.HOLDS, 37.5), LawKeys.Mark.of(LevelKind.RAISE_FULL, 35.5)),
                share.law().keys().marks(share, settings, 0, Direction.RAISE));
        assertEquals(settings.with(Parameter.BAND, 3), share.law().keys().move(share, settings, LawKeys.Mark.of(LevelKind.RAISE_FULL, 34.5), Direction.RAISE));
    }

    @Test
    void anOnOffControllerWithANightSetChangesByTheClock() {
        Profile clocked = device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE,
                Parameter.DIFFERENTIAL, Parameter.DAY_FROM, Parameter.DAY_TO);
        Settings settings = keyed(Parameter.SET_VALUE, 25, Parameter.NIGHT_SET_VALUE, 18, Parameter.DIFFERENTIAL, 1, Parameter.DAY_FROM, 7, Parameter.DAY_TO, 21);
        ByDay law = (ByDay) law(clocked, settings, 0);
        Law.Runner runner = law.start();
        assertEquals(1, runner.demand(new Law.Seen(20, 20, 0, 0, 0, 0, 0, 12 * 3600)), "by day 20 is cold");
        assertEquals(0, runner.demand(new Law.Seen(20, 20, 0, 0, 0, 0, 1, 23 * 3600)), "by night it is warm");
        Settings moved = clocked.law().keys().move(clocked, settings, new LawKeys.Mark(LevelKind.RAISE_ON, 16, false, true), Direction.RAISE);
        assertEquals(settings.with(Parameter.NIGHT_SET_VALUE, 17), moved, "on at set − 1");
    }

    @Test
    void modesGuardsAndTheAlarmThatOpensReachTheController() {
        Profile guarded = device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.OUTPUT_MODE, Parameter.SET_VALUE, Parameter.DIFFERENTIAL,
                Parameter.AFTER_MAINS, Parameter.PULSE_ON, Parameter.PULSE_REST, Parameter.ONLY_LIT, Parameter.HIGH_ALARM, Parameter.HIGH_ALARM_OPENS);
        Settings settings = keyed(Parameter.OUTPUT_MODE, 2, Parameter.SET_VALUE, 25, Parameter.DIFFERENTIAL, 1, Parameter.AFTER_MAINS, 4, Parameter.PULSE_ON, 10,
                Parameter.PULSE_REST, 10, Parameter.ONLY_LIT, 1, Parameter.HIGH_ALARM, 30, Parameter.HIGH_ALARM_OPENS, 1);
        var controller = new PlannedController("c", "c", List.of("probe"), guarded, List.of(new PlannedController.PlannedLoop("l",
                List.of("mat"), java.util.OptionalDouble.empty(), java.util.OptionalDouble.empty(), java.util.OptionalDouble.empty())), settings).controller(Direction.RAISE);
        var loop = controller.loops().get(0);
        assertEquals(OutputMode.OFF, loop.mode());
        assertTrue(loop.onlyLit() && controller.highAlarmOpens());
        assertEquals(240, loop.timers().afterMainsS());
        // Common practice, no source: 10 min on, 10 min rest; about 4 min after mains returns.
        var timers = loop.timers().start(0);
        assertFalse(timers.allow(true, 239));
        assertTrue(timers.allow(true, 240) && timers.allow(true, 240 + 599));
        assertFalse(timers.allow(true, 240 + 600));
        assertTrue(timers.allow(true, 240 + 1200));
    }

    /** Common practice, no source: some devices demand at least 1 °F above and 2 °F below the set value. */
    @Test
    void anAlarmNearerThanTheDeviceAllowsIsRefusedWithTheNearestThatWorks() {
        Habits habits = new Habits(Habits.LeftAlone.DROPPED, java.util.OptionalDouble.of(8), Habits.Sounder.CAN_BE_OFF, Habits.LinkLoss.NO_LINK, 1, 2, List.of());
        Profile picky = device(LawKind.ON_OFF, Style.OFF_AT_SET, DisplayUnit.F, habits, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.HIGH_ALARM, Parameter.LOW_ALARM);
        Settings near = keyed(Parameter.SET_VALUE, 78, Parameter.DIFFERENTIAL, 1, Parameter.HIGH_ALARM, 78.5, Parameter.LOW_ALARM, 77);
        List<RefusedValueException> refusals = picky.refusals(near);
        assertEquals(List.of("values.HIGH_ALARM", "values.LOW_ALARM"), refusals.stream().map(RefusedValueException::field).toList());
        assertTrue(refusals.get(0).allowed().endsWith("the nearest is 79") && refusals.get(1).allowed().endsWith("the nearest is 76"), refusals + "");
        assertEquals(List.of(), picky.refusals(near.with(Parameter.HIGH_ALARM, 80).with(Parameter.LOW_ALARM, 76)), "78 °F with an alarm at 80");
    }

    static Stream<Profile> schools() {
        List<Profile> all = new ArrayList<>();
        for (DisplayUnit unit : List.of(DisplayUnit.C, DisplayUnit.F)) {
            for (Style style : Style.values()) {
                all.add(style.isPair() ? device(LawKind.ON_OFF, style, unit, Habits.UNKNOWN, Parameter.ON_AT, Parameter.OFF_AT)
                        : device(LawKind.ON_OFF, style, unit, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL));
                if (!style.isPair()) {
                    all.add(device(LawKind.ON_OFF, style, unit, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL));
                }
            }
            all.add(device(LawKind.TIME_PROPORTIONAL, Style.OFF_AT_SET, unit, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND, Parameter.WINDOW));
            all.add(device(LawKind.FAN_BAND, Style.OFF_AT_SET, unit, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND, Parameter.MINIMUM_SPEED, Parameter.MAXIMUM_SPEED));
            all.add(device(LawKind.STEP_VENT, Style.OFF_AT_SET, unit, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP, Parameter.VENT_EVERY));
        }
        return all.stream();
    }

    private static Settings start(Profile profile) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        profile.keys().forEach(key -> values.put(key.parameter(), key.nearest(switch (key.parameter()) {
            case OFF_AT -> 26;
            case SET_VALUE, ON_AT -> 25;
            case MAXIMUM_SPEED -> 100;
            case WINDOW -> 60;
            case VENT_STEP, VENT_EVERY -> 5;
            default -> 1;
        })));
        return new Settings(values);
    }

    /** Wanted band → keys → behaviour: never outside what was asked for unless it says so; and asked again, the same keys. */
    @ParameterizedTest
    @MethodSource("schools")
    void keysForABandNeverLeaveItSilently(Profile profile) {
        long seed = 41_017;
        Random random = new Random(seed);
        for (int i = 0; i < 300; i++) {
            double low = 15 + 20 * random.nextDouble();
            double high = low + 0.05 + 4 * random.nextDouble();
            Direction wanted = random.nextBoolean() ? Direction.RAISE : Direction.LOWER;
            Translation.Banded banded = Translation.band(profile, start(profile), low, high, wanted);
            double[] extent = profile.law().keys().extent(profile, banded.settings(), wanted);
            String say = "seed " + seed + ", case " + i + ": " + low + " to " + high + " gave " + banded;
            assertEquals(banded.low(), extent[0], 1e-9, say);
            assertEquals(banded.high(), extent[1], 1e-9, say);
            assertEquals(banded.fits(), extent[0] >= low - 1e-9 && extent[1] <= high + 1e-9, say);
            assertTrue(banded.fits() || high - low < 0.6, "a wide enough band is met: " + say);
            assertEquals(List.of(), profile.refusals(banded.settings()), say);
            Translation.Banded again = Translation.band(profile, banded.settings(), banded.low(), banded.high(), wanted);
            assertEquals(banded.settings(), again.settings(), "stable: " + say);
        }
    }

    /** Keys → behaviour → keys: moving every rung to where it already is changes nothing. */
    @ParameterizedTest
    @MethodSource("schools")
    void aRungMovedToWhereItIsChangesNothing(Profile profile) {
        Settings settings = start(profile);
        for (Direction wanted : Direction.values()) {
            for (int loop = 0; loop < (profile.isTwoSided() ? 2 : 1); loop++) {
                for (LawKeys.Mark mark : profile.law().keys().marks(profile, settings, loop, wanted)) {
                    assertEquals(settings, profile.law().keys().move(profile, settings, mark, wanted), mark + "");
                }
            }
            assertEquals(settings, profile.law().keys().shift(profile, settings, 0, wanted));
        }
    }

    @Test
    void whatASchoolCannotBeIsRefused() {
        assertEquals("keys",
                assertThrows(RefusedValueException.class, () -> device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE)).field());
        assertEquals("unit", assertThrows(RefusedValueException.class, () -> device(LawKind.STEP_VENT, Style.OFF_AT_SET, DisplayUnit.RH, Habits.UNKNOWN, Parameter.SET_VALUE,
                Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP, Parameter.VENT_EVERY)).field());
        assertEquals("edit.kind", assertThrows(RefusedValueException.class,
                () -> FAN.law().keys().move(FAN, FAN_KEYED, LawKeys.Mark.of(LevelKind.RAISE_ON, 20), Direction.RAISE)).field());
    }

    @ParameterizedTest
    @EnumSource(LawKind.class)
    void everySchoolHasALawForEachOfItsOutputs(LawKind kind) {
        Profile profile = schools().filter(each -> each.law() == kind).findFirst().orElseThrow();
        for (int loop = 0; loop < profile.outputs(); loop++) {
            assertTrue(law(profile, start(profile), loop) instanceof OnOff == (kind == LawKind.ON_OFF));
        }
    }
}
