package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.AlarmCourse.Standing;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import org.junit.jupiter.api.Test;

/** A gap is no fact: while nothing is heard nothing begins, nothing lasts and nothing ends, but that nothing is heard. */
class GapTest {
    private static final Delays AT_ONCE = new Delays(0, 0);
    private static final double HOLD_S = 180;
    private static final double GONE_S = 600;
    private static final double BACK_S = 3600;

    /** One reading a minute at one value, from a moment to another. */
    private static Stream<Reading> at(double value, double fromS, double toS) {
        return Stream.iterate(fromS, at -> at <= toS, at -> at + 60).map(at -> new Reading(at, value));
    }

    /** One value until the gap of fifty minutes, another after it. */
    private static List<Reading> around(double before, double after) {
        return Stream.concat(at(before, 0, GONE_S), at(after, BACK_S, 7200)).toList();
    }

    private static List<Condition.Change> changes(Condition condition, Delays delays, List<Reading> own, List<List<Reading>> others) {
        return AlarmCourse.go(condition, delays, Standing.from(-1), new Heard(own, others, HOLD_S), List.of(), 7200).counted();
    }

    @Test
    void aDelayRunsOnlyWhileItIsHeard() {
        // Heard from 0 to 600 + 180 s; 120 of the 900 s are left when it is heard again.
        assertEquals(List.of(new Condition.Change(BACK_S + 120, true)), changes(new High(31, 0), new Delays(900, 0), around(31.5, 31.5), List.of()));
        assertEquals(List.of(new Condition.Change(BACK_S + 120, true)), changes(new OutOfBand(26, 30, 0), new Delays(900, 0), around(31.5, 31.5), List.of()));
        List<Reading> ends = Stream.concat(at(31.5, 0, 0), around(28, 28).stream().skip(1)).toList();
        // Below since 60 s: heard for 720 s before the gap.
        assertEquals(List.of(new Condition.Change(0, true), new Condition.Change(BACK_S + 180, false)), changes(new High(31, 0), new Delays(0, 900), ends, List.of()));
    }

    /** Seen once: after fifty minutes without server and devices an output was said to have no effect. */
    @Test
    void whatRanBeforeTheGapIsNotSaidToHaveRunThroughIt() {
        List<Reading> on = around(60, 60);
        assertEquals(List.of(), changes(new NoEffect(30, 0.5, 1800), AT_ONCE, rising(), List.of(on)));
        // What is heard of all the time is: on from 3600, still, told half an hour later.
        assertEquals(List.of(new Condition.Change(BACK_S + 1800, true)), changes(new NoEffect(30, 0.5, 1800), AT_ONCE, around(25, 25), List.of(on)));
    }

    private static List<Reading> rising() {
        List<Reading> found = new ArrayList<>();
        for (Reading each : around(0, 0)) {
            found.add(new Reading(each.atS(), 25 + (each.atS() <= GONE_S ? each.atS() : each.atS() - 3000) / 600));
        }
        return found;
    }

    @Test
    void aStepOverTheGapIsNoRate() {
        assertEquals(List.of(), changes(new Rate(8, 0), AT_ONCE, around(25, 32), List.of()));
    }

    @Test
    void harmIsCountedOnlyWhereItIsHeard() {
        // Borne for 1800 s, told 600 s before: heard for 780 s, so 420 s are missing after the gap.
        HarmNear near = new HarmNear(List.of(new DangerLimit(Side.HIGH, 40, 1800)), 600);
        assertEquals(List.of(new Condition.Change(BACK_S + 420, true)), changes(near, AT_ONCE, around(41, 41), List.of()));
    }

    @Test
    void standingStillIsKnownOnlyOfWhatIsHeard() {
        assertEquals(List.of(new Condition.Change(BACK_S + 3000, true)), changes(new Stuck(0.1, 3000), AT_ONCE, around(85, 85), List.of()));
    }

    @Test
    void aPeerThatIsNotHeardIsNoPeer() {
        List<List<Reading>> peers = List.of(around(25, 25), at(25, 0, 7200).toList());
        List<Reading> own = Stream.concat(at(25, 0, 1200), at(31, 1260, 7200)).toList();
        assertEquals(List.of(new Condition.Change(BACK_S, true)), changes(new Outlier(3, 0), AT_ONCE, own, peers));
    }

    @Test
    void onlyThatNothingIsHeardIsToldFromNothing() {
        assertEquals(List.of(new Condition.Change(GONE_S + 300, true), new Condition.Change(BACK_S, false)), changes(new Silence(300), AT_ONCE, around(28, 28), List.of()));
        assertEquals(true, changes(new Broken(300), AT_ONCE, around(28, 28), List.of(at(50, 0, 7200).toList())).get(0).is());
    }

