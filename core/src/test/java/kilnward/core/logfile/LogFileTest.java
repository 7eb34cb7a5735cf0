package kilnward.core.logfile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.logfile.RowReader.Bad;
import kilnward.core.logfile.ShapeGuess.Doubt;
import kilnward.core.logfile.ShapeGuess.Why;
import kilnward.core.series.SeriesUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The awkward files of loggers: invented lines, each with what is awkward in one. */
class LogFileTest {
    private static final ZoneId HERE = ZoneId.of("Europe/London");

    private static List<List<String>> rows(String text) {
        List<String> lines = text.lines().toList();
        String delimiter = Pattern.quote(String.valueOf(ShapeGuess.delimiter(lines)));
        return lines.stream().map(line -> Arrays.asList(line.split(delimiter, -1))).toList();
    }

    private static ShapeGuess guess(String text) {
        return ShapeGuess.of(rows(text), ShapeGuess.delimiter(text.lines().toList()));
    }

    /** All that is read by what is guessed: moments and values, as text. */
    private static String read(String text) {
        LogShape shape = guess(text).shape().orElseThrow();
        RowReader reader = new RowReader(shape, HERE);
        return rows(text).stream().skip(shape.headerRows()).map(reader::read)
                .map(row -> row.at().map(Instant::toString).orElse("?") + row.values().stream().map(each -> " " + each.value()).collect(Collectors.joining())
                        + row.bad().stream().map(each -> " " + each.why()).collect(Collectors.joining()))
                .collect(Collectors.joining("\n"));
    }

    private static boolean says(ShapeGuess guess, Why why) {
        return guess.reasons().stream().anyMatch(each -> each.why() == why);
    }

    @Test
    void semicolonsWithDecimalCommasAndPointsInDates() {
        String text = "\ufeffLogger 7;;\nDatum;Temperatur (°C);Feuchte %\n03.11.26 18:00;28,5;71,2\n03.11.26 18:10;28,75;71,0\n04.11.26 06:00;1.028,0;---\n";
        ShapeGuess guess = guess(text);
        LogShape shape = guess.shape().orElseThrow();
        assertEquals(';', shape.delimiter());
        assertTrue(shape.decimalComma() && says(guess, Why.COMMA_IN_NUMBERS) && says(guess, Why.POINTS_IN_DATES));
        assertEquals(2, shape.headerRows());
        assertEquals(List.of(SeriesUnit.C, SeriesUnit.RH), shape.values().stream().map(LogShape.ValueColumn::unit).toList());
        assertEquals("Temperatur (°C)", shape.values().get(0).name());
        assertEquals("2026-11-03T18:00:00Z 28.5 71.2\n2026-11-03T18:10:00Z 28.75 71.0\n2026-11-04T06:00:00Z 1028.0", read(text));
        assertEquals(List.of(), guess.doubts());
    }

    @Test
    void monthFirstWithHalvesOfTheDayAndFahrenheit() {
        String text = "No.,Date,Time,Temp(F)\n1,11/03/2026,11:50 PM,99.5\n2,11/04/2026,12:00 AM,99.6\n3,11/13/2026,12:10 PM,99.4\n4,11/14/2026,1:10 PM,99.4\n";
        ShapeGuess guess = guess(text);
        LogShape shape = guess.shape().orElseThrow();
        assertEquals(DateOrder.MONTH_DAY_YEAR, shape.dateOrder());
        assertEquals(List.of(1, 2), shape.timeColumns());
        assertEquals(SeriesUnit.F, shape.values().get(0).unit());
        assertEquals(1, shape.values().size(), "the numbers of the rows are no readings");
        assertTrue(says(guess, Why.SECOND_PART_OVER_12));
        assertEquals("2026-11-03T23:50:00Z 99.5\n2026-11-04T00:00:00Z 99.6\n2026-11-13T12:10:00Z 99.4\n2026-11-14T13:10:00Z 99.4", read(text));
    }

    @Test
    void wherebothOrdersCanBeItIsAskedOrTheTimesTell() {
        assertEquals(List.of(Doubt.DATE_ORDER), guess("at,temp °C\n03/04/2026 10:00,28\n03/04/2026 10:10,28.1\n").doubts());
        ShapeGuess days = guess(
                "at,temp °C\n11/03/2026 10:00,28\n12/03/2026 10:10,28.1\n01/04/2026 10:10,28.1\n02/04/2026 10:10,28.1\n".replace("01/04", "10/03").replace("02/04", "09/03"));
        assertEquals(DateOrder.DAY_MONTH_YEAR, days.shape().orElseThrow().dateOrder());
        assertTrue(says(days, Why.TIMES_GO_ON_EVENLY) && days.doubts().isEmpty(), days.toString());
    }

