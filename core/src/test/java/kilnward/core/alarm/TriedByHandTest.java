package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import kilnward.core.Osier;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.RuleProposals.Proposal;
import kilnward.core.alarm.RuleProposals.Watched;
import kilnward.core.chamber.Room;
import kilnward.core.control.Style;
import kilnward.core.fault.FirstAct;
import kilnward.core.life.Band;
import kilnward.core.life.Needs;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Rules, proposals and what may be behind a trace, on rehearsals so plain that all numbers can be worked out by hand. */
class TriedByHandTest {
    private static final int MINUTES = 600;
    private static final double FROM_S = 10_800;
    private static final Setup SETUP = setup();
    private static final Fault ON = new RelayStuckOn("loop", FROM_S);
    private static final Fault OFF = new RelayStuckOff("loop", FROM_S);
    /** From 28 °C up by 1/16 K a minute: 30 °C after 32 minutes, 34 °C after 96, which are borne for two hours. */
    private static final Imagined STUCK_ON = imagined(ON, minute -> 28 + Math.max(0, minute - 180) / 16.0, OptionalDouble.of(FROM_S + 96 * 60 + 7200));
    private static final Imagined STUCK_OFF = imagined(OFF, minute -> 28 - Math.max(0, minute - 180) / 16.0, OptionalDouble.empty());
    /** To and fro between 28.0 and 28.5 °C each minute. */
    private static final Imagined GOOD_DAY = imagined(null, minute -> 28 + 0.5 * (minute % 2), OptionalDouble.empty());

