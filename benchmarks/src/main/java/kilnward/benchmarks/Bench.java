package kilnward.benchmarks;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import kilnward.core.rehearsal.IndependentRun;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.server.running.Figures;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;

/** Runs the benchmarks in one run and prints what counts: ratios, beside what is allowed. What is compared is measured in turn, several times: a neighbour is busy now and then. */
public final class Bench {
    private static final int ROUNDS = 5;

    private Bench() {
    }

    public static void main(String[] arguments) throws RunnerException {
        List<Map<String, Double>> rounds = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            rounds.add(run("(bareLoop|rehearsal|moistRehearsal|allFaults)$", 4, 3, 1));
        }
        Map<String, Double> milliseconds = new HashMap<>();
        rounds.get(0).keySet().forEach(each -> milliseconds.put(each, Figures.median(rounds.stream().map(round -> round.get(each)).toList())));
        milliseconds.putAll(run("(tentRehearsal|movedRung|proposal|year|sampledRuns)$", 5, 5, 1));
        milliseconds.putAll(run("independentIntegrator$", 1, 2, 1));
        double rehearsal = milliseconds.get("rehearsal");
        double moist = milliseconds.get("moistRehearsal");
        double oracle = milliseconds.get("independentIntegrator");

        RehearsalBenchmark benchmark = new RehearsalBenchmark();
        Rehearsed run = benchmark.rehearsal();
        IndependentRun.Result independent = benchmark.independentIntegrator();
        double high = Math.abs(run.metrics().occupant().highest() - independent.highestC());
        double mean = Math.abs(run.metrics().occupant().mean() - independent.meanC());

        System.out.println("| 72 h in steps of 1 s, one core; medians of " + ROUNDS + " in turn | measured | wanted |");
        System.out.println("|---|---|---|");
        row("bare loop of 6×6 affine updates", "%.1f ms", "", milliseconds.get("bareLoop"));
        row("rehearsal of the Reedbox", "%.1f ms", "", rehearsal);
        row("the same with moisture", "%.1f ms", "", moist);
        row("a tent: heater, mist, wet blocks, two controllers", "%.1f ms", "", milliseconds.get("tentRehearsal"));
        row("independent integrator, Dormand–Prince 8(5,3) on the same sampled display", "%.0f ms", "", oracle);
        row("everything behind one moved rung", "%.1f ms", "", milliseconds.get("movedRung"));
        row("settings proposed", "%.2f s", "3 s", milliseconds.get("proposal") / 1000);
        row("**rehearsal / bare loop**", "**%.2f**", "at most 4", inTurn(rounds, "rehearsal"));
        row("**with moisture / bare loop**", "**%.2f**", "at most 5", inTurn(rounds, "moistRehearsal"));
        row("all " + benchmark.allFaults().rows().size() + " faults, with and without second layers, two cores", "**%.2f s**", "0.5 s", milliseconds.get("allFaults") / 1000);
        row("the same, in bare loops", "%.1f", "", inTurn(rounds, "allFaults"));
        row("2,000 sampled runs of 24 h", "%.2f s", "3 s", milliseconds.get("sampledRuns") / 1000);
        row("a year in steps of 10 s, with moisture", "%.2f s", "2 s", milliseconds.get("year") / 1000);
        row("**independent integrator / rehearsal**", "**%.0f**", "at least 40", oracle / rehearsal);
        System.out.printf(Locale.ROOT, "| they differ at the highest, in the mean, in switchings | %.4f K, %.4f K, %d of %d | 0.02 K |%n", high, mean,
                run.metrics().loops().get(0).cycles() - independent.starts(), independent.starts());
    }

    /** How many bare loops something takes: the median of what it was in each round. */
    private static double inTurn(List<Map<String, Double>> rounds, String what) {
        return Figures.median(rounds.stream().map(each -> each.get(what) / each.get("bareLoop")).toList());
    }

    private static void row(String what, String format, String wanted, double measured) {
        System.out.printf(Locale.ROOT, "| %s | " + format + " | %s |%n", what, measured, wanted);
    }

    private static Map<String, Double> run(String include, int warmups, int measurements, int forks) throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder().include("RehearsalBenchmark\\." + include)
                .warmupIterations(warmups).warmupTime(TimeValue.seconds(1)).measurementIterations(measurements)
                .measurementTime(TimeValue.seconds(1)).forks(forks).verbosity(VerboseMode.SILENT).build()).run();
        Map<String, Double> found = new HashMap<>();
        results.forEach(result -> found.put(result.getPrimaryResult().getLabel(), result.getPrimaryResult().getScore()));
        return found;
    }
}
