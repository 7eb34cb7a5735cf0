package kilnward.server.compute;

import jakarta.validation.Valid;
import java.util.List;
import kilnward.core.fault.FaultPairs;
import kilnward.core.fault.FaultTable;
import kilnward.core.fault.LayerRanking;
import kilnward.core.fault.Sureness;
import kilnward.core.judgement.situation.LinkLossChoice;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.setup.Setup;
import kilnward.server.compute.FaultViews.FaultAnswer;
import kilnward.server.compute.FaultViews.FaultRequest;
import kilnward.server.compute.FaultViews.LayerAnswer;
import kilnward.server.compute.FaultViews.LinkChoice;
import kilnward.server.compute.FaultViews.PairsAnswer;
import kilnward.server.compute.FaultViews.SurenessAnswer;
import kilnward.server.compute.FaultViews.SurenessRequest;
import kilnward.server.compute.FaultViews.VerdictChange;
import kilnward.server.compute.FaultViews.WatchPlan;
import kilnward.server.people.Open;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What each single fault would do; stateless and without side effects. */
@Open
@RestController
@RequestMapping("/api/v1/faults")
public class FaultController {
    private static final double RECORD_STEP_S = 1;
    private static final double LOOK_STEP_S = 60;
    private final Computing computing;
    private final WorkedOut workedOut;

    public FaultController(Computing computing, WorkedOut workedOut) {
        this.workedOut = workedOut;
        this.computing = computing;
    }

    /** Every fault with and without second layers, three days each in steps of a second, in the room that is worst for it. */
    @PostMapping
    public FaultAnswer all(@Valid @RequestBody FaultRequest request) {
        return workedOut.answer(request, asked -> workers -> rehearsed(asked, workers));
    }

    private static FaultAnswer rehearsed(FaultRequest request, Workers workers) {
        Setup setup = Rehearser.setup(request.chamber(), request.settings());
        Attendance watch = WatchPlan.orUsual(request.watch());
        FaultTable table = FaultTable.of(setup, watch, Boolean.TRUE.equals(request.coarse()) ? LOOK_STEP_S : RECORD_STEP_S, workers);
        return new FaultAnswer(WatchPlan.of(watch), table.layered(), table.deaf(), 3600, FaultViews.rows(setup, table, request.chamber()), links(setup),
                PairsAnswer.of(FaultPairs.of(setup, table, watch, workers), FaultViews.names(request.chamber())));
    }

    private static List<LinkChoice> links(Setup setup) {
        return setup.controllers().stream().filter(each -> !each.isCutOut()).map(each -> LinkChoice.of(each, LinkLossChoice.of(setup, each))).toList();
    }

    /** The question of layers, apart from that of faults. */
    private record LayersAsked(FaultRequest request) {
    }

    /** Which single purchase or change takes away the most harm, the best first. */
    @PostMapping("/layers")
    public List<LayerAnswer> layers(@Valid @RequestBody FaultRequest request) {
        return workedOut.answer(new LayersAsked(request),
                asked -> workers -> LayerRanking.of(Rehearser.setup(request.chamber(), request.settings()), WatchPlan.orUsual(request.watch()), workers).effects().stream()
                        .map(each -> new LayerAnswer(each.layer(), each.harmsGone(), each.harmsNew(), each.layer().shared(),
                                each.changed().stream().map(change -> new VerdictChange(change.faultId(), change.before(), change.after())).toList()))
                        .toList());
    }

    /** A batch of sampled chambers: how often each verdict comes out. Batches add up, so one can stop and go on. */
    @PostMapping("/sureness")
    public SurenessAnswer sureness(@Valid @RequestBody SurenessRequest request) {
        return computing.run(workers -> sampled(request, workers));
    }

    private static SurenessAnswer sampled(SurenessRequest request, Workers workers) {
        Setup setup = Rehearser.setup(request.chamber(), request.settings());
        Attendance watch = WatchPlan.orUsual(request.watch());
        List<Sureness.Case> cases = FaultTable.of(setup, watch, LOOK_STEP_S, workers).rows().stream().map(row -> new Sureness.Case(row.fault(), row.roomC())).toList();
        Sureness found = Sureness.of(setup, cases, watch, request.seed(), request.from(), request.samples(), FaultTable.LENGTH_S, workers);
        return new SurenessAnswer(found.samples(), found.counts());
    }
}
