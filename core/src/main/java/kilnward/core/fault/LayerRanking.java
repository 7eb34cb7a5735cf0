package kilnward.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.setup.Setup;

/**
 * Which single purchase or change takes away the most harm: each second layer that fits is added by itself, and every fault rehearsed anew.
 *
 * @param effects one a layer that fits, the best first
 */
public record LayerRanking(List<Effect> effects) {
    /** Each step matters to the minute only. */
    private static final double STEP_S = 30;

    /**
     * What one layer changes.
     *
     * @param layer   the layer
     * @param harmsGone faults that harm without it and no longer with it
     * @param harmsNew  faults that harm with it only
     * @param changed faults whose verdict it changes, for better or worse
     */
    public record Effect(SecondLayer layer, int harmsGone, int harmsNew, List<Change> changed) {
        public Effect {
            changed = List.copyOf(changed);
        }
    }

    /** A fault whose verdict changes. */
    public record Change(String faultId, Verdict.Kind before, Verdict.Kind after) {
    }

    public LayerRanking {
        effects = List.copyOf(effects);
    }

    /**
     * @param setup the chamber as planned
     * @param watch who can act when
     * @param workers who rehearses
     */
    public static LayerRanking of(Setup setup, Attendance watch, Workers workers) {
        Map<String, Verdict.Kind> now = verdicts(setup, FaultTable.of(setup, watch, STEP_S, workers));
        List<Effect> effects = new ArrayList<>();
        for (SecondLayer layer : SecondLayer.values()) {
            Optional<Setup> with = layer.addTo(setup);
            if (with.isEmpty() || with.get().equals(setup) && layer.watch(watch).equals(watch)) {
                continue;
            }
            Map<String, Verdict.Kind> then = verdicts(setup, FaultTable.of(with.get(), layer.watch(watch), STEP_S, workers));
            List<Change> changed = new ArrayList<>();
            now.forEach((id, before) -> {
                Verdict.Kind after = then.getOrDefault(id, before);
                if (after != before) {
                    changed.add(new Change(id, before, after));
                }
            });
            effects.add(new Effect(layer, (int) changed.stream().filter(each -> harms(each.before()) && !harms(each.after())).count(),
                    (int) changed.stream().filter(each -> !harms(each.before()) && harms(each.after())).count(), changed));
        }
        effects.sort(Comparator.comparingDouble((Effect effect) -> -effect.changed().stream().mapToDouble(each -> weight(each.before()) - weight(each.after())).sum()));
        return new LayerRanking(effects);
    }

    /** The verdict of each fault; of the parts of what was doubled, the worst counts. */
    private static Map<String, Verdict.Kind> verdicts(Setup planned, FaultTable table) {
        Map<String, Verdict.Kind> found = new LinkedHashMap<>();
        table.rows().forEach(row -> found.merge(FaultBook.id(row.fault(), SecondLayer.wholeOf(planned, row.fault().subject())), row.with().kind(),
                (one, other) -> one.compareTo(other) >= 0 ? one : other));
        return found;
    }

    private static boolean harms(Verdict.Kind kind) {
        return kind == Verdict.Kind.HARMED || kind == Verdict.Kind.HARMED_UNSEEN;
    }

    /** Harm counts double, harm that nobody sees coming three times; tight a little. */
    private static double weight(Verdict.Kind kind) {
        return switch (kind) {
            case HOLDS -> 0;
            case TIGHT -> 0.5;
            case HARMED -> 2;
            case HARMED_UNSEEN -> 3;
        };
    }
}
