package kilnward.core.judgement.probe;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.setup.PlannedController;

/** A cut-out on the probe of the controller it backs up fails with it: two layers must not share a cause. */
public final class SharedProbe implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        List<PlannedController> controllers = situation.setup().controllers();
        for (PlannedController cutOut : controllers) {
            boolean shares = cutOut.isCutOut() && controllers.stream().anyMatch(each -> !each.isCutOut()
                    && each.applianceIds().stream().anyMatch(cutOut.applianceIds()::contains) && cutOut.probeIds().stream().anyMatch(each.probeIds()::contains));
            if (shares) {
                findings.add(new Finding("cut-out-shares-probe", Severity.MIND_THIS, "The cut-out reads the probe of what it backs up",
                        "If that probe falls out, drifts or breaks, both are misled at once and nothing stops the heat.", Map.of(), Map.of("cutOut", cutOut.name()),
                        Remedy.byHand("Give {cutOut} a probe of its own, at another place", Step.PROBES), new Finding.Subject(cutOut.id(), "", cutOut.name()),
                        Finding.Towards.NEITHER, List.of()));
            }
        }
        return findings;
    }
}
