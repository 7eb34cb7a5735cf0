package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.AlarmCourse.Standing;
import kilnward.core.alarm.AlarmCourse.Stretch;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import org.junit.jupiter.api.Test;

/** What each condition tells, by cases worked out by hand; and that a rule comes out the same in whatever stretches it is looked at. */
class ConditionTest {
    private static final Delays AT_ONCE = new Delays(0, 0);

    private static List<Reading> minutes(double... values) {
        List<Reading> readings = new ArrayList<>();
        for (double value : values) {
            readings.add(new Reading(60.0 * readings.size(), value));
        }
        return readings;
    }

    private static String told(Condition condition, double untilS, List<Reading> own, List<List<Reading>> others) {
        return AlarmCourse.go(condition, AT_ONCE, Standing.NOTHING, new Heard(own, others), List.of(), untilS).counted().stream()
                .map(each -> Math.round(each.atS()) + (each.is() ? " on" : " off")).collect(Collectors.joining(", "));
    }

    @Test
    void aBrokenProbeIsToldFromASilentDevice() {
        Condition broken = new Broken(180);
        List<Reading> probe = List.of(new Reading(0, 25), new Reading(60, 25));
        assertEquals("240 on", told(broken, 600, probe, List.of(minutes(70, 70, 70, 70, 70, 70))), "the device spoke 180 s after the probe's last");
        assertEquals("", told(broken, 6000, probe, List.of(minutes(70, 70, 70))), "the device fell silent with it");
        assertEquals("240 on, 300 off", told(broken, 600, List.of(new Reading(0, 25), new Reading(60, 25), new Reading(300, 25)), List.of(minutes(70, 70, 70, 70, 70, 70))));
    }

    @Test
    void outsideABandIsStrictlyOutside() {
        Condition band = new OutOfBand(27, 29, 0.2);
        assertEquals("60 on, 180 off, 240 on", told(band, 600, minutes(29, 29.1, 28.9, 28.8, 26.9), List.of()));
        assertEquals("secondLimit", assertThrows(RefusedValueException.class, () -> new OutOfBand(29, 27, 0)).field());
        assertEquals("deadband", assertThrows(RefusedValueException.class, () -> new OutOfBand(27, 29, 1)).field());
    }

    /** 34 °C for two hours: past it, the time that is left is two hours less the time it has been; before it, at 4 K/h from 32 °C half an hour more. */
    @Test
    void harmIsCountedAtTheLevelAndByThePace() {
        List<DangerLimit> limits = List.of(new DangerLimit(Side.HIGH, 34, 7200), new DangerLimit(Side.LOW, 20, 172_800));
        HarmNear near = new HarmNear(limits, 3600);
        List<Reading> held = List.of(new Reading(0, 30), new Reading(600, 34));
        assertEquals("4200 on", told(near, 9000, held, List.of()), "600 + 7200 − 3600, though nothing more was read");
        assertEquals(7200 - 1200, near.untilHarmS(Heard.of(held), 1800).orElseThrow(), 1e-6);
        List<Reading> rising = minutes(31, 31.0667, 31.1333, 31.2, 31.2667, 31.3333, 31.4, 31.4667, 31.5333, 31.6, 31.6667, 31.7333, 31.8, 31.8667, 31.9333, 32);
        assertEquals(1800 + 7200, near.untilHarmS(Heard.of(rising), 900).orElseThrow(), 5);
        assertEquals(OptionalDouble.empty(), near.untilHarmS(Heard.of(minutes(31)), 30), "no pace is known yet");
        assertEquals(OptionalDouble.empty(), near.untilHarmS(Heard.of(List.of(new Reading(0, 33), new Reading(900, 32))), 900).stream().boxed().filter(s -> s < 1e5)
                .mapToDouble(s -> s).findFirst(), "it goes the other way, and there is long time below");
        assertEquals("4200 on, 8100 off", told(near, 9000, List.of(new Reading(0, 30), new Reading(600, 34), new Reading(8000, 33.9), new Reading(8100, 33)), List.of()));
    }

    @Test
    void oneAmongPeersIsHeldAgainstTheirMedian() {
        Condition outlier = new Outlier(1, 0.25);
        List<List<Reading>> peers = List.of(minutes(25, 25, 25, 25), minutes(25.2, 25.2, 25.2, 25.2), minutes(24, 24, 30, 24));
        assertEquals("60 on, 180 off", told(outlier, 600, minutes(25, 26, 26.1, 25.7), peers), "medians 25, 25, 25.2, 25: 1.0 away, 0.9 is still within the deadband, 0.7 is not");
        assertEquals("", told(outlier, 600, minutes(30), peers.subList(0, 1)), "one peer is no crowd");
    }

    @Test
    void anOutputWithoutEffectIsOneThatRunsWithoutABreak() {
        Condition noEffect = new NoEffect(20, 0.2, 120);
        List<Reading> on = minutes(25, 25, 25, 25, 0, 25);
        assertEquals("120 on, 240 off", told(noEffect, 330, minutes(28, 28, 28.1, 28.1, 28.1, 28.1), List.of(on)), "0.1 K in two minutes; over when it goes off");
        assertEquals("", told(noEffect, 230, minutes(28, 28.1, 28.3, 28.4), List.of(on)), "it warms");
        Condition cools = new NoEffect(20, -0.2, 120);
        assertEquals("120 on", told(cools, 200, minutes(28, 28.5, 29), List.of(on)), "cold is on and it warms");
    }

