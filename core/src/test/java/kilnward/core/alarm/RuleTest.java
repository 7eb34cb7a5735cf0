package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import org.junit.jupiter.api.Test;

/** What rules go by, to which side they tell, what they can watch, and what a spot of a rehearsed chamber says. */
class RuleTest {
    private static final Delays DELAYS = new Delays(60, 30);

    private static Set<RuleKind> kinds(java.util.function.Predicate<RuleKind> which) {
        return Stream.of(RuleKind.values()).filter(which).collect(Collectors.toSet());
    }

    @Test
    void eachKindIsWhatItSaysItIs() {
        assertEquals(EnumSet.of(RuleKind.SILENCE, RuleKind.BROKEN_PROBE), kinds(RuleKind::isOfHearing));
        assertEquals(EnumSet.of(RuleKind.SILENCE, RuleKind.BROKEN_PROBE, RuleKind.HARM_NEAR), kinds(kind -> kind.limit() == RuleKind.Limit.TIME));
        assertEquals(EnumSet.of(RuleKind.OUT_OF_BAND, RuleKind.NO_EFFECT), kinds(RuleKind::hasSecondLimit));
        assertEquals(EnumSet.of(RuleKind.NO_EFFECT, RuleKind.STUCK), kinds(RuleKind::hasOver));
        assertEquals(EnumSet.complementOf(EnumSet.of(RuleKind.STUCK, RuleKind.WATER_LOW)), kinds(each -> each.watches(Quantity.TEMPERATURE)));
        assertFalse(RuleKind.HARM_NEAR.watches(Quantity.POWER));
        assertTrue(Urgency.NOW.covers(Urgency.SOON) && Urgency.SOON.covers(Urgency.SOON) && !Urgency.MIND.covers(Urgency.SOON));
    }

    @Test
    void harmLimitsAreMovedToWhereTheSeriesMeasures() {
        Rule near = Rule.of(RuleKind.HARM_NEAR, Urgency.NOW, 3600, 0, DELAYS);
        HarmNear condition = assertInstanceOf(HarmNear.class, near.condition(List.of(new DangerLimit(Side.HIGH, 34, 7200)), 1.5));
        assertEquals(List.of(new DangerLimit(Side.HIGH, 32.5, 7200)), condition.limits(), "the occupant is 1.5 K warmer than the probe");
        assertEquals(3600, condition.leadS());
        assertEquals(new High(30, 0.5), Rule.of(RuleKind.HIGH, Urgency.SOON, 30, 0.5, DELAYS).condition(List.of(), 1.5), "a limit is in what the series measures");
        assertEquals(new Low(5, 0.5), Rule.of(RuleKind.WATER_LOW, Urgency.SOON, 5, 0.5, DELAYS).condition(List.of(), 0));
        Rule longer = near.with(new Delays(1, 2)).withLimit(1800);
        assertEquals(Rule.of(RuleKind.HARM_NEAR, Urgency.NOW, 1800, 0, new Delays(1, 2)), longer);
    }

    /** A quarter of an hour from 28 to another value, and what a rule tells at its end. */
    private static Optional<Side> side(Rule rule, double value, List<DangerLimit> harm, double... peers) {
        Heard heard = new Heard(List.of(new Reading(0, 28), new Reading(900, value)),
                java.util.Arrays.stream(peers).mapToObj(peer -> List.of(new Reading(0, peer))).toList());
        return rule.side(rule.condition(harm, 0), heard, 900);
    }

