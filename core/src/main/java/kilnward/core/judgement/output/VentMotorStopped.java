package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.device.Parameter;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
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

/** A vent's motor is stopped before one move is done. */
public final class VentMotorStopped implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            Settings settings = controller.inForce();
            if (settings.value(Parameter.MOTOR_STROKE).isEmpty() || settings.value(Parameter.MOTOR_TIMEOUT).isEmpty() || settings.value(Parameter.VENT_STEP).isEmpty()) {
                continue;
            }
            double moveS = settings.values().get(Parameter.MOTOR_STROKE) * settings.values().get(Parameter.VENT_STEP) / 100;
            double timeoutS = settings.values().get(Parameter.MOTOR_TIMEOUT);
            if (timeoutS >= moveS) {
                continue;
            }
            Map<String, QuantityValue> numbers = Map.of("move", Numbers.seconds(moveS), "timeout", Numbers.seconds(timeoutS));
            ProfileKey key = controller.profile().key(Parameter.MOTOR_TIMEOUT).orElseThrow();
            findings.add(new Finding("vent-motor-times-out", Severity.MIND_THIS, "The vent is stopped on its way",
                    "One move takes {move}, but the motor is given {timeout}: it never gets as far as its program believes.", numbers,
                    Trials.key(controller, "Give it half as long again", Parameter.MOTOR_TIMEOUT, key.up(1.5 * moveS),
                            Remedy.byHand("Give it longer, or let it move less at a time", Step.SETTINGS)))
                    .about(controller.id(), "", controller.name())
                    .towards(Finding.Towards.BOTH));
        }
        return findings;
    }
}
