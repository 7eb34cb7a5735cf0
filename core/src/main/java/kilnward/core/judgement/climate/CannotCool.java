package kilnward.core.judgement.climate;

import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.life.Side;

/** In the warmest room, with the midday sun where one shines in, it is too warm with no heat on and everything running that cools. */
public final class CannotCool implements Judgement {
    /** Codes of all it finds: what harms there harms without any heater. */
    public static final Set<String> CODES = Set.of("cooler-too-small", "room-air-cannot-cool", "sun-overheats", "cannot-lose-own-heat");
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
        double shadedC = chamber.room().sun().isEmpty() ? idleC : SteadyState.airedInShade(situation.setup().warmest().chamber()).occupantC(roomC, 0, 0);
        boolean sunMatters = chamber.of(Cooler.class).isEmpty() && roomC <= keepHighC && shadedC - keepHighC < idleC - shadedC;
        // What is said of its own heat holds without the sun.
        boolean ofItself = !sunMatters && roomC <= keepHighC && chamber.of(Cooler.class).isEmpty();
        double endsC = ofItself ? shadedC : idleC;
        Map<String, QuantityValue> numbers = Map.of("roomC", Numbers.level(roomC), "idleC", Numbers.level(endsC), "coolingW", Numbers.watts(situation.sizing().coolingW()),
                "keepC", Numbers.level(keepHighC), "overK", Numbers.difference(endsC - roomC));
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
        } else if (sunMatters) {
            finding = new Finding("sun-overheats", severity, "The midday sun makes it too warm",
                    "With no heat on and everything open, the midday sun brings it to {idleC} at {roomC} outside; up to {keepC} is wanted.", numbers,
                    Remedy.byHand("Shade it, or let more air through; a cooler would have to take out {coolingW}", Step.CHAMBER));
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
