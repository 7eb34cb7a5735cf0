package kilnward.benchmarks;

import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import kilnward.core.rehearsal.IndependentRun;
import kilnward.core.rehearsal.Rehearsed;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/** Runs the benchmarks in one run and prints what counts: ratios, beside what is allowed. */
public final class Bench {
    private Bench() {
    }

    public static void main(String[] arguments) throws RunnerException {
        Map<String, Double> milliseconds = new HashMap<>();
        milliseconds.putAll(run("(bareLoop|rehearsal|moistRehearsal|tentRehearsal|movedRung|proposal|year)$", 5, 7, 1));
        milliseconds.putAll(run("(allFaults|sampledRuns)$", 5, 5, 1));
        milliseconds.putAll(run("independentIntegrator$", 1, 2, 1));
        double bare = milliseconds.get("bareLoop");
        double rehearsal = milliseconds.get("rehearsal");
        double moist = milliseconds.get("moistRehearsal");
        double oracle = milliseconds.get("independentIntegrator");

        RehearsalBenchmark benchmark = new RehearsalBenchmark();
        Rehearsed run = benchmark.rehearsal();
        IndependentRun.Result independent = benchmark.independentIntegrator();
        double high = Math.abs(run.metrics().occupant().highest() - independent.highestC());
        double mean = Math.abs(run.metrics().occupant().mean() - independent.meanC());

        System.out.printf(Locale.ROOT, "%n72 h at 1 s, one core%n");
        System.out.printf(Locale.ROOT, "  bare loop of 6x6 affine updates     %9.1f ms%n", bare);
        System.out.printf(Locale.ROOT, "  rehearsal                           %9.1f ms%n", rehearsal);
        System.out.printf(Locale.ROOT, "  rehearsal with moisture             %9.1f ms%n", moist);
        System.out.printf(Locale.ROOT, "  a tent, two controllers and mist    %9.1f ms%n", milliseconds.get("tentRehearsal"));
        System.out.printf(Locale.ROOT, "  independent integrator              %9.1f ms%n", oracle);
        System.out.printf(Locale.ROOT, "  everything behind one moved rung    %9.1f ms%n", milliseconds.get("movedRung"));
        System.out.printf(Locale.ROOT, "  settings proposed                   %9.2f s (under 3)%n", milliseconds.get("proposal") / 1000);
        System.out.printf(Locale.ROOT, "  rehearsal / bare loop               %9.2f   (at most 4)%n", rehearsal / bare);
        System.out.printf(Locale.ROOT, "  with moisture / bare loop           %9.2f   (at most 5)%n", moist / bare);
        System.out.printf(Locale.ROOT, "  all %d faults, with and without     %9.2f s (under 0.5 on two cores), %.1f bare loops%n", benchmark.allFaults().rows().size(),
                milliseconds.get("allFaults") / 1000, milliseconds.get("allFaults") / bare);
        System.out.printf(Locale.ROOT, "  2,000 sampled runs of 24 h          %9.2f s (under 3), %.1f bare loops%n", milliseconds.get("sampledRuns") / 1000,
                milliseconds.get("sampledRuns") / bare);
        System.out.printf(Locale.ROOT, "  a year of 10 s steps, with moisture %9.2f s (under 2)%n", milliseconds.get("year") / 1000);
        System.out.printf(Locale.ROOT, "  independent integrator / rehearsal  %9.0f   (at least 40)%n", oracle / rehearsal);
        System.out.printf(Locale.ROOT, "  they differ by %.4f K at the highest, %.4f K in the mean, %d in %d switchings (0.02 K)%n",
                high, mean, run.metrics().loops().get(0).cycles() - independent.starts(), independent.starts());
    }

    private static Map<String, Double> run(String include, int warmups, int measurements, int forks) throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder().include("RehearsalBenchmark\\." + include)
                .warmupIterations(warmups).warmupTime(TimeValue.seconds(1)).measurementIterations(measurements)
                .measurementTime(TimeValue.seconds(1)).forks(forks).build()).run();
        Map<String, Double> found = new HashMap<>();
        results.forEach(result -> found.put(result.getPrimaryResult().getLabel(), result.getPrimaryResult().getScore()));
        return found;
    }
}
