package kilnward.core.judgement.alarm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;

/**
 * An alarm of humidity past what its display can show never sounds; one at the end of the scale sounds for drops on the sensor and not for damp air; one far
 * from what is wanted sounds too late to help (common practice, no source).
 */
public final class AlarmReach implements Judgement {
    private static final double MOST_PCT = 100;
    /** Farther than this from what is wanted (points) it tells what everybody sees; common practice, no source: 50 for 85. */
    private static final double FAR_PCT = 25;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (int i : situation.governing(Aim.HUMIDITY)) {
            judge(situation, i, Parameter.HIGH_ALARM).ifPresent(findings::add);
            judge(situation, i, Parameter.LOW_ALARM).ifPresent(findings::add);
        }
        return findings;
    }

    private static Optional<Finding> judge(Situation situation, int i, Parameter alarm) {
        PlannedController controller = situation.controller(i);
        Optional<Double> given = controller.inForce().value(alarm);
        if (given.isEmpty()) {
            return Optional.empty();
        }
        boolean high = alarm == Parameter.HIGH_ALARM;
        double sign = high ? 1 : -1;
        double at = given.get();
        // A sensor reads from 0 to 100; the offset moves what is shown of that.
        double end = (high ? MOST_PCT : 0) + controller.inForce().value(Parameter.OFFSET).orElse(0.0);
        Optional<double[]> wanted = situation.wanted(Aim.HUMIDITY);
        double edge = wanted.map(band -> band[high ? 1 : 0]).orElse(Double.NaN);
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("at", Numbers.humidity(at), "end", Numbers.humidity(Math.max(0, Math.min(MOST_PCT, end)))));
        String name = high ? "high" : "low";
        if (sign * at >= sign * end) {
            boolean past = sign * at > sign * end;
            Remedy remedy = Trials.alarm(situation, i, alarm, numbers, Remedy.byHand("Set it between what is wanted and the end of the scale", Step.SETTINGS));
            return Optional
                    .of(finding("alarm-past-reading", "The " + name + (past ? " alarm of humidity can never sound" : " alarm of humidity sounds only at the end of the scale"),
                            past ? "It stands at {at}; the most this display can show is {end}."
                                    : "It stands at {at}, the end of what a sensor reads: drops on it sound the alarm, "
                                            + (high ? "damp" : "dry") + " air does not.",
                            numbers, remedy, controller, alarm));
        }
        if (wanted.isEmpty() || sign * (at + situation.placement(i) - edge) <= FAR_PCT) {
            return Optional.empty();
        }
        numbers.put("wanted", Numbers.humidity(edge));
        Remedy remedy = Trials.alarm(situation, i, alarm, numbers, Remedy.byHand("Bring it nearer, just outside the normal swing", Step.SETTINGS));
        return Optional.of(finding("alarm-too-far", "The " + name + " alarm of humidity is too far away to help",
                "It sounds at {at}, while {wanted} is the end of what is wanted.", numbers, remedy, controller, alarm));
    }

    private static Finding finding(String code, String title, String reason, Map<String, QuantityValue> numbers, Remedy remedy, PlannedController controller, Parameter alarm) {
        return new Finding(code, Severity.MIND_THIS, title, reason, numbers, remedy).about(controller.id(), alarm.name(), controller.name())
                .towards(alarm == Parameter.HIGH_ALARM ? Finding.Towards.HIGH : Finding.Towards.LOW);
    }
}
