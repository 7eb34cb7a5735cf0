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
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Setup;

/** Humidity is wanted and nobody has said how damp the room is: nothing can be said of it, and that is said. */
public final class HumidityUnsaid implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Setup setup = situation.setup();
        if (setup.needs().band(Quantity.RELATIVE_HUMIDITY).isEmpty() || setup.chamber().tank().isPresent() || setup.chamber().room().humidityPct().isPresent()) {
            return List.of();
        }
        return List.of(new Finding("humidity-unsaid", Severity.MIND_THIS, "Its humidity is not looked at",
                "{lowPct} to {highPct} are wanted, and nobody has said how damp the room’s air is: without that, humidity is left out of everything here.",
                Map.of("lowPct", Numbers.humidity(setup.needs().band(Quantity.RELATIVE_HUMIDITY).get().low()), "highPct",
                        Numbers.humidity(setup.needs().band(Quantity.RELATIVE_HUMIDITY).get().high())),
                Remedy.byHand("Type the humidity of the room: about 40 to 60 %RH in most heated rooms", Step.CHAMBER)));
    }
}
