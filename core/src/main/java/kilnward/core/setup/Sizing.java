package kilnward.core.setup;

import java.util.List;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import kilnward.core.air.Root;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.load.LoadKind;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;

/**
 * How big a heater this chamber asks for, and how fast it moves. The window of sizes runs from {@link #wantedW()}, which
 * holds the coldest room with something to spare, to {@link #harmlessW()}, which cannot harm when stuck on in the warmest.
 *
 * @param hasW         power of all heaters (W)
 * @param neededW      power that just holds the middle of the target range in the coldest room (W), shared out as the heaters are;
 *                     0 where it warms itself
 * @param fullC        where the occupant ends in the coldest room with every heater on all the time and nothing living in it (°C)
 * @param wantedW      the same with a margin: needed over {@link #LARGEST_SHARE} (W)
 * @param harmlessW    power that, stuck on in the warmest room, ends at the nearest harm limit (W); 0 where it harms without any
 *                     heater, so that cooling is what is missing; empty without a limit on the high side
 * @param dimmerPct    share to which a dimmer would bring all heaters into the window (%); empty where they are not too strong, no
 *                     size does both, or one of them must not be dimmed
 * @param warmUpS      from everything at the coldest room's temperature to the target range (s), to five minutes; empty where it
 *                     is not reached within three days
 * @param coastsToC    highest at the occupant in that warm-up (°C)
 * @param chillS       from normal running to below the target range with all power off in the coldest room (s), to five minutes;
 *                     empty where it stays inside
 * @param chillHarmS   the same until harm (s); empty where it is borne for three days
 * @param heatUpS      from normal running to above the target range with all power off in the warmest room (s), to five minutes;
 *                     empty where it stays inside
 * @param heatHarmS    the same until harm (s); empty where it is borne for three days
 * @param loadedPerHour how often the first temperature output switches an hour, as rehearsed; empty where there is none
 * @param emptyPerHour the same with next to nothing inside
 * @param idleWarmestC where the occupant ends in the warmest room with no heat on and everything running that cools (°C)
 * @param coolingW     heat to take out so that the upper end of the target range is held in the warmest room, with everything airing
 *                     that can (W); 0 where none has to be
 */
