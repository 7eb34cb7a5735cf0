package kilnward.server.eggs;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.EggWeighing;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.Plans;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.Within;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The weighings of a chamber's eggs: added, withdrawn, never deleted. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/weighings")
public class WeighingController {
    private static final Duration AHEAD = Duration.ofMinutes(5);
    private final EggWeighingRepository weighings;
    private final Plans plans;
    private final Clock clock;

    public WeighingController(EggWeighingRepository weighings, Plans plans, Clock clock) {
        this.weighings = weighings;
        this.plans = plans;
        this.clock = clock;
    }

    /** A weighing as kept; withdrawn ones stay and say by whom. */
    public record WeighingView(String id, Instant weighedAt, double massG, int eggs, String note, String author, Instant writtenAt,
            @OrNull Instant withdrawnAt, @OrNull String withdrawnBy) {
    }

    /** A new weighing: mass of so many eggs together. */
    @BoundsOf(EggWeighing.class)
    public record NewWeighing(@NotNull Instant weighedAt, @NotNull Double massG,
            @NotNull @Within(min = 1, max = 100_000) Integer eggs, @NotNull @Size(max = 300) @ManyLines String note) {
    }

    @Needs(Role.VISITOR)
    @GetMapping
    @Transactional(readOnly = true)
    public List<WeighingView> all(@PathVariable UUID chamberId) {
        plans.require(chamberId);
        return weighings.findByChamberIdOrderByWeighedAtAscWrittenAtAsc(chamberId).stream().map(WeighingController::view).toList();
    }

    @Needs(Role.KEEPER)
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public WeighingView add(@PathVariable UUID chamberId, @Valid @RequestBody NewWeighing weighing, Principal who) {
        plans.require(chamberId);
        if (weighing.weighedAt().isAfter(clock.instant().plus(AHEAD))) {
            throw new RefusedValueException("weighedAt", weighing.weighedAt(), "must not be in the future");
        }
        EggWeighingEntity entity = new EggWeighingEntity(chamberId);
        entity.weighedAt = Moments.kept(weighing.weighedAt());
        entity.massG = weighing.massG();
        entity.eggs = weighing.eggs();
        entity.note = weighing.note().strip();
        entity.author = who.getName();
        entity.writtenAt = Moments.now(clock);
        return view(weighings.saveAndFlush(entity));
    }

    @Needs(Role.KEEPER)
    @PostMapping("/{id}/withdraw")
    @Transactional
    public WeighingView withdraw(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        EggWeighingEntity entity = weighings.findById(id).filter(each -> each.chamberId.equals(chamberId))
                .orElseThrow(() -> new NotFoundException("There is no weighing " + id + " in this chamber."));
        if (entity.withdrawnAt == null) {
            entity.withdrawnAt = Moments.now(clock);
            entity.withdrawnBy = who.getName();
        }
        return view(weighings.saveAndFlush(entity));
    }

    private static WeighingView view(EggWeighingEntity each) {
        return new WeighingView(each.getId().toString(), each.weighedAt, each.massG, each.eggs, each.note, each.author, each.writtenAt,
                each.withdrawnAt, each.withdrawnBy);
    }
}
