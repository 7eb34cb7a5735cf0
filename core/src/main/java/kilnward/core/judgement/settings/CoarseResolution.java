package kilnward.core.judgement.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.setup.PlannedController;

/** The controller's display moves in steps too coarse for the target range. */
public final class CoarseResolution implements Judgement {
    /** On, off and room to swing on both sides need at least this many steps; from the arithmetic of the rungs. */
    private static final double FEWEST_STEPS = 4;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        double bandK = situation.setup().needs().keep().highC() - situation.setup().needs().keep().lowC();
        for (int i : situation.onTemperature()) {
            PlannedController controller = situation.setup().controllers().get(i);
            double stepK = controller.settings().unit(controller.profile())
                    .differenceToModel(controller.profile().resolution());
            if (bandK < FEWEST_STEPS * stepK - 1e-9) {
                findings.add(new Finding("coarse-resolution", Severity.MIND_THIS, "The controller's steps are too coarse",
                        "Its display moves by {stepK}; the target range is {bandK} wide, {steps} steps. On, off and some"
                                + " swing need four.",
                        Map.of("stepK", Numbers.difference(stepK), "bandK", Numbers.difference(bandK),
                                "steps", Numbers.count(bandK / stepK)),
                        Remedy.byHand("Take a controller that resolves a quarter of the band, or mass that hides the swing",
                                Step.CARD))
                        .about(controller.id(), "", controller.name()));
            }
        }
        return findings;
    }
}
