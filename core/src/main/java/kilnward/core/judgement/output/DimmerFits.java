package kilnward.core.judgement.output;

import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.setup.Sizing;

/** The heater is too strong, a size that fits exists, and a dimmer could bring this one there. */
public final class DimmerFits implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Sizing sizing = situation.sizing();
        if (sizing.dimmerPct().isEmpty()) {
            return List.of();
        }
        double pct = sizing.dimmerPct().getAsDouble();
        return List.of(new Finding("dimmer-would-fit", Severity.MIND_THIS, "A dimmer would bring this heater into the window",
                "{hasW} are more than the {harmlessW} that stay harmless when stuck on. Turned down to {pct} they give {thenW}.",
                Map.of("hasW", Numbers.watts(sizing.hasW()), "harmlessW", Numbers.watts(sizing.harmlessW().orElseThrow()),
                        "pct", Numbers.percent(pct), "thenW", Numbers.watts(sizing.hasW() * pct / 100)),
                Remedy.byHand("Fit a dimmer rated for {hasW}: on resistive heaters only, never on electronics or motors",
                        Step.CHAMBER)));
    }
}
