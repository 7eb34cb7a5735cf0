package kilnward.server.compute;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.fault.FaultBook;
import kilnward.core.fault.FaultPairs;
import kilnward.core.fault.FaultTable;
import kilnward.core.fault.FirstAct;
import kilnward.core.fault.SecondLayer;
import kilnward.core.judgement.situation.LinkLossChoice;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.Weather;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.compute.RehearsalRequest.KeyedIn;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;

/** What goes over the wire about faults. */
public final class FaultViews {
    /** Buckets of a small trace: one an hour. */
    private static final int SMALL = 72;

    private FaultViews() {
    }

    /** When somebody can act, at the worst moment for it; times in seconds. */
    @BoundsOf(Attendance.class)
    public record WatchPlan(@NotNull Double asleepS, @NotNull Boolean wakes,
            @NotNull Double awayS, @NotNull Boolean message,
            @NotNull Double travelS, @NotNull Double reachS,
            @NotNull Double looksEveryS) {
        static Attendance orUsual(WatchPlan plan) {
            return plan == null ? Attendance.USUAL : new Attendance(plan.asleepS(), plan.wakes(), plan.awayS(), plan.message(), plan.travelS(), plan.reachS(), plan.looksEveryS());
        }

        public static WatchPlan of(Attendance watch) {
            return new WatchPlan(watch.asleepS(), watch.wakes(), watch.awayS(), watch.message(), watch.travelS(), watch.reachS(), watch.looksEveryS());
        }
    }

    /**
     * A whole chamber with what is keyed in, and who can act when.
     *
     * @param watch  null for the usual one, which the answer tells
     * @param coarse whether a first look in steps of a minute is enough; null for the whole of it
     */
    public record FaultRequest(@NotNull @Valid ChamberPlan chamber, @NotNull @Size(max = 10) List<@Valid @NotNull KeyedIn> settings, @OrNull @Valid WatchPlan watch,
            @OrNull Boolean coarse) {
    }

    /**
     * A batch of samples.
     *
     * @param from    first sample of the batch
     * @param samples how many chambers
     * @param seed    seed of the whole
     */
    public record SurenessRequest(@NotNull @Valid ChamberPlan chamber, @NotNull @Size(max = 10) List<@Valid @NotNull KeyedIn> settings, @OrNull @Valid WatchPlan watch,
            @NotNull @Within(min = 0, max = 1_000_000) Integer from, @NotNull @Within(min = 1, max = 500) Integer samples,
            @NotNull @Within(min = 0, max = 1e9) Long seed) {
    }

    /** What a fault comes to; times in seconds from the moment it befalls, null where that never happens. */
    public record VerdictAnswer(Verdict.Kind kind, double worstC, Map<Quantity, Double> worstAir, @OrNull Double alarmS, @OrNull Double seenS, @OrNull Double actS,
            @OrNull Double harmS, @OrNull Double marginK) {
        public static VerdictAnswer of(Verdict verdict) {
            return new VerdictAnswer(verdict.kind(), rounded(verdict.worstC()), verdict.worstAir(), orNull(verdict.alarmS()), orNull(verdict.seenS()),
                    orNull(verdict.actS()), orNull(verdict.harmS()), Double.isFinite(verdict.marginK()) ? rounded(verdict.marginK()) : null);
        }
    }

    /** Lowest and highest at the occupant of each hour (°C). */
    public record SmallTrace(double[] low, double[] high) {
        public static SmallTrace of(Trace.Envelope envelope) {
            int each = Math.max(1, envelope.low().length / SMALL);
            int count = Math.min(SMALL, envelope.low().length);
            double[] low = new double[count];
            double[] high = new double[count];
            for (int i = 0; i < count; i++) {
                low[i] = Double.POSITIVE_INFINITY;
                high[i] = Double.NEGATIVE_INFINITY;
                for (int j = i * each; j < Math.min(envelope.low().length, (i + 1) * each); j++) {
                    low[i] = Math.min(low[i], envelope.low()[j]);
                    high[i] = Math.max(high[i], envelope.high()[j]);
                }
                low[i] = rounded(low[i]);
                high[i] = rounded(high[i]);
            }
            return new SmallTrace(low, high);
        }
    }

    /**
     * One fault.
     *
     * @param id      what names it for this chamber, also as a scenario's fault
     * @param subject name of what it befalls; empty for the surroundings
     * @param size    how large it is (K, points or s); null where that has no meaning
     * @param layers  names of the second layers that kept something off
     * @param effect  what the thing it befalls does, or governs; null for the surroundings
     * @param first   what to do first
     * @param without what it comes to without second layers; null where there are none
     */
    public record FaultRow(String id, Fault.Kind kind, String subject, @OrNull Double size, double roomC, FaultTable.Stop stop, List<String> layers, @OrNull Effect effect,
            FirstAct first, VerdictAnswer with,
            @OrNull VerdictAnswer without, SmallTrace trace, @OrNull SmallTrace bare) {
        public static FaultRow of(Setup setup, FaultTable.Row row, boolean layered, Map<String, String> names) {
            return new FaultRow(FaultBook.id(row.fault()), row.fault().kind(), names.getOrDefault(row.fault().subject(), ""), size(row.fault()), row.roomC(), row.stop(),
                    row.run().layersActed().stream().map(id -> names.getOrDefault(id, id)).sorted().toList(),
                    FirstAct.effect(setup, row.fault()).orElse(null), FirstAct.of(setup, row), VerdictAnswer.of(row.with()), layered ? VerdictAnswer.of(row.without()) : null,
                    SmallTrace.of(row.run().trace().occupant()),
                    layered ? SmallTrace.of(row.bare().trace().occupant()) : null);
        }

        private static Double size(Fault fault) {
            if (fault instanceof ProbeDrifted drifted) {
                return drifted.by();
            }
            if (fault instanceof PowerCut cut) {
                return cut.durationS();
            }
            if (fault instanceof LidLeftOpen lid) {
                return lid.durationS();
            }
            return fault instanceof Weather weather ? Double.valueOf(weather.byK()) : null;
        }
    }

