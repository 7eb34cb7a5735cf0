package kilnward.server.plan;

/** Kinds of appliance, each with what a plan says of it. */
public enum ApplianceKind {
    MAT(AppliancePlan.HeaterPlan.class),
    BULB(AppliancePlan.HeaterPlan.class),
    CERAMIC_EMITTER(AppliancePlan.HeaterPlan.class),
    CABLE(AppliancePlan.HeaterPlan.class),
    FANNED_ELEMENT(AppliancePlan.HeaterPlan.class),
    ROD(AppliancePlan.HeaterPlan.class),
    SELF_LIMITING(AppliancePlan.HeaterPlan.class),
    WARM_LIQUID(AppliancePlan.HeaterPlan.class),
    REVERSED_MODULE(AppliancePlan.HeaterPlan.class),
    IN_TANK(AppliancePlan.HeaterPlan.class),
    COOLER(AppliancePlan.CoolerPlan.class),
    CHILLER(AppliancePlan.CoolerPlan.class),
    THERMOELECTRIC(AppliancePlan.CoolerPlan.class),
    HUMIDIFIER_ULTRASONIC(AppliancePlan.HumidifierPlan.class),
    HUMIDIFIER_EVAPORATING(AppliancePlan.HumidifierPlan.class),
    BOWL(AppliancePlan.BowlPlan.class),
    DEHUMIDIFIER(AppliancePlan.DehumidifierPlan.class),
    FAN_CIRCULATION(AppliancePlan.StirrerPlan.class),
    FAN_EXHAUST(AppliancePlan.FanPlan.class),
    FAN_INTAKE(AppliancePlan.FanPlan.class),
    FAN_SURFACE(AppliancePlan.StirrerPlan.class),
    VENT(AppliancePlan.VentPlan.class),
    LAMP(AppliancePlan.LampPlan.class);

    private final Class<? extends AppliancePlan> plan;

    ApplianceKind(Class<? extends AppliancePlan> plan) {
        this.plan = plan;
    }

    /** What a plan says of one of this kind. */
    public Class<? extends AppliancePlan> plan() {
        return plan;
    }
}
