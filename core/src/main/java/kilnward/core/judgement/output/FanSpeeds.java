package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.setup.PlannedController;

/** Fans by band: a lowest speed at which the fan does not turn by itself, and an intake that moves more than the exhaust. */
public final class FanSpeeds implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            if (controller.profile().law() == LawKind.FAN_BAND) {
                below(controller, findings);
                over(situation, controller, findings);
            }
        }
        return findings;
    }

    private static void below(PlannedController controller, List<Finding> findings) {
        double floor = controller.inForce().value(Parameter.FAN_FLOOR).orElse(0.0);
        for (Parameter least : List.of(Parameter.MINIMUM_SPEED, Parameter.NIGHT_MINIMUM_SPEED)) {
            double given = controller.inForce().value(least).orElse(0.0);
            if (given > 0 && given < floor && !controller.profile().floorAsOne()) {
                Map<String, QuantityValue> numbers = Map.of("least", Numbers.percent(given), "floor", Numbers.percent(floor));
                findings.add(new Finding("fan-below-floor", Severity.MIND_THIS, "At its lowest speed the fan does not turn by itself",
                        "{least} are asked for; it turns from {floor} on. It hums, warms up and moves nothing, or is held at {floor}.", numbers,
                        Trials.key(controller, "Make {floor} the lowest speed", least, controller.profile().key(least).map(key -> key.up(floor)).orElse(floor),
                                Remedy.byHand("Make {floor} the lowest speed, or let the fan stop, and look what that does to the air", Step.SETTINGS)))
                        .about(controller.id(), least.name(), controller.name()));
                return;
            }
        }
    }

    private static void over(Situation situation, PlannedController controller, List<Finding> findings) {
        if (controller.loops().size() < 2) {
            return;
        }
        double out = flow(situation, controller, 0);
        double in = flow(situation, controller, 1);
        double kept = controller.inForce().value(Parameter.INTAKE_KEPT).or(() -> controller.inForce().value(Parameter.UNDER_PRESSURE).map(off -> 100 - off)).orElse(100.0) / 100;
        if (out > 0 && in * kept > out) {
            Map<String, QuantityValue> numbers = Map.of("share", Numbers.percent(100 * in * kept / out), "kept", Numbers.percent(100 * kept));
            findings.add(new Finding("over-pressure", Severity.MIND_THIS, "The intake moves more than the exhaust",
                    "At {kept} of the exhaust's speed it still moves {share} of its air: damp air and smell are pushed out through every gap.", numbers,
                    Remedy.byHand("Keep a smaller share for the intake, and look at both fans: makers mix the two up", Step.SETTINGS))
                    .about(controller.id(), "", controller.name()));
        }
    }

    private static double flow(Situation situation, PlannedController controller, int loop) {
        return controller.loops().get(loop).applianceIds().stream().map(situation.setup()::appliance).filter(Fan.class::isInstance).map(Fan.class::cast)
                .mapToDouble(Fan::flowM3h).sum();
    }
}
