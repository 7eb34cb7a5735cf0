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

/** At first power, from cold, the heat stored in elements and shell carries the occupant past the target range. */
public final class CoastsPast implements Judgement {
    private static final double NOTICEABLE_K = 0.3;

    @Override
    public List<Finding> judge(Situation situation) {
        double keepHighC = situation.setup().needs().keep().highC();
        double coastsToC = situation.sizing().coastsToC();
        double runningC = situation.daily().metrics().occupant().highest();
        boolean heats = !situation.setup().chamber().heaters().isEmpty();
        // What the room itself or the sun brings is no heater's doing.
        boolean fromBelow = situation.setup().chamber().room().coldestC() < situation.setup().needs().keep().lowC() && situation.setup().chamber().room().sun().isEmpty();
        if (!heats || !fromBelow || coastsToC <= keepHighC + NOTICEABLE_K || coastsToC <= runningC + NOTICEABLE_K) {
            return List.of();
        }
        return List.of(new Finding("coasts-past", Severity.MIND_THIS, "At first power it coasts past the target range",
                "From cold it reaches {coastsToC} before it settles; up to {keepC} is wanted. The heat that is stored in the heater carries it on.",
                Map.of("coastsToC", Numbers.level(coastsToC), "keepC", Numbers.level(keepHighC)),
                Remedy.byHand("Warm it up empty, and put nothing living in before it is steady", Step.CHAMBER)));
    }
}
