package kilnward.core.fault;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/**
 * How sure the verdicts are: the share of sampled chambers in which each holds. What is not known is drawn anew for each sample, from its
 * own seed, so that samples can be drawn in any order and batches, stopped, and gone on with.
 *
 * @param counts  for each fault, how often each verdict came out
 * @param samples number of sampled chambers
 */
public record Sureness(Map<String, Map<Verdict.Kind, Integer>> counts, int samples) {
    /** Standard deviations of what is not known; judgements, no source: insulation and leaks 15 %, room 1.5 K, sensor 0.3 K, contents 20 %. */
    private static final double LOSS_SHARE = 0.15;
    private static final double ROOM_K = 1.5;
    private static final double SENSOR_K = 0.3;
    private static final double CONTENTS_SHARE = 0.2;
    private static final double STEP_S = 60;

    /**
     * A fault and the room it is worst in.
     *
     * @param fault the fault
     * @param roomC the room (°C)
     */
    public record Case(Fault fault, double roomC) {
    }

    /**
     * @param setup   the chamber as planned
     * @param cases   faults to sample
     * @param watch   who can act when
     * @param seed    seed of the whole; sample number i always draws the same
     * @param from    first sample, 0 or more
     * @param count   number of samples, 1 to 10 000
     * @param lengthS how long each is followed (s)
     * @param workers who rehearses
     */
    public static Sureness of(Setup setup, List<Case> cases, Attendance watch, long seed, int from, int count, double lengthS, Workers workers) {
        Require.within("from", from, 0, 1e9, "");
        Require.within("count", count, 1, 10_000, "");
        List<Map<String, Verdict.Kind>> drawn = workers.each(IntStream.range(from, from + count).boxed().toList(), i -> sample(setup, cases, watch, drawing(seed, i), lengthS));
        Map<String, Map<Verdict.Kind, Integer>> counts = new LinkedHashMap<>();
        drawn.forEach(each -> each.forEach((id, kind) -> counts.computeIfAbsent(id, key -> new EnumMap<>(Verdict.Kind.class)).merge(kind, 1, Integer::sum)));
        return new Sureness(counts, count);
    }

    /** The draws of one sample. Mixed once more, because a generator begun one step further on would repeat its neighbour's draws. */
    static SplittableRandom drawing(long seed, int sample) {
        return new SplittableRandom(new SplittableRandom(seed + sample).nextLong());
    }

    private static Map<String, Verdict.Kind> sample(Setup setup, List<Case> cases, Attendance watch, SplittableRandom random, double lengthS) {
        double loss = Math.exp(LOSS_SHARE * random.nextGaussian());
        double roomK = ROOM_K * random.nextGaussian();
        double sensorK = SENSOR_K * random.nextGaussian();
        double contents = Math.exp(CONTENTS_SHARE * random.nextGaussian());
        Chamber chamber = setup.chamber();
        Contents full = chamber.contents();
        Contents drawn = full.timesMass(contents);
        List<Probe> probes = setup.probes().stream().map(probe -> probe.withSensorError(Math.max(-20, Math.min(20, probe.sensorErrorK() + sensorK)))).toList();
        Setup varied = setup.with(chamber.with(drawn).withLossFactor(Math.max(0.1, Math.min(10, chamber.lossFactor() * loss)))).withProbes(probes);
        Rig rig = varied.rig().lookingNoOftenerThan(STEP_S);
        Map<Double, Verdict.GoodDay> goodDays = new LinkedHashMap<>();
        Map<String, Verdict.Kind> verdicts = new LinkedHashMap<>();
        for (Case each : cases) {
            Scenario scenario = new Scenario(RoomCurve.constant(each.roomC() + roomK), 0, lengthS, STEP_S, Scenario.Start.SETTLED, List.of(), 144);
            Verdict.GoodDay goodDay = goodDays.computeIfAbsent(each.roomC(), room -> Verdict.goodDay(rig, Rehearsal.run(rig, scenario)));
            verdicts.put(FaultBook.id(each.fault()), Verdict.of(each.fault(), rig, Rehearsal.run(rig, FaultTable.befallen(setup, scenario, each.fault())), goodDay, watch).kind());
        }
        return verdicts;
    }

    /** This and another batch together. */
    public Sureness plus(Sureness other) {
        Map<String, Map<Verdict.Kind, Integer>> sum = new LinkedHashMap<>();
        for (Sureness part : List.of(this, other)) {
            part.counts.forEach((id, kinds) -> kinds.forEach((kind, count) -> sum.computeIfAbsent(id, key -> new EnumMap<>(Verdict.Kind.class)).merge(kind, count, Integer::sum)));
        }
        return new Sureness(sum, samples + other.samples);
    }
}
