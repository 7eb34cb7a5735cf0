package kilnward.core.judgement.output;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.BackupLevel;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.setup.Sizing;

/** A heater stuck on in the warmest room uses up a harm limit: judged by level and time, not by height alone. */
public final class StuckOnHarms implements Judgement {
    /** What takes longer than a night (s) leaves somebody the time to find it; common practice, no source. */
    private static final double NIGHT_S = 8 * 3600;

    @Override
    public List<Finding> judge(Situation situation) {
        OptionalDouble harmed = situation.stuckOn().metrics().harmedAtS();
        // In a room too cold for it the same run could be harmed by cold; that is another finding's business.
        boolean byHeat = situation.stuckOn().metrics().occupant().highest() > situation.setup().needs().keep().highC();
        Optional<DangerLimit> limit = situation.setup().needs().nearest(Side.HIGH);
        if (situation.setup().chamber().heaters().isEmpty() || harmed.isEmpty() || !byHeat || limit.isEmpty()) {
            return List.of();
        }
        Sizing sizing = situation.sizing();
        double harmlessW = sizing.harmlessW().orElse(0);
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("roomC", Numbers.level(situation.setup().chamber().room().warmestC()),
                "endC", Numbers.level(situation.stuckOnEndC()), "harmedS", Numbers.seconds(harmed.getAsDouble()), "harmlessW", Numbers.watts(harmlessW)));
        String sizes = harmlessW <= 0 ? " It gets there without any heater: cooling is what is missing."
                : sizing.hasWindow() ? " A heater of up to {harmlessW} could not do that and still holds the coldest room."
                        : " No heater is both strong enough for the coldest room and too weak to harm.";
        return List.of(new Finding("stuck-on-harms", harmed.getAsDouble() < NIGHT_S ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS, "A stuck relay kills",
                "In the warmest room, {roomC}, a heater that never stops ends at {endC}. The occupant is harmed after {harmedS}." + sizes, numbers,
                remedy(situation, numbers)).towards(Finding.Towards.HIGH));
    }

    /** A cut-out is advised where one that was rehearsed keeps harm away. */
    private static Remedy remedy(Situation situation, Map<String, QuantityValue> numbers) {
        Sizing sizing = situation.sizing();
        Optional<BackupLevel> level = situation.firstLook() ? BackupLevel.of(situation.setup()) : BackupLevel.stopping(situation.setup());
        boolean stops = level.isPresent() && (situation.firstLook() || level.get().stops(situation.setup()));
        level.ifPresent(each -> numbers.put("backupC", Numbers.level(each.opensC())));
        boolean smaller = sizing.hasWindow() && sizing.hasW() > sizing.harmlessW().orElse(0);
        if (stops) {
            return Remedy.byHand(smaller ? "Take a heater of up to {harmlessW}, or fit a backup that cuts out at {backupC}" : "Fit a backup that cuts out at {backupC}",
                    Step.CHAMBER);
        }
        return Remedy.byHand(smaller ? "Take a heater of up to {harmlessW}: no cut-out that was tried stops this one in time"
                : "No cut-out that was tried stops it in time: spread the heat over several weaker heaters, each on its own relay, or add mass", Step.CHAMBER);
    }
}
