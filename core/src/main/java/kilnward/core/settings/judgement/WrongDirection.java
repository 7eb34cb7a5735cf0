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
            if (controller.profile().isTwoSided()) {
                continue;
            }
            Direction wanted = situation.setup().wanted(controller);
            Settings settings = controller.settings();
            if (Translation.direction(controller.profile(), settings, 0, wanted) == wanted) {
                continue;
            }
            boolean raise = wanted == Direction.RAISE;
            boolean humid = controller.readsHumidity();
            String does = raise ? humid ? "dry" : "cool" : humid ? "moisten" : "heat";
            String hangs = raise ? humid ? "humidifier" : "heater" : humid ? "dehumidifier or fan" : "cooler";
            findings.add(new Finding("wrong-direction", Severity.NEEDS_YOU_NOW,
                    "It is keyed to " + does + ", but a " + hangs + " hangs on it",
                    "It would run when it should rest and rest when it should run, and drive the box away from the band.",
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
        return new Remedy("Key it the other way round", Step.SETTINGS, List.of(
                new Remedy.Change(controller.id(), Parameter.DIRECTION.name(), wanted == Direction.RAISE ? 0 : 1)));
    }
}
