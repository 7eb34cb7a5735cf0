package kilnward.core.judgement.settings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.life.KeepBand;
import kilnward.core.setup.PlannedController;

/** The settable limits are keyed to what is wanted and taken for the working band, which is set value and differential, whatever those are (common practice, no source). */
public final class LimitsMistaken implements Judgement {
    /** Levels this near to what is wanted (K) were meant as it. */
    private static final double MEANT_K = 0.6;
    private static final double NOTICEABLE_K = 0.05;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        KeepBand keep = situation.setup().needs().keep();
        var occupant = situation.daily().metrics().occupant();
        boolean low = occupant.lowest() < keep.lowC() - NOTICEABLE_K;
        boolean high = occupant.highest() > keep.highC() + NOTICEABLE_K;
        for (int i : situation.onTemperature()) {
            PlannedController controller = situation.controller(i);
            Settings settings = controller.inForce();
            Optional<Double> lowest = settings.value(Parameter.LOWEST_SETTABLE).map(situation.unit(i)::toModel);
            Optional<Double> highest = settings.value(Parameter.HIGHEST_SETTABLE).map(situation.unit(i)::toModel);
            double[] acts = situation.acts(i);
            if (!low && !high || lowest.isEmpty() || highest.isEmpty() || !isMeant(situation, i, keep, lowest.get(), highest.get()) || isRight(situation, i, keep, acts)) {
                continue;
            }
            Map<String, QuantityValue> numbers = new HashMap<>(Map.of("lowLimit", Numbers.level(lowest.get()), "highLimit", Numbers.level(highest.get()),
                    "from", Numbers.level(acts[0]), "until", Numbers.level(acts[1])));
            Remedy remedy = Trials.band(situation, i, keep.middleC() - situation.placement(i) - 0.5 * (acts[0] + acts[1]), numbers,
                    Remedy.byHand("Key in set value and differential for what is wanted", Step.SETTINGS));
            findings.add(new Finding("limits-mistaken", Severity.NEEDS_YOU_NOW, "The settable limits are not the working band",
                    "They are keyed to {lowLimit} and {highLimit}, but only bound what can be set. It works by set value and differential: from {from} to {until}.",
                    numbers, remedy).about(controller.id(), "", controller.name())
                    .towards(low && high ? Finding.Towards.BOTH : low ? Finding.Towards.LOW : Finding.Towards.HIGH));
        }
        return findings;
    }

    private static boolean isMeant(Situation situation, int i, KeepBand keep, double lowest, double highest) {
        double placement = situation.placement(i);
        return Math.min(Math.abs(lowest - keep.lowC()), Math.abs(lowest + placement - keep.lowC())) <= MEANT_K
                && Math.min(Math.abs(highest - keep.highC()), Math.abs(highest + placement - keep.highC())) <= MEANT_K;
    }

    /** Whether set value and differential are right by themselves, as shown or at the occupant: then something else makes it stray. */
    private static boolean isRight(Situation situation, int i, KeepBand keep, double[] acts) {
        double placement = situation.placement(i);
        return acts[0] >= keep.lowC() - MEANT_K && acts[1] <= keep.highC() + MEANT_K
                || acts[0] + placement >= keep.lowC() - MEANT_K && acts[1] + placement <= keep.highC() + MEANT_K;
    }
}
