package kilnward.server.begin;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.DoubleStream;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.FirstKeys;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Band;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Night;
import kilnward.core.life.Side;
import kilnward.core.load.LoadKind;
import kilnward.core.quantity.Quantity;
import kilnward.server.people.Open;
import kilnward.server.plan.AppliancePlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.LoopPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What the keys of controllers begin with; stateless. */
@Open
@RestController
public class FirstKeysController {
    /** Controllers of a chamber in which somebody lives, or nobody yet. */
    public record FirstKeysRequest(@OrNull @Valid OccupancyPlan occupancy, @NotNull @Size(max = 10) List<@Valid @NotNull Keyed> controllers,
            @OrNull @Size(max = 60) List<@Valid @NotNull AppliancePlan> appliances) {
    }

    /**
     * A controller, what is keyed into it, and where it switched by the keys it had before, in its unit.
     *
     * @param values what is keyed in; keys that are not there get a value
     */
    public record Keyed(@NotNull @Valid ControllerPlan controller,
            @NotNull @Size(max = 60) Map<@NotNull Parameter, @NotNull @Within(min = -10_000, max = 10_000) Double> values,
            @NotNull @Size(max = 8) List<@Valid @NotNull Switched> points) {
    }

    /** Where an output came on and stopped. */
    public record Switched(@NotNull @Within(min = -10_000, max = 10_000) Double onAt, @NotNull @Within(min = -10_000, max = 10_000) Double offAt) {
    }

    /** A value for each key of a controller. */
    public record Begun(@Pattern(regexp = ChamberPlan.UUID) String controllerId, Map<Parameter, Double> values) {
    }

    @PostMapping("/api/v1/calc/first-keys")
    public List<Begun> firstKeys(@Valid @RequestBody FirstKeysRequest request) {
        List<Begun> begun = new ArrayList<>();
        for (int i = 0; i < request.controllers().size(); i++) {
            Keyed keyed = request.controllers().get(i);
            begun.add(PlanReader.at("controllers[" + i + "].controller",
                    () -> begun(request.occupancy(), request.appliances() == null ? List.of() : request.appliances(), keyed.controller(), new Settings(keyed.values()),
                            keyed.points().stream()
                                    .filter(each -> !each.onAt().equals(each.offAt())).map(each -> SwitchingPoints.ofPair(each.onAt(), each.offAt())).toList())));
        }
        return begun;
    }

    /** A value for each key of a controller: the one keyed in, or what such a key begins with. */
    public static Begun begun(OccupancyPlan occupancy, List<AppliancePlan> appliances, ControllerPlan controller, Settings keyed, List<SwitchingPoints> points) {
        Profile profile = PlanReader.at("profile", () -> PlanReader.profile(controller));
        // What is wanted is only looked at where it can be: a band that is being typed the wrong way round is refused where it is rehearsed.
        Optional<OccupancyPlan> lives = Optional.ofNullable(occupancy);
        List<Appliance> hang = controller.loops().isEmpty() ? List.of() : hang(appliances, controller.loops().get(0));
        Quantity reads = profile.unit().quantity();
        Optional<Direction> direction = hang.isEmpty() ? Optional.empty()
                : Optional.of(hang.stream().map(Appliance::effect).anyMatch(effect -> effect.raises(reads)) ? Direction.RAISE
                        : Direction.LOWER);
        boolean compressor = controller.loops().stream().flatMap(loop -> hang(appliances, loop).stream()).anyMatch(each -> LoadKind.of(each) == LoadKind.COMPRESSOR);
        return new Begun(controller.id(), FirstKeys.of(profile, keyed, new FirstKeys.Wanted(
                lives.filter(each -> each.keepLowC() < each.keepHighC()).map(each -> new KeepBand(each.keepLowC(), each.keepHighC())),
                lives.flatMap(each -> reads == Quantity.CARBON_DIOXIDE ? band(reads, each.keepCarbonDioxideLowPpm(), each.keepCarbonDioxideHighPpm())
                        : band(Quantity.RELATIVE_HUMIDITY, each.keepHumidityLowPct(), each.keepHumidityHighPct())),
                harm(lives, Side.LOW).max(), harm(lives, Side.HIGH).min(), direction, compressor,
                lives.map(OccupancyPlan::night).filter(each -> each.keepLowC() < each.keepHighC() && !each.fromHour().equals(each.toHour()))
                        .map(each -> new Night(new KeepBand(each.keepLowC(), each.keepHighC()), Map.of(), each.fromHour(), each.toHour()))),
                points).values());
    }

    private static Optional<Band> band(Quantity quantity, Double low, Double high) {
        return low == null || high == null || low >= high ? Optional.empty() : Optional.of(new Band(quantity, low, high));
    }

    private static DoubleStream harm(Optional<OccupancyPlan> lives, Side side) {
        return lives.stream().flatMap(each -> each.harmLimits().stream()).filter(limit -> limit.side() == side && limit.costs() == null && limit.levelC() != null)
                .mapToDouble(ChamberPlan.HarmPlan::levelC);
    }

    /** What hangs on an output, as far as it is described well enough to be read. */
    private static List<Appliance> hang(List<AppliancePlan> appliances, LoopPlan loop) {
        List<Appliance> hang = new ArrayList<>();
        for (AppliancePlan each : appliances) {
            if (loop.applianceIds().contains(each.id())) {
                try {
                    hang.add(each.read());
                } catch (RefusedValueException typed) {
                    // It is refused where it is rehearsed; until then nothing is known of it.
                }
            }
        }
        return hang;
    }
}
