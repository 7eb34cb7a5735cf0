package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.ladder.Edit;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.PlannedController;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class TranslationTest {
    private static PlannedController planned(Style style, double first, double second) {
        Profile profile = Osier.profile(style, DisplayUnit.C, 0.1);
        return Osier.planned(profile, Osier.settings(profile, first, second, 31, 25));
    }

    private static SwitchingPoints points(PlannedController controller, Settings settings) {
        return Translation.points(controller.profile(), settings, Direction.RAISE);
    }

    @ParameterizedTest
    @EnumSource(Style.class)
    void keysBehaviourKeysIsStable(Style style) {
        long seed = 5;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 200; i++) {
            double set = Math.round(random.nextDouble(10, 40) * 10) / 10.0;
            double second = Math.round(random.nextDouble(0.1, 5) * 10) / 10.0;
            PlannedController controller = planned(style, set, style.isPair() ? Math.round((set + second) * 10) / 10.0 : second);
            Settings again = Translation.withPoints(controller.profile(), controller.settings(),
                    points(controller, controller.settings()), Translation.Anchor.OFF);
            assertEquals(controller.settings(), again, "seed " + seed + " case " + i);
        }
    }

    @ParameterizedTest
    @EnumSource(Style.class)
    void aMovedRungIsMetWhereTheStepsAllowIt(Style style) {
        PlannedController controller = planned(style, 28.4, style.isPair() ? 29.0 : 0.6);
        SwitchingPoints before = points(controller, controller.settings());
        for (double target : new double[] {before.offAt() + 0.1, before.offAt() + 0.5, before.offAt() - 0.2}) {
            Settings moved = new Edit.MoveRung("controller", LevelKind.RAISE_OFF, target).apply(controller, Direction.RAISE);
            SwitchingPoints after = points(controller, moved);
            assertEquals(target, after.offAt(), style == Style.CENTRED ? 0.051 : 1e-9, style + " to " + target);
            assertEquals(before.onAt(), after.onAt(), 0.101, style + " keeps its partner");
            assertTrue(controller.profile().refusals(moved).isEmpty());
        }
    }

    @Test
    void aPointCannotPassItsPartner() {
        PlannedController controller = planned(Style.OFF_AT_SET, 28.6, 0.6);
        Settings moved = new Edit.MoveRung("controller", LevelKind.RAISE_ON, 35).apply(controller, Direction.RAISE);
        assertEquals(0.1, moved.value(Parameter.DIFFERENTIAL).orElseThrow());
        assertEquals(28.6, moved.value(Parameter.SET_VALUE).orElseThrow());
    }

    @Test
    void theBandMovesAsOne() {
        PlannedController controller = planned(Style.EACH_SIDE, 28.4, 0.3);
        Settings moved = new Edit.MoveBand("controller", -0.4).apply(controller, Direction.RAISE);
        assertEquals(28.0, moved.value(Parameter.SET_VALUE).orElseThrow());
        assertEquals(0.3, moved.value(Parameter.DIFFERENTIAL).orElseThrow());
    }

    @Test
    void anotherUnitConvertsLevelsAsLevelsAndDifferencesAsDifferences() {
        PlannedController controller = planned(Style.OFF_AT_SET, 37.5, 2.8);
        Settings f = new Edit.ChangeUnit("controller", DisplayUnit.F).apply(controller, Direction.RAISE);
        assertEquals(99.5, f.value(Parameter.SET_VALUE).orElseThrow());
        assertEquals(5.0, f.value(Parameter.DIFFERENTIAL).orElseThrow(), "2.8 K is 5 °F, never 37 °F");
        assertEquals(0.0, f.value(Parameter.OFFSET).orElseThrow(), "no offset stays no offset");
        assertEquals(87.8, f.value(Parameter.HIGH_ALARM).orElseThrow());
        Settings back = new Edit.ChangeUnit("controller", DisplayUnit.C).apply(controller.with(f), Direction.RAISE);
        assertEquals(controller.settings(), back);
    }

    @Test
    void refusalsNameTheKeyAndTheNearest() {
        Profile profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        Settings settings = Osier.settings(profile, 28.64, 99, 31, 25);
        List<String> refused = profile.refusals(settings).stream().map(Throwable::getMessage).toList();
        assertEquals(2, refused.size());
        assertTrue(refused.get(0).contains("values.SET_VALUE must be a multiple of 0.1") && refused.get(0).contains("28.6"));
        assertTrue(refused.get(1).contains("values.DIFFERENTIAL must be from 0.1 to 10"));
    }

    @Test
    void onlyTheSettableLimitsWereKeyed() {
        // Common practice, no source: limits keyed to 37 and 38 and the set value never; the band is then set value and
        // differential, whatever those were. Here the factory's 50 and 3.
        PlannedController controller = planned(Style.OFF_AT_SET, 50, 3);
        Settings mistaken = controller.settings().with(Parameter.LOWEST_SETTABLE, 37).with(Parameter.HIGHEST_SETTABLE, 38);
        assertEquals(47, points(controller, mistaken).onAt(), 1e-9);
        assertEquals(50, points(controller, mistaken).offAt(), 1e-9);
        assertTrue(controller.profile().refusals(mistaken).stream()
                .anyMatch(refusal -> refusal.field().equals("values.SET_VALUE")));
    }
}
