package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.control.Timers;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.load.LoadKind;
import kilnward.core.setup.PlannedController;

/** A compressor may start again before its pressure has gone (common practice, no source: 3 to 4 minutes of rest). */
public final class CompressorUnguarded implements Judgement {
    private static final double LEAST_REST_MIN = 3;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                judge(situation, controller, loop, findings);
            }
        }
        return findings;
    }

    private static void judge(Situation situation, PlannedController controller, int loop, List<Finding> findings) {
        boolean compressor = controller.loops().get(loop).applianceIds().stream().map(situation.setup()::appliance)
                .anyMatch(each -> LoadKind.of(each) == LoadKind.COMPRESSOR);
        Timers timers = Translation.timers(controller.profile(), controller.settings(), loop);
        double restS = Math.max(timers.minOffS(), timers.actDelayS());
        if (!compressor || restS >= 60 * LEAST_REST_MIN) {
            return;
        }
        Remedy remedy = Remedy.byHand("Put a delay relay before it, or take a controller that has a rest", Step.CHAMBER);
        for (Parameter key : loop == 0 ? List.of(Parameter.ACT_DELAY, Parameter.MIN_OFF) : List.of(Parameter.ACT_DELAY, Parameter.MIN_OFF, Parameter.SECOND_ACT_DELAY,
                Parameter.SECOND_MIN_OFF)) {
            remedy = Trials.key(controller, "Give it a rest of 3 minutes", key, controller.profile().key(key).map(each -> each.up(LEAST_REST_MIN)).orElse(LEAST_REST_MIN), remedy);
        }
        findings.add(new Finding("compressor-unguarded", Severity.MIND_THIS, "The compressor may start against its own pressure",
                "It is given {rest} of rest; 3 to 4 minutes are usual. Starting too soon wears it out.", Map.of("rest", Numbers.seconds(restS)), remedy)
                .about(controller.id(), loop == 0 ? "" : "second", controller.name()));
    }
}
