package kilnward.core.judgement.climate;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Excursion;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Trace;

/** The occupant leaves the target range day by day without any fault. */
public final class SwingOutOfBand implements Judgement {
    /** Less than this (K) is below what any of these devices can tell. */
    static final double NOTICEABLE_K = 0.1;
    /** Outside for longer than this share of the time, and more than this share of the way to harm, it needs somebody now. */
    private static final double OFTEN = 0.1;
    private static final double NEAR = 0.5;
    /** Outside for less than this share of the time and of the way to harm it is not worth a word. */
    private static final double SELDOM = 0.01;
    private static final double MILD = 0.25;

    /** Hours of one kind: what the occupant had, and what is wanted then. */
    private record Span(boolean night, KeepBand keep, double lowestC, double highestC) {
        double below() {
            return keep.lowC() - lowestC;
        }

        double above() {
            return highestC - keep.highC();
        }
    }

    @Override
    public List<Finding> judge(Situation situation) {
        Metrics metrics = situation.daily().metrics();
        Span span = spans(situation).stream().max(Comparator.comparingDouble(each -> Math.max(each.below(), each.above()))).orElseThrow();
        double below = span.below();
        double above = span.above();
        if (below < NOTICEABLE_K && above < NOTICEABLE_K) {
            return List.of();
        }
        if (metrics.inBandShare() > 1 - SELDOM && nearness(situation, Side.HIGH) < MILD && nearness(situation, Side.LOW) < MILD) {
            return List.of();
        }
        KeepBand keep = span.keep();
        boolean both = below >= NOTICEABLE_K && above >= NOTICEABLE_K;
        Finding.Towards side = both ? Finding.Towards.BOTH : above > below ? Finding.Towards.HIGH : Finding.Towards.LOW;
        double shiftK = keep.middleC() - 0.5 * (span.lowestC() + span.highestC());
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("lowestC", Numbers.level(span.lowestC()), "highestC", Numbers.level(span.highestC()),
                "keepLowC", Numbers.level(keep.lowC()), "keepHighC", Numbers.level(keep.highC()), "inBandPct", Numbers.percent(100 * metrics.inBandShare()),
                "awayK", Numbers.difference(Math.abs(shiftK))));
        Remedy remedy = advice(situation, side, shiftK);
        int[] governing = situation.onTemperature();
        for (int at = governing.length - 1; at >= 0 && !span.night(); at--) {
            remedy = Trials.band(situation, governing[at], shiftK, numbers, remedy);
        }
        String when = situation.setup().needs().night().isEmpty() ? "" : span.night() ? " by night" : " by day";
        return List.of(new Finding("swing-out-of-band", severity(situation),
                (both ? "It swings out of the target range on both sides" : side == Finding.Towards.HIGH ? "It runs too warm" : "It runs too cool") + when,
                "At the occupant it goes from {lowestC} to {highestC}" + when + "; wanted are {keepLowC} to {keepHighC}. It is inside {inBandPct} of the time.", numbers, remedy)
                .towards(side));
    }

    /** The day; where the night wants something else, its hours by themselves, the first after dusk and dawn left out. */
    private static List<Span> spans(Situation situation) {
        Needs needs = situation.setup().needs();
        Metrics.Level all = situation.daily().metrics().occupant();
        if (needs.night().isEmpty()) {
            return List.of(new Span(false, needs.keep(), all.lowest(), all.highest()));
        }
        Trace trace = situation.daily().trace();
        List<Span> spans = new ArrayList<>();
        for (boolean night : new boolean[] {false, true}) {
            KeepBand keep = night ? needs.night().get().keep() : needs.keep();
            double lowest = Double.POSITIVE_INFINITY;
            double highest = Double.NEGATIVE_INFINITY;
            for (int i = 0; i < trace.occupant().low().length; i++) {
                double hour = situation.daily().scenario().startHour() + (i + 0.5) * trace.bucketS() / 3600;
                if (needs.night().get().isNight(hour) == night && needs.keepAt(hour).equals(keep)) {
                    lowest = Math.min(lowest, trace.occupant().low()[i]);
                    highest = Math.max(highest, trace.occupant().high()[i]);
                }
            }
            if (lowest <= highest) {
                spans.add(new Span(night, keep, lowest, highest));
            }
        }
        return spans.isEmpty() ? List.of(new Span(false, needs.keep(), all.lowest(), all.highest())) : spans;
    }

    /** By nearness to harm and by time, not by any step out of the band. */
    private static Severity severity(Situation situation) {
        Metrics metrics = situation.daily().metrics();
        boolean near = nearness(situation, Side.HIGH) > NEAR || nearness(situation, Side.LOW) > NEAR;
        return metrics.harmedAtS().isPresent() || near && metrics.inBandShare() < 1 - OFTEN ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS;
    }

    /** How much of the way from the band to harm it goes; where no harm is known, to as far beyond the band as the band is wide. */
    private static double nearness(Situation situation, Side side) {
        Optional<DangerLimit> harm = situation.setup().needs().nearest(side);
        return spans(situation).stream().mapToDouble(span -> (side == Side.HIGH ? span.above() : span.below())
                / harm.map(limit -> Math.abs(limit.level() - (side == Side.HIGH ? span.keep().highC() : span.keep().lowC()))).orElse(span.keep().highC() - span.keep().lowC()))
                .max().orElse(0);
    }

    /** What a person can do, by what the outputs were seen to do while it was outside. */
    private static Remedy advice(Situation situation, Finding.Towards side, double shiftK) {
        Needs needs = situation.setup().needs();
        Excursion out = Excursion.of(situation, situation.daily().trace().occupant(),
                hour -> side == Finding.Towards.HIGH ? needs.keepAt(hour).highC() : needs.keepAt(hour).lowC(), side == Finding.Towards.HIGH);
        boolean heats = out.ran(effect -> effect.raises(Quantity.TEMPERATURE)).isPresent();
        boolean cools = out.ran(SwingOutOfBand::takesHeatOut).isPresent();
        return switch (side) {
            case BOTH -> !heats && !cools ? Remedy.byHand("Fit something that heats or cools, with a controller", Step.CHAMBER)
                    : Remedy.byHand("Take a smaller differential, or more mass, or a weaker " + (heats ? "heater" : "cooler"), Step.SETTINGS);
            case LOW -> tooCool(out, heats, shiftK);
            default -> tooWarm(situation, out, cools, shiftK);
        };
    }

    private static Remedy tooCool(Excursion out, boolean heats, double shiftK) {
        if (out.worked(SwingOutOfBand::takesHeatOut) && !out.exhausted(effect -> effect.raises(Quantity.TEMPERATURE))) {
            return Remedy.byHand("What cools it still runs while it is too cool: let it stop sooner", Step.SETTINGS);
        }
        if (!heats) {
            return Remedy.byHand("Nothing here warms it when its room is cold: fit a heater", Step.CHAMBER);
        }
        if (out.exhausted(effect -> effect.raises(Quantity.TEMPERATURE))) {
            return Remedy.byHand("The heat is on all the time while it is too cool: a stronger heater or more insulation", Step.CHAMBER);
        }
        if (out.worked(effect -> effect == Effect.MOISTENS)) {
            return Remedy.byHand("It cools while the humidifier runs: moisten in shorter bursts, or warm what it gives off", Step.SETTINGS);
        }
        return Remedy.byHand(shiftK > NOTICEABLE_K ? "It is held {awayK} too low: set it higher, and hang the probe beside the occupant"
                : "It swings wider than what is wanted: a smaller differential, more mass or a weaker heater", Step.SETTINGS);
    }

    private static Remedy tooWarm(Situation situation, Excursion out, boolean cools, double shiftK) {
        if (out.worked(effect -> effect.raises(Quantity.TEMPERATURE))) {
            return Remedy.byHand(shiftK < -NOTICEABLE_K ? "It still heats while it is too warm, and is held {awayK} too high: set it lower, and hang the probe beside the occupant"
                    : "It swings wider than what is wanted: a smaller differential, more mass or a weaker heater", Step.SETTINGS);
        }
        if (!cools) {
            boolean sun = situation.setup().chamber().room().sun().isPresent();
            return Remedy.byHand("It is warm without any heat: " + (sun ? "shade it, " : "") + "let more air through, keep the room cooler, or fit a cooler", Step.CHAMBER);
        }
        return out.exhausted(SwingOutOfBand::takesHeatOut)
                ? Remedy.byHand("What cools it is on all the time while it is too warm: a stronger one, more insulation or a cooler room", Step.CHAMBER)
                : Remedy.byHand("What cools it rests while it is too warm: let it start sooner", Step.SETTINGS);
    }

    private static boolean takesHeatOut(Effect effect) {
        return effect == Effect.COOLS || effect == Effect.AIRS;
    }
}