    @Test
    void whatHasASideTellsItsSide() {
        assertEquals(Optional.of(Side.HIGH), side(Rule.of(RuleKind.HIGH, Urgency.SOON, 30, 0, DELAYS), 31, List.of()));
        assertEquals(Optional.of(Side.LOW), side(Rule.of(RuleKind.LOW, Urgency.SOON, 26, 0, DELAYS), 25, List.of()));
        assertEquals(Optional.of(Side.LOW), side(Rule.of(RuleKind.WATER_LOW, Urgency.SOON, 26, 0, DELAYS), 25, List.of()));
        Rule rate = Rule.of(RuleKind.RATE, Urgency.SOON, 2, 0, DELAYS);
        assertEquals(Optional.of(Side.HIGH), side(rate, 29, List.of()));
        assertEquals(Optional.of(Side.LOW), side(rate, 27, List.of()));
        Rule band = new Rule(RuleKind.OUT_OF_BAND, Urgency.MIND, 27, OptionalDouble.of(29), 0, OptionalDouble.empty(), DELAYS);
        assertEquals(Optional.of(Side.HIGH), side(band, 29.1, List.of()));
        assertEquals(Optional.of(Side.LOW), side(band, 26.9, List.of()));
        Rule outlier = Rule.of(RuleKind.OUTLIER, Urgency.MIND, 1, 0, DELAYS);
        assertEquals(Optional.of(Side.HIGH), side(outlier, 30, List.of(), 28, 28.5));
        assertEquals(Optional.of(Side.LOW), side(outlier, 26, List.of(), 28, 28.5));
        Rule warms = new Rule(RuleKind.NO_EFFECT, Urgency.SOON, 20, OptionalDouble.of(0.2), 0, OptionalDouble.of(600), DELAYS);
        Rule cools = new Rule(RuleKind.NO_EFFECT, Urgency.SOON, 20, OptionalDouble.of(-0.2), 0, OptionalDouble.of(600), DELAYS);
        assertEquals(Optional.of(Side.LOW), side(warms, 28, List.of()), "what should warm does not: it gets cold");
        assertEquals(Optional.of(Side.HIGH), side(cools, 28, List.of()));
        Rule near = Rule.of(RuleKind.HARM_NEAR, Urgency.NOW, 3600, 0, DELAYS);
        List<DangerLimit> harm = List.of(new DangerLimit(Side.HIGH, 34, 7200), new DangerLimit(Side.LOW, 20, 7200));
        assertEquals(Optional.of(Side.HIGH), side(near, 28, harm), "34 is 6 away, 20 is 8");
        assertEquals(Optional.of(Side.LOW), side(near, 26, harm));
        assertEquals(Optional.empty(), side(Rule.of(RuleKind.SILENCE, Urgency.SOON, 300, 0, DELAYS), 28, List.of()));
    }

    private static LiveRun.Seen seen(double timeS, double liveJ, boolean mains) {
        return new LiveRun.Seen(timeS, 20, 28, Map.of(Quantity.RELATIVE_HUMIDITY, 70.0),
                List.of(new LiveRun.Felt("eggs", 28.1, Map.of()), new LiveRun.Felt("air", 29.5, Map.of(Quantity.RELATIVE_HUMIDITY, 71.0))),
                List.of(new LiveRun.Shown("other", DisplayUnit.C, OptionalDouble.of(9)), new LiveRun.Shown("blind", DisplayUnit.C, OptionalDouble.empty()),
                        new LiveRun.Shown("fahrenheit", DisplayUnit.F, OptionalDouble.of(82.4))),
                List.of(), 12, liveJ, true, mains);
    }

    private static OptionalDouble says(Quantity measured, String probe, String controller) {
        return new Spot(measured, Optional.ofNullable(probe), Optional.ofNullable(controller)).says(seen(0, 1_000, true), seen(60, 1_600, true));
    }

    @Test
    void aSpotSaysWhatASoundInstrumentThereWould() {
        assertEquals(OptionalDouble.of(29.5), says(Quantity.TEMPERATURE, "air", null));
        assertEquals(OptionalDouble.of(28.1), says(Quantity.TEMPERATURE, null, null), "of no probe in particular it is the first");
        assertEquals(OptionalDouble.of(71), says(Quantity.RELATIVE_HUMIDITY, "air", null));
        assertEquals(OptionalDouble.empty(), says(Quantity.RELATIVE_HUMIDITY, "eggs", null), "it has no humidity sensor");
        assertEquals(OptionalDouble.empty(), says(Quantity.RELATIVE_HUMIDITY, "elsewhere", null));
        assertEquals(28, says(Quantity.TEMPERATURE, "air", "fahrenheit").orElseThrow(), 1e-9, "82.4 °F on its display");
        assertEquals(OptionalDouble.empty(), says(Quantity.TEMPERATURE, "air", "blind"), "it shows a code");
        assertEquals(OptionalDouble.of(22), says(Quantity.POWER, null, null), "12 W held, and 600 J in a minute");
        assertEquals(OptionalDouble.of(0), new Spot(Quantity.POWER, Optional.empty(), Optional.empty()).says(seen(0, 0, true), seen(60, 600, false)), "no mains");
        assertEquals(OptionalDouble.empty(), says(Quantity.CARBON_DIOXIDE, "air", null), "it has no such sensor");
        assertEquals(OptionalDouble.empty(), says(Quantity.PH, null, null));
        Set<Quantity> simulated = Stream.of(Quantity.values()).filter(each -> new Spot(each, Optional.empty(), Optional.empty()).isSimulated()).collect(Collectors.toSet());
        assertEquals(EnumSet.of(Quantity.TEMPERATURE, Quantity.RELATIVE_HUMIDITY, Quantity.CARBON_DIOXIDE, Quantity.POWER), simulated);
    }
}
