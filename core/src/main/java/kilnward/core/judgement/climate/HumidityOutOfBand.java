package kilnward.core.judgement.climate;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.air.MoistAir;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.air.Temperature;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Excursion;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.judgement.situation.Trials;
import kilnward.core.life.Band;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.setup.Aim;

/** The rehearsed humidity leaves what is wanted: by its swing and the share of the time, not by its mean; why, by what was seen to run. */
public final class HumidityOutOfBand implements Judgement {
    /** Less than this (points) is below what a cheap humidity loop can hold or tell; common practice, no source. */
    private static final double NOTICEABLE_PCT = 3;
    /** Far outside (points) for most of the time it needs somebody now; common practice, no source. */
    private static final double FAR_PCT = 15;
    /** What humidifiers run for less than this share of the time comes in bursts that are too strong. */
    private static final double BURSTS = 0.15;
    /** A store that gives more than this share of what the air carries away is what holds the humidity. */
    private static final double LIVES_ON_STORE = 0.3;

    @Override
    public List<Finding> judge(Situation situation) {
        Optional<Band> wanted = situation.setup().needs().band(Quantity.RELATIVE_HUMIDITY);
        Optional<Metrics.Level> reached = situation.daily().metrics().air(Quantity.RELATIVE_HUMIDITY);
        if (wanted.isEmpty() || reached.isEmpty()) {
            return List.of();
        }
        Band band = wanted.get();
        Metrics.Level damp = reached.get();
        boolean dry = damp.lowest() < band.low() - NOTICEABLE_PCT;
        boolean wet = damp.highest() > band.high() + NOTICEABLE_PCT;
        if (!dry && !wet) {
            return List.of();
        }
        double share = situation.daily().metrics().inBandShare(Quantity.RELATIVE_HUMIDITY).orElse(0);
        double farPct = Math.max(band.low() - damp.mean(), damp.mean() - band.high());
        Severity severity = share < 0.5 && farPct > FAR_PCT ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS;
        Finding.Towards side = dry && wet ? Finding.Towards.BOTH : dry ? Finding.Towards.LOW : Finding.Towards.HIGH;
        Flows flows = Flows.of(situation.setup().chamber(), situation.daily(), band);
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("lowestPct", Numbers.humidity(damp.lowest()), "highestPct", Numbers.humidity(damp.highest()),
                "lowPct", Numbers.humidity(band.low()), "highPct", Numbers.humidity(band.high()), "sharePct", Numbers.percent(100 * share),
                "neededGh", Numbers.gramsPerHour(flows.neededGh()), "givesGh", Numbers.gramsPerHour(flows.mostGh()), "restingPct", Numbers.humidity(flows.restingPct()),
                "storeGh", Numbers.gramsPerHour(flows.storeGh())));
        Excursion out = Excursion.of(situation, situation.daily().trace().air(Quantity.RELATIVE_HUMIDITY).orElseThrow(), hour -> {
            Band then = situation.setup().needs().bandAt(Quantity.RELATIVE_HUMIDITY, hour).orElse(band);
            return side == Finding.Towards.HIGH ? then.high() : then.low();
        }, side == Finding.Towards.HIGH);
        String reason = "It goes from {lowestPct} to {highestPct}; wanted are {lowPct} to {highPct}. It is inside {sharePct} of the time.";
        if (side == Finding.Towards.LOW && out.exhausted(effect -> effect == Effect.MOISTENS)) {
            return List.of(new Finding("humidifier-too-small", severity, "The humidifier cannot keep up",
                    reason + " It is on all the time while it is too dry. As the air really flows, {neededGh} are carried away; it gives {givesGh} at most.", numbers,
                    Remedy.byHand("Fit {neededGh} or more, or let less air through", Step.CHAMBER)).towards(Finding.Towards.LOW));
        }
        Said said = said(situation, side, out, flows);
        Remedy remedy = said.remedy();
        int[] governing = situation.governing(Aim.HUMIDITY);
        double shift = band.middle() - 0.5 * (damp.lowest() + damp.highest());
        for (int at = governing.length - 1; at >= 0; at--) {
            remedy = Trials.band(situation, governing[at], shift, numbers, remedy);
        }
        return List.of(new Finding("humidity-out-of-band", severity, switch (side) {
            case BOTH -> "The air swings from too dry to too damp";
            case LOW -> "The air is too dry";
            default -> "The air is too damp";
        }, reason + said.because(), numbers, remedy).towards(side));
    }

    /** Why, and what a person can do. */
    private record Said(String because, Remedy remedy) {
    }

    private static Said said(Situation situation, Finding.Towards side, Excursion out, Flows flows) {
        OptionalDouble moistens = situation.dutyShare(effect -> effect == Effect.MOISTENS);
        boolean dries = situation.dutyShare(effect -> effect == Effect.DRIES).isPresent();
        boolean airs = situation.dutyShare(effect -> effect == Effect.AIRS).isPresent();
        boolean bursts = moistens.isPresent() && moistens.getAsDouble() > 0 && moistens.getAsDouble() < BURSTS;
        return switch (side) {
            case BOTH -> bursts ? new Said(" The humidifier is so strong that it overshoots in short bursts.",
                    Remedy.byHand("Give it in shorter bursts with pauses, take a weaker humidifier, or move the air more", Step.SETTINGS))
                    : moistens.isPresent() ? new Said("", Remedy.byHand("Bring on and off nearer together, or move the air more, so that the probe feels it sooner", Step.SETTINGS))
                            : dries || airs ? new Said(" What dries it swings it.", Remedy.byHand("Bring the on and off of what dries it nearer together", Step.SETTINGS))
                                    : new Said(" Nothing here governs it: it follows the room.",
                                            Remedy.byHand("Fit a humidifier with a controller; {neededGh} hold the middle", Step.CHAMBER));
            case LOW -> moistens.isEmpty() ? new Said(" Room air alone would make it {restingPct} in here, and nothing moistens it.",
                    Remedy.byHand("Moisten with {neededGh}, or let less air through", Step.CHAMBER))
                    : out.worked(effect -> effect == Effect.DRIES || effect == Effect.AIRS)
                            ? new Said(" While it is too dry, air is still let out or dried.", Remedy.byHand("Let what dries or airs it stop sooner", Step.SETTINGS))
                            : new Said(" The humidifier could do more: it rests while it is too dry.",
                                    Remedy.byHand("Let the humidifier start sooner, and hang the sensor beside the occupant", Step.SETTINGS));
            default -> out.worked(effect -> effect == Effect.MOISTENS)
                    ? new Said(" The humidifier still runs while it is too damp" + (bursts ? ", in bursts that are too strong." : "."),
                            Remedy.byHand("Let the humidifier stop sooner, or give it in shorter bursts", Step.SETTINGS))
                    : dries && out.exhausted(effect -> effect == Effect.DRIES)
                            ? new Said(" What dries it is on all the time.", Remedy.byHand("Dry it more, or let less damp air in", Step.CHAMBER))
                            : flows.storeGh() > 0 && flows.storeGh() > LIVES_ON_STORE * flows.carriedGh()
                                    ? new Said(" {storeGh} come out of what is wet inside: contents, bowls, walls.",
                                            Remedy.byHand("Cover what is wet, or let more air through", Step.CHAMBER))
                                    : flows.restingPct() > situation.setup().needs().band(Quantity.RELATIVE_HUMIDITY).orElseThrow().high()
                                            ? new Said(" Room air alone makes it {restingPct} in here.", Remedy.byHand("Dry the room’s air, or dry it in here", Step.CHAMBER))
                                            : new Said("", Remedy.byHand("Let more air through, or dry it", Step.CHAMBER));
        };
    }

    /**
     * Where the water of a sound day went.
     *
     * @param carriedGh  carried away by air that really went through, and dried (g/h)
     * @param neededGh   to be given off so that the middle of what is wanted is held with that air (g/h)
     * @param mostGh     given off by all humidifiers at most, pauses counted (g/h)
     * @param storeGh    given by what holds water inside (g/h); below 0 where it takes up
     * @param restingPct humidity inside with room air and what lives there alone (%RH)
     */
    private record Flows(double carriedGh, double neededGh, double mostGh, double storeGh, double restingPct) {
        static Flows of(Chamber chamber, Rehearsed day, Band band) {
            double hours = day.scenario().durationS() / 3600;
            Moisture.WaterLedger water = day.metrics().water().orElseThrow();
            double insideC = day.metrics().occupant().mean();
            double perPct = SaturatedVapour.densityKgM3(insideC) / 100;
            double supply = chamber.room().vapourPressurePa().orElseThrow() / MoistAir.VAPOUR_GAS_CONSTANT / (insideC + Temperature.ZERO_CELSIUS_K);
            double excess = perPct * day.metrics().air(Quantity.RELATIVE_HUMIDITY).orElseThrow().mean() - supply;
            // As much air as carried so much water away.
            double flowM3h = Math.abs(excess) > 0.05 * supply ? Math.max(0, water.ventilatedKg() / excess / hours)
                    : 3600 * kilnward.core.chamber.model.Flow.usual(chamber, id -> false).exchangeM3s();
            double livingGh = chamber.contents().living().waterGh();
            double needed = 1000 * flowM3h * (perPct * band.middle() - supply) - livingGh;
            double most = chamber.of(Humidifier.class).stream().mapToDouble(each -> each.outputGh() * each.pulseOnS() / (each.pulseOnS() + each.pulseRestS())).sum();
            double resting = flowM3h > 0 ? (supply + livingGh / 1000 / flowM3h) / perPct : 100;
            return new Flows(1000 * (water.ventilatedKg() + water.driedKg()) / hours, Math.max(0, needed), most, -1000 * water.storedKg() / hours,
                    Math.min(100, Math.max(0, resting)));
        }
    }
}
