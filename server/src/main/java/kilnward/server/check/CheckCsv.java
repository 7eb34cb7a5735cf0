package kilnward.server.check;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.regex.Pattern;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.NewRow;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.check.CheckViews.RowView;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.door.Text;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;
import org.apache.commons.csv.QuoteMode;

/** Rows of checks as RFC 4180 text: out in one line for each reference read, in with one column for each reference. */
final class CheckCsv {
    private static final CSVFormat OUT = CSVFormat.RFC4180.builder()
            .setHeader("taken_at", "check", "controller", "quantity", "place", "unit", "offset_when_begun", "display", "reference", "read", "correction", "standard_uncertainty",
                    "withdrawn", "author")
            .setQuoteMode(QuoteMode.NON_NUMERIC).get();
    private static final CSVFormat IN = CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).setIgnoreSurroundingSpaces(true).setTrim(true)
            .setIgnoreEmptyLines(true).setDuplicateHeaderMode(DuplicateHeaderMode.DISALLOW).get();
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,9}([.,]\\d{1,12})?");
    private static final int MOST_ROWS = 5000;
    private static final int MOST_ERRORS = 20;

    private CheckCsv() {
    }

    /** All rows of some checks; withdrawn ones say so. */
    static String write(List<CheckView> checks, Map<String, String> controllers) {
        StringBuilder out = new StringBuilder();
        try (var printer = OUT.print(out)) {
            for (CheckView check : checks) {
                for (RowView row : check.rows()) {
                    for (ReferenceView reference : check.references()) {
                        Double read = row.references().get(reference.name());
                        if (read != null) {
                            printer.printRecord(row.at(), check.id(), Text.noFormula(controllers.getOrDefault(check.controllerId(), check.controllerId())),
                                    switch (check.unit().quantity()) {
                                        case RELATIVE_HUMIDITY -> "humidity";
                                        case CARBON_DIOXIDE -> "carbon dioxide";
                                        default -> "temperature";
                                    }, check.place(), check.unit(), check.offsetThen(), row.display(),
                                    Text.noFormula(reference.name()), read, reference.correction(), reference.basis().standard(reference.stated()), row.withdrawn(),
                                    Text.noFormula(row.author()));
                        }
                    }
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toString();
    }

    /**
     * Rows from a file: the first line names the columns, {@code time}, {@code display}, and one for each reference.
     *
     * @param zone time zone of times that name none
     * @param sure whether somebody was asked and says that it is so
     * @throws RefusedFieldsException with the lines that cannot be used; then nothing of it is
     */
    static List<NewRow> read(String text, Set<String> references, ZoneId zone, boolean sure) {
        // Files from spreadsheets begin with a mark of their encoding.
        try (CSVParser parser = CSVParser.parse(new StringReader(text.startsWith("\ufeff") ? text.substring(1) : text), separated(text))) {
            List<String> columns = parser.getHeaderNames();
            Set<String> wanted = new HashSet<>(references);
            wanted.add("time");
            wanted.add("display");
            List<FieldProblem> problems = new ArrayList<>();
            columns.stream().filter(column -> !wanted.contains(column)).forEach(column -> problems.add(new FieldProblem(column, column,
                    "must be time, display or one of the references: " + String.join(", ", references.stream().sorted().toList()), 1)));
            List.of("time", "display").stream().filter(column -> !columns.contains(column))
                    .forEach(column -> problems.add(new FieldProblem(column, null, "must be a column of the first line", 1)));
            List<NewRow> rows = new ArrayList<>();
            for (CSVRecord record : parser) {
                int line = (int) parser.getCurrentLineNumber();
                if (problems.size() >= MOST_ERRORS || !problems.isEmpty() && rows.isEmpty() && problems.get(0).line() == 1) {
                    break;
                }
                if (rows.size() >= MOST_ROWS) {
                    problems.add(new FieldProblem("rows", null, "must be at most " + MOST_ROWS, line));
                    break;
                }
                read(record, line, references, zone, sure, problems, rows);
            }
            if (problems.isEmpty() && rows.isEmpty()) {
                problems.add(new FieldProblem("rows", null, "must hold at least one row", 1));
            }
            if (!problems.isEmpty()) {
                throw new RefusedFieldsException(problems);
            }
            return rows;
        } catch (CSVException | UncheckedIOException | IllegalArgumentException broken) {
            throw new RefusedFieldsException(List.of(new FieldProblem("file", null,
                    "must be comma-separated text with one line of column names, each name once, and quotes that end", 1)));
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    /** Where the decimal point is a comma, spreadsheets part their columns by semicolons. */
    private static CSVFormat separated(String text) {
        String first = text.lines().findFirst().orElse("");
        return first.indexOf(';') >= 0 && first.indexOf(',') < 0 ? IN.builder().setDelimiter(';').get() : IN;
    }

    private static void read(CSVRecord record, int line, Set<String> references, ZoneId zone, boolean sure, List<FieldProblem> problems, List<NewRow> rows) {
        if (!record.isConsistent()) {
            problems.add(new FieldProblem("columns", record.size(), "must be as many as in the first line", line));
            return;
        }
        int before = problems.size();
        Instant at = null;
        try {
            at = time(record.get("time"), zone, rows.isEmpty() ? null : rows.get(rows.size() - 1).at());
        } catch (RefusedValueException refused) {
            problems.add(new FieldProblem("time", record.get("time"), refused.allowed(), line));
        }
        Double display = number(record.get("display"));
        if (display == null) {
            problems.add(new FieldProblem("display", record.get("display"), "must be a number from -100 to 300", line));
        }
        Map<String, Double> read = new TreeMap<>();
        for (String name : references) {
            if (record.isMapped(name) && !record.get(name).isEmpty()) {
                Double value = number(record.get(name));
                if (value == null) {
                    problems.add(new FieldProblem(name, record.get(name), "must be a number from -100 to 300", line));
                } else {
                    read.put(name, value);
                }
            }
        }
        if (read.isEmpty() && problems.size() == before) {
            problems.add(new FieldProblem("references", null, "must hold at least one value", line));
        }
        if (problems.size() == before) {
            rows.add(new NewRow(UUID.randomUUID().toString(), at, display, read, sure));
        }
    }

    /**
     * A time as somebody wrote it.
     *
     * @param before the row before it; of an hour that is there twice in the night the clocks go back, the first that is not before that row is meant
     */
    private static Instant time(String text, ZoneId zone, Instant before) {
        String iso = text.replace(' ', 'T');
        try {
            return inRange(OffsetDateTime.parse(iso).toInstant());
        } catch (DateTimeException local) {
            LocalDateTime written;
            try {
                written = LocalDateTime.parse(iso);
            } catch (DateTimeException unreadable) {
                throw new RefusedValueException("time", text, "must be a time as 2026-11-25 14:30 or 2026-11-25T14:30:00Z");
            }
            List<ZoneOffset> offsets = zone.getRules().getValidOffsets(written);
            if (offsets.isEmpty()) {
                throw new RefusedValueException("time", text, "does not exist: the clocks went forward over it. Write it with its offset, as 2026-03-29T02:30:00+01:00");
            }
            if (offsets.size() > 1 && before == null) {
                throw new RefusedValueException("time", text, "is there twice, the clocks went back: write it with its offset, as 2026-10-25T01:30:00+01:00");
            }
            return inRange(offsets.stream().map(offset -> written.toInstant(offset)).filter(at -> before == null || !at.isBefore(before)).findFirst()
                    .orElseGet(() -> written.toInstant(offsets.get(offsets.size() - 1))));
        }
    }

    private static Instant inRange(Instant at) {
        if (!Limits.isMeant(at)) {
            throw new RefusedValueException("time", at, "must be a time from 1970 to 2199");
        }
        return at;
    }

    /** Digits as people write them; what a programming language takes for a number besides is a slip. */
    private static Double number(String text) {
        String plain = text.replace('−', '-');
        if (!NUMBER.matcher(plain).matches()) {
            return null;
        }
        double value = Double.parseDouble(plain.replace(',', '.'));
        return value >= -100 && value <= 300 ? value : null;
    }
}
