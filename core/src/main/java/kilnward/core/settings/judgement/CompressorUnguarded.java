package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.load.LoadKind;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;

/** A compressor may start again before its pressure has gone (common practice, no source: 3 to 4 minutes of rest). */
final class CompressorUnguarded implements Judgement {
    private static final double LEAST_REST_MIN = 3;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            boolean compressor = controller.applianceIds().stream().map(situation.setup()::appliance)
                    .anyMatch(each -> LoadKind.of(each) == LoadKind.COMPRESSOR);
            Settings settings = controller.settings();
            double rest = Math.max(settings.value(Parameter.MIN_OFF).orElse(0.0), settings.value(Parameter.ACT_DELAY).orElse(0.0));
            if (!compressor || rest >= LEAST_REST_MIN) {
                continue;
            }
            Parameter key = controller.profile().key(Parameter.MIN_OFF).isPresent() ? Parameter.MIN_OFF : Parameter.ACT_DELAY;
            findings.add(new Finding("compressor-unguarded", Severity.MIND_THIS, "The compressor may start against its own pressure",
                    "It is given {rest} of rest; 3 to 4 minutes are usual. Starting too soon wears it out.", Map.of("rest", Numbers.seconds(60 * rest)),
                    controller.profile().key(key).isPresent() ? new Remedy("Give it a rest of 3 minutes", Step.SETTINGS, List.of(new Remedy.Change(controller.id(), key.name(),
                            controller.profile().key(key).map(each -> each.up(LEAST_REST_MIN)).orElseThrow())))
                            : Remedy.byHand("Put a delay relay before it, or take a controller that has a rest", Step.CHAMBER)));
        }
        return findings;
    }
}
