package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.control.Direction;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;

/** An output is keyed to cool while a heater hangs on it, or the other way round. */
public final class WrongDirection implements Judgement {

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (int i = 0; i < situation.setup().controllers().size(); i++) {
            PlannedController controller = situation.controller(i);
            // Fans and vents by band only lower; whatever hangs on them, it is not keyed wrongly.
            if (controller.profile().law() != LawKind.ON_OFF && controller.profile().law() != LawKind.TIME_PROPORTIONAL) {
                continue;
            }
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                judge(situation, i, loop, findings);
            }
        }
        return findings;
    }

    private static void judge(Situation situation, int i, int loop, List<Finding> findings) {
        PlannedController controller = situation.controller(i);
        Quantity reads = controller.reads();
        Quantity.Verbs verbs = reads.holding().verbs();
        boolean keyedToRaise = situation.direction(i, loop) == Direction.RAISE;
        Set<Effect> effects = situation.setup().effects(controller.loops().get(loop));
        boolean raises = effects.stream().anyMatch(effect -> effect.raises(reads));
        boolean lowers = effects.stream().anyMatch(effect -> effect.lowers(reads));
        if (raises == lowers || raises == keyedToRaise) {
            return;
        }
        String does = keyedToRaise ? verbs.raise() : verbs.lower();
        String hung = raises ? verbs.raises() : verbs.lowers();
        findings.add(new Finding("wrong-direction", Severity.NEEDS_YOU_NOW, "It is keyed to " + does + ", but what hangs on it " + hung,
                "{hangs} would run when it should rest and rest when it should run, and drive the box away from the band.",
                Map.of(), Map.of("hangs", situation.setup().outputName(controller.loops().get(loop))), remedy(controller, raises),
                new Finding.Subject(controller.id(), loop == 0 ? "" : "second", controller.name()), Finding.Towards.BOTH, List.of()));
    }

    private static Remedy remedy(PlannedController controller, boolean raises) {
        Settings settings = controller.settings();
        if (controller.profile().isTwoSided()) {
            return Remedy.byHand("Change the two plugs over, with the power off, or mend the plan: the first output raises, the second lowers", Step.CHAMBER);
        }
        Remedy byHand = Remedy.byHand("Change the direction together with the set value: turned round alone, these numbers do not hold it. Propose settings finds some",
                Step.SETTINGS);
        if (controller.profile().raising().isPair()) {
            return Remedy.tried("Swap the two values", List.of(
                    new Remedy.Change(controller.id(), Parameter.ON_AT.name(), settings.values().get(Parameter.OFF_AT)),
                    new Remedy.Change(controller.id(), Parameter.OFF_AT.name(), settings.values().get(Parameter.ON_AT))), byHand);
        }
        return Trials.key(controller, "Key it the other way round", Parameter.DIRECTION, raises ? 0 : 1, byHand);
    }
}
