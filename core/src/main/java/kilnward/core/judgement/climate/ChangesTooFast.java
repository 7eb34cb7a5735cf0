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
import kilnward.core.rehearsal.outcome.Trace;

/** The occupant's temperature changes within an hour by more than it bears. */
public final class ChangesTooFast implements Judgement {
    private static final double HOUR_S = 3600;

    @Override
    public List<Finding> judge(Situation situation) {
        if (situation.setup().needs().maxRateKh().isEmpty()) {
            return List.of();
        }
        double mostKh = situation.setup().needs().maxRateKh().getAsDouble();
        Trace trace = situation.daily().trace();
        int hour = (int) Math.max(1, Math.round(HOUR_S / trace.bucketS()));
        double fastestKh = 0;
        for (int i = 0; i + hour < trace.roomC().length; i++) {
            fastestKh = Math.max(fastestKh, Math.abs(middle(trace, i + hour) - middle(trace, i)) / (hour * trace.bucketS() / HOUR_S));
        }
        if (fastestKh <= mostKh) {
            return List.of();
        }
        return List.of(new Finding("changes-too-fast", Severity.MIND_THIS, "It changes faster than they bear",
                "Within an hour it moves by {fastestKh}; {mostKh} is what they bear.",
                Map.of("fastestKh", Numbers.rate(fastestKh), "mostKh", Numbers.rate(mostKh)),
                Remedy.byHand("Take a smaller differential, add mass, or move the set value over days", Step.SETTINGS)));
    }

    private static double middle(Trace trace, int bucket) {
        return 0.5 * (trace.occupant().low()[bucket] + trace.occupant().high()[bucket]);
    }
}
