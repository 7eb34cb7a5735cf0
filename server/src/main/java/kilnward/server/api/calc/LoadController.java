package kilnward.server.api.calc;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.load.Load;
import kilnward.core.load.LoadCheck;
import kilnward.core.load.LoadKind;
import kilnward.core.load.Outlet;
import kilnward.server.api.FindingAnswer;
import kilnward.server.api.OrNull;
import kilnward.server.api.chamber.PlanReader;
import kilnward.server.api.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Watts and amps of a controller's outlets; stateless and without side effects. */
@RestController
public class LoadController {
    /**
     * The outlets of one controller and the circuit that feeds them.
     *
     * @param supplyV  voltage of the supply: the local mains voltage, or that of a low-voltage supply
     * @param circuitA rating of the circuit, fuse or supply
     */
    public record LoadRequest(@NotNull @Within(min = 3, max = 480, unit = "V") Double supplyV,
                              @NotNull Outlet.Current current,
                              @NotNull @Within(min = 0.1, max = 1000, unit = "A") Double circuitA,
                              @NotEmpty @Size(max = 32) List<@Valid @NotNull OutletPlan> outlets) {
    }

    /**
     * One outlet.
     *
     * @param ratedA       rating of its contact at that voltage and kind of current
     * @param ratedW       a limit in watts printed beside it; null where there is none
     * @param cyclesPerDay switchings a day, 0 where it does not switch
     */
    public record OutletPlan(@NotBlank @Size(max = 80) String name,
                             @NotNull @Within(min = 0.01, max = 1000, unit = "A") Double ratedA,
                             @OrNull @Within(min = 0.1, max = 1e6, unit = "W") Double ratedW,
                             @NotNull @Within(min = 0, max = 86_400, unit = "1/day") Double cyclesPerDay,
                             @NotNull @Size(max = 16) List<@Valid @NotNull LoadPlan> loads) {
    }

    /** One appliance on an outlet. */
    public record LoadPlan(@NotBlank @Size(max = 80) String name, @NotNull LoadKind kind,
                           @NotNull @Within(min = 0.1, max = 100_000, unit = "W") Double powerW) {
    }

    /** One outlet checked; {@code contactLifeDays} is null where it does not switch. */
    public record OutletAnswer(String name, double powerW, double currentA, double inrushA, double ratingPct,
                               @OrNull Double contactLifeDays) {
    }

    /** Outlets, totals, findings. */
    public record LoadAnswer(List<OutletAnswer> outlets, double totalW, double totalA, List<FindingAnswer> findings) {
    }

    @PostMapping("/api/v1/calc/load")
    public LoadAnswer load(@Valid @RequestBody LoadRequest request) {
        List<Outlet> outlets = new ArrayList<>();
        for (int i = 0; i < request.outlets().size(); i++) {
            OutletPlan plan = request.outlets().get(i);
            outlets.add(PlanReader.at("outlets[" + i + "]", () -> new Outlet(plan.name(), request.supplyV(),
                    request.current(), plan.ratedA(),
                    plan.ratedW() == null ? OptionalDouble.empty() : OptionalDouble.of(plan.ratedW()),
                    plan.loads().stream().map(load -> new Load(load.name(), load.kind(), load.powerW())).toList(),
                    plan.cyclesPerDay())));
        }
        LoadCheck check = LoadCheck.of(outlets, request.circuitA());
        return new LoadAnswer(check.outlets().stream().map(outlet -> new OutletAnswer(outlet.name(), outlet.powerW(),
                outlet.currentA(), outlet.inrushA(), outlet.ratingPct(),
                outlet.contactLifeDays().isPresent() ? outlet.contactLifeDays().getAsDouble() : null)).toList(),
                check.totalW(), check.totalA(), check.findings().stream().map(FindingAnswer::of).toList());
    }
}
