package kilnward.core.judgement.climate;

import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.outcome.Trace;

/** Nothing dies of it, and they do worse: a sound day stands beyond a milder limit for longer than is without a cost. */
public final class PoorerResult implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Trace trace = situation.daily().trace();
        return situation.setup().needs().poorer().stream()
                .filter(each -> trace.occupant(each.limit().quantity()).map(course -> each.isReached(course.low(), course.high(), trace.bucketS())).orElse(false)).limit(1)
                .map(each -> new Finding("poorer-result", Severity.MIND_THIS, "They live, and do worse",
                        "It stands " + (each.limit().side() == Side.HIGH ? "above" : "below") + " {levelC} for longer than {durationS}. What that costs: {costs}.",
                        Map.of("levelC", each.limit().quantity().level(each.limit().level()), "durationS", Numbers.seconds(each.limit().durationS())),
                        Map.of("costs", each.costs()), Remedy.byHand("Bring it back between what is wanted", Step.SETTINGS), Finding.Subject.CHAMBER,
                        each.limit().side() == Side.HIGH ? Finding.Towards.HIGH : Finding.Towards.LOW, List.of()))
                .toList();
    }
}
