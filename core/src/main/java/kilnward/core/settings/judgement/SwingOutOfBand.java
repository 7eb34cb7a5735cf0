package kilnward.core.settings.judgement;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.KeepBand;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Rekey;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Situation;

/** The occupant leaves the keep band in the rehearsal without any fault. */
final class SwingOutOfBand implements Judgement {
    /** Less than this (K) is below what any of these devices can tell. */
    private static final double NOTICEABLE_K = 0.05;

    @Override
    public List<Finding> judge(Situation situation) {
        KeepBand keep = situation.setup().needs().keep();
        Metrics metrics = situation.running().metrics();
        Metrics.Level occupant = metrics.occupant();
        double below = keep.lowC() - occupant.lowest();
        double above = occupant.highest() - keep.highC();
        if (below < NOTICEABLE_K && above < NOTICEABLE_K) {
            return List.of();
        }
        double shiftK = keep.middleC() - 0.5 * (occupant.lowest() + occupant.highest());
        double fits = keep.highC() - keep.lowC() - (occupant.highest() - occupant.lowest());
        boolean both = below >= NOTICEABLE_K && above >= NOTICEABLE_K;
        String side = both ? "It swings out of the keep band on both sides"
                : above > below ? "It runs too warm" : "It runs too cool";
        return List.of(new Finding("swing-out-of-band",
                metrics.inBandShare() < 0.5 ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS, side,
                "At the occupant it goes from {lowestC} to {highestC}; wanted are {keepLowC} to {keepHighC}. It is inside"
                        + " {inBandPct} of the time.",
                Map.of("lowestC", Numbers.level(occupant.lowest()), "highestC", Numbers.level(occupant.highest()),
                        "keepLowC", Numbers.level(keep.lowC()), "keepHighC", Numbers.level(keep.highC()),
                        "inBandPct", Numbers.percent(100 * metrics.inBandShare()),
                        "shiftK", Numbers.difference(Math.abs(shiftK))),
                remedy(situation, shiftK, fits)));
    }

    private static Remedy remedy(Situation situation, double shiftK, double fitsK) {
        if (fitsK < 0) {
            return Remedy.byHand("Take a smaller differential or a smaller heater, or add mass", Step.SETTINGS);
        }
        int[] onTemperature = situation.onTemperature();
        if (onTemperature.length == 0) {
            return Remedy.byHand("Fit something that heats or cools, with a controller", Step.CHAMBER);
        }
        PlannedController controller = situation.setup().controllers().get(onTemperature[0]);
        Optional<Settings> moved = Rekey.shifted(situation.setup(), controller, shiftK);
        return moved.map(settings -> new Remedy(shiftK > 0 ? "Move the set up by {shiftK}" : "Move the set down by {shiftK}",
                        Step.SETTINGS, Rekey.changes(controller, settings)))
                .orElseGet(() -> Remedy.byHand("Look at the heater and the room first", Step.CHAMBER));
    }
}
