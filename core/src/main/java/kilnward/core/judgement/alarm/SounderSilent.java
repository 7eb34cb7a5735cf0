package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.setup.PlannedController;

/** Alarms are keyed into a device whose sounder is off or not there. */
public final class SounderSilent implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            Habits.Sounder sounder = controller.profile().habits().sounder();
            boolean alarms = controller.inForce().value(Parameter.HIGH_ALARM).isPresent() || controller.inForce().value(Parameter.LOW_ALARM).isPresent();
            silent(controller, findings);
            if (!alarms || sounder != Habits.Sounder.OFF && sounder != Habits.Sounder.NONE) {
                continue;
            }
            boolean off = sounder == Habits.Sounder.OFF;
            findings.add(new Finding("sounder-off", Severity.MIND_THIS, off ? "The sounder is off" : "There is no sounder",
                    "The alarms of {controller} blink and nobody hears them. What is not heard does not wake anybody.", Map.of(), Map.of("controller", controller.name()),
                    Remedy.byHand(off ? "Switch the sounder on again, and mend what made it a nuisance" : "Have something else call: a second alarm or a message", Step.CARD),
                    new Finding.Subject(controller.id(), "", controller.name()), Finding.Towards.NEITHER, List.of()));
        }
        return findings;
    }

    /** One of two alarms that only lights up, where the other is heard. */
    private static void silent(PlannedController controller, List<Finding> findings) {
        for (Parameter alarm : List.of(Parameter.HIGH_ALARM, Parameter.LOW_ALARM)) {
            boolean high = alarm == Parameter.HIGH_ALARM;
            if (controller.inForce().value(alarm).isPresent() && controller.profile().habits().isSilent(high)) {
                findings.add(new Finding("alarm-only-lights", Severity.MIND_THIS, "The " + (high ? "high" : "low") + " alarm only lights up",
                        "{controller} sounds nothing and sends nothing for it. What is not heard does not wake anybody.", Map.of(), Map.of("controller", controller.name()),
                        Remedy.byHand("Have something else call: a second alarm or a message", Step.CARD), new Finding.Subject(controller.id(), alarm.name(), controller.name()),
                        Finding.Towards.NEITHER, List.of()));
            }
        }
    }
}