    private static Setup setup() {
        var profile = Osier.profile(Style.PAIR, DisplayUnit.C, 0.1);
        return Osier.setup(Osier.reedbox(40, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(profile, Osier.settings(profile, 28.0, 28.6, 31, 25)));
    }

    /** Of a probe at the first spot, power at the second; the occupant is at 28.5 °C all the time. */
    private static Imagined imagined(Fault fault, IntToDoubleFunction probeC, OptionalDouble harmedAtS) {
        return new Imagined(Optional.ofNullable(fault), 20, IntStream.rangeClosed(1, MINUTES).mapToDouble(minute -> 28.5).toArray(),
                List.of(IntStream.rangeClosed(1, MINUTES).mapToDouble(probeC).toArray(), new double[MINUTES]), harmedAtS);
    }

    @Test
    void occupantAndProbeAreComparedOnGoodDaysOnly() {
        assertEquals(0.25, Imagined.toOccupantK(List.of(STUCK_ON, GOOD_DAY), 0), 1e-9, "28.5 less 28.25");
        assertEquals(0, Imagined.toOccupantK(List.of(STUCK_ON), 0));
        Imagined gaps = imagined(null, minute -> minute % 3 == 0 ? 27 : Double.NaN, OptionalDouble.empty());
        assertEquals(1.5, gaps.toOccupantK(0), 1e-9, "where nothing is said nothing is compared");
        assertEquals(0, imagined(null, minute -> Double.NaN, OptionalDouble.empty()).toOccupantK(0));
        assertEquals(List.of(new Reading(180, 27), new Reading(360, 27)), gaps.readings(0).subList(0, 2));
        assertEquals(36_000, GOOD_DAY.lengthS());
    }

    private static RuleTrial tried(RuleKind kind, double limit, double delayS) {
        return RuleTrial.rehearsed(Rule.of(kind, Urgency.SOON, limit, 0, new Delays(delayS, 0)), SETUP.needs().dangerLimits(), List.of(GOOD_DAY, STUCK_ON, STUCK_OFF), 0,
                List.of());
    }

    @Test
    void aRuleIsTriedOnGoodDaysAndOnFaults() {
        RuleTrial trial = tried(RuleKind.HIGH, 30, 60);
        assertEquals(36_000 / 86_400.0, trial.goodDays(), 1e-12);
        assertEquals(0, trial.goodDaySounds());
        RuleTrial.Told told = new RuleTrial.Told(ON, 20, OptionalDouble.of(32 * 60 + 60), OptionalDouble.of(96 * 60 + 7200));
        assertEquals(List.of(told), trial.faults(), "of the one that cools it tells nothing, and that harms nothing");
        assertEquals(OptionalDouble.of(96 * 60 + 7200 - 32 * 60 - 60), told.aheadS());
        assertEquals(told.aheadS(), trial.leastAheadS());
        assertEquals(MINUTES / 2, tried(RuleKind.HIGH, 28.4, 0).goodDaySounds(), "each second minute");
        RuleTrial low = tried(RuleKind.LOW, 26, 0);
        assertEquals(List.of(new RuleTrial.Told(ON, 20, OptionalDouble.empty(), OptionalDouble.of(96 * 60 + 7200)),
                new RuleTrial.Told(OFF, 20, OptionalDouble.of(32 * 60), OptionalDouble.empty())), low.faults());
        assertEquals(OptionalDouble.empty(), low.leastAheadS(), "it sounds before no harm");
        assertEquals(1, low.with(new RuleTrial.Past(1, List.of())).past().days());
    }

    @Test
    void whatSoundedBeforeAFaultDoesNotTellOfIt() {
        Imagined hotBefore = imagined(ON, minute -> minute == 100 ? 31 : 28, OptionalDouble.of(FROM_S - 60));
        assertEquals(List.of(), RuleTrial.rehearsed(Rule.of(RuleKind.HIGH, Urgency.SOON, 30, 0, new Delays(0, 0)), List.of(), List.of(hotBefore), 0, List.of()).faults());
    }

    @Test
    void overByItselfWithinTenMinutesOrInBandItIsANuisance() {
        Rule rule = Rule.of(RuleKind.HIGH, Urgency.SOON, 30, 0, new Delays(0, 0));
        List<Reading> day = List.of(new Reading(0, 28), new Reading(1000, 31), new Reading(1599, 28), new Reading(3000, 31), new Reading(3600, 28), new Reading(9000, 31));
        RuleTrial.Past past = RuleTrial.past(rule, rule.condition(List.of(), 0), Heard.of(day), null, 0, 10_000);
        assertEquals(List.of(new RuleTrial.Sounding(1000, 1599, true), new RuleTrial.Sounding(3000, 3600, false), new RuleTrial.Sounding(9000, 10_000, false)), past.soundings(),
                "599 s, 600 s, and one that goes on");
        assertEquals(2, RuleTrial.past(rule, rule.condition(List.of(), 0), Heard.of(day), new OutOfBand(25, 31, 0), 0, 10_000).nuisances(), "31 °C are inside that band");
        assertEquals(1, RuleTrial.past(rule, rule.condition(List.of(), 0), Heard.of(day), new OutOfBand(25, 30.5, 0), 0, 10_000).nuisances());
        assertEquals(10_000 / 86_400.0, past.days(), 1e-12);
    }

    /**
     * The target range of 27.5 to 29 °C is 0.25 K lower at the probe. High: on good days 28.5, so it begins at 28.75; harm is at 33.75, a fifth of the way 29.75. It sounds there
     * 29 minutes after the relay stuck, a good 11,000 s before harm; two minutes' delay cost nothing that is worth more, five do. Low: nothing harms, so the farthest, with the
     * longest delay: 27.25 less half of the way to 19.75.
     */
    @Test
    void whatIsProposedFollowsFromBandHarmAndTrials() {
        List<Watched> series = List.of(new Watched("eggs", new Spot(Quantity.TEMPERATURE, Optional.of("probe"), Optional.empty()), 90, Optional.of("logger")),
                new Watched("power", new Spot(Quantity.POWER, Optional.empty(), Optional.empty()), 60, Optional.of("logger")));
        List<Imagined> all = List.of(GOOD_DAY, STUCK_ON, STUCK_OFF);
        List<Proposal> found = RuleProposals.of(SETUP, series, all);
        assertEquals(List.of(Rule.of(RuleKind.HIGH, Urgency.SOON, 29.8, 0.2, new Delays(120, 120)), Rule.of(RuleKind.LOW, Urgency.SOON, 23.5, 0.2, new Delays(600, 120)),
                Rule.of(RuleKind.HARM_NEAR, Urgency.NOW, 4500, 0, new Delays(300, 120)),
                new Rule(RuleKind.OUT_OF_BAND, Urgency.MIND, 27.3, OptionalDouble.of(28.8), 0.2, OptionalDouble.empty(), new Delays(1800, 120)),
                new Rule(RuleKind.NO_EFFECT, Urgency.SOON, 24, OptionalDouble.of(0.1), 0, OptionalDouble.of(2400), new Delays(0, 0)),
                Rule.of(RuleKind.SILENCE, Urgency.SOON, 300, 0, new Delays(0, 0)), Rule.of(RuleKind.BROKEN_PROBE, Urgency.SOON, 450, 0, new Delays(60, 0)),
                Rule.of(RuleKind.BROKEN_PROBE, Urgency.SOON, 300, 0, new Delays(60, 0))), found.stream().map(Proposal::rule).toList());
        assertEquals(List.of("power"), found.get(4).others());
        assertEquals(List.of("power"), found.get(6).others(), "held against what else its device sends");
        assertEquals(List.of("eggs"), found.get(7).others());
        assertTrue(found.get(0).trial().isPresent() && found.get(5).trial().isEmpty());

        Proposal tighter = RuleProposals.again(found.get(0), found.get(0).rule().withLimit(28.4), SETUP, series, all);
        assertTrue(tighter.trial().orElseThrow().goodDaySounds() == 0 && found.get(0).trial().orElseThrow().goodDaySounds() == 0, "two minutes are longer than its swing");
        assertEquals(MINUTES / 2, RuleProposals.again(found.get(0), Rule.of(RuleKind.HIGH, Urgency.SOON, 28.4, 0, new Delays(0, 0)), SETUP, series, all).trial().orElseThrow()
                .goodDaySounds());
        assertEquals(Optional.empty(), RuleProposals.again(found.get(5), found.get(5).rule().withLimit(900), SETUP, series, all).trial());
    }

    @Test
    void threeProbesAreHeldAgainstEachOtherAndHumidityAgainstItsBand() {
        Setup damp = new Setup(SETUP.chamber(),
                new Needs(SETUP.needs().keep(), SETUP.needs().dangerLimits(), Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(80, 95)), OptionalDouble.of(3)),
                SETUP.probes(), SETUP.controllers(), SETUP.power());
        List<Watched> series = IntStream.range(0, 5).mapToObj(i -> new Watched("s" + i, new Spot(i < 4 ? Quantity.TEMPERATURE : Quantity.RELATIVE_HUMIDITY, Optional.of("probe"),
                i == 3 ? Optional.of("controller") : Optional.empty()), 60, Optional.empty())).toList();
        double[] probeC = GOOD_DAY.says().get(0);
        double[] pct = IntStream.range(0, MINUTES).mapToDouble(i -> 88).toArray();
        List<Imagined> all = List.of(new Imagined(Optional.empty(), 20, GOOD_DAY.occupantC(), List.of(probeC, probeC, probeC, probeC, pct), OptionalDouble.empty()));
        List<Proposal> found = RuleProposals.of(damp, series, all);
        List<Proposal> outliers = found.stream().filter(each -> each.rule().kind() == RuleKind.OUTLIER).toList();
        assertEquals(List.of("s0", "s1", "s2"), outliers.stream().map(Proposal::seriesId).toList(), "a controller's display is no peer");
        assertEquals(List.of("s0", "s2"), outliers.get(1).others());
        assertEquals(Rule.of(RuleKind.OUTLIER, Urgency.MIND, 1, 0.25, new Delays(1800, 120)), outliers.get(0).rule());
        assertEquals(List.of(new Rule(RuleKind.OUT_OF_BAND, Urgency.MIND, 80, OptionalDouble.of(95), 2, OptionalDouble.empty(), new Delays(3600, 120)),
                new Rule(RuleKind.STUCK, Urgency.MIND, 0.1, OptionalDouble.empty(), 0, OptionalDouble.of(21_600), new Delays(0, 0))),
                found.stream().filter(each -> each.seriesId().equals("s4")).map(Proposal::rule).toList());
        assertEquals(Rule.of(RuleKind.RATE, Urgency.SOON, 3, 0.6000000000000001, new Delays(300, 120)),
                found.stream().map(Proposal::rule).filter(rule -> rule.kind() == RuleKind.RATE).findFirst().orElseThrow());
        assertTrue(found.stream().noneMatch(each -> each.rule().kind() == RuleKind.SILENCE || each.rule().kind() == RuleKind.NO_EFFECT),
                "no device is known, and no power measured");
        assertEquals(List.of(), RuleProposals.of(damp, series.subList(0, 2), all).stream().filter(each -> each.rule().kind() == RuleKind.OUTLIER).toList(), "two are no crowd");
    }

