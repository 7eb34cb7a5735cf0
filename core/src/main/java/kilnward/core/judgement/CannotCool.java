package kilnward.core.judgement;

import java.util.List;
import java.util.Map;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Cooler;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.Side;

/** In the warmest room the box is too warm with no heat on and everything running that cools. */
final class CannotCool implements Judgement {
    private static final double NOTICEABLE_K = 0.05;

    @Override
    public List<Finding> judge(Situation situation) {
        Chamber chamber = situation.setup().chamber();
        double keepHighC = situation.setup().needs().keep().highC();
        double idleC = situation.sizing().idleWarmestC();
        if (idleC <= keepHighC + NOTICEABLE_K) {
            return List.of();
        }
        double roomC = chamber.room().warmestC();
        Map<String, Quantity> numbers = Map.of("roomC", Numbers.level(roomC), "idleC", Numbers.level(idleC), "coolingW", Numbers.watts(situation.sizing().coolingW()),
                "keepC", Numbers.level(keepHighC), "overK", Numbers.difference(idleC - roomC));
        boolean harms = situation.setup().needs().nearest(Side.HIGH).map(limit -> limit.isReachedAt(idleC)).orElse(false);
        Severity severity = harms ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS;
        Finding finding;
        if (!chamber.of(Cooler.class).isEmpty()) {
            finding = new Finding("cooler-too-small", severity, "The cooler cannot hold the warmest room",
                    "At {roomC} in the room it still ends at {idleC} with the cooler on all the time; up to {keepC} is wanted.", numbers,
                    Remedy.byHand("Fit one that takes out {coolingW} or more, insulate, or keep the room cooler", Step.CHAMBER));
        } else if (roomC > keepHighC) {
            finding = new Finding("room-air-cannot-cool", severity, "Room air cannot cool it",
                    "The room itself gets to {roomC}; up to {keepC} is wanted. No fan and no vent brings it below the room.", numbers,
                    Remedy.byHand("It takes a cooler for {coolingW}, or a cooler room", Step.CHAMBER));
        } else {
            finding = new Finding("cannot-lose-own-heat", severity, "It cannot get rid of its own heat",
                    "With no heat on, what lives and runs inside keeps it {overK} above the room: {idleC} in the warmest room, where up to"
                            + " {keepC} is wanted.",
                    numbers,
                    Remedy.byHand("Let more air through, take lamps and pumps outside, or fit a cooler for {coolingW}", Step.CHAMBER));
        }
        return List.of(finding.towards(Finding.Towards.HIGH));
    }
}
