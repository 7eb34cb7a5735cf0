package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Aim;

/** An alarm sounds in the normal swing of the display. */
public final class AlarmInSwing implements Judgement {
    /** What is shown is a step of the display, but for binary dust. */
    private static final double DUST = 1e-6;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Aim aim : Aim.values()) {
            for (int i : situation.governing(aim)) {
                judge(situation, i, Parameter.HIGH_ALARM).ifPresent(findings::add);
                judge(situation, i, Parameter.LOW_ALARM).ifPresent(findings::add);
            }
        }
        return findings;
    }

    private static Optional<Finding> judge(Situation situation, int i, Parameter parameter) {
        boolean high = parameter == Parameter.HIGH_ALARM;
        Quantity reads = situation.controller(i).reads();
        Optional<Double> alarm = situation.controller(i).inForce().value(parameter).map(situation.unit(i)::toModel);
        double reached = high ? situation.display(i).highest() : situation.display(i).lowest();
        if (alarm.isEmpty() || (high ? reached < alarm.get() - DUST : reached > alarm.get() + DUST)) {
            return Optional.empty();
        }
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("reached", reads.level(reached), "alarm", reads.level(alarm.get())));
        Remedy remedy = Trials.alarms(situation, i, parameter, numbers, Trials.noPlace(situation, i, parameter));
        return Optional.of(new Finding("alarm-in-swing", Severity.MIND_THIS, "The " + (high ? "high" : "low") + " alarm sounds in normal running",
                "The display reaches {reached} every day and the alarm stands at {alarm}. An alarm that cries for nothing gets switched off.", numbers, remedy)
                .about(situation.controller(i).id(), parameter.name(), situation.controller(i).name())
                .towards(high ? Finding.Towards.HIGH : Finding.Towards.LOW));
    }
}
