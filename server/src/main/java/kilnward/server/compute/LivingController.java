package kilnward.server.compute;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Guide;
import kilnward.core.life.LivingCurve;
import kilnward.core.life.Metabolism;
import kilnward.core.life.School;
import kilnward.core.life.Stage;
import kilnward.server.guide.GuideService;
import kilnward.server.people.Open;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What living things give off on a day. */
@Open
@RestController
@RequestMapping("/api/v1/calc/living")
public class LivingController {
    private final GuideService guides;

    LivingController(GuideService guides) {
        this.guides = guides;
    }

    /**
     * Living things on a day.
     *
     * @param day    days since the start of the batch, as the guide counts them
     * @param kg     living mass on that day; null where they are counted
     * @param pieces how many there are; null where they are weighed
     */
    @BoundsOf(LivingCurve.Point.class)
    public record LivingRequest(@NotBlank @Size(max = 80) String guideId, @NotBlank @Size(max = 80) String schoolId, @NotBlank @Size(max = 80) String stageId,
            @NotNull Double day, @OrNull Double kg, @OrNull Double pieces) {
    }

    /** What they give off; all null where the guide does not know. */
    public record LivingAnswer(@OrNull Double heatW, @OrNull Double waterGh, @OrNull Double co2Gh) {
    }

    @PostMapping
    public LivingAnswer living(@Valid @RequestBody LivingRequest request) {
        Guide guide = guides.find(request.guideId()).orElseThrow(() -> new RefusedValueException("guideId", request.guideId(), "must be the id of a guide"));
        School school = guide.schools().stream().filter(each -> each.id().equals(request.schoolId())).findFirst()
                .orElseThrow(() -> new RefusedValueException("schoolId", request.schoolId(), "must be a school of " + guide.name()));
        Stage stage = school.stages().stream().filter(each -> each.id().equals(request.stageId())).findFirst()
                .orElseThrow(() -> new RefusedValueException("stageId", request.stageId(), "must be a stage of " + school.name()));
        LivingCurve.requireAmount(request.kg(), request.pieces());
        return guide.living(stage).map(curve -> {
            Metabolism all = curve.on(request.day()).times(curve.units(request.kg(), request.pieces(), request.day()));
            return new LivingAnswer(all.heatW(), all.waterGh(), all.co2Gh());
        }).orElse(new LivingAnswer(null, null, null));
    }
}
