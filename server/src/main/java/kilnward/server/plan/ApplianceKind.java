package kilnward.server.plan;

import kilnward.server.plan.AppliancePlan.BowlPlan;
import kilnward.server.plan.AppliancePlan.CoolerPlan;
import kilnward.server.plan.AppliancePlan.DehumidifierPlan;
import kilnward.server.plan.AppliancePlan.FanPlan;
import kilnward.server.plan.AppliancePlan.GasValvePlan;
import kilnward.server.plan.AppliancePlan.HeaterPlan;
import kilnward.server.plan.AppliancePlan.HumidifierPlan;
import kilnward.server.plan.AppliancePlan.LampPlan;
import kilnward.server.plan.AppliancePlan.StirrerPlan;
import kilnward.server.plan.AppliancePlan.VentPlan;

/** Kinds of appliance, each with what a plan says of it and with what a new one begins; common practice, no source. A heater's is also a {@link kilnward.core.chamber.appliance.HeaterKind}. */
public enum ApplianceKind {
    MAT(HeaterPlan.class, HeaterPlan::first),
    BULB(HeaterPlan.class, HeaterPlan::first),
    CERAMIC_EMITTER(HeaterPlan.class, HeaterPlan::first),
    RADIANT_PANEL(HeaterPlan.class, HeaterPlan::first),
    CABLE(HeaterPlan.class, HeaterPlan::first),
    FANNED_ELEMENT(HeaterPlan.class, HeaterPlan::first),
    ROD(HeaterPlan.class, HeaterPlan::first),
    SELF_LIMITING(HeaterPlan.class, HeaterPlan::first),
    WARM_LIQUID(HeaterPlan.class, HeaterPlan::first),
    REVERSED_MODULE(HeaterPlan.class, HeaterPlan::first),
    IN_TANK(HeaterPlan.class, HeaterPlan::first),
    COOLER(CoolerPlan.class, (id, name, kind) -> new CoolerPlan(id, name, kind, 120.0, false, null, 150.0, null, null, null, null)),
    CHILLER(CoolerPlan.class, (id, name, kind) -> new CoolerPlan(id, name, kind, 120.0, false, null, 150.0, null, null, null, null)),
    THERMOELECTRIC(CoolerPlan.class, (id, name, kind) -> new CoolerPlan(id, name, kind, 60.0, false, null, 30.0, 20.0, null, null, null)),
    HUMIDIFIER_ULTRASONIC(HumidifierPlan.class, (id, name, kind) -> new HumidifierPlan(id, name, kind, 20.0, false, null, 60.0, null, null)),
    HUMIDIFIER_EVAPORATING(HumidifierPlan.class, (id, name, kind) -> new HumidifierPlan(id, name, kind, 5.0, false, null, 40.0, null, null)),
    BOWL(BowlPlan.class, (id, name, kind) -> new BowlPlan(id, name, kind, 0.0, false, null, 0.01, 0.3)),
    DEHUMIDIFIER(DehumidifierPlan.class, (id, name, kind) -> new DehumidifierPlan(id, name, kind, 45.0, false, null, 15.0)),
    DEHUMIDIFIER_MODULE(DehumidifierPlan.class, (id, name, kind) -> new DehumidifierPlan(id, name, kind, 60.0, false, null, 15.0)),
    FAN_CIRCULATION(StirrerPlan.class, (id, name, kind) -> new StirrerPlan(id, name, kind, 3.0, false, null)),
    FAN_EXHAUST(FanPlan.class, (id, name, kind) -> new FanPlan(id, name, kind, 3.0, false, null, 10.0)),
    FAN_INTAKE(FanPlan.class, (id, name, kind) -> new FanPlan(id, name, kind, 3.0, false, null, 10.0)),
    FAN_SURFACE(StirrerPlan.class, (id, name, kind) -> new StirrerPlan(id, name, kind, 3.0, false, null)),
    VENT(VentPlan.class, (id, name, kind) -> new VentPlan(id, name, kind, 2.0, false, null, 10.0, null, null)),
    GAS_VALVE(GasValvePlan.class, (id, name, kind) -> new GasValvePlan(id, name, kind, 5.0, false, null, 20.0)),
    LAMP(LampPlan.class, (id, name, kind) -> new LampPlan(id, name, kind, 30.0, false, null, 0.8, 7.0, 14.0));

    /** Makes the first one of a kind. */
    private interface First {
        AppliancePlan of(String id, String name, ApplianceKind kind);
    }

    private final Class<? extends AppliancePlan> plan;
    private final First first;

    ApplianceKind(Class<? extends AppliancePlan> plan, First first) {
        this.plan = plan;
        this.first = first;
    }

    /** What a plan says of one of this kind. */
    public Class<? extends AppliancePlan> plan() {
        return plan;
    }

    /** One with what it begins with, to be looked at and changed. */
    public AppliancePlan first(String id, String name) {
        return first.of(id, name, this);
    }
}
