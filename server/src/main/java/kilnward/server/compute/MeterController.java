package kilnward.server.compute;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import kilnward.core.chamber.model.MeterReading;
import kilnward.server.people.Open;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.problem.BoundsOf;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What a plug-in energy meter says of a box; stateless and without side effects. */
@Open
@RestController
public class MeterController {
    /** A chamber and what the meter said while it was running steadily. */
    @BoundsOf(MeterReading.class)
    public record MeterRequest(@NotNull @Valid ChamberPlan chamber,
            @NotNull Double energyKWh,
            @NotNull Double hours,
            @NotNull Double insideMeanC,
            @NotNull Double roomMeanC) {
    }

    /** The loss factor that explains it, and the mean power. */
    public record MeterAnswer(double lossFactor, double meanW) {
    }

    @PostMapping("/api/v1/calc/loss-factor")
    public MeterAnswer lossFactor(@Valid @RequestBody MeterRequest request) {
        MeterReading reading = new MeterReading(request.energyKWh(), request.hours(), request.insideMeanC(), request.roomMeanC());
        return new MeterAnswer(reading.lossFactor(PlanReader.at("chamber", () -> PlanReader.chamber(request.chamber()))),
                reading.meanW());
    }
}
