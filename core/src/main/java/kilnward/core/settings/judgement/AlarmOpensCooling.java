package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.control.Direction;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;
import kilnward.core.settings.Translation;

/** A high alarm that opens the outputs is right for heat and stops a cooler or a fan at the worst moment (common practice, no source). */
final class AlarmOpensCooling implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            boolean lowers = false;
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                lowers |= Translation.direction(controller.profile(), controller.settings(), loop, situation.setup().wanted(controller)) == Direction.LOWER;
            }
            if (lowers && Translation.isChosen(controller.settings(), Parameter.HIGH_ALARM_OPENS)) {
                findings.add(new Finding("alarm-opens-cooling", Severity.NEEDS_YOU_NOW, "The high alarm stops what should bring it down",
                        "When it is too much, " + controller.name() + " opens its outputs: cooling, drying or fan stop when they are needed most.", Map.of(),
                        new Remedy("Let it only sound", Step.SETTINGS, List.of(new Remedy.Change(controller.id(), Parameter.HIGH_ALARM_OPENS.name(), 0)))));
            }
        }
        return findings;
    }
}
