package kilnward.server.imports;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.logfile.LogShape;
import kilnward.core.logfile.ShapeGuess;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The first sheet of a spreadsheet (.xlsx). Of a formula what was worked out when it was saved counts; nothing is worked out here. */
final class LogSheet implements LogFile {
    private static final String KIND = "xlsx";
    private static final int MOST_PARTS = 2_000;
    /** Formats of days and times have one of these, outside of what they only repeat. */
    private static final String DATE = ".*[ymdhs].*";
    private static final DateTimeFormatter WRITTEN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss.SSS", Locale.ROOT);
    private static final Logger LOG = LoggerFactory.getLogger(LogSheet.class);
    private final byte[] file;

    LogSheet(byte[] file) {
        this.file = file;
        check();
        if (first(delimiter()).isEmpty()) {
            throw new RefusedValueException("file", file.length + " bytes", "must hold something in its first sheet");
        }
    }

    /** Whether a file begins as a spreadsheet does. */
    static boolean isOne(byte[] file) {
        return file.length > 4 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4;
    }

    /** Unpacks it once, into nothing, to see how much of what it is. */
    private void check() {
        Optional<String> wrong;
        try {
            wrong = wrong();
        } catch (IOException | IllegalArgumentException broken) {
            throw unreadable(file.length, broken);
        }
        if (wrong.isPresent()) {
            throw new RefusedValueException("file", file.length + " bytes", wrong.get());
        }
    }

    private Optional<String> wrong() throws IOException {
        SheetScan scan = new SheetScan();
        try (ZipFile zip = ZipFile.builder().setByteArray(file).get()) {
            List<ZipArchiveEntry> parts = Collections.list(zip.getEntries());
            if (parts.size() > MOST_PARTS) {
                return Optional.of("must not have more than " + MOST_PARTS + " parts");
            }
            for (ZipArchiveEntry part : parts) {
                // What it says of its own size it may say wrongly.
                try (InputStream in = zip.getInputStream(part)) {
                    scan.part(in);
                }
                scan.done();
            }
        }
        return scan.wrong();
    }

    private static RefusedValueException unreadable(int length, Exception why) {
        LOG.info("a spreadsheet could not be opened: {}", why.toString());
        return new RefusedValueException("file", length + " bytes", "must be a spreadsheet (.xlsx) that can be opened; this one is broken, or something else");
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public char delimiter() {
        return '\t';
    }

    @Override
    public boolean isParted() {
        return true;
    }

    @Override
    public List<List<String>> first(char delimiter) {
        List<List<String>> first = new ArrayList<>();
        try (ReadableWorkbook book = open(); Stream<org.dhatim.fastexcel.reader.Row> rows = book.getFirstSheet().openStream()) {
            rows.limit(ShapeGuess.ROWS).forEach(row -> first.add(cells(row)));
        } catch (IOException | RuntimeException broken) {
            throw unreadable(file.length, broken);
        }
        return first;
    }

    private ReadableWorkbook open() throws IOException {
        InputStream in = new ByteArrayInputStream(file);
        return new ReadableWorkbook(in, new ReadingOptions(true, true));
    }

    @Override
    public Iterator<Row> rows(char delimiter) {
        try {
            // It holds nothing but memory: where it is not read to its end there is nothing to close.
            Iterator<org.dhatim.fastexcel.reader.Row> rows = open().getFirstSheet().openStream().iterator();
            return new Iterator<>() {
                @Override
                public boolean hasNext() {
                    return rows.hasNext();
                }

                @Override
                public Row next() {
                    org.dhatim.fastexcel.reader.Row row = rows.next();
                    return new Row(row.getRowNum(), cells(row));
                }
            };
        } catch (IOException broken) {
            throw unreadable(file.length, broken);
        }
    }

    private static List<String> cells(org.dhatim.fastexcel.reader.Row row) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < Math.min(row.getCellCount(), LogShape.MOST_COLUMNS); i++) {
            cells.add(row.getOptionalCell(i).map(LogSheet::text).orElse(""));
        }
        return cells;
    }

    private static String text(Cell cell) {
        if (cell.getType() == CellType.NUMBER && isDate(cell.getDataFormatString())) {
            // Days are kept as numbers: what is finer than a millisecond is of their rounding.
            LocalDateTime at = cell.asDate().plusNanos(500_000).truncatedTo(ChronoUnit.MILLIS);
            return WRITTEN.format(at);
        }
        String raw = cell.getType() == CellType.STRING ? cell.asString() : cell.getRawValue();
        return cell.getType() == CellType.ERROR || raw == null ? "" : raw;
    }

    private static boolean isDate(String format) {
        if (format == null) {
            return false;
        }
        String plain = format.toLowerCase(Locale.ROOT).replaceAll("\"[^\"]*\"|\\[[^\\]]*\\]|\\\\.", "");
        return !plain.equals("general") && plain.matches(DATE);
    }
}
