package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.LevelKind;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rung;
import kilnward.core.quantity.Quantity;

/**
 * Something that raises and something that lowers work against each other: one starts before the other has stopped, or the rest
 * zone between them is too narrow. Judged at the occupant, so that two controllers with different readings are compared as well.
 */
public final class OutputsFight implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Quantity quantity : Quantity.values()) {
            if (quantity.isHeld()) {
                judge(situation, quantity).ifPresent(findings::add);
            }
        }
        return findings;
    }

    private static Optional<Finding> judge(Situation situation, Quantity quantity) {
        List<Rung> rungs = situation.ladder().rungs().stream().filter(rung -> !rung.other() && rung.quantity() == quantity).toList();
        double highestRaiseOff = highest(rungs, LevelKind.RAISE_OFF);
        double lowestLowerOn = lowest(rungs, LevelKind.LOWER_ON, LevelKind.FAN_LEAST, LevelKind.VENT_OPENS);
        double lowestLowerOff = lowest(rungs, LevelKind.LOWER_OFF, LevelKind.FAN_LEAST, LevelKind.VENT_SHUTS);
        double highestRaiseOn = highest(rungs, LevelKind.RAISE_ON);
        if (Double.isInfinite(highestRaiseOff) || Double.isInfinite(lowestLowerOn)) {
            return Optional.empty();
        }
        double zone = lowestLowerOn - highestRaiseOn;
        boolean overlap = highestRaiseOff > lowestLowerOn || lowestLowerOff < highestRaiseOn;
        if (!overlap && zone >= quantity.margins().restZone()) {
            return Optional.empty();
        }
        String raises = Numbers.capital(quantity.holding().verbs().raising());
        String lowers = quantity.holding().verbs().lowering();
        return Optional.of(new Finding(overlap ? "outputs-fight" : "rest-zone-narrow", overlap ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                overlap ? raises + " and " + lowers + " fight each other" : "The rest zone is narrow",
                overlap ? raises + " stops at {raiseOff}, while " + lowers + " has begun at {lowerOn} and stops at {lowerOff}: both run at once,"
                        + " wear out and cost."
                        : raises + " starts at {raiseOn} and " + lowers + " at {lowerOn}: a swing carries it from one into the"
                                + " other.",
                Map.of("raiseOff", quantity.level(highestRaiseOff), "lowerOn", quantity.level(lowestLowerOn),
                        "lowerOff", quantity.level(lowestLowerOff), "raiseOn", quantity.level(highestRaiseOn), "zone", quantity.difference(quantity.margins().restZone())),
                Remedy.byHand("Move them apart until a swing fits between: {zone} at least", Step.SETTINGS))
                .about("", Numbers.part(quantity), "").towards(Finding.Towards.BOTH));
    }

    /** The lowest level at which lowering or airing begins, or ends. */
    private static double lowest(List<Rung> rungs, LevelKind... kinds) {
        return rungs.stream().filter(rung -> List.of(kinds).contains(rung.kind())).mapToDouble(Rung::occupant).min().orElse(Double.POSITIVE_INFINITY);
    }

    private static double highest(List<Rung> rungs, LevelKind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(Rung::occupant).max().orElse(Double.NEGATIVE_INFINITY);
    }
}