    /** The readings of the last two hours of a rehearsal, up to a moment of it, as if they were measured now. */
    private static List<Reading> measured(Imagined one, double atS, double nowS) {
        return one.readings(0).stream().filter(each -> each.atS() <= atS).map(each -> new Reading(each.atS() + nowS - atS, each.value())).toList();
    }

    @Test
    void whatLooksLikeAFaultIsToldWithItsAge() {
        List<Imagined> all = List.of(GOOD_DAY, STUCK_ON, STUCK_OFF);
        Likely hour = Likely.of(SETUP, all, 0, measured(STUCK_ON, FROM_S + 3600, 90_000), 90_000).get(0);
        assertEquals(ON, hour.fault());
        assertEquals(FirstAct.STOP_WARMING, hour.act());
        assertEquals(3600, hour.sinceS());
        assertEquals(0, hour.awayRms());
        assertEquals(OptionalDouble.of(96 * 60 + 7200 - 3600), hour.harmS());
        assertEquals(1, hour.share(), 0.05);
        Likely later = Likely.of(SETUP, all, 0, measured(STUCK_ON, FROM_S + 14_400, 90_000), 90_000).get(0);
        assertEquals(OptionalDouble.of(0), later.harmS(), "harm is done");
        Likely cold = Likely.of(SETUP, all, 0, measured(STUCK_OFF, FROM_S + 3600, 90_000), 90_000).get(0);
        assertEquals(OFF, cold.fault());
        assertEquals(FirstAct.KEEP_WARM, cold.act());
        assertEquals(OptionalDouble.empty(), cold.harmS());
    }

