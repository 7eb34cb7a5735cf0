package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.control.OutputMode;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;
import kilnward.core.settings.Translation;

/** An output left on or off by hand ignores its program. */
final class OutputInManual implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            Settings settings = controller.settings();
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                Parameter key = loop == 0 ? Parameter.OUTPUT_MODE : Parameter.SECOND_OUTPUT_MODE;
                OutputMode mode = Translation.mode(settings, key);
                if (mode == OutputMode.AUTO) {
                    continue;
                }
                boolean on = mode == OutputMode.ON;
                findings.add(new Finding("output-in-manual", Severity.NEEDS_YOU_NOW, (loop == 0 ? "The first" : "The second") + " output of "
                        + controller.name() + " is " + (on ? "on" : "off") + " by hand",
                        "It ignores its program, whatever the set value and the alarms say.", Map.of(), new Remedy("Set it back to automatic", Step.SETTINGS,
                        List.of(new Remedy.Change(controller.id(), key.name(), 0)))));
            }
        }
        return findings;
    }
}
