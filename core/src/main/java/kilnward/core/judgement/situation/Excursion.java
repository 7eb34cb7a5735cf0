package kilnward.core.judgement.situation;

import java.util.List;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.rehearsal.outcome.Trace;

/**
 * What the outputs were seen to do while something was on one side outside of what is wanted: the mechanism is read from the trace, not guessed from the keys.
 *
 * @param situation the chamber and its sound day
 * @param buckets   buckets of the trace in which it was outside
 * @param share     their share of the time, 0 to 1
 */
public record Excursion(Situation situation, List<Integer> buckets, double share) {
    /** An output that is on for so much of the time has nothing left to give … */
    private static final double ALWAYS = 0.9;
    /** … and one that is on for so little gives nothing. */
    private static final double NEVER = 0.02;

    /**
     * @param of   the course of the quantity
     * @param edge end of what is wanted on that side, by the hour of the day
     * @param high whether it is looked at above that end, or below
     */
    public static Excursion of(Situation situation, Trace.Envelope of, DoubleUnaryOperator edge, boolean high) {
        Trace trace = situation.daily().trace();
        double startHour = situation.daily().scenario().startHour();
        List<Integer> buckets = IntStream.range(0, of.low().length).filter(i -> {
            double at = edge.applyAsDouble(startHour + (i + 0.5) * trace.bucketS() / 3600);
            return high ? of.high()[i] > at : of.low()[i] < at;
        }).boxed().toList();
        return new Excursion(situation, buckets, buckets.size() / (double) Math.max(1, of.low().length));
    }

    /** The greatest share of that time for which an output ran that does something; empty where no controller switches one. */
    public OptionalDouble ran(Predicate<Effect> does) {
        return situation.outputs(does).mapToDouble(output -> {
            double[] on = situation.daily().trace().onShares().get(output);
            return buckets.stream().mapToDouble(bucket -> on[bucket]).average().orElse(0);
        }).max();
    }

    /** Whether an output that does something had nothing left to give. */
    public boolean exhausted(Predicate<Effect> does) {
        return ran(does).orElse(0) >= ALWAYS;
    }

    /** Whether an output that does something ran at all. */
    public boolean worked(Predicate<Effect> does) {
        return ran(does).orElse(0) > NEVER;
    }
}