    @Test
    void theHourThatComesTwiceGoesByTheOrder() {
        String text = "time,°C\n2026-10-25 00:30,1\n2026-10-25 01:00,2\n2026-10-25 01:30,3\n2026-10-25 01:00,4\n2026-10-25 01:30,5\n2026-10-25 02:00,6\n";
        assertEquals("2026-10-24T23:30:00Z 1.0\n2026-10-25T00:00:00Z 2.0\n2026-10-25T00:30:00Z 3.0\n2026-10-25T01:00:00Z 4.0\n2026-10-25T01:30:00Z 5.0\n2026-10-25T02:00:00Z 6.0",
                read(text));
        // Where clocks leap nobody can have read one.
        assertEquals("2026-03-29T00:30:00Z 1.0\n? LEAPT_OVER\n2026-03-29T01:30:00Z 3.0",
                read("time,°C\n2026-03-29 00:30,1\n2026-03-29 01:30,2\n2026-03-29 02:30,3\n"));
        assertEquals("2026-10-25T01:00:00Z 4.0\n2026-10-24T23:00:00Z 5.0", read("time,°C\n2026-10-25T01:00:00Z,4\n2026-10-25T01:00:00+02:00,5\n"));
    }

    @Test
    void secondsAndMillisecondsSince1970() {
        assertEquals("2026-11-26T18:00:00Z 28.5\n2026-11-26T18:00:00.250Z 28.6", read("ts,temp_c\n1795716000,28.5\n1795716000250,28.6\n"));
        assertEquals(DateOrder.SINCE_1970, guess("ts,temp_c\n1795716000,28.5\n").shape().orElseThrow().dateOrder());
    }

    @Test
    void unitsMayBeMixedAndNamesTheSame() {
        LogShape shape = guess("t\tprobe °C\tprobe °F\tRH %\n2026-11-26 18:00\t28.5\t83.3\t70\n").shape().orElseThrow();
        assertEquals(List.of(SeriesUnit.C, SeriesUnit.F, SeriesUnit.RH), shape.values().stream().map(LogShape.ValueColumn::unit).toList());
        assertEquals(List.of(Doubt.SAME_NAMES), guess("t,temp °C,temp °C\n2026-11-26 18:00,28.5,28.6\n").doubts());
        assertEquals(List.of(Doubt.UNIT), guess("t,temp\n2026-11-26 18:00,50\n2026-11-26 18:01,49\n").doubts());
        assertEquals(SeriesUnit.F, guess("2026-11-26 18:00,99.5\n2026-11-26 18:01,99.4\n").shape().orElseThrow().values().get(0).unit());
    }

