package kilnward.server.api.check;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import kilnward.server.api.check.CheckViews.CheckView;
import kilnward.server.api.check.CheckViews.NewRow;
import kilnward.server.api.check.CheckViews.ReferenceView;
import kilnward.server.api.check.CheckViews.RowView;
import kilnward.server.api.problem.FieldProblem;
import kilnward.server.api.problem.RefusedFieldsException;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;

/** Rows of checks as RFC 4180 text: out in one line for each reference read, in with one column for each reference. */
final class CheckCsv {
    private static final CSVFormat OUT = CSVFormat.RFC4180.builder()
            .setHeader("taken_at", "check", "controller", "quantity", "place", "unit", "offset_when_begun", "display", "reference", "read", "correction", "standard_uncertainty",
                    "withdrawn", "author").get();
    private static final CSVFormat IN = CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).setIgnoreSurroundingSpaces(true).setTrim(true)
            .setIgnoreEmptyLines(true).setDuplicateHeaderMode(DuplicateHeaderMode.DISALLOW).get();
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
                            printer.printRecord(row.at(), check.id(), safe(controllers.getOrDefault(check.controllerId(), check.controllerId())),
                                    check.unit().isHumidity() ? "humidity" : "temperature", check.place(), check.unit(), check.offsetThen(), row.display(),
                                    safe(reference.name()), read, reference.correction(), reference.basis().standard(reference.stated()), row.withdrawn(), safe(row.author()));
                        }
                    }
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toString();
    }

    /** A spreadsheet must not take a name for a formula. */
    private static String safe(String text) {
        return !text.isEmpty() && "=+-@\t".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
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
            throw new RefusedFieldsException(List.of(new FieldProblem("file", null, "must be comma-separated text with one line of column names: " + broken.getMessage(), 1)));
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
        Instant at = time(record.get("time"), zone);
        if (at == null) {
            problems.add(new FieldProblem("time", record.get("time"), "must be a time as 2026-11-25 14:30 or 2026-11-25T14:30:00Z", line));
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

    private static Instant time(String text, ZoneId zone) {
        String iso = text.replace(' ', 'T');
        try {
            return OffsetDateTime.parse(iso).toInstant();
        } catch (DateTimeException local) {
            try {
                return LocalDateTime.parse(iso).atZone(zone).toInstant();
            } catch (DateTimeException unreadable) {
                return null;
            }
        }
    }

    private static Double number(String text) {
        try {
            double value = Double.parseDouble(text.replace(',', '.').replace('−', '-'));
            return value >= -100 && value <= 300 ? value : null;
        } catch (NumberFormatException unreadable) {
            return null;
        }
    }
}
