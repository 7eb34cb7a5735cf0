package kilnward.core.judgement.climate;

import java.util.List;
import java.util.Map;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.setup.Sizing;

/** The heaters cannot hold the middle of the target range in the coldest room, or only just. */
public final class HeaterTooSmall implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        List<Heater> heaters = situation.setup().chamber().heaters();
        if (heaters.isEmpty()) {
            return List.of();
        }
        double middleC = situation.setup().needs().keepAt(situation.setup().chamber().room().coldestHour()).middleC();
        double roomC = situation.setup().chamber().room().coldestC();
        Sizing sizing = situation.sizing();
        double share = sizing.neededW() / sizing.hasW();
        if (share <= Sizing.LARGEST_SHARE) {
            return List.of();
        }
        boolean fails = share > 1;
        return List.of(new Finding("heater-too-small", fails ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                fails ? "The heater cannot hold the coldest room" : "The heater has little to spare",
                fails ? "At {roomC} in the room it takes {needW} to hold {middleC}; there are {hasW}. It ends at {endC}."
                        : "At {roomC} in the room it runs {sharePct} of the time; after it has been opened it takes long to recover.",
                Map.of("roomC", Numbers.level(roomC), "middleC", Numbers.level(middleC),
                        "needW", Numbers.watts(sizing.neededW()), "hasW", Numbers.watts(sizing.hasW()),
                        "sharePct", Numbers.percent(100 * share), "wantW", Numbers.watts(sizing.wantedW()),
                        "endC", Numbers.level(sizing.fullC())),
                Remedy.byHand("Fit {wantW} or more, or insulate the box", Step.CHAMBER)).towards(fails ? Finding.Towards.LOW : Finding.Towards.NEITHER));
    }
}
