package kilnward.core.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Doing;
import kilnward.core.life.Expected;
import kilnward.core.life.Graded;
import kilnward.core.life.Range;
import kilnward.core.life.School;
import kilnward.core.life.SourceGrade;
import kilnward.core.life.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Days of a school on the calendar of a place. */
class ScheduleTest {
    private static final SourceGrade COMMON = SourceGrade.COMMON_PRACTICE;
    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static Stage stage(String id, Double days, Range temperature, Range humidity, Double turns) {
        return new Stage(id, id, days, days == null ? null : COMMON, temperature, null, humidity, null, null, turns == null ? null : new Graded(turns, COMMON), null, null,
                List.of(), List.of());
    }

    private static Range range(double low, double high) {
        return new Range(low, high, COMMON, "");
    }

    /** Day 18 of 21 is lock-down; first chicks from day 19, stragglers up to 5 days after day 21 (common practice, no source). */
    private static School fowl() {
        return new School("dry-start", "Dry start", "",
                List.of(stage("setting", 18.0, range(37, 38), range(30, 50), 5.0), stage("lock-down", 5.0, range(37, 38), range(60, 75), null)), null,
                new Expected(Expected.What.HATCH, 19, 21, 26, COMMON),
                List.of(new Doing(Doing.Kind.LID_STAYS_SHUT, 18, null, null, COMMON), new Doing(Doing.Kind.CANDLE, 7, 7.0, 14.0, COMMON)));
    }

    private static String said(Schedule schedule) {
        return schedule.tasks().stream().map(each -> each.code() + " " + each.at()).collect(Collectors.joining("\n"));
    }

    @Test
    void twentyOneDays() {
        Schedule schedule = Schedule.of(new Batch(fowl(), LocalDateTime.parse("2026-03-20T18:00"), PARIS));
        // 20 March and 18 days are 7 April; the clocks of Paris change on 29 March and the hour stays.
        assertEquals("""
                STAGE_BEGINS 2026-03-20T18:00
                CANDLE 2026-03-27T18:00
                CANDLE 2026-04-03T18:00
                STAGE_BEGINS 2026-04-07T18:00
                TURNING_STOPS 2026-04-07T18:00
                LID_STAYS_SHUT 2026-04-07T18:00
                FIRST_EXPECTED 2026-04-08T18:00
                LAST_EXPECTED 2026-04-15T18:00
                ENDS 2026-04-15T18:00""", said(schedule));
        assertEquals("dry-start", fowl().id());
        assertEquals("lock-down", schedule.tasks().get(5).stageId());
    }

    /** IANA data of the JDK: clock changes of 2026, both directions. A stage of one day begun an hour that is there twice, or not at all, a day later. */
    @ParameterizedTest
    @CsvSource({
            // The hour is left out: the clocks stand at what is there instead.
            "Europe/Paris, 2026-03-28T02:30, 2026-03-29T03:30", "America/New_York, 2026-03-07T02:30, 2026-03-08T03:30",
            "Australia/Sydney, 2026-10-03T02:30, 2026-10-04T03:30",
            // The hour comes twice: the clock says the same.
            "Europe/Paris, 2026-10-24T02:30, 2026-10-25T02:30", "America/New_York, 2026-10-31T01:30, 2026-11-01T01:30",
            "Australia/Sydney, 2026-04-04T02:30, 2026-04-05T02:30",
            // A leap day.
            "Europe/Paris, 2028-02-28T12:00, 2028-02-29T12:00", "Europe/Paris, 2028-02-29T12:00, 2028-03-01T12:00"})
    void aDayIsADayByTheCalendar(String zone, LocalDateTime start, LocalDateTime second) {
        School school = new School("s", "S", "", List.of(stage("one", 1.0, range(20, 25), null, null), stage("two", 1.0, range(20, 25), null, null)), null);
        assertEquals(second, new Batch(school, start, ZoneId.of(zone)).begins(1));
    }

    @ParameterizedTest
    @CsvSource({
            // 36 h from noon: midnight and a half on an ordinary day, an hour later or earlier on the clock where it was put on or back within the twelve hours.
            "2026-05-01T12:00, 2026-05-03T00:00", "2026-03-27T18:00, 2026-03-29T07:00", "2026-10-23T18:00, 2026-10-25T05:00"})
    void aPartOfADayIsCountedInHours(LocalDateTime start, LocalDateTime second) {
        School school = new School("s", "S", "", List.of(stage("one", 1.5, range(20, 25), null, null), stage("two", 0.25, range(20, 25), null, null)), null);
        Batch batch = new Batch(school, start, PARIS);
        assertEquals(second, batch.begins(1));
        assertEquals(6 * 3600, ZonedDateTime.of(batch.ends(), PARIS).toEpochSecond() - ZonedDateTime.of(second, PARIS).toEpochSecond());
    }

