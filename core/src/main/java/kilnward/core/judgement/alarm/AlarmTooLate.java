package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import kilnward.core.device.LevelKind;
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
import kilnward.core.ladder.Rung;
import kilnward.core.setup.PlannedController;

/** An alarm leaves less time before harm than it takes to hear it and walk there. */
public final class AlarmTooLate implements Judgement {
    /** Time to hear an alarm, walk there and act (s); common practice, no source. */
    private static final double TIME_TO_ACT_S = 30 * 60;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Rung rung : situation.ladder().rungs()) {
            if (rung.beforeHarmS().isEmpty() || rung.beforeHarmS().getAsDouble() >= TIME_TO_ACT_S) {
                continue;
            }
            boolean high = rung.kind() == LevelKind.HIGH_ALARM;
            double before = rung.beforeHarmS().getAsDouble();
            int i = IntStream.range(0, situation.setup().controllers().size()).filter(at -> situation.controller(at).id().equals(rung.controllerId())).findFirst().orElseThrow();
            PlannedController controller = situation.controller(i);
            Parameter alarm = high ? Parameter.HIGH_ALARM : Parameter.LOW_ALARM;
            boolean heats = !situation.setup().chamber().heaters().isEmpty();
            Map<String, QuantityValue> numbers = new HashMap<>(Map.of("beforeS", Numbers.seconds(Math.max(0, before))));
            Remedy remedy = Trials.alarm(situation, i, alarm, numbers,
                    Remedy.byHand(high == heats ? heats ? "Take a weaker heater, more mass, or a second layer that acts by itself"
                            : "Take a weaker cooler, more mass, or a second layer that acts by itself" : "Add mass or insulation, so that it moves slower", Step.CHAMBER));
            findings.add(new Finding("alarm-too-late", Severity.MIND_THIS, "The " + (high ? "high" : "low") + " alarm leaves too little time",
                    (heats ? high ? "With the heater stuck on" : "With the heater dead" : high ? "With the cooler dead" : "With the cooler stuck on")
                            + (before > 0 ? ", harm comes {beforeS} after the alarm." : ", harm comes before the alarm."),
                    numbers, remedy)
                    .about(controller.id(), alarm.name(), controller.name()).towards(high ? Finding.Towards.HIGH : Finding.Towards.LOW));
        }
        return findings;
    }
}
