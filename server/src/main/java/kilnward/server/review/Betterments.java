package kilnward.server.review;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.proposal.Proof;
import kilnward.core.review.Betterment;
import kilnward.core.review.Betterment.Effect;
import kilnward.core.review.Betterment.What;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.audit.Audit;
import kilnward.server.compute.Computing;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.Plans;
import kilnward.server.plan.Plans.Planned;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What to have otherwise next time: rehearsed beside the box as it is, and taken over into its plan or its settings. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/betterments")
public class Betterments {
    private final ChamberService chambers;
    private final Plans plans;
    private final Computing computing;
    private final Audit audit;
    private final TransactionTemplate transactions;

    Betterments(ChamberService chambers, Plans plans, Computing computing, Audit audit, TransactionTemplate transactions) {
        this.chambers = chambers;
        this.plans = plans;
        this.computing = computing;
        this.audit = audit;
        this.transactions = transactions;
    }

    /**
     * One thing to have otherwise.
     *
     * @param from     K of differential, °C of set value, share, kg, W; 0 for what is only there or not
     * @param obstacle what stands against it: then it is no proposal; null where nothing does
     * @param keyed    whether it is keyed into a controller, and not done to the box
     */
    record BettermentView(What what, double from, double to, Effect then, @OrNull Proof.Obstacle.Kind obstacle, boolean keyed) {
    }

    /**
     * What was tried.
     *
     * @param mark of plan and settings that were rehearsed
     * @param now  a day as it is; null where nothing betters anything
     */
    record BettermentList(String mark, @OrNull Effect now, List<BettermentView> tried) {
    }

    /** Taking one over, from what was rehearsed. */
    record BettermentRequest(@NotNull What what, @NotBlank @Size(max = 200) String mark, @NotBlank @Size(min = 3, max = 300) @ManyLines String reason) {
    }

    /** Rehearses them; all there are where none is named. */
    @Needs(Role.VISITOR)
    @GetMapping
    public BettermentList of(@PathVariable UUID chamberId, @RequestParam(required = false) List<What> what) {
        plans.require(chamberId);
        String mark = chambers.mark(chamberId);
        Setup setup = chambers.setup(chamberId);
        Set<What> wanted = what == null || what.isEmpty() ? EnumSet.noneOf(What.class) : EnumSet.copyOf(what);
        List<Betterment> found = computing.run(workers -> Betterment.of(setup, wanted, workers));
        return new BettermentList(mark, found.isEmpty() ? null : found.get(0).now(), found.stream()
                .map(each -> new BettermentView(each.what(), each.from(), each.to(), each.then(), each.obstacle().orElse(null), each.what().isKeyed())).toList());
    }

    /** Puts one into the plan, or saves it as settings of a controller. */
    @Needs(Role.LEAD)
    @PostMapping("/take-over")
    public ChamberView takeOver(@PathVariable UUID chamberId, @Valid @RequestBody BettermentRequest asked, Principal who) {
        plans.require(chamberId);
        Setup now = chambers.setup(chamberId);
        hold(chamberId, asked.mark());
        Setup then = computing.run(workers -> Betterment.with(now, asked.what()))
                .orElseThrow(() -> new RefusedValueException("what", asked.what(), "must be something that there is to change in this chamber"));
        return transactions.execute(status -> {
            Planned held = plans.hold(chamberId);
            hold(chamberId, asked.mark());
            String reason = asked.reason().strip();
            if (asked.what().isKeyed()) {
                key(chamberId, now, then, reason, who.getName());
            } else {
                plans.change(chamberId, InPlan.put(held.plan(), now, then), who.getName());
                audit.write(Audit.Done.in(chamberId, Audit.What.CHANGED, "plan for next time", chamberId, held.plan().name(), reason, List.of()));
            }
            return chambers.one(chamberId);
        });
    }

    private void hold(UUID chamberId, String mark) {
        if (!chambers.mark(chamberId).equals(mark)) {
            throw new ConflictException("Plan or settings were changed since this was rehearsed. Rehearse it again.", chambers.one(chamberId));
        }
    }

    private void key(UUID chamberId, Setup now, Setup then, String reason, String who) {
        for (PlannedController each : then.controllers()) {
            if (!each.settings().equals(now.controller(each.id()).settings())) {
                int number = chambers.one(chamberId).settings().stream().filter(saved -> saved.controllerId().equals(each.id())).mapToInt(SettingsView::number).findFirst()
                        .orElse(0);
                chambers.save(chamberId, UUID.fromString(each.id()), new NewSettings(number, reason, each.settings().values()), who);
            }
        }
    }
}