    /** What becomes of it where outputs lose their head unit, off or on, each in the worst room for it; harm null where none is done in three days. */
    public record LinkChoice(String controllerId, String name, double offC, @OrNull Double offHarmS, double onC, @OrNull Double onHarmS, boolean onIsRight) {
        public static LinkChoice of(PlannedController controller, LinkLossChoice choice) {
            return new LinkChoice(controller.id(), controller.name(), rounded(choice.offC()), finite(choice.offHarmsS()), rounded(choice.onC()), finite(choice.onHarmsS()),
                    choice.on());
        }

        private static Double finite(double seconds) {
            return Double.isFinite(seconds) ? seconds : null;
        }
    }

    /**
     * All faults of a chamber.
     *
     * @param watch   who could act when
     * @param layered whether there is any second layer
     * @param deaf    for each controller with alarms, by id: how many more faults would harm unseen, were they not heard
     * @param bucketS length of a bucket of the small traces (s)
     */
    public record FaultAnswer(WatchPlan watch, boolean layered, Map<String, Integer> deaf, double bucketS, List<FaultRow> rows, List<LinkChoice> links, PairsAnswer pairs) {
    }

    /** A fault by what names it, and what it befalls. */
    public record FaultName(String id, Fault.Kind kind, String subject, @OrNull Double size) {
        static FaultName of(Fault fault, Map<String, String> names) {
            return new FaultName(FaultBook.id(fault), fault.kind(), names.getOrDefault(fault.subject(), ""), FaultRow.size(fault));
        }
    }

    /** Two faults at once that harm: what befalls it while a protection had failed. */
    public record PairAnswer(FaultName first, FaultName hidden, @OrNull Double harmS) {
    }

    /**
     * How much it survives.
     *
     * @param lost pairs that harm, the soonest first, at most a dozen
     */
    public record PairsAnswer(int singles, int singlesSurvived, int doubles, int doublesSurvived, List<PairAnswer> lost) {
        private static final int MOST = 12;

        static PairsAnswer of(FaultPairs pairs, Map<String, String> names) {
            return new PairsAnswer(pairs.singles(), pairs.singlesSurvived(), pairs.doubles(), pairs.doublesSurvived(), pairs.lost().stream().limit(MOST)
                    .map(each -> new PairAnswer(FaultName.of(each.first(), names), FaultName.of(each.hidden(), names), orNull(each.verdict().harmS()))).toList());
        }
    }

    /** A fault whose verdict a layer changes. */
    public record VerdictChange(String faultId, Verdict.Kind before, Verdict.Kind after) {
    }

    /** What one second layer would change. */
    public record LayerAnswer(SecondLayer layer, int harmsGone, int harmsNew, Set<SecondLayer.Shared> shared, List<VerdictChange> changed) {
    }

    /** For each fault how often each verdict came out, in so many sampled chambers. */
    public record SurenessAnswer(int samples, Map<String, Map<Verdict.Kind, Integer>> counts) {
    }

    /** A drill to be answered: displays in °C or %RH, one controller a row, and the room; the fault is not named. */
    public record DrillView(String id, double bucketS, List<String> controllers, List<SmallTrace> displays, double roomC, @OrNull Double alarmS, List<Fault.Kind> kinds,
            List<FirstAct> acts) {
    }

    /** What somebody says happened, and what they would do first. */
    public record DrillSaid(@NotNull Fault.Kind kind, @NotNull FirstAct act) {
    }

    /** How it was judged, and what it was. */
    public record DrillJudged(boolean rightKind, boolean rightAct, FaultRow row, ScoreView score) {
    }

    /** How somebody has done so far. */
    public record ScoreView(int drills, int rightKinds, int rightActs) {
    }

    public static Map<String, String> names(ChamberPlan plan) {
        Map<String, String> names = new HashMap<>();
        plan.appliances().forEach(each -> names.put(each.id(), each.name()));
        plan.probes().forEach(each -> names.put(each.id(), each.name()));
        plan.controllers().forEach(each -> {
            names.put(each.id(), each.name());
            each.loops().forEach(loop -> names.put(loop.id(), String.join(", ", loop.applianceIds().stream().map(names::get).toList())));
        });
        return names;
    }

    static List<FaultRow> rows(Setup setup, FaultTable table, ChamberPlan plan) {
        Map<String, String> names = names(plan);
        List<FaultRow> rows = new ArrayList<>();
        table.rows().forEach(row -> rows.add(FaultRow.of(setup, row, table.layered(), names)));
        return rows;
    }

    private static Double orNull(OptionalDouble value) {
        return value.isPresent() ? Double.valueOf(rounded(value.getAsDouble())) : null;
    }

    private static double rounded(double value) {
        return Math.round(value * 1e3) / 1e3;
    }
}
