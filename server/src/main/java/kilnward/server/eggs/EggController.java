package kilnward.server.eggs;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.life.EggWeighing;
import kilnward.core.life.WeightLoss;
import kilnward.server.people.Open;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What weighings of eggs say; stateless and without side effects. */
@Open
@RestController
public class EggController {
    /** One weighing of the same eggs: days since setting, 0 for the fresh weight. */
    @BoundsOf(EggWeighing.class)
    public record WeighingPlan(@NotNull Double day,
            @NotNull Double massG) {
    }

    /**
     * Weighings and what is wanted.
     *
     * @param humidityPct mean humidity since setting; null where it is not known
     */
    @BoundsOf(WeightLoss.Target.class)
    public record EggRequest(@NotEmpty @Size(max = 400) List<@Valid @NotNull WeighingPlan> weighings,
            @NotNull WeightLoss.EndPoint endPoint,
            @NotNull Double endDay,
            @NotNull Double lowPct,
            @NotNull Double highPct,
            @OrNull @Within(min = 0, max = 100, unit = "%RH") Double humidityPct) {
    }

    /** Loss so far and to come in % of fresh mass, and the humidity it asks for; null where none leads there. */
    public record EggAnswer(double freshG, double lossPct, double perDayPct, double projectedPct, double projectedHalfPct, double wantedNowLowPct,
            double wantedNowHighPct, WeightLoss.Verdict verdict, @OrNull Double askedHumidityPct) {
    }

    @PostMapping("/api/v1/calc/egg-weights")
    public EggAnswer eggs(@Valid @RequestBody EggRequest request) {
        List<EggWeighing> weighings = new ArrayList<>();
        for (int i = 0; i < request.weighings().size(); i++) {
            WeighingPlan each = request.weighings().get(i);
            weighings.add(PlanReader.at("weighings[" + i + "]", () -> new EggWeighing(each.day(), each.massG())));
        }
        WeightLoss loss = WeightLoss.of(weighings, new WeightLoss.Target(request.endPoint(), request.endDay(), request.lowPct(),
                request.highPct()), request.humidityPct() == null ? OptionalDouble.empty() : OptionalDouble.of(request.humidityPct()));
        return new EggAnswer(loss.freshG(), loss.lossPct(), loss.perDayPct(), loss.projectedPct(), loss.projectedHalfPct(), loss.wantedNowLowPct(),
                loss.wantedNowHighPct(), loss.verdict(),
                loss.askedHumidityPct().isPresent() ? loss.askedHumidityPct().getAsDouble() : null);
    }
}
