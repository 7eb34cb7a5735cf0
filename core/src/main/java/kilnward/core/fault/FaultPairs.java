package kilnward.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import kilnward.core.chamber.Room;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.OwnThermostatStuck;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Two faults at once, which is what redundancy is bought for: a fault that is survived alone, while a protection has failed that nobody noticed, as a thermostat welded
 * long ago or an alarm that somebody muted. Only pairs that share no part are taken: what shares one fails together and is one fault.
 *
 * @param singles         single faults
 * @param singlesSurvived those of them that do no harm, or that somebody can act on in time
 * @param doubles         pairs
 * @param doublesSurvived those of them that are survived
 * @param lost            pairs that harm, the soonest first
 */
public record FaultPairs(int singles, int singlesSurvived, int doubles, int doublesSurvived, List<Lost> lost) {
    /** A pair is looked at in steps as long as this (s). */
    private static final double STEP_S = 60;
    private static final int BUCKETS = 288;

    /**
     * A pair that harms.
     *
     * @param first   what befalls it
     * @param hidden  the protection that had failed before
     * @param verdict what it comes to
     */
    public record Lost(Fault first, Fault hidden, Verdict verdict) {
    }

    public FaultPairs {
        lost = List.copyOf(lost);
    }

    /**
     * @param table   the single faults of the same chamber
     * @param watch   who can act when
     * @param workers who rehearses
     */
    public static FaultPairs of(Setup setup, FaultTable table, Attendance watch, Workers workers) {
        List<FaultTable.Row> survived = table.rows().stream().filter(row -> isSurvived(row.with())).toList();
        List<Fault> hidden = table.rows().stream().map(FaultTable.Row::fault).filter(fault -> isHidden(setup, fault)).toList();
        Room room = setup.chamber().room();
        List<Rig> rigs = List.of(setup.coolest().rig().lookingNoOftenerThan(STEP_S), setup.warmest().rig().lookingNoOftenerThan(STEP_S));
        List<Verdict.GoodDay> good = List.of(goodDay(rigs.get(0), room.coldestC()), goodDay(rigs.get(1), room.warmestC()));
        List<Lost> pairs = new ArrayList<>();
        for (FaultTable.Row row : survived) {
            for (Fault latent : hidden) {
                if (!row.fault().equals(latent) && !isHidden(setup, row.fault()) && shareNothing(setup, row.fault(), latent)) {
                    pairs.add(new Lost(row.fault(), latent, row.with()));
                }
            }
        }
        Map<Fault, Double> rooms = new java.util.HashMap<>();
        survived.forEach(row -> rooms.put(row.fault(), row.roomC()));
        List<Lost> judged = workers.each(pairs, pair -> {
            int worst = rooms.get(pair.first()) == room.coldestC() && room.coldestC() != room.warmestC() ? 0 : 1;
            Scenario scenario = FaultTable.befallen(setup, new Scenario(RoomCurve.constant(rooms.get(pair.first())), 0, FaultTable.LENGTH_S, STEP_S, Scenario.Start.SETTLED,
                    List.of(), BUCKETS), pair.first(), pair.hidden());
            Rehearsed run = Rehearsal.run(rigs.get(worst), scenario);
            return new Lost(pair.first(), pair.hidden(), Verdict.of(pair.first(), rigs.get(worst), run, good.get(worst), watch));
        });
        List<Lost> lost = judged.stream().filter(each -> !isSurvived(each.verdict()))
                .sorted(Comparator.comparingDouble(each -> each.verdict().harmS().orElse(Double.POSITIVE_INFINITY))).toList();
        return new FaultPairs(table.rows().size(), survived.size(), pairs.size(), pairs.size() - lost.size(), lost);
    }

    private static boolean isSurvived(Verdict verdict) {
        return verdict.kind() == Verdict.Kind.HOLDS || verdict.kind() == Verdict.Kind.TIGHT;
    }

    private static Verdict.GoodDay goodDay(Rig rig, double roomC) {
        return Verdict.goodDay(rig, Rehearsal.run(rig, new Scenario(RoomCurve.constant(roomC), 0, FaultTable.LENGTH_S, STEP_S, Scenario.Start.SETTLED, List.of(), BUCKETS)));
    }

    /** Whether it takes away a protection and shows nothing by itself: a thermostat or a cut-out that never opens any more, an alarm that nobody hears. */
    private static boolean isHidden(Setup setup, Fault fault) {
        boolean cutOut = fault instanceof RelayStuckOn && setup.controllers().stream().flatMap(each -> each.loops().stream()).anyMatch(loop -> loop.cutOut()
                && loop.id().equals(fault.subject()));
        return fault instanceof OwnThermostatStuck || fault instanceof AlarmMuted || cutOut;
    }

    /** A relay and the sounder of one controller are two parts; a controller that fails whole takes its alarm along. */
    private static boolean shareNothing(Setup setup, Fault one, Fault other) {
        Set<String> parts = parts(setup, one);
        parts.retainAll(parts(setup, other));
        return parts.isEmpty();
    }

    private static Set<String> parts(Setup setup, Fault fault) {
        Set<String> parts = new TreeSet<>(Set.of(fault.subject()));
        parts.remove("");
        for (PlannedController controller : setup.controllers()) {
            boolean cutsOut = controller.loops().stream().anyMatch(loop -> loop.cutOut() && loop.id().equals(fault.subject()));
            if (cutsOut) {
                parts.add(controller.id());
            }
        }
        return parts;
    }
}
