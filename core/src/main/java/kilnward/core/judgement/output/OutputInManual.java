package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.control.OutputMode;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;

/** An output left on or off by hand ignores its program. */
public final class OutputInManual implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                Parameter key = loop == 0 ? Parameter.OUTPUT_MODE : Parameter.SECOND_OUTPUT_MODE;
                OutputMode mode = Translation.mode(controller.settings(), key);
                if (mode == OutputMode.AUTO) {
                    continue;
                }
                boolean on = mode == OutputMode.ON;
                findings.add(new Finding("output-in-manual", Severity.NEEDS_YOU_NOW, "{output} is " + (on ? "on" : "off") + " by hand",
                        "{controller} ignores its program there, whatever the set value and the alarms say.", Map.of(),
                        Map.of("output", situation.setup().outputName(controller.loops().get(loop)), "controller", controller.name()),
                        Trials.key(controller, "Set it back to its program", key, 0, Remedy.byHand("Mend its set value first, then set it back to its program: by these values"
                                + " it would do worse", Step.SETTINGS)),
                        new Finding.Subject(controller.id(), key.name(), controller.name()), leadsTo(situation.setup().effects(controller.loops().get(loop)), on), List.of()));
            }
        }
        return findings;
    }

    private static Finding.Towards leadsTo(Set<Effect> effects, boolean on) {
        boolean raises = effects.stream().anyMatch(effect -> Arrays.stream(Quantity.values()).anyMatch(effect::raises));
        boolean lowers = effects.stream().anyMatch(effect -> Arrays.stream(Quantity.values()).anyMatch(effect::lowers));
        return raises == lowers ? Finding.Towards.BOTH : raises == on ? Finding.Towards.HIGH : Finding.Towards.LOW;
    }
}
