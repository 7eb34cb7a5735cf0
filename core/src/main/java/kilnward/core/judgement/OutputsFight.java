package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.device.LevelKind;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.ladder.Rung;

/**
 * Something that raises and something that lowers work against each other: one starts before the other has stopped, or the rest
 * zone between them is too narrow. Judged at the occupant, so that two controllers with different readings are compared as well.
 */
final class OutputsFight implements Judgement {
    /** Least distance between the two starting points: 3 to 5 points to each side are advised (common practice, no source). */
    private static final double LEAST_ZONE_PCT = 6;
    private static final double LEAST_ZONE_K = 0.5;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (boolean humidity : new boolean[] {false, true}) {
            List<Rung> rungs = situation.ladder().rungs().stream().filter(rung -> !rung.other()).toList();
            LevelKind raiseOn = humidity ? LevelKind.MOISTEN_ON : LevelKind.HEAT_ON;
            LevelKind raiseOff = humidity ? LevelKind.MOISTEN_OFF : LevelKind.HEAT_OFF;
            LevelKind lowerOn = humidity ? LevelKind.DRY_ON : LevelKind.COOL_ON;
            LevelKind lowerOff = humidity ? LevelKind.DRY_OFF : LevelKind.COOL_OFF;
            double highestRaiseOff = highest(rungs, raiseOff);
            double lowestLowerOn = Math.min(-highestNegated(rungs, lowerOn), airs(rungs, humidity, LevelKind.FAN_LEAST, LevelKind.VENT_OPENS));
            double lowestLowerOff = Math.min(-highestNegated(rungs, lowerOff), airs(rungs, humidity, LevelKind.FAN_LEAST, LevelKind.VENT_SHUTS));
            double highestRaiseOn = highest(rungs, raiseOn);
            if (Double.isInfinite(highestRaiseOff) || Double.isInfinite(lowestLowerOn)) {
                continue;
            }
            double zone = lowestLowerOn - highestRaiseOn;
            boolean overlap = highestRaiseOff > lowestLowerOn || lowestLowerOff < highestRaiseOn;
            if (!overlap && zone >= (humidity ? LEAST_ZONE_PCT : LEAST_ZONE_K)) {
                continue;
            }
            String raises = humidity ? "Moistening" : "Heating";
            String lowers = humidity ? "drying" : "cooling";
            findings.add(new Finding(overlap ? "outputs-fight" : "rest-zone-narrow", overlap ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                    overlap ? raises + " and " + lowers + " fight each other" : "The rest zone is narrow",
                    overlap ? raises + " stops at {raiseOff}, while " + lowers + " has begun at {lowerOn} and stops at {lowerOff}: both run at once,"
                            + " wear out and cost."
                            : raises + " starts at {raiseOn} and " + lowers + " at {lowerOn}: a swing carries it from one into the"
                                    + " other.",
                    Map.of("raiseOff", Numbers.of(highestRaiseOff, humidity), "lowerOn", Numbers.of(lowestLowerOn, humidity),
                            "lowerOff", Numbers.of(lowestLowerOff, humidity), "raiseOn", Numbers.of(highestRaiseOn, humidity)),
                    Remedy.byHand(humidity ? "Leave 3 to 5 points to each side of the set value" : "Move them apart until a swing fits between",
                            Step.SETTINGS))
                    .about("", humidity ? "humidity" : "temperature", "").towards(Finding.Towards.BOTH));
        }
        return findings;
    }

    /** The lowest level at which airing begins, or goes back to its least. */
    private static double airs(List<Rung> rungs, boolean humidity, LevelKind fan, LevelKind vent) {
        return rungs.stream().filter(rung -> rung.humidity() == humidity && (rung.kind() == fan || rung.kind() == vent)).mapToDouble(Rung::occupant).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    private static double highest(List<Rung> rungs, LevelKind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(Rung::occupant).max().orElse(Double.NEGATIVE_INFINITY);
    }

    private static double highestNegated(List<Rung> rungs, LevelKind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(rung -> -rung.occupant()).max()
                .orElse(Double.NEGATIVE_INFINITY);
    }
}
