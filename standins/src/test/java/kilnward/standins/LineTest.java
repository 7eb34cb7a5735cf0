package kilnward.standins;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import kilnward.standins.Line.Trouble;
import org.junit.jupiter.api.Test;

/** What goes wrong between a device and what it sends to. */
class LineTest {
    private static final Instant T = Instant.parse("2026-11-26T12:00:00Z");
    private final List<List<Reading>> arrived = new ArrayList<>();
    private Way.Sent answer = Way.Sent.DONE;
    private final Line line = new Line(new Way() {
        @Override
        public Sent send(List<Reading> readings) {
            arrived.add(List.copyOf(readings));
            return answer;
        }

        @Override
        public String last() {
            return "";
        }

        @Override
        public void close() {
            // Nothing is held open.
        }
    }, new Random(7));

    private static List<Reading> readings(int from, int count) {
        return IntStream.range(from, from + count).mapToObj(i -> new Reading("s", T.plusSeconds(i), i)).toList();
    }

    @Test
    void whatDroppedOutIsBufferedAndSentLate() {
        line.set(Trouble.DROPPED_OUT, true);
        line.take(readings(0, 5));
        line.flush(0);
        assertEquals(List.of(), arrived);
        assertEquals(5, line.waiting());
        line.set(Trouble.DROPPED_OUT, false);
        line.take(readings(5, 1));
        line.flush(1);
        assertEquals(List.of(readings(0, 6)), arrived);
        assertEquals(0, line.waiting());
    }

    @Test
    void whatWasNotTakenIsSentAgainAfterGrowingPauses() {
        answer = Way.Sent.AGAIN;
        line.take(readings(0, 2));
        line.flush(0);
        line.flush(1_000);
        assertEquals(1, arrived.size(), "it waits");
        line.flush(2_000);
        line.flush(4_000);
        assertEquals(2, arrived.size(), "and longer after each failure");
        answer = Way.Sent.DONE;
        line.flush(6_000);
        assertEquals(3, arrived.size());
        assertEquals(readings(0, 2), arrived.get(2));
        assertEquals(2, line.sent());
    }

    @Test
    void itSendsTwiceAndOutOfOrder() {
        line.set(Trouble.TWICE, true);
        line.take(readings(0, 3));
        line.flush(0);
        assertEquals(6, arrived.get(0).size());
        line.set(Trouble.TWICE, false);
        line.set(Trouble.OUT_OF_ORDER, true);
        line.take(readings(10, 30));
        line.flush(0);
        assertNotEquals(readings(10, 30), arrived.get(1));
        assertEquals(readings(10, 30), arrived.get(1).stream().sorted(java.util.Comparator.comparing(Reading::at)).toList());
    }

    @Test
    void itsClockIsWrongOrJumpsAndItsSensorBreaks() {
        line.set(Trouble.CLOCK_A_DAY_AHEAD, true);
        line.take(readings(0, 1));
        line.set(Trouble.CLOCK_A_DAY_AHEAD, false);
        line.set(Trouble.CLOCK_AN_HOUR_BEHIND, true);
        line.take(readings(0, 1));
        line.set(Trouble.CLOCK_AN_HOUR_BEHIND, false);
        line.set(Trouble.CLOCK_JUMPS, true);
        line.set(Trouble.SENSOR_BROKEN, true);
        line.take(readings(0, 1));
        line.flush(0);
        List<Reading> sent = arrived.get(0);
        assertEquals(T.plus(Duration.ofDays(1)), sent.get(0).at());
        assertEquals(T.minus(Duration.ofHours(1)), sent.get(1).at());
        assertTrue(Duration.between(T, sent.get(2).at()).abs().compareTo(Duration.ofHours(2)) <= 0);
        assertEquals(-127, sent.get(2).value());
    }

    @Test
    void whatIsSwitchedOffMeasuresNothing() {
        line.set(Trouble.SILENT, true);
        line.take(readings(0, 3));
        line.set(Trouble.SILENT, false);
        line.flush(0);
        assertEquals(List.of(), arrived);
    }
}