    @Test
    void whatComesLateMovesAllThatFollowsAndSaysSo() {
        LocalDateTime start = LocalDateTime.parse("2026-05-01T08:00");
        Schedule planned = Schedule.of(new Batch(fowl(), start, PARIS));
        Schedule late = Schedule.of(new Batch(fowl(), start, PARIS, Map.of("lock-down", LocalDateTime.parse("2026-05-20T20:00"))));
        List<Schedule.Moved> moved = late.movedFrom(planned);
        // Candling stands before; lock-down, turning, lid, first, last and end move by 36 h.
        assertEquals(List.of("STAGE_BEGINS", "TURNING_STOPS", "LID_STAYS_SHUT", "FIRST_EXPECTED", "LAST_EXPECTED", "ENDS"),
                moved.stream().map(each -> each.task().code().name()).toList());
        assertTrue(moved.stream().allMatch(each -> each.to().equals(each.from().plusHours(36))), moved.toString());
        assertEquals(planned.tasks().stream().map(Task::key).sorted().toList(), late.tasks().stream().map(Task::key).sorted().toList());
        assertEquals(List.of(), late.movedFrom(late));
    }

    @Test
    void whatIsOpenEndsNothing() {
        School school = new School("s", "S", "", List.of(stage("germination", 8.0, range(24, 28), null, null), stage("growing", null, range(15, 20), null, null)), null, null,
                List.of(new Doing(Doing.Kind.MIST, 1, 1.0, 3.0, COMMON)));
        Batch batch = new Batch(school, LocalDateTime.parse("2026-05-01T08:00"), PARIS);
        assertEquals(null, batch.ends());
        assertEquals("STAGE_BEGINS 2026-05-01T08:00\nMIST 2026-05-02T08:00\nMIST 2026-05-03T08:00\nMIST 2026-05-04T08:00\nSTAGE_BEGINS 2026-05-09T08:00",
                said(Schedule.of(batch)));
        assertEquals(-1, batch.stageAt(LocalDateTime.parse("2026-05-01T07:59")));
        assertEquals(0, batch.stageAt(LocalDateTime.parse("2026-05-09T07:59")));
        assertEquals(1, batch.stageAt(LocalDateTime.parse("2027-05-09T07:59")));
    }

    @Test
    void whatCannotBeIsRefused() {
        LocalDateTime start = LocalDateTime.parse("2026-05-01T08:00");
        assertEquals("begun", assertThrows(RefusedValueException.class, () -> new Batch(fowl(), start, PARIS, Map.of("lock-down", start))).field());
        assertEquals("begun", assertThrows(RefusedValueException.class, () -> new Batch(fowl(), start, PARIS, Map.of("setting", start.plusDays(1)))).field());
        assertEquals("begun", assertThrows(RefusedValueException.class, () -> new Batch(fowl(), start, PARIS, Map.of("pipping", start.plusDays(1)))).field());
        assertEquals("startsAt", assertThrows(RefusedValueException.class, () -> new Batch(fowl(), LocalDateTime.parse("0026-05-01T08:00"), PARIS)).field());
        assertEquals("durationDays", assertThrows(RefusedValueException.class, () -> stage("none", 0.0, range(20, 25), null, null)).field());
    }

    @Test
    void settersAndHatchersCannotShareABox() {
        LocalDateTime start = LocalDateTime.parse("2026-05-01T08:00");
        List<Conflict> found = Conflict.between(new Batch(fowl(), start, PARIS), new Batch(fowl(), start.plusDays(7), PARIS));
        // From day 18 of the first, the second wants it dry, turned and opened until it is at lock-down itself, a week later; the first waits for stragglers until day 26.
        assertEquals(List.of("HUMIDITY", "TURNING", "LID"), found.stream().filter(each -> each.one().id().equals("lock-down") && each.other().id().equals("setting"))
                .map(each -> each.over().name()).toList());
        assertTrue(found.stream().allMatch(each -> each.from().equals(start.plusDays(18)) && each.to().equals(start.plusDays(25))), found.toString());
        assertEquals(List.of(), Conflict.between(new Batch(fowl(), start, PARIS), new Batch(fowl(), start, PARIS)));
        assertEquals(List.of(), Conflict.between(new Batch(fowl(), start, PARIS), new Batch(fowl(), start.plusDays(26), PARIS)));
        School run = new School("s", "S", "", List.of(stage("spawn-run", 14.0, range(21, 24), null, null), stage("fruiting", 14.0, range(15, 20), null, null)), null);
        assertEquals("TEMPERATURE", Conflict.between(new Batch(run, start, PARIS), new Batch(run, start.plusDays(14), PARIS)).get(0).over().name());
    }
}
