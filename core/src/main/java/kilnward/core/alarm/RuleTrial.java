package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.life.DangerLimit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Fault;

/**
 * A rule that is tried before anybody relies on it: in rehearsals of good days and of every fault, and over what was measured.
 *
 * @param goodDays  rehearsed good days in which it was tried (days)
 * @param goodDaySounds how often it would have sounded in them: each is a nuisance
 * @param faults    faults that it tells of, or that harm without its telling
 * @param past      what it would have done; days 0 where nothing was measured
 */
public record RuleTrial(double goodDays, int goodDaySounds, List<Told> faults, Past past) {
    /** Over by itself so soon (s), there was nothing for anybody to do; common practice, no source. */
    private static final double TOO_SHORT_S = 600;

    /**
     * A fault and whether the rule tells of it.
     *
     * @param roomC  the room it was rehearsed in (°C)
     * @param soundS until it sounds (s); empty where it does not
     * @param harmS  until harm is done (s); empty where none is
     */
    public record Told(Fault fault, double roomC, OptionalDouble soundS, OptionalDouble harmS) {
        /** How long before harm it sounds (s); below 0 after it; empty where it does not, or there is none. */
        public OptionalDouble aheadS() {
            return soundS.isPresent() && harmS.isPresent() ? OptionalDouble.of(harmS.getAsDouble() - soundS.getAsDouble()) : OptionalDouble.empty();
        }
    }

    /**
     * Once that it would have sounded.
     *
     * @param fromS    when (s)
     * @param untilS   until when (s); that of the end of what was looked at where it went on
     * @param nuisance it was over by itself before anybody could have come, or all was in band meanwhile
     */
    public record Sounding(double fromS, double untilS, boolean nuisance) {
    }

    /** What it would have done over what was measured. */
    public record Past(double days, List<Sounding> soundings) {
        static final Past NONE = new Past(0, List.of());

        public Past {
            soundings = List.copyOf(soundings);
        }

        /** How many of them nobody would have needed. */
        public int nuisances() {
            return (int) soundings.stream().filter(Sounding::nuisance).count();
        }
    }

    public RuleTrial {
        faults = List.copyOf(faults);
    }

    /** How long before harm it sounds where it is latest (s); empty where it sounds before none. */
    public OptionalDouble leastAheadS() {
        return faults.stream().map(Told::aheadS).filter(OptionalDouble::isPresent).mapToDouble(OptionalDouble::getAsDouble).min();
    }

    /** The same with what was measured. */
    public RuleTrial with(Past other) {
        return new RuleTrial(goodDays, goodDaySounds, faults, other);
    }

    /**
     * Tries it in rehearsals.
     *
     * @param harm   danger limits of what is measured there
     * @param own    place of its spot among those of the rehearsals
     * @param others places of what that is held against
     */
    public static RuleTrial rehearsed(Rule rule, List<DangerLimit> harm, List<Imagined> all, int own, List<Integer> others) {
        // The air is mixed: what a sensor of it measures is what the occupant has.
        boolean warmth = harm.stream().allMatch(each -> each.quantity() == Quantity.TEMPERATURE);
        return rehearsed(rule, rule.condition(harm, warmth ? Imagined.toOccupantK(all, own) : 0), all, Imagined.heard(all, own, others));
    }

    /** The same with what is heard in each rehearsal, for who tries many rules on it. */
    static RuleTrial rehearsed(Rule rule, Condition condition, List<Imagined> all, List<Heard> heards) {
        double days = 0;
        int sounds = 0;
        List<Told> told = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Imagined each = all.get(i);
            List<Condition.Change> counted = counted(rule, condition, heards.get(i), each.lengthS());
            if (each.fault().isEmpty()) {
                days += each.lengthS() / 86_400;
                sounds += (int) counted.stream().filter(Condition.Change::is).count();
                continue;
            }
            Fault fault = each.fault().get();
            OptionalDouble sound = counted.stream().filter(change -> change.is() && change.atS() >= fault.fromS()).mapToDouble(change -> change.atS() - fault.fromS()).findFirst();
            OptionalDouble harmed = each.harmedAtS().stream().filter(at -> at >= fault.fromS()).map(at -> at - fault.fromS()).findFirst();
            if (sound.isPresent() || harmed.isPresent()) {
                told.add(new Told(fault, each.roomC(), sound, harmed));
            }
        }
        return new RuleTrial(days, sounds, told, Past.NONE);
    }

    /**
     * Tries it over what was measured.
     *
     * @param band  what is wanted where the series measures: inside it nobody is needed; null where none is known
     * @param fromS from when on (s)
     * @param untilS until when (s)
     */
    public static Past past(Rule rule, Condition condition, Heard heard, OutOfBand band, double fromS, double untilS) {
        List<Sounding> soundings = new ArrayList<>();
        double beganS = Double.NaN;
        for (Condition.Change change : counted(rule, condition, heard, untilS)) {
            if (change.is()) {
                beganS = change.atS();
            } else if (!Double.isNaN(beganS)) {
                soundings.add(sounding(rule, heard, band, beganS, change.atS()));
                beganS = Double.NaN;
            }
        }
        if (!Double.isNaN(beganS)) {
            soundings.add(new Sounding(beganS, untilS, false));
        }
        return new Past(Math.max(0, untilS - fromS) / 86_400, soundings);
    }

    private static Sounding sounding(Rule rule, Heard heard, OutOfBand band, double fromS, double untilS) {
        boolean wellMeanwhile = band != null && !rule.kind().isOfHearing() && heard.own().stream()
                .filter(each -> each.atS() >= fromS - rule.delays().onS() && each.atS() < untilS - rule.delays().offS())
                .noneMatch(each -> each.value() > band.high() || each.value() < band.low());
        return new Sounding(fromS, untilS, untilS - fromS < TOO_SHORT_S || wellMeanwhile);
    }

    private static List<Condition.Change> counted(Rule rule, Condition condition, Heard heard, double untilS) {
        return AlarmCourse.go(condition, rule.delays(), AlarmCourse.Standing.NOTHING, heard, List.of(), untilS).counted();
    }
}
