package kilnward.core.judgement;

import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.Trace;

/** Nothing dies of it, and they do worse: a sound day stands beyond a milder limit for longer than is without a cost. */
final class PoorerResult implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Trace.Envelope occupant = situation.daily().trace().occupant();
        return situation.setup().needs().poorer().stream().filter(each -> each.isReached(occupant.low(), occupant.high(), situation.daily().trace().bucketS())).limit(1)
                .map(each -> new Finding("poorer-result", Severity.MIND_THIS, "They live, and do worse",
                        "It stands " + (each.limit().side() == Side.HIGH ? "above" : "below") + " {levelC} for longer than {durationS}. What that costs: {costs}.",
                        Map.of("levelC", Numbers.level(each.limit().levelC()), "durationS", Numbers.seconds(each.limit().durationS())), Map.of("costs", each.costs()),
                        Remedy.byHand("Bring it back between what is wanted", Step.SETTINGS), Finding.Subject.CHAMBER,
                        each.limit().side() == Side.HIGH ? Finding.Towards.HIGH : Finding.Towards.LOW, List.of()))
                .toList();
    }
}
