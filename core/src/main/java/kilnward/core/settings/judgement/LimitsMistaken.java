package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.KeepBand;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;
import kilnward.core.settings.Translation;

/** The settable limits are keyed to what is wanted and taken for the working band, which is set value and differential, whatever those are (common practice, no source). */
final class LimitsMistaken implements Judgement {
    /** Limits this near to what is wanted (K) were meant as it. */
    private static final double MEANT_K = 0.6;
    private static final double NOTICEABLE_K = 0.05;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        KeepBand keep = situation.setup().needs().keep();
        var occupant = situation.running().metrics().occupant();
        boolean strays = occupant.lowest() < keep.lowC() - NOTICEABLE_K || occupant.highest() > keep.highC() + NOTICEABLE_K;
        for (int i : situation.onTemperature()) {
            PlannedController controller = situation.setup().controllers().get(i);
            Settings settings = controller.settings();
            Optional<Double> lowest = settings.value(Parameter.LOWEST_SETTABLE);
            Optional<Double> highest = settings.value(Parameter.HIGHEST_SETTABLE);
            if (!strays || lowest.isEmpty() || highest.isEmpty()) {
                continue;
            }
            var unit = settings.unit(controller.profile());
            double placementK = situation.ladder().placementK().get(i);
            double low = unit.toModel(lowest.get());
            double high = unit.toModel(highest.get());
            boolean meant = Math.min(Math.abs(low - keep.lowC()), Math.abs(low + placementK - keep.lowC())) <= MEANT_K
                    && Math.min(Math.abs(high - keep.highC()), Math.abs(high + placementK - keep.highC())) <= MEANT_K;
            if (meant) {
                double[] acts = Translation.extent(controller.profile(), settings, situation.setup().wanted(controller));
                Map<String, Quantity> numbers = Map.of("low", Numbers.level(low), "high", Numbers.level(high), "from", Numbers.level(unit.toModel(acts[0])),
                        "to", Numbers.level(unit.toModel(acts[1])));
                findings.add(new Finding("limits-mistaken", Severity.NEEDS_YOU_NOW, "The settable limits are not the working band",
                        "They are keyed to {low} and {high}, but only bound what can be set. It works by set value and differential: from {from} to {to}.",
                        numbers, Remedy.byHand("Key in set value and differential for what is wanted", Step.SETTINGS)));
            }
        }
        return findings;
    }
}
