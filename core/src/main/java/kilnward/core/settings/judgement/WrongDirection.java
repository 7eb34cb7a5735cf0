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

/** The controller is keyed to cool while a heater hangs on it, or the other way round. */
final class WrongDirection implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            Direction wanted = situation.setup().wanted(controller);
            Settings settings = controller.settings();
            if (Translation.direction(controller.profile(), settings, wanted) == wanted) {
                continue;
            }
            boolean heater = wanted == Direction.RAISE;
            findings.add(new Finding("wrong-direction", Severity.NEEDS_YOU_NOW,
                    heater ? "It is keyed to cool, but a heater hangs on it"
                            : "It is keyed to heat, but a cooler hangs on it",
                    heater ? "The heater would run when it is warm and rest when it is cold, and drive the box away from"
                            + " the band." : "The cooler would run when it is cold and rest when it is warm.",
                    Map.of(), remedy(controller, settings, wanted)));
        }
        return findings;
    }

    private static Remedy remedy(PlannedController controller, Settings settings, Direction wanted) {
        if (controller.profile().raising().isPair()) {
            return new Remedy("Swap the two values", Step.SETTINGS, List.of(
                    new Remedy.Change(controller.id(), Parameter.ON_AT.name(), settings.values().get(Parameter.OFF_AT)),
                    new Remedy.Change(controller.id(), Parameter.OFF_AT.name(),
                            settings.values().get(Parameter.ON_AT))));
        }
        return new Remedy(wanted == Direction.RAISE ? "Key it to heat" : "Key it to cool", Step.SETTINGS, List.of(
                new Remedy.Change(controller.id(), Parameter.DIRECTION.name(), wanted == Direction.RAISE ? 0 : 1)));
    }
}
