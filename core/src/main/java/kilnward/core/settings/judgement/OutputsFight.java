package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.settings.Rung;
import kilnward.core.settings.Situation;

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
            Rung.Kind raiseOn = humidity ? Rung.Kind.MOISTEN_ON : Rung.Kind.HEAT_ON;
            Rung.Kind raiseOff = humidity ? Rung.Kind.MOISTEN_OFF : Rung.Kind.HEAT_OFF;
            Rung.Kind lowerOn = humidity ? Rung.Kind.DRY_ON : Rung.Kind.COOL_ON;
            Rung.Kind lowerOff = humidity ? Rung.Kind.DRY_OFF : Rung.Kind.COOL_OFF;
            double highestRaiseOff = highest(rungs, raiseOff);
            double lowestLowerOn = Math.min(-highestNegated(rungs, lowerOn), airs(rungs, humidity, Rung.Kind.FAN_LEAST, Rung.Kind.VENT_OPENS));
            double lowestLowerOff = Math.min(-highestNegated(rungs, lowerOff), airs(rungs, humidity, Rung.Kind.FAN_LEAST, Rung.Kind.VENT_SHUTS));
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
                            + " wear out and cost." : raises + " starts at {raiseOn} and " + lowers + " at {lowerOn}: a swing carries it from one into the"
                            + " other.",
                    Map.of("raiseOff", Numbers.of(highestRaiseOff, humidity), "lowerOn", Numbers.of(lowestLowerOn, humidity),
                            "lowerOff", Numbers.of(lowestLowerOff, humidity), "raiseOn", Numbers.of(highestRaiseOn, humidity)),
                    Remedy.byHand(humidity ? "Leave 3 to 5 points to each side of the set value" : "Move them apart until a swing fits between",
                            Step.SETTINGS)).about("", humidity ? "humidity" : "temperature", "").towards(Finding.Towards.BOTH));
        }
        return findings;
    }

    /** The lowest level at which airing begins, or goes back to its least. */
    private static double airs(List<Rung> rungs, boolean humidity, Rung.Kind fan, Rung.Kind vent) {
        return rungs.stream().filter(rung -> rung.humidity() == humidity && (rung.kind() == fan || rung.kind() == vent)).mapToDouble(Rung::occupant).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    private static double highest(List<Rung> rungs, Rung.Kind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(Rung::occupant).max().orElse(Double.NEGATIVE_INFINITY);
    }

    private static double highestNegated(List<Rung> rungs, Rung.Kind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(rung -> -rung.occupant()).max()
                .orElse(Double.NEGATIVE_INFINITY);
    }
}
