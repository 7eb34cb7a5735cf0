package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.LinkLossChoice;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** Without their head unit its outputs do what harms sooner: computed, by the same rule as what is proposed, and not assumed. */
public final class LinkLossUnsafe implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            Habits.LinkLoss fixed = controller.profile().habits().linkLoss();
            boolean byKey = controller.inForce().value(Parameter.LINK_LOSS).isPresent();
            boolean goesOn = byKey ? Translation.isChosen(controller.settings(), Parameter.LINK_LOSS) : fixed == Habits.LinkLoss.ON || fixed == Habits.LinkLoss.STAYS;
            boolean linked = byKey || fixed == Habits.LinkLoss.OFF || fixed == Habits.LinkLoss.ON || fixed == Habits.LinkLoss.STAYS;
            if (!controller.readsTemperature() || controller.isCutOut() || !linked) {
                continue;
            }
            LinkLossChoice choice = LinkLossChoice.of(situation.setup(), controller);
            double harmedS = goesOn ? choice.onHarmsS() : choice.offHarmsS();
            if (choice.on() == goesOn || !Double.isFinite(harmedS)) {
                continue;
            }
            boolean otherBorne = !Double.isFinite(goesOn ? choice.offHarmsS() : choice.onHarmsS());
            Map<String, QuantityValue> numbers = Map.of("harmed", Numbers.seconds(harmedS));
            Remedy second = Remedy.byHand("Put a second, independent layer behind it", Step.CHAMBER);
            // Let on without its head unit, what warms may have nothing between it and harm but one thermostat: that is not offered.
            boolean alone = !goesOn && LinkLossChoice.of(withoutThermostats(situation.setup()), controller).onHarmsS() < Double.POSITIVE_INFINITY
                    && !Double.isFinite(choice.onHarmsS());
            findings.add(new Finding("link-loss-unsafe", Severity.MIND_THIS, goesOn ? "Without its head unit its output may stay on" : "Without its head unit its output goes off",
                    "In the worst room for it harm is done after {harmed}; the other way round " + (otherBorne ? "it is borne." : "it takes longer."), numbers,
                    alone ? Remedy.byHand("Letting it go on would leave one thermostat between them and harm: put a second, independent layer behind it first", Step.CHAMBER)
                            : Trials.key(controller, goesOn ? "Let it go off" : "Let it go on", Parameter.LINK_LOSS, goesOn ? 0 : 1, second))
                    .about(controller.id(), "", controller.name()));
        }
        return findings;
    }

    private static Setup withoutThermostats(Setup setup) {
        return setup.with(setup.chamber().with(setup.chamber().appliances().stream()
                .map(each -> each instanceof Heater heater && heater.ownThermostat().isPresent() ? (Appliance) heater.withoutThermostat() : each).toList()));
    }
}
