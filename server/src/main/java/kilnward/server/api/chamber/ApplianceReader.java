package kilnward.server.api.chamber;

import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Bowl;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Dehumidifier;
import kilnward.core.chamber.Fan;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Lamp;
import kilnward.core.chamber.OwnThermostat;
import kilnward.core.chamber.Vent;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;

/** Reads an appliance into the core's own terms. */
final class ApplianceReader {
    private ApplianceReader() {
    }

    static Appliance read(AppliancePlan plan) {
        String id = plan.id();
        return switch (plan.kind()) {
            case MAT, BULB, CERAMIC_EMITTER, CABLE, FANNED_ELEMENT, ROD, SELF_LIMITING, WARM_LIQUID, REVERSED_MODULE, IN_TANK -> heater(plan);
            case COOLER -> cooler(plan, Cooler.Kind.COMPRESSOR);
            case CHILLER -> cooler(plan, Cooler.Kind.CHILLER);
            case THERMOELECTRIC -> cooler(plan, Cooler.Kind.THERMOELECTRIC);
            case HUMIDIFIER_ULTRASONIC -> humidifier(plan, Humidifier.Kind.ULTRASONIC);
            case HUMIDIFIER_EVAPORATING -> humidifier(plan, Humidifier.Kind.EVAPORATING);
            case BOWL -> new Bowl(id, given("surfaceM2", plan.surfaceM2()), given("waterKg", plan.waterKg()), plan.powerW());
            case DEHUMIDIFIER -> new Dehumidifier(id, given("outputGh", plan.outputGh()), powerW(plan));
            case FAN_CIRCULATION -> fan(plan, Fan.Kind.CIRCULATION);
            case FAN_EXHAUST -> fan(plan, Fan.Kind.EXHAUST);
            case FAN_INTAKE -> fan(plan, Fan.Kind.INTAKE);
            case FAN_SURFACE -> fan(plan, Fan.Kind.SURFACE);
            case VENT -> new Vent(id, given("openPerHour", plan.openPerHour()), powerW(plan));
            case LAMP -> new Lamp(id, powerW(plan), given("insideShare", plan.insideShare()), given("onHour", plan.onHour()),
                    given("hours", plan.hours()));
        };
    }

    private static Heater heater(AppliancePlan plan) {
        HeaterKind kind = HeaterKind.valueOf(plan.kind().name());
        Heater typical = kind.typical(plan.id(), powerW(plan) * kind.heatPerWatt());
        Optional<OwnThermostat> thermostat = thermostat(plan);
        return new Heater(plan.id(), typical.kind(), typical.powerW(),
                plan.elementJK() == null ? typical.elementJK() : plan.elementJK(),
                plan.toAirWK() == null ? typical.toAirWK() : plan.toAirWK(),
                plan.toContentsWK() == null ? typical.toContentsWK() : plan.toContentsWK(),
                plan.selfLimitC() == null ? typical.selfLimitC() : OptionalDouble.of(plan.selfLimitC()), thermostat);
    }

    private static Cooler cooler(AppliancePlan plan, Cooler.Kind kind) {
        return new Cooler(plan.id(), kind, given("removesW", plan.removesW()), powerW(plan),
                plan.limitK() == null ? OptionalDouble.empty() : OptionalDouble.of(plan.limitK()), plan.lowestC() == null ? kind.usualLowestC() : plan.lowestC(),
                thermostat(plan));
    }

    private static Optional<OwnThermostat> thermostat(AppliancePlan plan) {
        return plan.opensAtC() == null ? Optional.empty() : Optional.of(new OwnThermostat(plan.opensAtC(), given("closesAtC", plan.closesAtC())));
    }

    private static Humidifier humidifier(AppliancePlan plan, Humidifier.Kind kind) {
        double restS = plan.pulseRestS() == null ? 0 : plan.pulseRestS();
        return new Humidifier(plan.id(), kind, given("outputGh", plan.outputGh()), powerW(plan),
                restS == 0 ? 1 : given("pulseOnS", plan.pulseOnS()), restS);
    }

    private static Fan fan(AppliancePlan plan, Fan.Kind kind) {
        boolean stirs = kind == Fan.Kind.CIRCULATION || kind == Fan.Kind.SURFACE;
        return new Fan(plan.id(), kind, stirs ? 0 : given("flowM3h", plan.flowM3h()), powerW(plan));
    }

    /** Everything but a bowl draws something. */
    private static double powerW(AppliancePlan plan) {
        if (plan.powerW() < 0.1) {
            throw new RefusedValueException("powerW", plan.powerW(), "must be 0.1 W or more");
        }
        return plan.powerW();
    }

    private static double given(String field, Double value) {
        if (value == null) {
            throw new RefusedValueException(field, null, "must be given for this kind");
        }
        return value;
    }
}
