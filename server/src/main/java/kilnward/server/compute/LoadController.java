package kilnward.server.compute;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.load.Current;
import kilnward.core.load.Load;
import kilnward.core.load.LoadCheck;
import kilnward.core.load.LoadKind;
import kilnward.core.load.Outlet;
import kilnward.core.load.Supply;
import kilnward.server.people.Open;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.LoadsAnswer;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Watts and amps of a controller's outlets; stateless and without side effects. */
@Open
@RestController
public class LoadController {
    /**
     * The outlets of one controller and the circuit that feeds them.
     *
     * @param supplyV  voltage of the supply: the local mains voltage, or that of a low-voltage supply
     * @param circuitA rating of the circuit, fuse or supply
     */
    public record LoadRequest(@NotNull @Within(of = Supply.class, field = "voltageV") Double supplyV,
            @NotNull Current current,
            @NotNull @Within(of = Supply.class, field = "ratedA") Double circuitA,
            @NotEmpty @Size(max = 32) List<@Valid @NotNull OutletPlan> outlets) {
    }

    /**
     * One outlet.
     *
     * @param ratedA       rating of its contact with alternating current; null where not known
     * @param ratedDcA     rating of its contact with direct current; null where not known
     * @param ratedW       a limit in watts printed beside it; null where there is none
     * @param cyclesPerDay switchings a day, 0 where it does not switch
     */
    @BoundsOf(Outlet.class)
    public record OutletPlan(@NotBlank @Size(max = 80) String name,
            @OrNull Double ratedA,
            @OrNull Double ratedDcA,
            @OrNull Double ratedW,
            @NotNull Double cyclesPerDay,
            @NotNull @Size(max = 16) List<@Valid @NotNull LoadPlan> loads) {
    }

    /** One appliance on an outlet. */
    @BoundsOf(Load.class)
    public record LoadPlan(@NotBlank @Size(max = 80) String name, @NotNull LoadKind kind,
            @NotNull Double powerW) {
    }

    @PostMapping("/api/v1/calc/load")
    public LoadsAnswer load(@Valid @RequestBody LoadRequest request) {
        Supply supply = new Supply(request.current() == Current.AC ? "The circuit" : "The low-voltage supply", request.current(),
                request.supplyV(), request.circuitA());
        List<Outlet> outlets = new ArrayList<>();
        for (int i = 0; i < request.outlets().size(); i++) {
            OutletPlan plan = request.outlets().get(i);
            outlets.add(PlanReader.at("outlets[" + i + "]", () -> new Outlet(plan.name(), supply, orEmpty(plan.ratedA()),
                    orEmpty(plan.ratedDcA()), orEmpty(plan.ratedW()),
                    plan.loads().stream().map(load -> new Load(load.name(), load.kind(), load.powerW())).toList(),
                    plan.cyclesPerDay())));
        }
        return LoadsAnswer.of(LoadCheck.of(outlets));
    }

    private static OptionalDouble orEmpty(Double value) {
        return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
    }
}
