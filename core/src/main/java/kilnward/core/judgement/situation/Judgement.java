package kilnward.core.judgement.situation;

import java.util.List;
import kilnward.core.finding.Finding;

/** One kind of judgement. */
@FunctionalInterface
public interface Judgement {
    /** @return its findings, none where all is well */
    List<Finding> judge(Situation situation);
}
