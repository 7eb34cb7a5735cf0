package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;

/** An appliance's own thermostat stops it day by day before the controller does: two devices fight, and what is keyed in does not count (common practice, no source). */
public final class OwnThermostatGoverns implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Cooler cooler : situation.setup().chamber().of(Cooler.class)) {
            if (cooler.ownThermostat().isPresent() && situation.setup().isControlled(cooler.id()) && situation.daily().layersActed().contains(cooler.id())) {
                findings.add(new Finding("own-thermostat-governs", Severity.MIND_THIS, "Its own thermostat stops the cooler before the controller does",
                        "{cooler} stops by itself at {opensC}, inside what the controller works at: what is keyed in does not count.",
                        Map.of("opensC", Numbers.level(cooler.ownThermostat().get().opensAtC())), Map.of("cooler", situation.setup().name(cooler.id())),
                        Remedy.byHand("Turn its own thermostat to its coldest, so that one of the two governs", Step.CHAMBER),
                        new Finding.Subject(cooler.id(), "", situation.setup().name(cooler.id())), Finding.Towards.HIGH, List.of()));
            }
        }
        for (Heater heater : situation.setup().chamber().heaters()) {
            boolean stops = heater.ownThermostat().isPresent() && situation.setup().isControlled(heater.id()) && situation.daily().layersActed().contains(heater.id());
            // One that opens only where it is too warm already backs the controller up.
            if (stops && heater.ownThermostat().get().opensAtC() <= situation.setup().needs().keep().highC()) {
                findings.add(new Finding("own-thermostat-governs", Severity.MIND_THIS, "Its own thermostat stops the heater before the controller does",
                        "{heater} stops by itself at {opensC}, inside what the controller works at: what is keyed in does not count.",
                        Map.of("opensC", Numbers.level(heater.ownThermostat().get().opensAtC())), Map.of("heater", situation.setup().name(heater.id())),
                        Remedy.byHand("Turn its own dial up, to a few degrees above what the controller holds, so that the controller governs and the dial backs it up",
                                Step.CHAMBER),
                        new Finding.Subject(heater.id(), "", situation.setup().name(heater.id())), Finding.Towards.LOW, List.of()));
            }
        }
        return findings;
    }
}