    @Test
    void whatCannotBeReadIsNamedAndTheRestIsKept() {
        String text = "time,temp °C,rh %\n2026-11-26 18:00,28.5,70\n2026-11-26 18:01,=1+1,71\nsome note,,\n2026-11-26 18:03,28.4\n2026-11-31 18:04,28.4,70\n2026-11-26 18:05,N/A,70\n"
                + "2026-11-26 18:06,28.4,70\n".repeat(20);
        assertEquals("2026-11-26T18:00:00Z 28.5 70.0\n2026-11-26T18:01:00Z 71.0 NO_NUMBER\n? NO_TIME\n2026-11-26T18:03:00Z 28.4\n? NO_TIME\n2026-11-26T18:05:00Z 70.0",
                read(text).lines().limit(6).collect(Collectors.joining("\n")));
        RowReader reader = new RowReader(guess(text).shape().orElseThrow(), HERE);
        assertEquals(Bad.TOO_SHORT, reader.read(List.of()).bad().get(0).why());
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "hello", "a,b,c\n1,2,3\n", "time,note\n2026-11-26,words\n", "\0\1\2\3", ",,,,\n,,,,"})
    void whatIsNoLogHasNoShape(String text) {
        assertTrue(guess(text).shape().isEmpty(), text);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"28.5|false|28.5", "28,5|true|28.5", "1,028.5|false|1028.5", "1 028,5|true|1028.5", "-0.5 °C|false|-0.5", "\u22123|false|-3",
            "70%|false|70", "3e2|false|300"})
    void numbersAsTheyAreWritten(String cell, boolean comma, double value) {
        assertEquals(value, Cells.number(cell, comma).orElseThrow());
    }

    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "1.2.3", "28;5", "twelve", "1,02,8.5", "+", "0x10", "1e999", "Infinity"})
    void whatIsNoNumber(String cell) {
        assertTrue(Cells.number(cell, false).isEmpty(), cell);
    }

    /** Files written in every way there is, read back to the same moments and values. */
    @Test
    void whateverIsWrittenIsReadBack() {
        String[] dates = {"yyyy-MM-dd HH:mm:ss", "dd.MM.yyyy HH:mm", "MM/dd/yyyy hh:mm:ss a", "dd/MM/yy HH:mm", "yyyyMMdd HH:mm", "yyyy/MM/dd;HH:mm:ss"};
        for (int seed = 0; seed < 300; seed++) {
            SplittableRandom random = new SplittableRandom(seed);
            String date = dates[random.nextInt(dates.length)];
            boolean comma = random.nextBoolean();
            String delimiter = comma ? random.nextBoolean() ? ";" : "\t" : date.contains(";") ? ";" : List.of(",", ";", "\t").get(random.nextInt(3));
            LocalDateTime from = LocalDateTime.of(2026, 1 + random.nextInt(12), 1 + random.nextInt(28), random.nextInt(24), 0);
            int everyMinutes = 1 + random.nextInt(60);
            StringBuilder text = new StringBuilder(
                    random.nextBoolean() ? "" : "when" + delimiter + (date.contains(";") ? "at" + delimiter : "") + "box temp °C" + delimiter + "humidity\n");
            List<String> expected = new ArrayList<>();
            for (int i = 0; i < 60; i++) {
                // A day's step now and then, so that a month has days beyond the twelfth; in winter, where no clock is set.
                LocalDateTime at = from.withMonth(1).plusMinutes((long) i * everyMinutes).plusDays(i / 2);
                double warm = Math.round(1000 + 2500 * random.nextDouble()) / 100.0;
                int damp = 40 + random.nextInt(60);
                String number = String.format(Locale.ROOT, "%.2f", warm);
                text.append(at.format(DateTimeFormatter.ofPattern(date.replace(";", "'" + delimiter + "'"), Locale.ROOT))).append(delimiter)
                        .append(comma ? number.replace('.', ',') : number).append(delimiter).append(damp).append("\n");
                expected.add(at.atZone(HERE).toInstant() + " " + warm + (text.toString().startsWith("when") ? " " + (double) damp : ""));
            }
            String read = read(text.toString()).lines().map(line -> text.toString().startsWith("when") ? line : line.replaceFirst("^(\\S+ \\S+).*", "$1"))
                    .collect(Collectors.joining("\n"));
            assertEquals(String.join("\n", expected), read, "seed " + seed + "\n" + text.substring(0, 120));
        }
    }

    @Test
    void aShapeThatCannotBeIsRefused() {
        LogShape.ValueColumn one = new LogShape.ValueColumn(1, "", SeriesUnit.C);
        assertEquals("values", assertThrows(RefusedValueException.class, () -> new LogShape(',', false, 0, List.of(0), DateOrder.YEAR_MONTH_DAY, List.of())).field());
        assertEquals("values[1].column",
                assertThrows(RefusedValueException.class, () -> new LogShape(',', false, 0, List.of(0), DateOrder.YEAR_MONTH_DAY, List.of(one, one))).field());
        assertEquals("values[0].column",
                assertThrows(RefusedValueException.class, () -> new LogShape(',', false, 0, List.of(1), DateOrder.YEAR_MONTH_DAY, List.of(one))).field());
        assertEquals("timeColumns", assertThrows(RefusedValueException.class, () -> new LogShape(',', false, 0, List.of(), DateOrder.YEAR_MONTH_DAY, List.of(one))).field());
    }

    /** Europe/London, 25 October 2026: at two in the morning clocks go back to one. Loggers that write the newest row first tell the hour backwards. */
    @Test
    void theHourThatComesTwiceIsToldBackwardsByTheNewestFirst() {
        String forwards = "moment;°C\n2026-10-25 00:30;20\n2026-10-25 01:00;21\n2026-10-25 01:30;22\n2026-10-25 01:00;23\n2026-10-25 01:30;24\n2026-10-25 02:00;25\n";
        List<String> lines = new java.util.ArrayList<>(forwards.lines().toList());
        String header = lines.remove(0);
        java.util.Collections.reverse(lines);
        String backwards = header + "\n" + String.join("\n", lines) + "\n";
        List<String> first = moments(forwards);
        List<String> last = moments(backwards);
        java.util.Collections.reverse(last);
        assertEquals(first, last);
        assertEquals("2026-10-25T00:30:00Z", first.get(2));
        assertEquals("2026-10-25T01:30:00Z", first.get(4));
    }

    private static List<String> moments(String text) {
        LogShape shape = guess(text).shape().orElseThrow();
        RowReader reader = new RowReader(shape, HERE);
        return rows(text).stream().skip(shape.headerRows()).map(reader::read).map(row -> row.at().orElseThrow().toString())
                .collect(java.util.stream.Collectors.toCollection(java.util.ArrayList::new));
    }
}
