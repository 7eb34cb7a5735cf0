package kilnward.server.drill;

import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.fault.Drill;
import kilnward.core.fault.FaultTable;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.compute.Computing;
import kilnward.server.compute.FaultViews;
import kilnward.server.compute.FaultViews.DrillJudged;
import kilnward.server.compute.FaultViews.DrillSaid;
import kilnward.server.compute.FaultViews.DrillView;
import kilnward.server.compute.FaultViews.FaultRow;
import kilnward.server.compute.FaultViews.ScoreView;
import kilnward.server.compute.FaultViews.SmallTrace;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.PlanReader;
import kilnward.server.settings.ChamberService;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Drills on a chamber as saved: what a hidden fault shows, what somebody makes of it, and how they do. */
@RestController
@RequestMapping("/api/v1")
public class DrillController {
    private static final double STEP_S = 10;
    private final DrillRepository drills;
    private final ChamberService chambers;
    private final Computing computing;
    private final TransactionTemplate transactions;
    private final Clock clock;

    public DrillController(DrillRepository drills, ChamberService chambers, Computing computing, TransactionTemplate transactions, Clock clock) {
        this.drills = drills;
        this.chambers = chambers;
        this.computing = computing;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Begins one: the fault is chosen by the drill's own random id. */
    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/drills")
    @ResponseStatus(HttpStatus.CREATED)
    public DrillView begin(@PathVariable UUID chamberId, Principal who) {
        UUID id = UUID.randomUUID();
        Setup setup = setup(chamberId);
        Drill drill = drill(setup, id);
        DrillEntity entity = new DrillEntity(id, chamberId);
        entity.author = who.getName();
        entity.begunAt = Moments.now(clock);
        entity.hiddenKind = drill.row().fault().kind();
        drills.saveAndFlush(entity);
        return new DrillView(id.toString(), 3600, setup.controllers().stream().map(PlannedController::name).toList(),
                drill.row().run().trace().displays().stream().map(SmallTrace::of).toList(), drill.row().roomC(),
                drill.row().with().alarmS().isPresent() ? drill.row().with().alarmS().getAsDouble() : null, drill.choices(), drill.acts());
    }

    /** Answers one; a second answer is refused. What takes long is worked out before the row is held. */
    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/drills/{id}/answer")
    public DrillJudged answer(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody DrillSaid said, Principal who) {
        requireOpen(drills.findById(id), chamberId, id, who);
        Setup setup = setup(chamberId);
        Drill drill = drill(setup, id);
        Drill.Judged judged = drill.judge(Optional.of(said.kind()), Optional.of(said.act()));
        transactions.executeWithoutResult(status -> {
            DrillEntity entity = requireOpen(drills.hold(id), chamberId, id, who);
            if (drill.row().fault().kind() != entity.hiddenKind) {
                throw new RefusedValueException("id", id, "must belong to the chamber as it is saved now: somebody changed it since. Begin another");
            }
            entity.saidKind = said.kind();
            entity.saidAct = said.act();
            entity.rightKind = judged.rightKind();
            entity.rightAct = judged.rightAct();
            entity.answeredAt = Moments.now(clock);
            drills.saveAndFlush(entity);
        });
        return new DrillJudged(judged.rightKind(), judged.rightAct(), FaultRow.of(setup, drill.row(), false, FaultViews.names(chambers.one(chamberId).plan())), score(who));
    }

    private static DrillEntity requireOpen(Optional<DrillEntity> found, UUID chamberId, UUID id, Principal who) {
        DrillEntity entity = found.filter(each -> each.chamberId.equals(chamberId) && each.author.equals(who.getName()))
                .orElseThrow(() -> new NotFoundException("There is no drill " + id + " of yours in this chamber."));
        if (entity.answeredAt != null) {
            throw new RefusedValueException("id", id, "must be a drill that is not answered yet");
        }
        return entity;
    }

    /** How somebody has done over all chambers. */
    @Needs(Role.VISITOR)
    @GetMapping("/drills/score")
    public ScoreView score(Principal who) {
        List<DrillEntity> answered = who == null ? List.of() : drills.findByAuthorAndAnsweredAtNotNullOrderByAnsweredAtDesc(who.getName());
        return new ScoreView(answered.size(), (int) answered.stream().filter(each -> each.rightKind).count(), (int) answered.stream().filter(each -> each.rightAct).count());
    }

    private Setup setup(UUID chamberId) {
        return PlanReader.at("chamber", () -> chambers.setup(chamberId));
    }

    private Drill drill(Setup setup, UUID id) {
        return computing.run(workers -> Drill.of(setup, FaultTable.of(setup, Attendance.USUAL, STEP_S, workers), id.getLeastSignificantBits()));
    }

}
