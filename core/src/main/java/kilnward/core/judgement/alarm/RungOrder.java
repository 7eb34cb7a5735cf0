package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.ladder.Rung;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;

/**
 * The order of the rungs at the occupant: harm-low &lt; alarm-low &lt; keep-low, keep-high &lt; alarm-high &lt; backup-high
 * &lt; harm-high, a backup's whole band above the swing.
 */
public final class RungOrder implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Aim aim : Aim.values()) {
            for (int i : situation.governing(aim)) {
                for (Rung rung : situation.ladder().rungs()) {
                    if (rung.controllerId().equals(situation.controller(i).id()) && rung.quantity() == aim.quantity()) {
                        alarm(situation, i, rung).ifPresent(findings::add);
                    }
                }
            }
        }
        situation.ladder().rungs().forEach(rung -> backup(situation, rung).ifPresent(findings::add));
        return findings;
    }

    private static Optional<Finding> alarm(Situation situation, int i, Rung rung) {
        boolean high = rung.kind() == LevelKind.HIGH_ALARM;
        Optional<double[]> wanted = situation.wanted(rung.quantity() == situation.aim(i).quantity() ? situation.aim(i) : Aim.of(rung.quantity()));
        if (!high && rung.kind() != LevelKind.LOW_ALARM || wanted.isEmpty()) {
            return Optional.empty();
        }
        PlannedController controller = situation.controller(i);
        double sign = high ? 1 : -1;
        double keep = wanted.get()[high ? 1 : 0];
        Optional<DangerLimit> harm = rung.other() ? Optional.empty() : situation.setup().needs().nearest(rung.quantity(), high ? Side.HIGH : Side.LOW);
        boolean insideBand = sign * rung.occupant() <= sign * keep;
        boolean beyondHarm = harm.isPresent() && sign * rung.occupant() >= sign * harm.get().level();
        if (!insideBand && !beyondHarm) {
            return Optional.empty();
        }
        String name = high ? "high" : "low";
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("alarm", rung.quantity().level(rung.occupant()), "keep", rung.quantity().level(keep),
                "harm", rung.quantity().level(harm.map(DangerLimit::level).orElse(keep))));
        Parameter parameter = high ? Parameter.HIGH_ALARM : Parameter.LOW_ALARM;
        Remedy remedy = Trials.alarms(situation, i, parameter, numbers, Trials.noPlace(situation, i, parameter));
        return Optional.of(new Finding("rung-order", beyondHarm ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                beyondHarm ? "The " + name + " alarm sounds when harm is done" : "The " + name + " alarm is inside the target range",
                beyondHarm ? "At the occupant it sounds at {alarm}; harm begins at {harm}."
                        : "At the occupant it sounds at {alarm}, while {keep} is still wanted. Alarms that cry for nothing get switched off.",
                numbers, remedy)
                .about(controller.id(), parameter.name(), controller.name()).towards(high ? Finding.Towards.HIGH : Finding.Towards.LOW));
    }

    private static Optional<Finding> backup(Situation situation, Rung rung) {
        double highestC = situation.daily().metrics().occupant().highest();
        Optional<DangerLimit> harm = situation.setup().needs().nearest(Side.HIGH);
        boolean tooHigh = rung.kind() == LevelKind.BACKUP_OPENS && harm.isPresent()
                && rung.occupant() >= harm.get().level();
        boolean tooLow = rung.kind() == LevelKind.BACKUP_CLOSES && rung.occupant() <= highestC;
        if (!tooHigh && !tooLow) {
            return Optional.empty();
        }
        boolean own = rung.controllerId().isEmpty();
        Map<String, QuantityValue> numbers = Map.of("rungC", Numbers.level(rung.occupant()), "highestC", Numbers.level(highestC),
                "harmC", Numbers.level(harm.map(DangerLimit::level).orElse(rung.occupant())));
        return Optional.of(new Finding("backup-order", tooHigh ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                tooHigh ? "The backup cuts out too late" : "The backup governs instead of backing up",
                tooHigh ? "It opens at {rungC}; harm begins at {harmC}."
                        : "It closes again only at {rungC}, inside the swing, which reaches {highestC}.",
                numbers,
                own ? Remedy.byHand("Set the appliance's own thermostat between the high alarm and harm", Step.CHAMBER)
                        : Remedy.byHand("Move the cut-out between the high alarm and harm", Step.SETTINGS))
                .about(rung.controllerId(), rung.kind().name(), own ? "" : situation.setup().controller(rung.controllerId()).name()));
    }
}
