package kilnward.core.settings.judgement;

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
import kilnward.core.settings.Situation;

/** The rehearsed humidity is outside what is wanted, and whether a humidifier is too weak for it. */
final class HumidityOutOfBand implements Judgement {
    /** Less than this (%RH) is below what a cheap humidity loop can hold or tell; common practice, no source. */
    private static final double NOTICEABLE_PCT = 3;

    @Override
    public List<Finding> judge(Situation situation) {
        Optional<HumidityBand> wanted = situation.setup().needs().humidity();
        Optional<Metrics.Level> reached = situation.running().metrics().humidity();
        if (wanted.isEmpty() || reached.isEmpty()) {
            return List.of();
        }
        double meanPct = reached.get().mean();
        boolean dry = meanPct < wanted.get().lowPct() - NOTICEABLE_PCT;
        boolean damp = meanPct > wanted.get().highPct() + NOTICEABLE_PCT;
        if (!dry && !damp) {
            return List.of();
        }
        Chamber chamber = situation.setup().chamber();
        double givesGh = chamber.of(Humidifier.class).stream()
                .mapToDouble(each -> each.outputGh() * each.pulseOnS() / (each.pulseOnS() + each.pulseRestS())).sum();
        MoistureBalance balance = Numbers.moisture(chamber, situation.setup().needs().keep().middleC(),
                wanted.get().middlePct(), chamber.room().meanC(), givesGh);
        boolean weak = dry && givesGh > 0 && balance.neededGh() > 0.9 * givesGh;
        Map<String, Quantity> numbers = Map.of("meanPct", Numbers.humidity(meanPct),
                "lowPct", Numbers.humidity(wanted.get().lowPct()), "highPct", Numbers.humidity(wanted.get().highPct()),
                "neededGh", Numbers.gramsPerHour(Math.max(0, balance.neededGh())), "givesGh", Numbers.gramsPerHour(givesGh),
                "restingPct", Numbers.humidity(balance.restingPct()));
        String reason = "It is {meanPct} on average; wanted are {lowPct} to {highPct}. ";
        if (weak) {
            return List.of(new Finding("humidifier-too-small", Severity.MIND_THIS, "The humidifier cannot keep up",
                    reason + "The air that goes through carries {neededGh} away; the humidifier gives {givesGh}.", numbers,
                    Remedy.byHand("Fit {neededGh} or more, or let less air through", Step.CHAMBER)));
        }
        return List.of(new Finding("humidity-out-of-band", Severity.MIND_THIS, dry ? "The air is too dry" : "The air is too damp",
                reason + (dry ? "Room air alone would make it {restingPct} in here." : "Wet surfaces and the room keep it there."),
                numbers, Remedy.byHand(dry ? "Moisten with {neededGh}, or let less air through"
                        : "Let more air through, or cover what is wet", dry && givesGh > 0 ? Step.SETTINGS : Step.CHAMBER)));
    }
}
