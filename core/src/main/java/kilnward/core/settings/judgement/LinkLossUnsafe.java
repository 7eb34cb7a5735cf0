package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.settings.Habits;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;
import kilnward.core.settings.Translation;

/** Without its head unit a heater goes on, where that harms sooner than going cold does: computed from the two failures, not assumed. */
final class LinkLossUnsafe implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        OptionalDouble hot = situation.stuckOn().metrics().harmedAtS();
        OptionalDouble cold = situation.dead().metrics().harmedAtS();
        for (PlannedController controller : situation.setup().controllers()) {
            boolean heats = situation.setup().chamber().heaters().stream().anyMatch(heater -> controller.applianceIds().contains(heater.id()));
            Habits.LinkLoss fixed = controller.profile().habits().linkLoss();
            boolean byKey = controller.settings().value(Parameter.LINK_LOSS).isPresent();
            boolean goesOn = byKey ? Translation.isChosen(controller.settings(), Parameter.LINK_LOSS) : fixed == Habits.LinkLoss.ON || fixed == Habits.LinkLoss.STAYS;
            boolean goesOff = byKey ? !goesOn : fixed == Habits.LinkLoss.OFF;
            double afterHotS = hot.orElse(Double.POSITIVE_INFINITY);
            double afterColdS = cold.orElse(Double.POSITIVE_INFINITY);
            if (!heats || !(goesOn && afterHotS < afterColdS || goesOff && afterColdS < afterHotS)) {
                continue;
            }
            boolean on = goesOn;
            Map<String, Quantity> numbers = Map.of("harmed", Numbers.seconds(on ? afterHotS : afterColdS));
            String title = on ? "Without its head unit the heat may stay on" : "Without its head unit the heat goes off, and cold harms sooner here";
            findings.add(new Finding("link-loss-unsafe", Severity.MIND_THIS, title, "In the worst room for it harm is done after {harmed}; the other way round "
                    + (Double.isFinite(on ? afterColdS : afterHotS) ? "it takes longer." : "it is borne."), numbers, byKey
                    ? new Remedy(on ? "Let it go off" : "Let it go on", Step.SETTINGS, List.of(new Remedy.Change(controller.id(), Parameter.LINK_LOSS.name(), on ? 0 : 1)))
                    : Remedy.byHand("Put a second, independent layer behind it", Step.CHAMBER)));
        }
        return findings;
    }
}
