package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.HarmLimit;
import kilnward.core.life.Side;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Rekey;
import kilnward.core.settings.Rung;
import kilnward.core.settings.Situation;

/**
 * The order of the rungs at the occupant: harm-low &lt; alarm-low &lt; keep-low, keep-high &lt; alarm-high &lt; backup-high
 * &lt; harm-high, a backup's whole band above the swing.
 */
final class RungOrder implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        List<PlannedController> controllers = situation.setup().controllers();
        for (int i : situation.onTemperature()) {
            double placementK = situation.ladder().placementK().get(i);
            for (Rung rung : situation.ladder().rungs()) {
                if (rung.controllerId().equals(controllers.get(i).id())) {
                    alarm(situation, controllers.get(i), rung, placementK).ifPresent(findings::add);
                }
            }
        }
        situation.ladder().rungs().forEach(rung -> backup(situation, rung).ifPresent(findings::add));
        return findings;
    }

    private static Optional<Finding> alarm(Situation situation, PlannedController controller, Rung rung,
                                           double placementK) {
        boolean high = rung.kind() == Rung.Kind.HIGH_ALARM;
        if (!high && rung.kind() != Rung.Kind.LOW_ALARM) {
            return Optional.empty();
        }
        double sign = high ? 1 : -1;
        double keepC = high ? situation.setup().needs().keep().highC() : situation.setup().needs().keep().lowC();
        Optional<HarmLimit> harm = situation.setup().needs().nearest(high ? Side.HIGH : Side.LOW);
        boolean insideBand = sign * rung.occupant() <= sign * keepC;
        boolean beyondHarm = harm.isPresent() && sign * rung.occupant() >= sign * harm.get().levelC();
        if (!insideBand && !beyondHarm) {
            return Optional.empty();
        }
        // A third of the way to harm leaves two thirds of it as time to act; without a known limit, 1.5 K.
        double outC = harm.map(limit -> keepC + (limit.levelC() - keepC) / 3).orElse(keepC + sign * 1.5);
        String name = high ? "high" : "low";
        Parameter parameter = high ? Parameter.HIGH_ALARM : Parameter.LOW_ALARM;
        Remedy remedy = Rekey.alarmAt(controller, parameter, outC, placementK)
                .map(settings -> new Remedy("Set the " + name + " alarm to {displayC} on the display", Step.SETTINGS,
                        Rekey.changes(controller, settings)))
                .orElseGet(() -> Remedy.byHand("This controller cannot alarm there: have something else watch",
                        Step.SETTINGS));
        double displayC = remedy.changes().isEmpty() ? outC - placementK
                : controller.settings().unit(controller.profile()).toModel(remedy.changes().get(0).value());
        return Optional.of(new Finding("rung-order", beyondHarm ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                beyondHarm ? "The " + name + " alarm sounds when harm is done" : "The " + name + " alarm is inside the keep band",
                beyondHarm ? "At the occupant it sounds at {alarmC}; harm begins at {harmC}."
                        : "At the occupant it sounds at {alarmC}, while {keepC} is still wanted. Alarms that cry for"
                        + " nothing get switched off.",
                Map.of("alarmC", Numbers.level(rung.occupant()), "keepC", Numbers.level(keepC),
                        "harmC", Numbers.level(harm.map(HarmLimit::levelC).orElse(keepC)),
                        "displayC", Numbers.level(displayC)), remedy));
    }

    private static Optional<Finding> backup(Situation situation, Rung rung) {
        double highestC = situation.running().metrics().occupant().highest();
        Optional<HarmLimit> harm = situation.setup().needs().nearest(Side.HIGH);
        boolean tooHigh = rung.kind() == Rung.Kind.BACKUP_OPENS && harm.isPresent()
                && rung.occupant() >= harm.get().levelC();
        boolean tooLow = rung.kind() == Rung.Kind.BACKUP_CLOSES && rung.occupant() <= highestC;
        if (!tooHigh && !tooLow) {
            return Optional.empty();
        }
        return Optional.of(new Finding("backup-order", tooHigh ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                tooHigh ? "The backup cuts out too late" : "The backup governs instead of backing up",
                tooHigh ? "It opens at {rungC}; harm begins at {harmC}."
                        : "It closes again only at {rungC}, inside the swing, which reaches {highestC}.",
                Map.of("rungC", Numbers.level(rung.occupant()), "highestC", Numbers.level(highestC),
                        "harmC", Numbers.level(harm.map(HarmLimit::levelC).orElse(rung.occupant()))),
                rung.controllerId().isEmpty() ? Remedy.byHand("Set the appliance's own thermostat between the high alarm and harm", Step.CHAMBER)
                        : Remedy.byHand("Move the cut-out between the high alarm and harm", Step.SETTINGS)));
    }
}
