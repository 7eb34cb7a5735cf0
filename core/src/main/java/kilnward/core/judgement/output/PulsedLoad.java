package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.load.LoadKind;
import kilnward.core.setup.PlannedController;

/** A proportional controller switches something many times an hour that must not be switched so: anything with a motor or electronics. */
public final class PulsedLoad implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            if (controller.profile().law() != LawKind.TIME_PROPORTIONAL) {
                continue;
            }
            for (String id : controller.applianceIds()) {
                Appliance appliance = situation.setup().appliance(id);
                if (!LoadKind.of(appliance).pulsable()) {
                    String name = situation.setup().name(id);
                    double windowS = controller.inForce().value(Parameter.WINDOW).orElse(60.0);
                    findings.add(new Finding("pulsed-load", Severity.NEEDS_YOU_NOW, "It is switched in pulses that it does not bear",
                            "{appliance} has a motor or electronics and would be switched on and off every {windowS}: that burns or breaks it.",
                            Map.of("windowS", Numbers.seconds(windowS)),
                            Map.of("appliance", name), Remedy.byHand("Let an on/off controller switch it, or take a plain resistive heater", Step.CHAMBER),
                            new Finding.Subject(id, "", name),
                            Finding.Towards.NEITHER, List.of()));
                }
            }
        }
        return findings;
    }
}