public record Sizing(double hasW, double neededW, double fullC, double wantedW, OptionalDouble harmlessW, OptionalDouble dimmerPct,
        OptionalDouble warmUpS, double coastsToC, OptionalDouble chillS, OptionalDouble chillHarmS,
        OptionalDouble heatUpS, OptionalDouble heatHarmS, OptionalDouble loadedPerHour, OptionalDouble emptyPerHour,
        double idleWarmestC, double coolingW) {
    /** A share of the time above which nothing is left for a cold snap or an opened lid; common practice, no source. */
    public static final double LARGEST_SHARE = 0.8;

    /** Turned down farther than to this share (%) a dimmer is not steady; common practice, no source. */
    private static final double LEAST_DIMMED_PCT = 20;

    /** What lies just at the end of the band is still inside it (K). */
    private static final double BAND_EDGE_K = 0.05;

    /** Runs that sizing looks at. */
    public record Runs(Rehearsed running, Rehearsed empty, Rehearsed cold, Rehearsed coldCut, Rehearsed warmCut) {
    }

    /**
     * @param bare the chamber with nothing living in it: a heater is sized without the warmth of what it keeps warm
     * @param most the chamber on the day of most living heat: what cools is sized for that, and so is what may stick
     */
    public static Sizing of(Setup setup, SteadyState bare, SteadyState most, Runs runs, OptionalDouble leadingLoop) {
        Chamber chamber = setup.chamber();
        Chamber warmest = setup.warmest().chamber();
        Needs needs = setup.needs();
        KeepBand keep = needs.keep();
        double hasW = chamber.heaters().stream().mapToDouble(Heater::powerW).sum();
        double neededW = chamber.heaters().isEmpty() ? 0 : Math.max(0, bare.holdingW(needs.keepAt(chamber.room().coldestHour()).middleC(), chamber.room().coldestC()));
        double wantedW = neededW / LARGEST_SHARE;
        OptionalDouble harmlessW = harmlessW(chamber, needs, most, hasW);
        Trace cold = runs.cold().trace();
        Trace cut = runs.coldCut().trace();
        Trace warm = runs.warmCut().trace();
        return new Sizing(hasW, neededW, bare.occupantC(chamber.room().coldestC(), 1, 0), wantedW, harmlessW, dimmerPct(chamber, hasW, wantedW, harmlessW),
                firstBucketS(cold, cold.occupant().high(), keep.lowC(), true), runs.cold().metrics().occupant().highest(),
                firstBucketS(cut, cut.occupant().low(), keep.lowC(), false), runs.coldCut().metrics().harmedAtS(),
                firstBucketS(warm, warm.occupant().high(), keep.highC() + BAND_EDGE_K, true), runs.warmCut().metrics().harmedAtS(),
                perHour(runs.running(), leadingLoop), perHour(runs.empty(), leadingLoop), idleWarmestC(warmest, keep), coolingW(warmest, keep));
    }

    private static OptionalDouble perHour(Rehearsed run, OptionalDouble loop) {
        return loop.isEmpty() ? loop
                : OptionalDouble.of(run.metrics().loops().get((int) loop.getAsDouble()).cyclesPerHour());
    }

    /** What takes heat out takes out less the colder it gets inside: where the two meet, it ends. */
    private static double idleWarmestC(Chamber chamber, KeepBand keep) {
        double warmestC = chamber.room().warmestC();
        SteadyState aired = SteadyState.aired(chamber);
        List<Cooler> coolers = chamber.of(Cooler.class);
        if (coolers.isEmpty()) {
            return aired.occupantC(warmestC, 0, 0);
        }
        double hottestC = aired.occupantC(warmestC, 0, 0);
        DoubleUnaryOperator missC = insideC -> aired.occupantC(warmestC, 0, coolers.stream().mapToDouble(each -> each.pumpsW(insideC, warmestC)).sum()) - insideC;
        double coldestC = Math.min(keep.lowC(), coolers.stream().mapToDouble(each -> each.lowestC(warmestC)).min().orElseThrow()) - 1;
        return missC.applyAsDouble(coldestC) <= 0 ? coldestC : missC.applyAsDouble(hottestC) >= 0 ? hottestC : Root.between(missC, coldestC, hottestC, 0.01);
    }

    private static double coolingW(Chamber chamber, KeepBand keep) {
        return Math.max(0, SteadyState.aired(chamber).holdingCoolingW(keep.highC(), chamber.room().warmestC()));
    }

    private static OptionalDouble harmlessW(Chamber chamber, Needs needs, SteadyState steady, double hasW) {
        OptionalDouble levelC = needs.nearest(Side.HIGH).map(DangerLimit::level).map(OptionalDouble::of)
                .orElse(OptionalDouble.empty());
        if (levelC.isEmpty() || chamber.heaters().isEmpty()) {
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(Math.max(0, hasW * steady.holdingShare(levelC.getAsDouble(), chamber.room().warmestC())));
    }

    private static OptionalDouble dimmerPct(Chamber chamber, double hasW, double wantedW, OptionalDouble harmlessW) {
        boolean tooStrong = harmlessW.isPresent() && hasW > harmlessW.getAsDouble() && harmlessW.getAsDouble() >= wantedW
                && wantedW > 0;
        boolean dimmable = chamber.heaters().stream().allMatch(heater -> LoadKind.of(heater).dimmable());
        double pct = tooStrong ? 100 * 0.5 * (wantedW + harmlessW.getAsDouble()) / hasW : 0;
        return pct >= LEAST_DIMMED_PCT && dimmable ? OptionalDouble.of(pct)
                : OptionalDouble.empty();
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
        return harmlessW.isPresent() && harmlessW.getAsDouble() > 0 && harmlessW.getAsDouble() >= wantedW;
    }
}
