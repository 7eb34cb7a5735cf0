package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.HumidityBand;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;

/** An alarm of humidity at or past what a probe can read never sounds; one far from what is wanted sounds too late to help (common practice, no source). */
final class AlarmReach implements Judgement {
    private static final double NEVER_ABOVE_PCT = 100;
    private static final double NEVER_BELOW_PCT = 0;
    /** Farther than this from what is wanted (points) it tells what everybody sees; common practice, no source: 50 for 85. */
    private static final double FAR_PCT = 25;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        Optional<HumidityBand> wanted = situation.setup().needs().humidity();
        List<PlannedController> controllers = situation.setup().controllers();
        for (int i = 0; i < controllers.size(); i++) {
            PlannedController controller = controllers.get(i);
            if (!controller.readsHumidity()) {
                continue;
            }
            double placement = situation.ladder().placementK().get(i);
            controller.settings().value(Parameter.HIGH_ALARM).ifPresent(at -> {
                if (at >= NEVER_ABOVE_PCT) {
                    findings.add(never("high", at));
                } else if (wanted.isPresent() && at + placement > wanted.get().highPct() + FAR_PCT) {
                    findings.add(far("high", at, wanted.get().highPct()));
                }
            });
            controller.settings().value(Parameter.LOW_ALARM).ifPresent(at -> {
                if (at <= NEVER_BELOW_PCT) {
                    findings.add(never("low", at));
                } else if (wanted.isPresent() && at + placement < wanted.get().lowPct() - FAR_PCT) {
                    findings.add(far("low", at, wanted.get().lowPct()));
                }
            });
        }
        return findings;
    }

    private static Finding never(String side, double at) {
        return new Finding("alarm-past-reading", Severity.MIND_THIS, "The " + side + " alarm of humidity can never sound",
                "It stands at {at}, at the end of what a probe can read.", Map.of("at", Numbers.humidity(at)),
                Remedy.byHand("Set it between what is wanted and the end of the scale", Step.SETTINGS));
    }

    private static Finding far(String side, double at, double wanted) {
        Map<String, Quantity> numbers = Map.of("at", Numbers.humidity(at), "wanted", Numbers.humidity(wanted));
        return new Finding("alarm-too-far", Severity.MIND_THIS, "The " + side + " alarm of humidity is too far away to help",
                "It sounds at {at}, while {wanted} is the end of what is wanted.", numbers, Remedy.byHand("Bring it nearer, just outside the normal swing", Step.SETTINGS));
    }
}
