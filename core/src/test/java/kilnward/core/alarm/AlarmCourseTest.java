package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import kilnward.core.alarm.AlarmCourse.Act;
import kilnward.core.alarm.AlarmCourse.Deed;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;

/** What an alarm goes through: condition, deadband, delays, and what people do. States after ANSI/ISA-18.2 and IEC 62682; the figures are worked out by hand. */
class AlarmCourseTest {
    private static final Delays AT_ONCE = new Delays(0, 0);

    /** Readings a minute apart. */
    private static List<Reading> minutes(double... values) {
        List<Reading> readings = new ArrayList<>();
        for (double value : values) {
            readings.add(new Reading(60.0 * readings.size(), value));
        }
        return readings;
    }

    private static String course(Condition condition, Delays delays, List<Reading> readings, Act... acts) {
        return AlarmCourse.of(condition, delays, readings, List.of(acts), 36_000).stream().map(each -> Math.round(each.atS()) + " " + each.to()).collect(Collectors.joining(", "));
    }

    @Test
    void itBeginsAtItsLimitAndEndsBeyondItsDeadband() {
        Condition high = new High(30, 0.5);
        assertEquals("60 UNACKNOWLEDGED, 240 RETURNED", course(high, AT_ONCE, minutes(29.9, 30, 29.6, 29.5, 29.4)), "at limit less deadband it is still so");
        assertEquals("120 UNACKNOWLEDGED, 240 RETURNED", course(new Low(20, 1), AT_ONCE, minutes(25, 20.1, 20, 21, 21.1)));
        assertEquals("", course(high, AT_ONCE, minutes(29, 29.9)));
    }

    @Test
    void itMustLastItsDelayAndIsToldWhenThatIsOver() {
        Condition high = new High(30, 0);
        assertEquals("180 UNACKNOWLEDGED, 360 RETURNED", course(high, new Delays(120, 60), minutes(29, 31, 31, 31, 31, 29, 29)));
        assertEquals("", course(high, new Delays(120, 0), minutes(29, 31, 31, 29)), "over at the very moment");
        assertEquals("60 UNACKNOWLEDGED", course(high, new Delays(0, 120), minutes(29, 31, 29, 31)), "back before it was over");
        assertEquals("3660 UNACKNOWLEDGED", course(high, new Delays(3600, 0), minutes(29, 31)), "a reading holds until the next");
    }

    @Test
    void whatPeopleDoLeadsFromStateToState() {
        Condition high = new High(30, 0);
        List<Reading> upAndDown = minutes(29, 31, 31, 29, 29, 31);
        assertEquals("60 UNACKNOWLEDGED, 90 ACKNOWLEDGED, 180 NORMAL, 300 UNACKNOWLEDGED", course(high, AT_ONCE, upAndDown, new Act(90, Deed.ACKNOWLEDGE, 0)));
        assertEquals("60 UNACKNOWLEDGED, 180 RETURNED, 200 NORMAL, 300 UNACKNOWLEDGED", course(high, AT_ONCE, upAndDown, new Act(200, Deed.ACKNOWLEDGE, 0)));
        assertEquals("60 UNACKNOWLEDGED, 180 RETURNED, 300 UNACKNOWLEDGED", course(high, AT_ONCE, upAndDown, new Act(30, Deed.ACKNOWLEDGE, 0)),
                "before anything began there is nothing to acknowledge");
    }

