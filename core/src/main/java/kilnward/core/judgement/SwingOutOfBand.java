package kilnward.core.judgement;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.chamber.Effect;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.KeepBand;
import kilnward.core.rehearsal.Metrics;

/** The occupant leaves the keep band day by day without any fault. */
final class SwingOutOfBand implements Judgement {
    /** Less than this (K) is below what any of these devices can tell. */
    static final double NOTICEABLE_K = 0.05;
    /** An output that is on for so long, or so short, has nothing left to give. */
    private static final double ALWAYS = 0.98;
    private static final double NEVER = 0.02;

    @Override
    public List<Finding> judge(Situation situation) {
        KeepBand keep = situation.setup().needs().keep();
        Metrics metrics = situation.daily().metrics();
        Metrics.Level occupant = metrics.occupant();
        double below = keep.lowC() - occupant.lowest();
        double above = occupant.highest() - keep.highC();
        if (below < NOTICEABLE_K && above < NOTICEABLE_K) {
            return List.of();
        }
        boolean both = below >= NOTICEABLE_K && above >= NOTICEABLE_K;
        Finding.Towards side = both ? Finding.Towards.BOTH : above > below ? Finding.Towards.HIGH : Finding.Towards.LOW;
        Map<String, Quantity> numbers = new HashMap<>(Map.of("lowestC", Numbers.level(occupant.lowest()), "highestC", Numbers.level(occupant.highest()),
                "keepLowC", Numbers.level(keep.lowC()), "keepHighC", Numbers.level(keep.highC()), "inBandPct", Numbers.percent(100 * metrics.inBandShare())));
        double shiftK = keep.middleC() - 0.5 * (occupant.lowest() + occupant.highest());
        Remedy remedy = advice(situation, side);
        int[] governing = situation.onTemperature();
        for (int at = governing.length - 1; at >= 0; at--) {
            remedy = Trials.band(situation, governing[at], shiftK, numbers, remedy);
        }
        return List.of(new Finding("swing-out-of-band", metrics.inBandShare() < 0.5 ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                both ? "It swings out of the keep band on both sides" : side == Finding.Towards.HIGH ? "It runs too warm" : "It runs too cool",
                "At the occupant it goes from {lowestC} to {highestC}; wanted are {keepLowC} to {keepHighC}. It is inside {inBandPct} of the time.", numbers, remedy)
                .towards(side));
    }

    /** What a person can do, by what the outputs were seen to do. */
    private static Remedy advice(Situation situation, Finding.Towards side) {
        OptionalDouble heat = situation.dutyShare(Effect::raisesTemperature);
        OptionalDouble cold = situation.dutyShare(effect -> effect == Effect.COOLS || effect == Effect.AIRS);
        return switch (side) {
            case BOTH -> Remedy.byHand(heat.isEmpty() && cold.isEmpty() ? "Fit something that heats or cools, with a controller"
                    : "Take a smaller differential, or more mass, or a weaker " + (heat.isEmpty() ? "cooler" : "heater") + "; Propose settings tries what there is",
                    heat.isEmpty() && cold.isEmpty() ? Step.CHAMBER : Step.SETTINGS);
            case LOW -> heat.isEmpty() ? Remedy.byHand(cold.isEmpty() || cold.getAsDouble() <= NEVER ? "Nothing here warms it: fit a heater, or keep the room warmer"
                    : "Let what cools it stop sooner", cold.isEmpty() ? Step.CHAMBER : Step.SETTINGS)
                    : heat.getAsDouble() >= ALWAYS ? Remedy.byHand("The heat is on all the time: a stronger heater, more insulation or a warmer room", Step.CHAMBER)
                            : Remedy.byHand("Propose settings, or look at where the probe hangs", Step.SETTINGS);
            default -> heat.orElse(0) <= NEVER && cold.isEmpty() ? Remedy.byHand("It is warm without any heat: let more air through, a cooler room, or a cooler", Step.CHAMBER)
                    : cold.isPresent() && cold.getAsDouble() >= ALWAYS
                            ? Remedy.byHand("What cools it is on all the time: a stronger one, more insulation or a cooler room", Step.CHAMBER)
                            : Remedy.byHand("Propose settings, or look at where the probe hangs", Step.SETTINGS);
        };
    }
}
