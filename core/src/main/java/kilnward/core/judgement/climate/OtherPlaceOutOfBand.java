package kilnward.core.judgement.climate;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.life.OtherPlace;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.setup.Aim;

/** The second place leaves its own target range day by day: roots too cool below plants that are well. */
public final class OtherPlaceOutOfBand implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Optional<OtherPlace> other = situation.setup().needs().other();
        Optional<Metrics.Level> there = situation.there(Aim.OTHER);
        if (other.isEmpty() || there.isEmpty()) {
            return List.of();
        }
        double lowC = other.get().keep().lowC();
        double highC = other.get().keep().highC();
        boolean cool = there.get().lowest() < lowC - SwingOutOfBand.NOTICEABLE_K;
        boolean warm = there.get().highest() > highC + SwingOutOfBand.NOTICEABLE_K;
        if (!cool && !warm) {
            return List.of();
        }
        Finding.Towards side = cool && warm ? Finding.Towards.BOTH : cool ? Finding.Towards.LOW : Finding.Towards.HIGH;
        double share = situation.daily().metrics().otherInBandShare().orElse(0);
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("lowestC", Numbers.level(there.get().lowest()), "highestC", Numbers.level(there.get().highest()),
                "keepLowC", Numbers.level(lowC), "keepHighC", Numbers.level(highC), "inBandPct", Numbers.percent(100 * share)));
        int[] governing = situation.governing(Aim.OTHER);
        Remedy remedy = governing.length == 0 ? Remedy.byHand("No controller reads it there: give it a heater or cooler with a probe of its own", Step.PROBES)
                : Remedy.byHand("Propose settings for the controller that reads it, or look at how strong what it switches is", Step.SETTINGS);
        double shiftK = other.get().keep().middleC() - 0.5 * (there.get().lowest() + there.get().highest());
        for (int at = governing.length - 1; at >= 0; at--) {
            remedy = Trials.band(situation, governing[at], shiftK, numbers, remedy);
        }
        return List.of(new Finding("other-place-out-of-band", share < 0.5 ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS, switch (side) {
            case BOTH -> "The second place swings out of its band on both sides";
            case LOW -> "The second place is too cool";
            default -> "The second place is too warm";
        }, "{place}: it goes from {lowestC} to {highestC}; wanted are {keepLowC} to {keepHighC}. It is inside {inBandPct} of the time.", numbers,
                Map.of("place", other.get().where()), remedy, Finding.Subject.CHAMBER, side, List.of()));
    }
}
