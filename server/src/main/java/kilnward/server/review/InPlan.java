package kilnward.server.review;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.setup.Setup;
import kilnward.server.plan.AppliancePlan;
import kilnward.server.plan.AppliancePlan.HeaterPlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ContentsPlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;

/** Writes a box that is other than planned into its plan: only what is other; all else stays as it was typed. */
final class InPlan {
    private static final MathContext FOUR = new MathContext(4, RoundingMode.HALF_EVEN);

    private InPlan() {
    }

    /**
     * @param now the box as planned
     * @param box the same with another body, contents, heaters or probes
     */
    static ChamberPlan put(ChamberPlan plan, Setup now, Setup box) {
        Chamber is = now.chamber();
        Chamber then = box.chamber();
        BoxPlan body = plan.box();
        BoxPlan otherBody = new BoxPlan(body.innerLengthM(), body.innerWidthM(), body.innerHeightM(), body.walls(),
                other(is.airChangesPerHour(), then.airChangesPerHour(), body.airChangesPerHour()), then.airMovement(), body.altitudeM(), body.gradientKm(),
                other(is.lossFactor(), then.lossFactor(), body.lossFactor()), body.tank());
        ContentsPlan inside = plan.contents();
        ContentsPlan otherInside = new ContentsPlan(other(is.contents().massKg(), then.contents().massKg(), inside.massKg()), inside.specificHeatJkgK(),
                other(is.contents().surfaceM2(), then.contents().surfaceM2(), inside.surfaceM2()), inside.livingHeatW(), inside.wetSurfaceM2(), inside.waterKg(), inside.place(),
                inside.living());
        List<AppliancePlan> appliances = plan.appliances().stream()
                .map(each -> each instanceof HeaterPlan heater && !now.appliance(each.id()).equals(box.appliance(each.id())) ? heater(heater, (Heater) box.appliance(each.id()))
                        : each)
                .toList();
        List<ProbePlan> probes = plan.probes().stream().map(each -> probe(each, place(now, each.id()), place(box, each.id()))).toList();
        return new ChamberPlan(plan.name(), plan.note(), plan.standsAt(), plan.occupancy(), otherBody, otherInside, plan.room(), plan.power(), appliances, probes,
                plan.controllers(), plan.looked());
    }

    private static double other(double is, double then, double typed) {
        return is == then ? typed : rounded(then);
    }

    private static AppliancePlan heater(HeaterPlan plan, Heater heater) {
        return new HeaterPlan(plan.id(), plan.name(), plan.kind(), rounded(heater.electricalW()), plan.lowVoltage(), plan.place(), rounded(heater.elementJK()),
                rounded(heater.toAirWK()), rounded(heater.toContentsWK()), plan.selfLimitC(), plan.opensAtC(), plan.closesAtC(),
                plan.shinesFromM());
    }

    private static ProbePlace place(Setup box, String probeId) {
        return box.probes().stream().filter(each -> each.id().equals(probeId)).map(Probe::place).findFirst().orElseThrow();
    }

    private static ProbePlan probe(ProbePlan plan, ProbePlace is, ProbePlace then) {
        if (is.equals(then)) {
            return plan;
        }
        boolean moved = is.heaterShare() != then.heaterShare();
        return new ProbePlan(plan.id(), plan.name(), plan.place(), moved ? rounded(then.heaterShare()) : plan.heaterShare(),
                moved ? rounded(then.contentsShare()) : plan.contentsShare(), moved ? rounded(then.roomShare()) : plan.roomShare(), plan.ownWarmthK(), plan.lightWarmthK(),
                other(is.lagS(), then.lagS(), plan.lagS()), plan.sensorErrorK(), plan.driftKPerDay(), plan.pollingKs(), plan.humidity(), plan.carbonDioxide());
    }

    /** To four figures: more is not known. */
    private static double rounded(double value) {
        return new BigDecimal(value).round(FOUR).doubleValue();
    }
}
