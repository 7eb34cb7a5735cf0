package kilnward.core.judgement.climate;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rekey;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;

/**
 * Moistening stops so near to saturation that probe error and swing carry it there: setting 95 to 98 % "just short of dripping"
 * is a known mistake (common practice, no source).
 */
public final class NearSaturation implements Judgement {
    private static final double TOO_NEAR_PCT = 95;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            if (controller.reads() != Quantity.RELATIVE_HUMIDITY) {
                continue;
            }
            Optional<SwitchingPoints> switching = Rekey.points(situation.setup(), controller);
            if (switching.isEmpty()) {
                continue;
            }
            SwitchingPoints points = switching.get();
            if (points.direction() == Direction.RAISE && points.offAt() >= TOO_NEAR_PCT) {
                findings.add(new Finding("near-saturation", Severity.MIND_THIS, "It moistens to within the probe's error of dripping",
                        "Moistening stops at {offPct} on the display. Cheap humidity probes are off by 3 to 5 points, and droplets on"
                                + " the cap read 100: it may never stop.",
                        Map.of("offPct", Numbers.humidity(points.offAt())),
                        Remedy.byHand("Stop at 90 or below; what lives here is wetted by mist, not by a number", Step.SETTINGS))
                        .about(controller.id(), "", controller.name()).towards(Finding.Towards.HIGH));
            }
        }
        return findings;
    }
}
