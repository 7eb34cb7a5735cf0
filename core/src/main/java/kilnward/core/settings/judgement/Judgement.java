package kilnward.core.settings.judgement;

import java.util.List;
import kilnward.core.finding.Finding;
import kilnward.core.settings.Situation;

/** One kind of judgement. */
@FunctionalInterface
interface Judgement {
    /** @return its findings, none where all is well */
    List<Finding> judge(Situation situation);
}