    @Test
    void aSensorThatHangsIsToldOnlyWhereItIsReadOften() {
        Condition stuck = new Stuck(0.1, 300);
        assertEquals("300 on, 420 off", told(stuck, 600, minutes(71, 71, 71.1, 71, 71, 71, 71, 75), List.of()));
        assertEquals("", told(stuck, 6000, List.of(new Reading(0, 71), new Reading(3000, 71)), List.of()), "twice is not often");
    }

    @Test
    void whatARuleLacksIsSaid() {
        assertEquals("secondLimit", assertThrows(RefusedValueException.class, () -> Rule.of(RuleKind.OUT_OF_BAND, Urgency.MIND, 1, 0, AT_ONCE)).field());
        assertEquals("overS", assertThrows(RefusedValueException.class,
                () -> new Rule(RuleKind.HIGH, Urgency.MIND, 1, OptionalDouble.empty(), 0, OptionalDouble.of(3), AT_ONCE)).field());
        assertEquals("limit", assertThrows(RefusedValueException.class, () -> Rule.of(RuleKind.SILENCE, Urgency.MIND, -1, 0, AT_ONCE)).field());
        assertEquals("kind", assertThrows(RefusedValueException.class,
                () -> Rule.of(RuleKind.WATER_LOW, Urgency.MIND, 1, 0, AT_ONCE).requireWatches(kilnward.core.quantity.Quantity.PH)).field());
    }

    /** A server looks now and then, a replay once: both must say the same. */
    @Test
    void inWhateverStretchesItIsLookedAtItComesOutTheSame() {
        List<Condition> conditions = List.of(new High(30, 1), new Low(26, 1), new Rate(20, 4), new Silence(200), new Broken(150), new OutOfBand(26, 31, 0.5),
                new HarmNear(List.of(new DangerLimit(Side.HIGH, 31, 600), new DangerLimit(Side.LOW, 24, 0)), 400), new Outlier(3, 1), new NoEffect(29, 0.5, 300),
                new Stuck(2, 300));
        int told = 0;
        for (int seed = 0; seed < 300; seed++) {
            SplittableRandom random = new SplittableRandom(seed);
            List<Reading> own = walk(random);
            List<List<Reading>> others = List.of(walk(random), walk(random));
            Condition condition = conditions.get(seed % conditions.size());
            double holdS = seed % 3 == 0 ? Double.POSITIVE_INFINITY : 20 + random.nextDouble(150);
            Delays delays = new Delays(random.nextInt(3) * random.nextDouble(100), random.nextInt(3) * random.nextDouble(100));
            List<AlarmCourse.Act> acts = new ArrayList<>();
            for (int i = random.nextInt(5); i > 0; i--) {
                double atS = random.nextDouble(7200);
                acts.add(new AlarmCourse.Act(atS, AlarmCourse.Deed.values()[random.nextInt(3)], atS + 1 + random.nextDouble(1500)));
            }
            Stretch whole = AlarmCourse.go(condition, delays, Standing.NOTHING, new Heard(own, others, holdS), acts, 7200);
            List<AlarmCourse.Transition> pieces = new ArrayList<>();
            Standing standing = Standing.NOTHING;
            for (double atS = random.nextDouble(300); standing.seenToS() < 7200; atS = Math.min(7200, atS + random.nextDouble(400))) {
                double fromS = standing.seenToS();
                double toS = atS;
                double backS = fromS - condition.lookBackS();
                Stretch stretch = AlarmCourse.go(condition, delays, standing,
                        new Heard(since(own, backS, toS), others.stream().map(each -> since(each, backS, toS)).toList(), holdS),
                        acts.stream().filter(act -> act.atS() > fromS && act.atS() <= toS).toList(), toS);
                assertTrue(stretch.nextS() > toS, "seed " + seed);
                pieces.addAll(stretch.transitions());
                standing = stretch.standing();
            }
            // Time in which nothing was known is added up piece by piece: a hair's difference is none.
            assertEquals(rounded(whole.transitions()), rounded(pieces), "seed " + seed + " " + condition);
            assertEquals(whole.standing().state(), standing.state(), "seed " + seed + " " + condition);
            if (standing.is() != standing.counts()) {
                assertEquals(whole.standing().sinceS(), standing.sinceS(), 1e-6, "seed " + seed + " " + condition);
            }
            told += pieces.size();
        }
        assertTrue(told > 1000, "transitions: " + told);
    }

    private static List<AlarmCourse.Transition> rounded(List<AlarmCourse.Transition> all) {
        return all.stream().map(each -> new AlarmCourse.Transition(Math.round(each.atS() * 1e6) / 1e6, each.from(), each.to())).toList();
    }

    /** What there is to go by at a moment: what came by then, from as far back as a rule looks, and the reading that held there. */
    private static List<Reading> since(List<Reading> readings, double fromS, double toS) {
        int first = Math.max(0, Heard.index(readings, fromS));
        return readings.subList(first, Math.max(first, Heard.index(readings, toS) + 1));
    }

    private static List<Reading> walk(SplittableRandom random) {
        List<Reading> readings = new ArrayList<>();
        double value = 28;
        for (double atS = random.nextDouble(60); atS < 7200; atS += random.nextInt(12) == 0 ? 400 : 20 + random.nextDouble(60)) {
            value = Math.max(22, Math.min(34, value + random.nextDouble(-1.5, 1.5)));
            readings.add(new Reading(atS, Math.round(value * 10) / 10.0));
        }
        return readings;
    }
}
