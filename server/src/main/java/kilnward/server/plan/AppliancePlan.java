package kilnward.server.plan;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.GasValve;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.setup.FirstSizes;
import kilnward.server.plan.ChamberPlan.PlacePlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import tools.jackson.databind.annotation.JsonTypeIdResolver;

/** Something that acts on the climate; {@code kind} tells which, and with it which fields there are. What is null is what is typical of its kind. */
@JsonTypeInfo(use = JsonTypeInfo.Id.CUSTOM, include = JsonTypeInfo.As.EXISTING_PROPERTY, property = "kind", visible = true)
@JsonTypeIdResolver(ApplianceKinds.class)
@Schema(oneOf = {AppliancePlan.HeaterPlan.class, AppliancePlan.CoolerPlan.class, AppliancePlan.HumidifierPlan.class, AppliancePlan.BowlPlan.class,
        AppliancePlan.DehumidifierPlan.class, AppliancePlan.StirrerPlan.class, AppliancePlan.FanPlan.class, AppliancePlan.VentPlan.class, AppliancePlan.LampPlan.class,
        AppliancePlan.GasValvePlan.class})
public sealed interface AppliancePlan {
    /** Its id within the chamber and beyond. */
    String id();

    /** What the keeper calls it. */
    String name();

    ApplianceKind kind();

    /** What it draws. */
    @Bounded(min = 0, max = 100_000, unit = "W")
    Double powerW();

    /** Whether it hangs on the low-voltage supply. */
    Boolean lowVoltage();

    /** Where it is; null for the usual place. */
    PlacePlan place();

    /**
     * The same in the core's own terms.
     *
     * @throws RefusedValueException by the field that cannot be
     */
    Appliance read();

