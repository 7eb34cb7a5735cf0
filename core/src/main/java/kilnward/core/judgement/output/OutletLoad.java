package kilnward.core.judgement.output;

import java.util.List;
import kilnward.core.finding.Finding;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;

/** Outlets, circuit and low-voltage supply carry more than they should; judged where their ratings are known. */
public final class OutletLoad implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        return situation.loads().map(check -> check.findings()).orElse(List.of());
    }
}
