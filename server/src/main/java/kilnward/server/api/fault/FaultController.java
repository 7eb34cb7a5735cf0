package kilnward.server.api.fault;

import jakarta.validation.Valid;
import java.util.List;
import kilnward.core.rehearsal.Watch;
import kilnward.core.settings.LinkLossChoice;
import kilnward.core.settings.Setup;
import kilnward.core.settings.faults.FaultTable;
import kilnward.core.settings.faults.LayerRanking;
import kilnward.core.settings.faults.Sureness;
import kilnward.server.api.chamber.Rehearser;
import kilnward.server.api.fault.FaultViews.FaultAnswer;
import kilnward.server.api.fault.FaultViews.FaultRequest;
import kilnward.server.api.fault.FaultViews.LayerAnswer;
import kilnward.server.api.fault.FaultViews.LinkChoice;
import kilnward.server.api.fault.FaultViews.SurenessAnswer;
import kilnward.server.api.fault.FaultViews.SurenessRequest;
import kilnward.server.api.fault.FaultViews.VerdictChange;
import kilnward.server.api.fault.FaultViews.WatchPlan;
import kilnward.server.door.Computing;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What each single fault would do; stateless and without side effects. */
@RestController
@RequestMapping("/api/v1/faults")
public class FaultController {
    private static final double RECORD_STEP_S = 1;
    private static final double LOOK_STEP_S = 60;
    private final Computing computing;

    public FaultController(Computing computing) {
        this.computing = computing;
    }

    /** Every fault with and without second layers, three days each in steps of a second, in the room that is worst for it. */
    @PostMapping
    public FaultAnswer all(@Valid @RequestBody FaultRequest request) {
        return computing.run(() -> rehearsed(request));
    }

    private static FaultAnswer rehearsed(FaultRequest request) {
        Setup setup = Rehearser.setup(request.chamber(), request.settings());
        Watch watch = WatchPlan.orUsual(request.watch());
        FaultTable table = FaultTable.of(setup, watch, Boolean.TRUE.equals(request.coarse()) ? LOOK_STEP_S : RECORD_STEP_S);
        return new FaultAnswer(WatchPlan.of(watch), table.layered(), table.deaf(), 3600, FaultViews.rows(setup, table, request.chamber()), links(setup));
    }

    private static List<LinkChoice> links(Setup setup) {
        return setup.controllers().stream().filter(each -> !each.isCutOut()).map(each -> LinkChoice.of(each, LinkLossChoice.of(setup, each))).toList();
    }

    /** Which single purchase or change takes away the most harm, the best first. */
    @PostMapping("/layers")
    public List<LayerAnswer> layers(@Valid @RequestBody FaultRequest request) {
        return computing.run(() -> LayerRanking.of(Rehearser.setup(request.chamber(), request.settings()), WatchPlan.orUsual(request.watch())).effects().stream()
                .map(each -> new LayerAnswer(each.layer(), each.harmsGone(), each.harmsNew(), each.layer().shared(),
                        each.changed().stream().map(change -> new VerdictChange(change.faultId(), change.before(), change.after())).toList())).toList());
    }

    /** A batch of sampled chambers: how often each verdict comes out. Batches add up, so one can stop and go on. */
    @PostMapping("/sureness")
    public SurenessAnswer sureness(@Valid @RequestBody SurenessRequest request) {
        return computing.run(() -> sampled(request));
    }

    private static SurenessAnswer sampled(SurenessRequest request) {
        Setup setup = Rehearser.setup(request.chamber(), request.settings());
        Watch watch = WatchPlan.orUsual(request.watch());
        List<Sureness.Case> cases = FaultTable.of(setup, watch, LOOK_STEP_S).rows().stream().map(row -> new Sureness.Case(row.fault(), row.roomC())).toList();
        Sureness found = Sureness.of(setup, cases, watch, request.seed(), request.from(), request.samples(), FaultTable.LENGTH_S);
        return new SurenessAnswer(found.samples(), found.counts());
    }
}
