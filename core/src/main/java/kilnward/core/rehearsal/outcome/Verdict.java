package kilnward.core.rehearsal.outcome;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.PoorerLimit;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;

/**
 * What a fault comes to, all times from the moment it befalls (s).
 *
 * @param kind     verdict
 * @param worstC   the value at the occupant farthest outside the target range; inside it, the one nearest to leaving it (°C)
 * @param worstAir what goes farthest outside its range of each quantity of the air, in the model's unit; without those that do not matter or are not simulated
 * @param alarmS   until an alarm sounds that can be heard; empty where none does
 * @param seenS    until a look at a display tells that something is wrong; empty where it never does
 * @param actS     until somebody has acted; empty where nobody knows
 * @param harmS    until harm is done, level and duration together, if nobody acts; empty where none is
 * @param marginK  how far the worst value stays from the nearest harm level on its side (K); below 0 past it; infinite where there is none
 */
public record Verdict(Kind kind, double worstC, Map<Quantity, Double> worstAir, OptionalDouble alarmS, OptionalDouble seenS, OptionalDouble actS, OptionalDouble harmS,
        double marginK) {
    /** Nearer than this to a harm level (K) is tight. */
    private static final double TIGHT_K = 1;

    public Verdict {
        worstAir = Map.copyOf(worstAir);
    }

    /** How it ends, best first. */
    public enum Kind {
        /** Nothing comes near to harm, whoever sleeps. */
        HOLDS,
        /** Near to harm, or somebody must act and can in time. */
        TIGHT,
        /** Harm is done before anybody can act, though somebody could know. */
        HARMED,
        /** Harm is done, no alarm sounds before, and no look at the display is sure to. */
        HARMED_UNSEEN
    }

    /**
     * @param fault    the fault
     * @param rig      what it befell
     * @param run      the rehearsal with it
     * @param goodDay  what the displays show without it, as {@link #goodDay} tells
     * @param watch    who can act when
     */
    public static Verdict of(Fault fault, Rig rig, Rehearsed run, GoodDay goodDay, Attendance watch) {
        Needs needs = rig.needs();
        KeepBand keep = needs.keep();
        Metrics.Level occupant = run.metrics().occupant();
        boolean high = occupant.highest() - keep.highC() >= keep.lowC() - occupant.lowest();
        double worst = high ? occupant.highest() : occupant.lowest();
        double marginK = needs.dangerLimits(Quantity.TEMPERATURE).stream().mapToDouble(limit -> margin(limit, occupant)).min().orElse(Double.POSITIVE_INFINITY);
        OptionalDouble alarm = since(fault, run.events().stream().filter(event -> event.kind().isAlarm() && event.timeS() >= fault.fromS())
                .mapToDouble(Event::timeS).min());
        OptionalDouble seen = since(fault, seen(fault, rig, run, goodDay, watch));
        OptionalDouble acts = watch.actsAtS(alarm, seen);
        OptionalDouble harm = since(fault, run.metrics().firstHarmedAtS());
        Map<Quantity, Double> worstAir = air(needs, run);
        // So far outside an alarm stands where nothing else says how far.
        boolean off = worstAir.entrySet().stream().anyMatch(each -> {
            Band band = needs.band(each.getKey()).orElseThrow();
            return band.outside(each.getValue()) > each.getKey().margins().alarmOut() && !goodDay.isAsFar(band, each.getValue());
        });
        Kind kind;
        if (harm.isEmpty()) {
            // What a sound day does already tells nothing of the fault.
            boolean poorer = needs.poorer().stream().anyMatch(each -> isReached(each, run));
            boolean near = poorer || marginK < TIGHT_K || strays(needs, high ? Side.HIGH : Side.LOW, worst);
            kind = near && !goodDay.reaches(high, worst) || off ? Kind.TIGHT : Kind.HOLDS;
        } else if (acts.isPresent() && acts.getAsDouble() < harm.getAsDouble()) {
            kind = Kind.TIGHT;
        } else {
            // A display tells only whoever looks: it counts where a look is sure to come before the harm.
            boolean known = alarm.isPresent() && alarm.getAsDouble() < harm.getAsDouble()
                    || seen.isPresent() && seen.getAsDouble() + watch.unlookedS() < harm.getAsDouble();
            kind = known ? Kind.HARMED : Kind.HARMED_UNSEEN;
        }
        return new Verdict(kind, worst, worstAir, alarm, seen, acts, harm, marginK);
    }

    /**
     * A rehearsal without a fault: what anybody is used to.
     *
     * @param shown    what the displays show, by controller, in the model's unit
     * @param occupant what the occupant has (°C); empty where that is not compared
     * @param air      what goes farthest outside its range at its end, of each quantity that matters, in the model's unit
     */
    public record GoodDay(Map<String, Metrics.Level> shown, Optional<Metrics.Level> occupant, Map<Quantity, Double> air) {
        public GoodDay {
            shown = Map.copyOf(shown);
            air = Map.copyOf(air);
        }

        /** Whether the occupant goes as far, or nearly, without any fault. */
        private boolean reaches(boolean high, double worstC) {
            return occupant.isPresent() && (high ? worstC <= occupant.get().highest() + Quantity.TEMPERATURE.margins().asSound()
                    : worstC >= occupant.get().lowest() - Quantity.TEMPERATURE.margins().asSound());
        }

        /** Whether the air is as far outside, or nearly, without any fault. */
        private boolean isAsFar(Band band, double worst) {
            Double sound = air.get(band.quantity());
            return sound != null && band.outside(worst) <= band.outside(sound) + band.quantity().margins().asSound();
        }
    }

    /** A rehearsal without a fault. */
    public static GoodDay goodDay(Rig rig, Rehearsed sound) {
        Map<String, Metrics.Level> shown = new HashMap<>();
        for (int i = 0; i < rig.controllers().size(); i++) {
            shown.put(rig.controllers().get(i).id(), sound.metrics().displays().get(i));
        }
        return new GoodDay(shown, Optional.of(sound.metrics().occupant()), air(rig.needs(), sound));
    }

    /** Whether it strays more than half of the way from the target range to the nearest harm on that side. */
    private static boolean strays(Needs needs, Side side, double worstC) {
        double edge = side == Side.HIGH ? needs.keep().highC() : needs.keep().lowC();
        return needs.nearest(side).map(limit -> Math.abs(worstC - edge) > 0.5 * Math.abs(limit.level() - edge)
                && (side == Side.HIGH ? worstC > edge : worstC < edge)).orElse(false);
    }

    private static boolean isReached(PoorerLimit poorer, Rehearsed run) {
        return run.trace().occupant(poorer.limit().quantity())
                .map(course -> poorer.isReached(course.low(), course.high(), run.trace().bucketS())).orElse(false);
    }

    private static double margin(DangerLimit limit, Metrics.Level occupant) {
        return limit.side() == Side.HIGH ? limit.level() - occupant.highest() : occupant.lowest() - limit.level();
    }

    /**
     * From when on a display stands where it does not on a good day, for as long as it takes until somebody is sure to look; a display without power tells at
     * once.
     */
    private static OptionalDouble seen(Fault fault, Rig rig, Rehearsed run, GoodDay goodDay, Attendance watch) {
        if (fault.showsAtOnce()) {
            return OptionalDouble.of(fault.fromS());
        }
        double first = Double.POSITIVE_INFINITY;
        for (int i = 0; i < run.trace().displays().size(); i++) {
            Trace.Envelope shown = run.trace().displays().get(i);
            Metrics.Level good = goodDay.shown().get(rig.controllers().get(i).id());
            double noticed = rig.controllers().get(i).display().unit().quantity().margins().noticed();
            double since = Double.NaN;
            for (int bucket = (int) (fault.fromS() / run.trace().bucketS()); bucket < shown.low().length; bucket++) {
                boolean off = shown.high()[bucket] > good.highest() + noticed || shown.low()[bucket] < good.lowest() - noticed;
                double endS = (bucket + 1) * run.trace().bucketS();
                since = !off ? Double.NaN : Double.isNaN(since) ? endS : since;
                if (off && (endS - since >= watch.unlookedS() || bucket == shown.low().length - 1)) {
                    first = Math.min(first, since);
                    break;
                }
            }
        }
        return Double.isFinite(first) ? OptionalDouble.of(first) : OptionalDouble.empty();
    }

    private static Map<Quantity, Double> air(Needs needs, Rehearsed run) {
        Map<Quantity, Double> worst = new EnumMap<>(Quantity.class);
        needs.air().values().forEach(band -> run.trace().air(band.quantity()).filter(of -> run.metrics().air(band.quantity()).isPresent())
                .ifPresent(of -> worst.put(band.quantity(), farthest(band, of))));
        return worst;
    }

    /** Of its last quarter: where it comes to, not the first minutes. */
    private static double farthest(Band band, Trace.Envelope of) {
        double worst = of.low()[of.low().length - 1];
        for (int i = of.low().length * 3 / 4; i < of.low().length; i++) {
            for (double reached : new double[] {of.low()[i], of.high()[i]}) {
                worst = band.outside(reached) > band.outside(worst) ? reached : worst;
            }
        }
        return worst;
    }

    private static OptionalDouble since(Fault fault, OptionalDouble timeS) {
        return timeS.isPresent() ? OptionalDouble.of(Math.max(0, timeS.getAsDouble() - fault.fromS())) : timeS;
    }
}