    @Test
    void aShelfHasAnEndAndThenItIsAsItIs() {
        Condition high = new High(30, 0);
        List<Reading> up = minutes(29, 31);
        assertEquals("60 UNACKNOWLEDGED, 100 SHELVED, 400 UNACKNOWLEDGED", course(high, AT_ONCE, up, new Act(100, Deed.SHELVE, 400)));
        assertEquals("60 UNACKNOWLEDGED, 100 SHELVED, 400 NORMAL", course(high, AT_ONCE, minutes(29, 31, 31, 29), new Act(100, Deed.SHELVE, 400)));
        assertEquals("10 SHELVED, 150 UNACKNOWLEDGED", course(high, AT_ONCE, up, new Act(10, Deed.SHELVE, 4000), new Act(150, Deed.UNSHELVE, 0)));
        assertEquals("10 SHELVED, 30 NORMAL, 60 UNACKNOWLEDGED", course(high, AT_ONCE, up, new Act(10, Deed.SHELVE, 4000), new Act(30, Deed.UNSHELVE, 0)));
        assertEquals("10 SHELVED, 600 UNACKNOWLEDGED", course(high, AT_ONCE, up, new Act(10, Deed.SHELVE, 400), new Act(300, Deed.SHELVE, 600)),
                "shelved again before it was over");
        assertThrows(RefusedValueException.class, () -> new Act(10, Deed.SHELVE, 10));
    }

    @Test
    void aRateIsOfTheLastQuarterOfAnHour() {
        Condition fast = new Rate(2, 0);
        // 0.6 K in 15 minutes are 2.4 K/h; a quarter of an hour after the step it is 0 again.
        List<Reading> step = new ArrayList<>(minutes(25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25, 25.6));
        assertEquals("960 UNACKNOWLEDGED, 1860 RETURNED", course(fast, AT_ONCE, step));
        assertEquals("960 UNACKNOWLEDGED, 1860 RETURNED", course(fast, AT_ONCE, step.stream().map(each -> new Reading(each.atS(), -each.value())).toList()), "either way");
        assertEquals("", AlarmCourse.of(fast, AT_ONCE, minutes(25, 30), List.of(), 899).stream().map(Object::toString).collect(Collectors.joining()),
                "nothing is a quarter of an hour old");
    }

    @Test
    void silenceIsCountedFromTheLastReading() {
        Condition silent = new Silence(300);
        assertEquals("360 UNACKNOWLEDGED, 1000 RETURNED, 1300 UNACKNOWLEDGED", course(silent, AT_ONCE, List.of(new Reading(0, 1), new Reading(60, 1), new Reading(1000, 1))));
        assertEquals("", course(silent, AT_ONCE, List.of()), "before the first reading it cannot be told");
    }

    @Test
    void readingsThatGoBackInTimeAreRefused() {
        List<Reading> back = List.of(new Reading(60, 1), new Reading(60, 2));
        assertEquals("readings[1].at", assertThrows(RefusedValueException.class, () -> course(new High(1, 0), AT_ONCE, back)).field());
    }

    /** The table against itself, over random readings and acts: every transition is one of the table's, and each begins where the one before ended. */
    @Test
    void everyTransitionIsOneOfTheTables() {
        SplittableRandom random = new SplittableRandom(182);
        int seen = 0;
        for (int round = 0; round < 500; round++) {
            List<Reading> readings = new ArrayList<>();
            for (double atS = 0; atS < 7200; atS += 30 + random.nextInt(300)) {
                readings.add(new Reading(atS, 25 + random.nextInt(10)));
            }
            List<Act> acts = new ArrayList<>();
            for (int i = random.nextInt(6); i > 0; i--) {
                double atS = random.nextInt(7200);
                acts.add(new Act(atS, Deed.values()[random.nextInt(3)], atS + 1 + random.nextInt(2000)));
            }
            AlarmState state = AlarmState.NORMAL;
            double beforeS = 0;
            for (AlarmCourse.Transition each : AlarmCourse.of(new High(30, random.nextInt(3)), new Delays(random.nextInt(200), random.nextInt(200)), readings, acts,
                    7200)) {
                assertEquals(state, each.from());
                assertTrue(each.atS() >= beforeS && each.atS() <= 7200);
                AlarmState from = state;
                assertTrue(java.util.Arrays.stream(AlarmState.Happening.values()).anyMatch(what -> from.after(what).filter(each.to()::equals).isPresent()), each.toString());
                state = each.to();
                beforeS = each.atS();
                seen++;
            }
        }
        assertTrue(seen > 2_000, "transitions: " + seen);
    }
}
