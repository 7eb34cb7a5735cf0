package kilnward.core.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** When a task that comes again is due next. */
class RecurrenceTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/Berlin");

    @ParameterizedTest
    @CsvSource({
            "1, 2026-03-10T08:00, 2026-03-10T22:41, 2026-03-11T08:00",
            "7, 2026-03-10T08:00, 2026-03-12T01:00, 2026-03-19T08:00",
            "0.25, 2026-03-10T08:00, 2026-03-10T08:05, 2026-03-10T14:00",
            "0.25, 2026-03-10T08:00, 2026-03-11T09:00, 2026-03-11T14:00",
            "0.25, 2026-03-10T08:00, 2026-03-10T07:30, 2026-03-10T14:00",
            "1.5, 2026-03-10T08:00, 2026-03-10T09:10, 2026-03-11T21:10",
            "1, 2026-03-28T08:00, 2026-03-28T09:00, 2026-03-29T08:00"})
    void keepsItsHours(double everyDays, LocalDateTime due, LocalDateTime done, LocalDateTime next) {
        assertEquals(next, Recurrence.next(everyDays, due, done.atZone(ZONE)));
    }

    /** Done late, done early, done again and again: it always goes forward. */
    @Test
    void itNeverGoesBack() {
        for (long seed = 0; seed < 200; seed++) {
            SplittableRandom random = new SplittableRandom(seed);
            double everyDays = random.nextInt(3) == 0 ? 1 + random.nextInt(9) : random.nextDouble(0.02, 4);
            LocalDateTime due = LocalDateTime.of(2026, 3, 27, 8, 0);
            for (int i = 0; i < 12; i++) {
                LocalDateTime done = due.plusMinutes(random.nextInt(-300, 3 * 1440));
                LocalDateTime next = Recurrence.next(everyDays, due, done.atZone(ZONE));
                assertTrue(next.isAfter(done.minusDays(1)) && (everyDays >= 1 || next.isAfter(due)),
                        "seed " + seed + ": every " + everyDays + " days, due " + due + ", done " + done + ": " + next);
                due = next;
            }
        }
    }

    @Test
    void aDistanceIsAboveZero() {
        assertEquals("everyDays",
                assertThrows(RefusedValueException.class, () -> Recurrence.next(0, LocalDateTime.of(2026, 1, 1, 0, 0), LocalDateTime.of(2026, 1, 1, 0, 0).atZone(ZONE))).field());
    }
}
