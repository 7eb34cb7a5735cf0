package kilnward.core.alarm;

import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;
import kilnward.core.finding.Require;
import kilnward.core.life.HarmLimit;
import kilnward.core.life.Side;

/**
 * Harm is so near: the time a level has been passed already counts, as in {@link kilnward.core.life.HarmClock}, and where a level is not reached yet, the time until it
 * is at the pace of the last quarter of an hour.
 *
 * @param limits levels where the series measures, and how long each can be borne
 * @param leadS  nearer than this (s)
 */
public record HarmNear(List<HarmLimit> limits, double leadS) implements Condition {
    /** Over only when it is farther away than this many times the lead: a pace is never steady. */
    private static final double OVER = 1.25;

    public HarmNear {
        limits = List.copyOf(limits);
        Require.positive("limit", leadS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble untilS = untilHarmS(heard, atS);
        return untilS.isPresent() && untilS.getAsDouble() <= (was ? OVER * leadS : leadS);
    }

    /** How long until the first limit is used up if it goes on at this pace (s), 0 where one is; empty where none will be. */
    public OptionalDouble untilHarmS(Heard heard, double atS) {
        OptionalDouble now = heard.at(atS);
        if (now.isEmpty()) {
            return now;
        }
        double perS = Rate.perHour(heard, atS).orElse(0) / 3600;
        double nearest = Double.POSITIVE_INFINITY;
        for (HarmLimit limit : limits) {
            if (limit.isReachedAt(now.getAsDouble())) {
                nearest = Math.min(nearest, Math.max(0, limit.durationS() - beyondS(heard, atS, limit)));
            } else {
                double towardsPerS = limit.side() == Side.HIGH ? perS : -perS;
                if (towardsPerS > 0) {
                    nearest = Math.min(nearest, Math.abs(limit.levelC() - now.getAsDouble()) / towardsPerS + limit.durationS());
                }
            }
        }
        return Double.isFinite(nearest) ? OptionalDouble.of(nearest) : OptionalDouble.empty();
    }

    /** On which side the nearest harm lies. */
    Side side(Heard heard, double atS) {
        double value = heard.at(atS).orElse(0);
        return limits.stream().min(java.util.Comparator.comparingDouble(limit -> Math.abs(limit.levelC() - value))).map(HarmLimit::side).orElse(Side.HIGH);
    }

    /** How long it has been beyond a limit without a break (s); what is not known does not count. */
    private static double beyondS(Heard heard, double atS, HarmLimit limit) {
        double beyondS = 0;
        double untilS = atS;
        for (int i = Heard.index(heard.own(), atS); i >= 0 && limit.isReachedAt(heard.own().get(i).value()); i--) {
            double fromS = heard.own().get(i).atS();
            beyondS += Math.min(heard.holdS(), untilS - fromS);
            untilS = fromS;
        }
        return beyondS;
    }

    @Override
    public double[] moments(Heard heard, double afterS, double untilS) {
        DoubleStream.Builder runOut = DoubleStream.builder();
        for (HarmLimit limit : limits) {
            double sinceS = Double.NaN;
            double knownToS = Double.POSITIVE_INFINITY;
            for (Reading each : heard.own()) {
                sinceS = !limit.isReachedAt(each.value()) ? Double.NaN : Double.isNaN(sinceS) ? each.atS() : sinceS + Math.max(0, each.atS() - knownToS);
                knownToS = each.atS() + heard.holdS();
                // Nobody has to read again for the time that can be borne to run out.
                double nearS = sinceS + limit.durationS() - leadS;
                if (nearS > afterS && nearS <= untilS) {
                    runOut.add(nearS);
                }
            }
        }
        return DoubleStream.concat(DoubleStream.of(Condition.super.moments(heard, afterS, untilS)), runOut.build()).sorted().distinct().toArray();
    }

    @Override
    public double[] echoesS() {
        return new double[] {Rate.OVER_S};
    }

    @Override
    public double lookBackS() {
        return Math.max(Rate.OVER_S, limits.stream().mapToDouble(HarmLimit::durationS).max().orElse(0));
    }
}
