package kilnward.core.judgement.climate;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import kilnward.core.air.MoistAir;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.model.MoistureBalance;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;

/** An inside surface is below the dew point of the rehearsed air in the coldest room: it drips. */
public final class DripRisk implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Optional<Metrics.Level> humidity = situation.daily().metrics().air(Quantity.RELATIVE_HUMIDITY);
        Chamber chamber = situation.setup().chamber();
        if (humidity.isEmpty()) {
            return List.of();
        }
        double insideC = situation.setup().needs().keep().middleC();
        double coldestC = chamber.room().coldestC();
        MoistureBalance balance = Numbers.moisture(chamber, insideC, humidity.get().mean(), coldestC, 0);
        Optional<MoistureBalance.Surface> coldest = balance.surfaces().stream().filter(MoistureBalance.Surface::drips)
                .min(Comparator.comparingDouble(MoistureBalance.Surface::surfaceC));
        return coldest.map(surface -> List.of(new Finding("walls-drip", Severity.MIND_THIS,
                (surface.opening() ? "The glass or door of the " : "The wall at the ")
                        + surface.side().name().toLowerCase(Locale.ROOT) + " drips",
                "In the coldest room, {roomC}, its inside is at {surfaceC}; air of {humidityPct} inside drips below {dewC}. It would"
                        + " stay dry up to {dryPct}.",
                Map.of("roomC", Numbers.level(coldestC), "surfaceC", Numbers.level(surface.surfaceC()),
                        "humidityPct", Numbers.humidity(humidity.get().mean()),
                        "dewC", Numbers.level(MoistAir.of(insideC, Math.min(100, humidity.get().mean()), 101_325).dewPointC().orElse(insideC)),
                        "dryPct", Numbers.humidity(surface.dripsAbovePct())),
                Remedy.byHand("Insulate it, or put a tray under it and keep water off foam, wires and what lives here", Step.CHAMBER))))
                .orElse(List.of());
    }
}
