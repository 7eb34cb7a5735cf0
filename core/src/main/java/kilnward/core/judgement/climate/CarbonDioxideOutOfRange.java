package kilnward.core.judgement.climate;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.appliance.GasValve;
import kilnward.core.chamber.model.CarbonDioxide;
import kilnward.core.chamber.model.Flow;
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
import kilnward.core.setup.Aim;

/** The simulated carbon dioxide leaves what is wanted, and why, by what was seen to run; and what a valve on a bottle could do to people. */
public final class CarbonDioxideOutOfRange implements Judgement {
    private static final Quantity GAS = Quantity.CARBON_DIOXIDE;
    /** So many times as far outside as the range is wide, for most of the time, it needs somebody now; common practice, no source. */
    private static final double FAR = 1;
    /** What people at work may breathe on average over eight hours (ppm): Directive 2006/15/EC, and OSHA 29 CFR 1910.1000 table Z-1; from memory. */
    private static final double PEOPLE_PPM = 5_000;
    /** What takes their senses within minutes (ppm): NIOSH, immediately dangerous to life or health; from memory. */
    private static final double DANGEROUS_PPM = 40_000;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> found = new ArrayList<>();
        Optional<Band> wanted = situation.setup().needs().band(GAS);
        Optional<Metrics.Level> reached = situation.there(Aim.CARBON_DIOXIDE);
        if (wanted.isPresent() && reached.isPresent()) {
            outOfRange(situation, wanted.get(), reached.get()).ifPresent(found::add);
        } else if (wanted.isPresent() && situation.setup().chamber().tank().isEmpty()) {
            found.add(new Finding("carbon-dioxide-unsaid", Severity.MIND_THIS, "The room’s carbon dioxide is not known",
                    "{low} to {high} is wanted. Without the room’s own nothing can be simulated of it.", range(wanted.get()),
                    Remedy.byHand("Say how much the room’s air has: outdoors it is about 420 ppm, in a house 600 to 1 000", Step.CHAMBER)));
        }
        people(situation).ifPresent(found::add);
        return found;
    }

    private static Map<String, QuantityValue> range(Band band) {
        return Map.of("low", GAS.level(band.low()), "high", GAS.level(band.high()));
    }

    private static Optional<Finding> outOfRange(Situation situation, Band band, Metrics.Level level) {
        double noticeable = GAS.margins().clear();
        boolean little = level.lowest() < band.low() - noticeable;
        boolean much = level.highest() > band.high() + noticeable;
        if (!little && !much) {
            return Optional.empty();
        }
        Chamber chamber = situation.setup().chamber();
        double share = situation.daily().metrics().inBandShare(GAS).orElse(0);
        double far = band.outside(level.mean()) / (band.high() - band.low());
        Severity severity = share < 0.5 && far > FAR ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS;
        Finding.Towards side = little && much ? Finding.Towards.BOTH : little ? Finding.Towards.LOW : Finding.Towards.HIGH;
        double neededM3h = CarbonDioxide.of(chamber).map(gas -> 3600 * gas.exchangeHoldingM3s(band.high())).orElse(Double.POSITIVE_INFINITY);
        Map<String, QuantityValue> numbers = new HashMap<>(range(band));
        numbers.put("lowest", GAS.level(level.lowest()));
        numbers.put("highest", GAS.level(level.highest()));
        numbers.put("sharePct", Numbers.percent(100 * share));
        numbers.put("room", GAS.level(chamber.room().of(GAS).orElseThrow()));
        numbers.put("neededM3h", Numbers.count(Double.isFinite(neededM3h) ? neededM3h : 0));
        Excursion out = Excursion.of(situation, situation.daily().trace().air(GAS).orElseThrow(), hour -> {
            Band then = situation.setup().needs().bandAt(GAS, hour).orElse(band);
            return side == Finding.Towards.LOW ? then.low() : then.high();
        }, side != Finding.Towards.LOW);
        Why why = why(situation, side, out, Double.isFinite(neededM3h));
        Remedy remedy = why.remedy();
        int[] governing = situation.governing(Aim.CARBON_DIOXIDE);
        double shift = band.middle() - 0.5 * (level.lowest() + level.highest());
        for (int at = governing.length - 1; at >= 0; at--) {
            remedy = Trials.band(situation, governing[at], shift, numbers, remedy);
        }
        return Optional.of(new Finding(why.exhausted() ? "carbon-dioxide-fan-too-small" : "carbon-dioxide-out-of-range", severity, switch (side) {
            case BOTH -> "Carbon dioxide swings from too little to too much";
            case LOW -> "There is too little carbon dioxide";
            default -> why.exhausted() ? "The fan cannot carry the carbon dioxide away" : "There is too much carbon dioxide";
        }, "It goes from {lowest} to {highest}; wanted are {low} to {high}. It is inside {sharePct} of the time." + why.because(), numbers, remedy).towards(side));
    }

    /** Why, what a person can do, and whether what airs has nothing left to give. */
    private record Why(String because, Remedy remedy, boolean exhausted) {
    }

    private static Why why(Situation situation, Finding.Towards side, Excursion out, boolean airHelps) {
        boolean airs = situation.dutyShare(effect -> effect == Effect.AIRS).isPresent();
        boolean valve = !situation.setup().chamber().of(GasValve.class).isEmpty();
        return switch (side) {
            case BOTH -> new Why("", Remedy.byHand("Bring the on and off of what airs and what enriches nearer together", Step.SETTINGS), false);
            case LOW -> !valve ? new Why(" Nothing lets it in: it is what the room has, {room}, and what lives there gives off.",
                    Remedy.byHand("Let less air through, or fit a valve on a bottle; read the cautions for people first", Step.CHAMBER), false)
                    : out.worked(effect -> effect == Effect.AIRS) ? new Why(" While there is too little, air is still let out.",
                            Remedy.byHand("Let what airs it stop sooner, or run it at other times than the valve", Step.SETTINGS), false)
                            : out.exhausted(effect -> effect == Effect.ENRICHES) ? new Why(" The valve is open all the time.",
                                    Remedy.byHand("Open the restrictor further, or seal the room better", Step.CHAMBER), false)
                                    : new Why(" The valve could do more: it is shut while there is too little.", Remedy.byHand("Let the valve open sooner", Step.SETTINGS), false);
            default -> out.worked(effect -> effect == Effect.ENRICHES)
                    ? new Why(" The valve still lets some in while there is too much.", Remedy.byHand("Let the valve shut sooner, or give it in shorter bursts", Step.SETTINGS),
                            false)
                    : !airHelps ? new Why(" The room itself has {room}: no fan brings it lower.", Remedy.byHand("Bring air in from outdoors", Step.CHAMBER), false)
                            : !airs ? new Why(" Nothing lets air through when it rises.",
                                    Remedy.byHand("Let {neededM3h} m³ of air through an hour; that holds the upper end", Step.CHAMBER), false)
                                    : out.exhausted(effect -> effect == Effect.AIRS) ? new Why(" The fan is on all the time while there is too much.",
                                            Remedy.byHand("It takes {neededM3h} m³ of air an hour, or less of what lives there", Step.CHAMBER), true)
                                            : new Why(" The fan could do more: it rests while there is too much.",
                                                    Remedy.byHand("Let the fan start sooner, and hang the sensor where they live", Step.SETTINGS), false);
        };
    }

    /** A valve that sticks open: what people would breathe. */
    private static Optional<Finding> people(Situation situation) {
        Chamber chamber = situation.setup().chamber();
        double givesGh = chamber.of(GasValve.class).stream().mapToDouble(GasValve::givesGh).sum();
        Optional<CarbonDioxide> gas = givesGh > 0 ? CarbonDioxide.of(chamber) : Optional.empty();
        if (gas.isEmpty()) {
            return Optional.empty();
        }
        gas.get().flow(Flow.usual(chamber, situation.setup()::isControlled));
        gas.get().enrichment(givesGh / 3.6e6);
        gas.get().settle();
        if (gas.get().ppm() < PEOPLE_PPM) {
            return Optional.empty();
        }
        return Optional.of(new Finding("carbon-dioxide-harms-people", gas.get().ppm() >= DANGEROUS_PPM ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                "A valve that sticks open can harm people",
                "Stuck open it takes the air in here to {ends}. More than {people} is too much for a day’s work; {dangerous} takes a person’s senses, without a warning.",
                Map.of("ends", GAS.level(gas.get().ppm()), "people", GAS.level(PEOPLE_PPM), "dangerous", GAS.level(DANGEROUS_PPM)),
                Remedy.byHand("Take a smaller restrictor or a smaller bottle, hang an alarm for people outside with a sensor of its own, and follow your local codes",
                        Step.CHAMBER)));
    }
}