    @Test
    void twoThatLookTheSameShareAlike() {
        Fault other = new RelayStuckOn("another", FROM_S);
        Imagined twin = new Imagined(Optional.of(other), 20, STUCK_ON.occupantC(), STUCK_ON.says(), OptionalDouble.empty());
        List<Likely> both = Likely.of(SETUP, List.of(GOOD_DAY, STUCK_ON, twin, STUCK_OFF), 0, measured(STUCK_ON, FROM_S + 7200, 90_000), 90_000);
        assertEquals(List.of(other, ON), both.stream().map(Likely::fault).toList(), "of equals by their names; the other way is too far off to be told");
        assertEquals(0.5, both.get(0).share(), 1e-9);
    }

    @Test
    void tooLittleOrAGoodDayTellsNothing() {
        List<Imagined> all = List.of(GOOD_DAY, STUCK_ON, STUCK_OFF);
        List<Reading> hot = measured(STUCK_ON, FROM_S + 3600, 90_000);
        assertEquals(List.of(), Likely.of(SETUP, all, 0, hot.subList(hot.size() - 15, hot.size()), 90_000), "a quarter of an hour is three readings, five minutes apart");
        assertEquals(ON, Likely.of(SETUP, all, 0, hot.subList(hot.size() - 16, hot.size()), 90_000).get(0).fault());
        assertEquals(List.of(), Likely.of(SETUP, all, 0, measured(GOOD_DAY, 20_000, 90_000), 90_000));
        assertEquals(List.of(), Likely.of(SETUP, all, 0, measured(STUCK_ON, FROM_S + 3600, 80_000), 90_000), "what is hours old is not now");
    }
}
