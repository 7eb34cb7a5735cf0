package kilnward.core.judgement;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.MoistureBalance;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.life.HumidityBand;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.setup.Aim;

/** The rehearsed humidity leaves what is wanted: by its swing and the share of the time, not by its mean. */
final class HumidityOutOfBand implements Judgement {
    /** Less than this (points) is below what a cheap humidity loop can hold or tell; common practice, no source. */
    private static final double NOTICEABLE_PCT = 3;

    @Override
    public List<Finding> judge(Situation situation) {
        Optional<HumidityBand> wanted = situation.setup().needs().humidity();
        Optional<Metrics.Level> reached = situation.daily().metrics().humidity();
        if (wanted.isEmpty() || reached.isEmpty()) {
            return List.of();
        }
        HumidityBand band = wanted.get();
        Metrics.Level damp = reached.get();
        boolean dry = damp.lowest() < band.lowPct() - NOTICEABLE_PCT;
        boolean wet = damp.highest() > band.highPct() + NOTICEABLE_PCT;
        if (!dry && !wet) {
            return List.of();
        }
        double share = situation.daily().metrics().humidityInBandShare().orElse(0);
        Chamber chamber = situation.setup().chamber();
        double givesGh = chamber.of(Humidifier.class).stream()
                .mapToDouble(each -> each.outputGh() * each.pulseOnS() / (each.pulseOnS() + each.pulseRestS())).sum();
        MoistureBalance balance = Numbers.moisture(chamber, situation.setup().needs().keep().middleC(),
                band.middlePct(), chamber.room().meanC(), givesGh);
        Map<String, Quantity> numbers = new HashMap<>(Map.of("lowestPct", Numbers.humidity(damp.lowest()), "highestPct", Numbers.humidity(damp.highest()),
                "lowPct", Numbers.humidity(band.lowPct()), "highPct", Numbers.humidity(band.highPct()), "sharePct", Numbers.percent(100 * share),
                "neededGh", Numbers.gramsPerHour(Math.max(0, balance.neededGh())), "givesGh", Numbers.gramsPerHour(givesGh),
                "restingPct", Numbers.humidity(balance.restingPct())));
        Severity severity = share < 0.5 ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS;
        String reason = "It goes from {lowestPct} to {highestPct}; wanted are {lowPct} to {highPct}. It is inside {sharePct} of the time. ";
        if (dry && !wet && givesGh > 0 && balance.neededGh() > 0.9 * givesGh) {
            return List.of(new Finding("humidifier-too-small", severity, "The humidifier cannot keep up",
                    reason + "The air that goes through carries {neededGh} away; the humidifier gives {givesGh}.", numbers,
                    Remedy.byHand("Fit {neededGh} or more, or let less air through", Step.CHAMBER)).towards(Finding.Towards.LOW));
        }
        Finding.Towards side = dry && wet ? Finding.Towards.BOTH : dry ? Finding.Towards.LOW : Finding.Towards.HIGH;
        int[] governing = situation.governing(Aim.HUMIDITY);
        boolean governed = governing.length > 0;
        Remedy remedy = switch (side) {
            case BOTH -> Remedy.byHand(governed ? "Bring on and off nearer together, or pace the humidifier with pauses" : "Fit something that moistens, with a controller",
                    governed ? Step.SETTINGS : Step.CHAMBER);
            case LOW -> Remedy.byHand("Moisten with {neededGh}, or let less air through", Step.CHAMBER);
            default -> Remedy.byHand("Let more air through, cover what is wet, or dry it", Step.CHAMBER);
        };
        double shift = band.middlePct() - 0.5 * (damp.lowest() + damp.highest());
        for (int at = governing.length - 1; at >= 0; at--) {
            remedy = Trials.band(situation, governing[at], shift, numbers, remedy);
        }
        return List.of(new Finding("humidity-out-of-band", severity, switch (side) {
            case BOTH -> "The air swings from too dry to too damp";
            case LOW -> "The air is too dry";
            default -> "The air is too damp";
        }, reason + switch (side) {
            case BOTH -> "";
            case LOW -> "Room air alone would make it {restingPct} in here.";
            default -> "Wet surfaces and the room keep it there.";
        }, numbers, remedy).towards(side));
    }
}
