package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Rekey;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;

/** An alarm sounds in the normal swing of the display. */
final class AlarmInSwing implements Judgement {
    /** Distance to leave between the swing and an alarm (K). */
    private static final double CLEAR_K = 0.5;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        List<PlannedController> controllers = situation.setup().controllers();
        for (int i : situation.onTemperature()) {
            PlannedController controller = controllers.get(i);
            Metrics.Level display = situation.running().metrics().displays().get(i);
            double placementK = situation.ladder().placementK().get(i);
            judge(controller, Parameter.HIGH_ALARM, display.highest(), placementK).ifPresent(findings::add);
            judge(controller, Parameter.LOW_ALARM, display.lowest(), placementK).ifPresent(findings::add);
        }
        return findings;
    }

    private static Optional<Finding> judge(PlannedController controller, Parameter parameter, double reachedC,
                                           double placementK) {
        Settings settings = controller.settings();
        Optional<Double> alarm = settings.value(parameter);
        boolean high = parameter == Parameter.HIGH_ALARM;
        double sign = high ? 1 : -1;
        if (alarm.isEmpty()) {
            return Optional.empty();
        }
        double alarmC = settings.unit(controller.profile()).toModel(alarm.get());
        if (sign * reachedC < sign * alarmC) {
            return Optional.empty();
        }
        Optional<Settings> moved = Rekey.alarmAt(controller, parameter, reachedC + sign * (CLEAR_K + 1e-9) + placementK,
                placementK);
        double movedC = moved.flatMap(other -> other.value(parameter))
                .map(value -> settings.unit(controller.profile()).toModel(value)).orElse(reachedC + sign * CLEAR_K);
        String name = high ? "high" : "low";
        return Optional.of(new Finding("alarm-in-swing", Severity.MIND_THIS, "The " + name + " alarm sounds in normal running",
                "The display reaches {reachedC} every day and the alarm stands at {alarmC}. An alarm that cries for"
                        + " nothing gets switched off.",
                Map.of("reachedC", Numbers.level(reachedC), "alarmC", Numbers.level(alarmC),
                        "movedC", Numbers.level(movedC)),
                moved.map(other -> new Remedy("Set the " + name + " alarm to {movedC}", Step.SETTINGS,
                                Rekey.changes(controller, other)))
                        .orElseGet(() -> Remedy.byHand("This controller cannot alarm further out", Step.SETTINGS))));
    }
}
