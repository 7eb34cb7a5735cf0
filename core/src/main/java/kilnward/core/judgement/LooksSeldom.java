package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.finding.Unit;
import kilnward.core.setup.PlannedController;

/** A controller that looks at its probe so seldom that much can happen between two looks. */
final class LooksSeldom implements Judgement {
    /** Longest between two looks (s); common practice, no source. */
    private static final double LONGEST_S = 120;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            double everyS = controller.profile().samplingS();
            if (everyS > LONGEST_S) {
                findings.add(new Finding("looks-seldom", Severity.MIND_THIS, "The controller looks seldom",
                        "It looks at its probe every {every}; nothing it switches answers any sooner.",
                        Map.of("every", new Quantity(everyS, Unit.SECOND)), Remedy.byHand("Have it look more often, if it can", Step.CARD))
                        .about(controller.id(), "", controller.name()));
            }
        }
        return findings;
    }
}
