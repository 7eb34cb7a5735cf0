package kilnward.core.judgement.climate;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.life.Band;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;

/** What the air holds harms them on a sound day: a danger limit of humidity or carbon dioxide is used up. */
public final class AirHarms implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Metrics day = situation.daily().metrics();
        return situation.setup().needs().air().values().stream().filter(band -> day.harmedAtS(band.quantity()).isPresent())
                .map(band -> of(situation, band, day.air(band.quantity()).orElseThrow(), day.harmedAtS(band.quantity()))).toList();
    }

    private static Finding of(Situation situation, Band band, Metrics.Level reached, OptionalDouble harmedAtS) {
        Quantity quantity = band.quantity();
        Side side = situation.setup().needs().nearest(quantity, Side.HIGH).map(limit -> limit.isReachedAt(reached.highest())).orElse(false) ? Side.HIGH : Side.LOW;
        double level = situation.setup().needs().nearest(quantity, side).orElseThrow().level();
        boolean high = side == Side.HIGH;
        return new Finding("air-harms", Severity.NEEDS_YOU_NOW, "The air harms them",
                "On a normal day it " + (high ? "rises" : "falls") + " to {reached}; from {limit} on it harms, and by {after} harm is done.",
                Map.of("reached", quantity.level(high ? reached.highest() : reached.lowest()), "limit", quantity.level(level), "after", Numbers.seconds(harmedAtS.orElseThrow())),
                Remedy.byHand("Bring it back into the target range before anything lives in there", Step.SETTINGS))
                .towards(high ? Finding.Towards.HIGH : Finding.Towards.LOW);
    }
}
