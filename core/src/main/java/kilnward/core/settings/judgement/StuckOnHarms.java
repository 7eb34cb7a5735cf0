package kilnward.core.settings.judgement;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.chamber.Heater;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.HarmLimit;
import kilnward.core.life.Side;
import kilnward.core.settings.Situation;

/** A heater stuck on in the warmest room uses up a harm limit: judged by level and time, not by height alone. */
final class StuckOnHarms implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        OptionalDouble harmed = situation.stuckOn().metrics().harmedAtS();
        List<Heater> heaters = situation.setup().chamber().heaters();
        // In a room too cold for it the same run could be harmed by cold; that is another finding's business.
        boolean byHeat = situation.stuckOn().metrics().occupant().highest() > situation.setup().needs().keep().highC();
        if (heaters.isEmpty() || harmed.isEmpty() || !byHeat) {
            return List.of();
        }
        HarmLimit limit = situation.setup().needs().nearest(Side.HIGH).orElseThrow();
        double roomC = situation.setup().chamber().room().warmestC();
        double harmlessW = situation.sizing().harmlessW().orElse(0);
        boolean window = situation.sizing().hasWindow();
        double backupC = 0.5 * (situation.setup().needs().keep().highC() + limit.levelC());
        return List.of(new Finding("stuck-on-harms", Severity.NEEDS_YOU_NOW, "A stuck relay kills",
                "In the warmest room, {roomC}, a heater that never stops ends at {endC}. The occupant is harmed after"
                        + " {harmedS}." + (window ? " A heater of up to {harmlessW} could not do that and still holds the"
                        + " coldest room." : " No heater is both strong enough for the coldest room and too weak to harm."),
                Map.of("roomC", Numbers.level(roomC), "endC", Numbers.level(situation.stuckOnEndC()),
                        "harmedS", Numbers.seconds(harmed.getAsDouble()), "harmlessW", Numbers.watts(harmlessW),
                        "backupC", Numbers.level(backupC)),
                Remedy.byHand(window ? "Take a heater of up to {harmlessW}, or fit a backup that cuts out at {backupC}"
                        : "Fit a backup that cuts out at {backupC}", Step.CHAMBER)));
    }
}
