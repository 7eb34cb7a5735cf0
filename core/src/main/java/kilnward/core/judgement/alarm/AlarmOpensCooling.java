package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.Direction;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.setup.PlannedController;

/** A high alarm that opens the outputs is right for heat and stops a cooler or a fan at the worst moment (common practice, no source). */
public final class AlarmOpensCooling implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (int i = 0; i < situation.setup().controllers().size(); i++) {
            PlannedController controller = situation.controller(i);
            if (Translation.isChosen(controller.settings(), Parameter.HIGH_ALARM_OPENS) && lowers(situation, i) && comesToIt(situation, i)) {
                findings.add(new Finding("alarm-opens-cooling", Severity.NEEDS_YOU_NOW, "The high alarm stops what should bring it down",
                        "When it is too much, {controller} opens its outputs: cooling, drying or fan stop when they are needed most.", Map.of(),
                        Map.of("controller", controller.name()), Trials.key(controller, "Let it only sound", Parameter.HIGH_ALARM_OPENS, 0,
                                Remedy.byHand("Find out how this device lets its alarm sound without opening, or take another for what cools", Step.CARD)),
                        new Finding.Subject(controller.id(), "", controller.name()), Finding.Towards.HIGH, List.of()));
            }
        }
        return findings;
    }

    private static boolean lowers(Situation situation, int i) {
        for (int loop = 0; loop < situation.controller(i).loops().size(); loop++) {
            if (situation.direction(i, loop) == Direction.LOWER) {
                return true;
            }
        }
        return false;
    }

    /** Whether its display ever gets to the alarm: day by day, or when something fails. */
    private static boolean comesToIt(Situation situation, int i) {
        Optional<Double> alarm = situation.controller(i).inForce().value(Parameter.HIGH_ALARM).map(situation.unit(i)::toModel);
        double harmless = situation.setup().needs().nearest(kilnward.core.life.Side.HIGH).map(limit -> limit.level() - situation.placement(i)).orElse(Double.NEGATIVE_INFINITY);
        double reached = Math.max(situation.display(i).highest(), situation.stuckOn().metrics().displays().get(i).highest());
        return alarm.isPresent() && alarm.get() <= (situation.controller(i).readsTemperature() ? Math.max(reached, harmless) : situation.controller(i).reads().holding().highest());
    }
}
