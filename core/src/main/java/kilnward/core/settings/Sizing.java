package kilnward.core.settings;

import java.util.OptionalDouble;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.SteadyState;
import kilnward.core.life.HarmLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.Rehearsed;
import kilnward.core.rehearsal.Trace;

/**
 * How big a heater this chamber asks for, and how fast it moves. The window of sizes runs from {@link #wantedW()}, which
 * holds the coldest room with something to spare, to {@link #harmlessW()}, which cannot harm when stuck on in the warmest.
 *
 * @param hasW       power of all heaters (W)
 * @param neededW    power that just holds the middle of the keep band in the coldest room (W), shared out as the heaters are
 * @param wantedW    the same with a margin: needed over {@link #LARGEST_SHARE} (W)
 * @param harmlessW  power that, stuck on in the warmest room, ends at the nearest harm limit (W); below 0 where the room alone
 *                   harms; empty without a limit on the high side
 * @param warmUpS    from everything at the coldest room's temperature to the keep band (s), to five minutes; empty where it
 *                   is not reached within three days
 * @param chillS     from normal running to below the keep band with all power off in the coldest room (s), to five minutes;
 *                   empty where it stays inside
 * @param chillHarmS the same until harm (s); empty where it is borne for three days
 */
public record Sizing(double hasW, double neededW, double wantedW, OptionalDouble harmlessW, OptionalDouble warmUpS,
                     OptionalDouble chillS, OptionalDouble chillHarmS) {
    /** A share of the time above which nothing is left for a cold snap or an opened lid; common practice, no source. */
    public static final double LARGEST_SHARE = 0.8;

    static Sizing of(Chamber chamber, Needs needs, SteadyState steady, Rehearsed cold, Rehearsed dead) {
        KeepBand keep = needs.keep();
        double hasW = chamber.heaters().stream().mapToDouble(Heater::powerW).sum();
        double neededW = chamber.heaters().isEmpty() ? 0 : steady.holdingW(keep.middleC(), chamber.room().coldestC());
        return new Sizing(hasW, neededW, neededW / LARGEST_SHARE, harmlessW(chamber, needs, steady, hasW),
                firstBucketS(cold.trace(), cold.trace().occupant().high(), keep.lowC(), true),
                firstBucketS(dead.trace(), dead.trace().occupant().low(), keep.lowC(), false),
                dead.metrics().harmedAtS());
    }

    private static OptionalDouble harmlessW(Chamber chamber, Needs needs, SteadyState steady, double hasW) {
        OptionalDouble levelC = needs.nearest(Side.HIGH).map(HarmLimit::levelC).map(OptionalDouble::of)
                .orElse(OptionalDouble.empty());
        if (levelC.isEmpty() || chamber.heaters().isEmpty()) {
            return OptionalDouble.empty();
        }
        double off = steady.occupantC(chamber.room().warmestC(), 0, 0);
        double on = steady.occupantC(chamber.room().warmestC(), 1, 0);
        return OptionalDouble.of(hasW * (levelC.getAsDouble() - off) / (on - off));
    }

    private static OptionalDouble firstBucketS(Trace trace, double[] valuesC, double levelC, boolean above) {
        for (int bucket = 0; bucket < valuesC.length; bucket++) {
            if (above ? valuesC[bucket] >= levelC : valuesC[bucket] < levelC) {
                return OptionalDouble.of(bucket * trace.bucketS());
            }
        }
        return OptionalDouble.empty();
    }

    /** Whether some size of heater both holds the coldest room and cannot harm in the warmest. */
    public boolean hasWindow() {
        return harmlessW.isPresent() && harmlessW.getAsDouble() >= wantedW;
    }
}