    /** The server is away, the devices are, or a clock steps: whatever the readings, in the gap nothing happens. */
    @Test
    void nothingEverHappensInAGap() {
        List<Condition> conditions = List.of(new High(30, 1), new Low(26, 1), new Rate(20, 4), new OutOfBand(26, 31, 0.5),
                new HarmNear(List.of(new DangerLimit(Side.HIGH, 31, 600), new DangerLimit(Side.LOW, 24, 0)), 400), new Outlier(3, 1), new NoEffect(29, 0.5, 300),
                new Stuck(2, 300));
        int told = 0;
        for (int seed = 0; seed < 400; seed++) {
            SplittableRandom random = new SplittableRandom(seed);
            double goneS = 300 + random.nextDouble(3000);
            double backS = goneS + HOLD_S + random.nextDouble(3000);
            List<Reading> own = walk(random, goneS, backS);
            Condition condition = conditions.get(seed % conditions.size());
            Heard heard = new Heard(own, List.of(walk(random, goneS, backS), walk(random, goneS, backS)), HOLD_S);
            double knownToS = own.stream().mapToDouble(Reading::atS).filter(at -> at <= goneS).max().orElseThrow() + HOLD_S;
            double againS = own.stream().mapToDouble(Reading::atS).filter(at -> at >= backS).min().orElseThrow();
            List<Condition.Change> counted = AlarmCourse.go(condition, new Delays(random.nextDouble(600), random.nextDouble(600)), Standing.from(0), heard, List.of(), 9000)
                    .counted();
            assertTrue(counted.stream().noneMatch(each -> each.atS() > knownToS && each.atS() < againS), "seed " + seed + " " + condition + " " + counted);
            told += counted.size();
        }
        assertTrue(told > 300, "changes: " + told);
    }

    private static List<Reading> walk(SplittableRandom random, double goneS, double backS) {
        List<Reading> found = new ArrayList<>();
        double value = 28;
        for (double atS = 0; atS < 9000; atS += 20 + random.nextDouble(60)) {
            value += random.nextDouble(-1.5, 1.5) + 0.05 * (28 - value);
            if (atS <= goneS || atS >= backS) {
                found.add(new Reading(atS, value));
            }
        }
        return found;
    }

    /** The clock leaps ahead for an hour or a year and is set back, between readings that are all well: nothing begins but that nothing is heard, and a shelf is as long as it was. */
    @Test
    void aClockThatLeapsRaisesNothing() {
        for (double leapS : new double[] {3600, 400 * 86_400.0}) {
            List<Condition> conditions = List.of(new High(30, 1), new Low(26, 1), new Rate(20, 4), new OutOfBand(26, 31, 0.5),
                    new HarmNear(List.of(new DangerLimit(Side.HIGH, 31, 600), new DangerLimit(Side.LOW, 24, 0)), 400), new Outlier(3, 1), new NoEffect(29, 0.5, 300),
                    new Stuck(0.01, 300), new Silence(300));
            for (Condition condition : conditions) {
                Delays delays = new Delays(60, 60);
                List<Reading> own = Stream.concat(at(28, 0, 3000), at(28.2, 3060, 7200)).toList();
                Heard heard = new Heard(own, List.of(own, own), HOLD_S);
                Standing before = AlarmCourse.go(condition, delays, Standing.from(0), upTo(heard, 1200), List.of(), 1200).standing();
                List<AlarmCourse.Act> shelf = List.of(new AlarmCourse.Act(1200, AlarmCourse.Deed.SHELVE, 1800));
                Standing leapt = AlarmCourse.go(condition, delays, before, upTo(heard, 1200), List.of(), 1200 + leapS).standing();
                assertEquals(condition instanceof Silence, leapt.counts(), condition.toString());
                Standing back = leapt.setBack(1260);
                AlarmCourse.Stretch after = AlarmCourse.go(condition, delays, back, heard, List.of(), 7200);
                if (!(condition instanceof Stuck)) {
                    assertEquals(false, after.standing().counts(), condition.toString());
                }
                Standing shelved = AlarmCourse.go(condition, delays, before, upTo(heard, 1260), shelf, 1260).standing();
                assertEquals(540, shelved.setBack(-86_400).shelvedUntilS() + 86_400, 1e-6);
            }
        }
    }

    private static Heard upTo(Heard heard, double toS) {
        List<Reading> own = heard.own().stream().filter(each -> each.atS() <= toS).toList();
        return new Heard(own, heard.others().stream().map(each -> own).toList(), HOLD_S);
    }

    /** A probe that is read every quarter of an hour has no gaps between its readings. */
    @Test
    void howLongAValueHoldsGoesByHowOftenItIsRead() {
        assertEquals(120, Heard.holdS(10, List.of()));
        assertEquals(180, Heard.holdS(60, at(1, 0, 600).toList()));
        List<Reading> seldom = Stream.iterate(0.0, at -> at < 9000, at -> at + 900).map(at -> new Reading(at, 1)).toList();
        assertEquals(2700, Heard.holdS(60, seldom));
    }
}
