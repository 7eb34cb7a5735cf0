package kilnward.core.judgement.climate;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.setup.Setup;

/** The humidity of the day lives on water that is stored in walls or contents: it is not settled yet, and falls once that has dried. */
public final class HumidityUnsettled implements Judgement {
    /** Of what the air carries away, so much from a store is more than a wet surface that is meant to last. */
    private static final double MOSTLY = 0.5;
    private static final double LEAST_GH = 1;
    private static final double LASTS_H = 24;

    @Override
    public List<Finding> judge(Situation situation) {
        Setup setup = situation.setup();
        Metrics metrics = situation.daily().metrics();
        Optional<Moisture.WaterLedger> water = metrics.water();
        if (setup.needs().band(Quantity.RELATIVE_HUMIDITY).isEmpty() || water.isEmpty() || metrics.air(Quantity.RELATIVE_HUMIDITY).isEmpty()
                || setup.chamber().tank().isPresent()) {
            return List.of();
        }
        double hours = situation.daily().scenario().durationS() / 3600;
        double storeGh = -1000 * water.get().storedKg() / hours;
        double carriedGh = 1000 * (water.get().ventilatedKg() + water.get().driedKg() + water.get().drainedKg()) / hours;
        // A bowl is filled up again, and wet contents that last for days are meant to; what is left comes out of walls and of what soon is dry.
        boolean watered = !setup.chamber().of(Bowl.class).isEmpty() || 1000 * setup.chamber().contents().waterKg() > LASTS_H * storeGh;
        if (watered || storeGh < LEAST_GH || storeGh < MOSTLY * carriedGh) {
            return List.of();
        }
        return List.of(new Finding("humidity-unsettled", Severity.MIND_THIS, "The humidity is not settled yet",
                "Of {carriedGh} that the air carries away, {storeGh} come out of walls and of what stands inside. Once they are dry it falls below the {meanPct} it has now.",
                Map.of("carriedGh", Numbers.gramsPerHour(carriedGh), "storeGh", Numbers.gramsPerHour(storeGh), "meanPct",
                        Numbers.humidity(metrics.air(Quantity.RELATIVE_HUMIDITY).get().mean())),
                Remedy.byHand("Judge its humidity after a few days, or line wood and card so that they take nothing up", Step.CHAMBER)));
    }
}
