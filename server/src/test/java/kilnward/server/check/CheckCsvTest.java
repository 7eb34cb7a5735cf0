package kilnward.server.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import kilnward.server.check.CheckViews.NewRow;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rows from files as people's spreadsheets and loggers write them (RFC 4180, and what comes instead). */
class CheckCsvTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final Set<String> TWO = Set.of("glass", "spirit");

    private static List<NewRow> read(String text) {
        return CheckCsv.read(text, TWO, LONDON, false);
    }

    private static List<FieldProblem> refused(String text) {
        return assertThrows(RefusedFieldsException.class, () -> read(text)).problems();
    }

    @Test
    void timesWithoutAZoneAreTheChambersOwn() {
        List<NewRow> rows = read("time,display,glass\n2026-07-01 10:00,28.6,28.2\n2026-07-01T10:00:00Z,28.6,28.2\n2026-12-01 10:00,28.6,28.2\n");
        assertEquals(Instant.parse("2026-07-01T09:00:00Z"), rows.get(0).at(), "summer time in London");
        assertEquals(Instant.parse("2026-07-01T10:00:00Z"), rows.get(1).at());
        assertEquals(Instant.parse("2026-12-01T10:00:00Z"), rows.get(2).at());
    }

    @Test
    void readsWhatSpreadsheetsWrite() {
        List<NewRow> rows = read("\ufefftime;display;glass;spirit\r\n2026-11-20 10:00;28,6;28,2;\r\n\r\n2026-11-20 10:30;−1,5;\"28,25\";28\r\n");
        assertEquals(Map.of("glass", 28.2), rows.get(0).references(), "an empty cell is no reading");
        assertEquals(-1.5, rows.get(1).display(), "a true minus sign");
        assertEquals(Map.of("glass", 28.25, "spirit", 28.0), rows.get(1).references());
        assertEquals(2, rows.size(), "empty lines are passed over");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"yesterday,28.6,28.2|time", "2026-11-20 10:00,warm,28.2|display", "2026-11-20 10:00,28.6,NaN|glass", "2026-11-20 10:00,28.6,5000|glass",
            "2026-11-20 10:00,28.6,|references", "2026-11-20 10:00,28.6|columns", "2026-02-30 10:00,28.6,28.2|time", "2026-11-20 10:00,0x1p3,28.2|display",
            "2026-11-20 10:00,28d,28.2|display", "2026-11-20 10:00,28.6,1e1|glass", "2026-03-29 01:30,28.6,28.2|time", "+12345-01-01T00:00:00Z,28.6,28.2|time"})
    void aLineThatCannotBeUsedIsNamed(String line, String field) {
        List<FieldProblem> problems = refused("time,display,glass\n2026-11-20 09:00,28.6,28.2\n" + line + "\n");
        assertEquals(field, problems.get(0).field());
        assertEquals(3, problems.get(0).line());
    }

    @Test
    void aHeadThatCannotBeUsedIsNamedOnce() {
        assertEquals(List.of("mercury"), refused("time,display,mercury\n2026-11-20 10:00,28.6,28.2\n").stream().map(FieldProblem::field).toList());
        assertEquals(List.of("display"), refused("time,glass\n2026-11-20 10:00,28.2\n").stream().map(FieldProblem::field).toList());
        assertEquals("rows", refused("time,display,glass\n").get(0).field());
        assertEquals("file", refused("time,display,glass,glass\n2026-11-20 10:00,28.6,28.2,28.2\n").get(0).field());
        assertEquals("file", refused("time,display,glass\n2026-11-20 10:00,\"28.6,28.2\n").get(0).field(), "a quote that never ends");
    }

    @Test
    void ofManyBadLinesTheFirstTwentyAreNamed() {
        StringBuilder text = new StringBuilder("time,display,glass\n");
        for (int i = 0; i < 100; i++) {
            text.append("then,28.6,28.2\n");
        }
        assertEquals(20, refused(text.toString()).size());
        assertTrue(refused(text.toString()).stream().allMatch(each -> each.line() > 1));
    }

    /** The night of 25 October 2026 has half past one twice in London: first at +01:00, an hour later at +00:00. */
    @Test
    void theHourThatIsThereTwiceIsToldByTheOrderOfTheRows() {
        List<NewRow> rows = read(
                "time,display,glass\n2026-10-25 00:30,28.6,28.2\n2026-10-25 01:30,28.6,28.2\n2026-10-25 01:00,28.6,28.2\n2026-10-25 01:30,28.6,28.2\n2026-10-25 02:00,28.6,28.2\n");
        assertEquals(List.of("2026-10-24T23:30:00Z", "2026-10-25T00:30:00Z", "2026-10-25T01:00:00Z", "2026-10-25T01:30:00Z", "2026-10-25T02:00:00Z"),
                rows.stream().map(row -> row.at().toString()).toList());
        FieldProblem alone = refused("time,display,glass\n2026-10-25 01:30,28.6,28.2\n").get(0);
        assertTrue(alone.allowed().startsWith("is there twice"), alone.allowed());
    }

    @Test
    void whatIsRefusedSaysNothingOfTheReader() {
        for (String text : List.of("time,display,glass,glass\n", "time,display,glass\n1,\"2,3\n", "")) {
            assertTrue(refused(text).stream().noneMatch(each -> each.allowed().contains("CSV") || each.allowed().contains("Exception") || each.allowed().contains("parser")), text);
        }
    }
}