    /**
     * A heater.
     *
     * @param elementJK    heat capacity of its element
     * @param toAirWK      from the element to the air or the water
     * @param toContentsWK from the element to what stands in it
     * @param selfLimitC   self-limiting: where it draws nothing
     * @param opensAtC     where its own thermostat stops it; null where it has none
     * @param closesAtC    where its own thermostat lets it run again
     * @param shinesFromM  lamps, emitters and panels: how far above the backs of animals; null where none stand below
     */
    @BoundsOf({AppliancePlan.class, Heater.class, OwnThermostat.class})
    record HeaterPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @OrNull Double elementJK, @OrNull Double toAirWK,
            @OrNull Double toContentsWK, @OrNull Double selfLimitC,
            @OrNull Double opensAtC, @OrNull Double closesAtC,
            @OrNull Double shinesFromM) implements AppliancePlan {
        /** As a new one begins; common practice, no source. */
        static HeaterPlan first(String id, String name, ApplianceKind kind) {
            return of(id, name, kind, 15);
        }

        /** One with its kind's usual figures, on the mains, in its usual place. */
        public static HeaterPlan of(String id, String name, ApplianceKind kind, double powerW) {
            return new HeaterPlan(id, name, kind, powerW, false, null, null, null, null, null, null, null, null);
        }

        /** One that is so many times as strong, or the next size that is sold. */
        public HeaterPlan sized(double times) {
            return new HeaterPlan(id, name, kind, FirstSizes.sold(times * powerW), lowVoltage, place, elementJK, toAirWK, toContentsWK, selfLimitC, opensAtC, closesAtC,
                    shinesFromM);
        }

        @Override
        public Appliance read() {
            HeaterKind heats = HeaterKind.valueOf(kind.name());
            Heater typical = heats.typical(id, drawn(this) * heats.heatPerWatt());
            return new Heater(id, typical.kind(), typical.powerW(), elementJK == null ? typical.elementJK() : elementJK, toAirWK == null ? typical.toAirWK() : toAirWK,
                    toContentsWK == null ? typical.toContentsWK() : toContentsWK, selfLimitC == null ? typical.selfLimitC() : OptionalDouble.of(selfLimitC),
                    thermostat(opensAtC, closesAtC), shinesFromM == null ? OptionalDouble.empty() : OptionalDouble.of(shinesFromM));
        }
    }

    /**
     * A cooler.
     *
     * @param removesW  heat it takes out with inside as warm as the room
     * @param limitK    how far below the room it gets at most; null for no limit
     * @param lowestC   no colder than this inside
     * @param opensAtC  where its own thermostat stops it; null where it has none
     * @param closesAtC where its own thermostat lets it run again
     */
    @BoundsOf({AppliancePlan.class, Cooler.class, OwnThermostat.class})
    record CoolerPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double removesW, @OrNull Double limitK,
            @OrNull Double lowestC, @OrNull Double opensAtC,
            @OrNull Double closesAtC) implements AppliancePlan {
        /** One that takes out so many times as much, or the next size that is sold, and draws as much more. */
        public CoolerPlan sized(double times) {
            double takesW = FirstSizes.sold(times * removesW);
            return new CoolerPlan(id, name, kind, Math.rint(powerW * takesW / removesW), lowVoltage, place, takesW, limitK, lowestC, opensAtC, closesAtC);
        }

        @Override
        public Appliance read() {
            Cooler.Kind cools = switch (kind) {
                case CHILLER -> Cooler.Kind.CHILLER;
                case THERMOELECTRIC -> Cooler.Kind.THERMOELECTRIC;
                default -> Cooler.Kind.COMPRESSOR;
            };
            return new Cooler(id, cools, removesW, drawn(this), limitK == null ? OptionalDouble.empty() : OptionalDouble.of(limitK),
                    lowestC == null ? cools.usualLowestC() : lowestC, thermostat(opensAtC, closesAtC));
        }
    }

    /**
     * A humidifier.
     *
     * @param outputGh   what it gives off
     * @param pulseOnS   works this long …
     * @param pulseRestS … and rests this long; 0 or null where it does not pulse
     */
    @BoundsOf({AppliancePlan.class, Humidifier.class})
    record HumidifierPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name,
            @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double outputGh, @OrNull Double pulseOnS,
            @OrNull Double pulseRestS) implements AppliancePlan {
        @Override
        public Appliance read() {
            double restS = pulseRestS == null ? 0 : pulseRestS;
            if (restS > 0 && pulseOnS == null) {
                throw new RefusedValueException("pulseOnS", null, "must be given where it rests");
            }
            return new Humidifier(id, kind == ApplianceKind.HUMIDIFIER_EVAPORATING ? Humidifier.Kind.EVAPORATING : Humidifier.Kind.ULTRASONIC, outputGh, drawn(this),
                    restS == 0 ? 1 : pulseOnS, restS);
        }
    }

    /** A bowl of water: its open surface, and the water in it; {@code powerW} is that of its heater, if any. */
    @BoundsOf({AppliancePlan.class, Bowl.class})
    record BowlPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double surfaceM2,
            @NotNull Double waterKg) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new Bowl(id, surfaceM2, waterKg, powerW);
        }
    }

    /** A dehumidifier: what it takes out at 27 °C and 60 %RH. */
    @BoundsOf(AppliancePlan.class)
    record DehumidifierPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name,
            @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull @Within(of = Dehumidifier.class, field = "removesGh") Double outputGh) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new Dehumidifier(id, outputGh, drawn(this), kind == ApplianceKind.DEHUMIDIFIER);
        }
    }

    /** A fan that stirs what is inside, or blows over the water. */
    @BoundsOf(AppliancePlan.class)
    record StirrerPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new Fan(id, kind == ApplianceKind.FAN_SURFACE ? Fan.Kind.SURFACE : Fan.Kind.CIRCULATION, 0, drawn(this));
        }
    }

    /** A fan that changes the air, and how much of it. */
    @BoundsOf({AppliancePlan.class, Fan.class})
    record FanPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double flowM3h) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new Fan(id, kind == ApplianceKind.FAN_INTAKE ? Fan.Kind.INTAKE : Fan.Kind.EXHAUST, flowM3h, drawn(this));
        }
    }

    /**
     * A vent: air changes while it is open, or how big it is and how high.
     *
     * @param openPerHour air changes while it is open; what its size says counts instead where that is known
     * @param areaM2      free area while open; null with its partner where nobody has measured it
     * @param heightM     height above where air comes in
     */
    @BoundsOf({AppliancePlan.class, Vent.class, Vent.Size.class})
    record VentPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double openPerHour,
            @OrNull Double areaM2, @OrNull Double heightM) implements AppliancePlan {
        @Override
        public Appliance read() {
            if ((areaM2 == null) != (heightM == null)) {
                throw new RefusedValueException(areaM2 == null ? "areaM2" : "heightM", null, "must be given too, or both left empty");
            }
            return new Vent(id, openPerHour, drawn(this), areaM2 == null ? Optional.empty() : Optional.of(new Vent.Size(areaM2, heightM)));
        }
    }

    /** A valve on a bottle of carbon dioxide: what it lets in while open. */
    @BoundsOf({AppliancePlan.class, GasValve.class})
    record GasValvePlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double givesGh) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new GasValve(id, givesGh, drawn(this));
        }
    }

    /**
     * A lamp.
     *
     * @param insideShare share of its power that ends inside
     * @param onHour      hour at which its clock switches it on
     * @param hours       hours of light
     */
    @BoundsOf({AppliancePlan.class, Lamp.class})
    record LampPlan(@NotNull @Pattern(regexp = ChamberPlan.UUID, message = ChamberPlan.NOT_UUID) String id, @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
            @NotNull Double powerW, @NotNull Boolean lowVoltage, @OrNull @Valid PlacePlan place,
            @NotNull Double insideShare, @NotNull Double onHour,
            @NotNull Double hours) implements AppliancePlan {
        @Override
        public Appliance read() {
            return new Lamp(id, drawn(this), insideShare, onHour, hours);
        }
    }

    /** Everything but a bowl draws something. */
    private static double drawn(AppliancePlan plan) {
        if (plan.powerW() < 0.1) {
            throw new RefusedValueException("powerW", plan.powerW(), "must be 0.1 W or more");
        }
        return plan.powerW();
    }

    private static Optional<OwnThermostat> thermostat(Double opensAtC, Double closesAtC) {
        if (opensAtC != null && closesAtC == null) {
            throw new RefusedValueException("closesAtC", null, "must be given where it opens");
        }
        return opensAtC == null ? Optional.empty() : Optional.of(new OwnThermostat(opensAtC, closesAtC));
    }
}
