package kilnward.core.judgement;

import java.util.List;
import kilnward.core.finding.Finding;

/** Outlets, circuit and low-voltage supply carry more than they should; judged where their ratings are known. */
final class OutletLoad implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        return situation.loads().map(check -> check.findings()).orElse(List.of());
    }
}
