package kilnward.core.judgement.settings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;

/**
 * All levels of a controller lie on one side of what is wanted, on its display as at the occupant, and that is the side to which the occupant strays. A guard set
 * aside on purpose does not stray; a probe that is misled is another finding.
 */
public final class SetElsewhere implements Judgement {
    /** So near to what is wanted (K) figures of the other unit make sense. */
    private static final double NEAR_K = 1;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Aim aim : Aim.values()) {
            Optional<double[]> wanted = situation.wanted(aim);
            Optional<Metrics.Level> occupant = situation.there(aim);
            if (wanted.isEmpty() || occupant.isEmpty()) {
                continue;
            }
            for (int i : situation.governing(aim)) {
                judge(situation, i, wanted.get(), occupant.get()).ifPresent(findings::add);
            }
        }
        return findings;
    }

    /** What the same numbers would be in the other unit, where only that makes sense: the commonest dangerous slip. */
    private static String otherUnit(Situation situation, int i, double[] acts, double[] wanted, Map<String, QuantityValue> numbers) {
        DisplayUnit unit = situation.unit(i);
        if (!unit.isTemperature()) {
            return "";
        }
        DisplayUnit other = unit == DisplayUnit.F ? DisplayUnit.C : DisplayUnit.F;
        double low = other.toModel(unit.fromModel(acts[0]));
        double high = other.toModel(unit.fromModel(acts[1]));
        double middle = 0.5 * (low + high) + situation.placement(i);
        if (middle < wanted[0] - NEAR_K || middle > wanted[1] + NEAR_K) {
            return "";
        }
        numbers.put("otherFrom", Numbers.level(low));
        numbers.put("otherTo", Numbers.level(high));
        return " In °" + other + " the same figures would be {otherFrom} to {otherTo}, which fits: is the device in °" + other + "?";
    }

    private static Optional<Finding> judge(Situation situation, int i, double[] wanted, Metrics.Level occupant) {
        double[] acts = situation.acts(i);
        double placement = situation.placement(i);
        boolean low = Math.max(acts[1], acts[1] + placement) < wanted[0] && occupant.lowest() < wanted[0];
        boolean high = Math.min(acts[0], acts[0] + placement) > wanted[1] && occupant.highest() > wanted[1];
        if (!low && !high) {
            return Optional.empty();
        }
        PlannedController controller = situation.controller(i);
        Quantity reads = controller.reads();
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("from", reads.level(acts[0]), "to", reads.level(acts[1]),
                "wantedLow", reads.level(wanted[0]), "wantedHigh", reads.level(wanted[1])));
        double shift = 0.5 * (wanted[0] + wanted[1]) - placement - 0.5 * (acts[0] + acts[1]);
        Remedy remedy = Trials.band(situation, i, shift, numbers, Remedy.byHand("Propose settings, or key in what works between {wantedLow} and {wantedHigh} at the occupant",
                Step.SETTINGS));
        return Optional.of(new Finding("set-elsewhere", Severity.NEEDS_YOU_NOW, low ? "It is set below what is wanted" : "It is set above what is wanted",
                "It works from {from} to {to} on the display; {wantedLow} to {wantedHigh} is wanted." + otherUnit(situation, i, acts, wanted, numbers), numbers, remedy)
                .about(controller.id(), "", controller.name()).towards(low ? Finding.Towards.LOW : Finding.Towards.HIGH));
    }
}
