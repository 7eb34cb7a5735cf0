package kilnward.server.imports;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.regex.Pattern;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.logfile.ShapeGuess;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** A file of text, its cells parted by a sign (RFC 4180). */
final class LogText implements LogFile {
    private static final int LOOKED_AT = 64 * 1024;
    private static final int PIECE = 8 * 1024;
    private static final Charset WESTERN = Charset.forName("windows-1252");
    /** Characters that no text has. */
    private static final Pattern CONTROLS = Pattern.compile("[\\x00-\\x08\\x0e-\\x1f]");
    private final byte[] file;
    private final Charset charset;
    private final List<String> lines;

    LogText(byte[] file) {
        this.file = file;
        this.charset = charset(file);
        String text = new String(file, 0, Math.min(file.length, LOOKED_AT), charset).replace("\ufeff", "");
        if (text.isBlank()) {
            throw new RefusedValueException("file", file.length + " bytes", "must hold something");
        }
        if (CONTROLS.matcher(text).find()) {
            throw new RefusedValueException("file", file.length + " bytes", "must be text, parted by commas, semicolons or tabs, or a spreadsheet (.xlsx); this is something else");
        }
        List<String> found = new ArrayList<>(text.lines().limit(ShapeGuess.ROWS + 1L).toList());
        if (file.length > LOOKED_AT && found.size() > 1 && found.size() <= ShapeGuess.ROWS) {
            // The last one may have been cut.
            found.remove(found.size() - 1);
        }
        this.lines = List.copyOf(found);
    }

    /** How characters are written, by its mark, by what is between its letters, or because nothing else fits. */
    private static Charset charset(byte[] file) {
        if (file.length >= 2 && (file[0] & 0xff) == 0xff && (file[1] & 0xff) == 0xfe) {
            return StandardCharsets.UTF_16LE;
        }
        if (file.length >= 2 && (file[0] & 0xff) == 0xfe && (file[1] & 0xff) == 0xff) {
            return StandardCharsets.UTF_16BE;
        }
        int[] zeros = new int[2];
        int looked = Math.min(file.length, LOOKED_AT);
        for (int i = 0; i < looked; i++) {
            zeros[i % 2] += file[i] == 0 ? 1 : 0;
        }
        if (Math.max(zeros[0], zeros[1]) > 0.3 * looked && Math.min(zeros[0], zeros[1]) < 0.05 * looked) {
            return zeros[1] > zeros[0] ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_16BE;
        }
        return isUtf8(file) ? StandardCharsets.UTF_8 : WESTERN;
    }

    /** All of it is looked at: a sign of another kind may stand in its last line alone. Piece by piece: as characters it would take twice its size once more. */
    private static boolean isUtf8(byte[] file) {
        CharsetDecoder decoder = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT).onUnmappableCharacter(CodingErrorAction.REPORT);
        ByteBuffer in = ByteBuffer.wrap(file);
        CharBuffer out = CharBuffer.allocate(PIECE);
        CoderResult result = decoder.decode(in, out, true);
        while (result.isOverflow()) {
            out.clear();
            result = decoder.decode(in, out, true);
        }
        return !result.isError();
    }

    @Override
    public String kind() {
        return charset.name();
    }

    @Override
    public char delimiter() {
        return ShapeGuess.delimiter(lines);
    }

    @Override
    public boolean isParted() {
        return false;
    }

    @Override
    public List<List<String>> first(char delimiter) {
        List<List<String>> first = new ArrayList<>();
        rows(String.join("\n", lines).getBytes(charset), delimiter).forEachRemaining(row -> first.add(row.cells()));
        return first;
    }

    @Override
    public Iterator<Row> rows(char delimiter) {
        return rows(file, delimiter);
    }

    private Iterator<Row> rows(byte[] of, char delimiter) {
        try {
            Reader reader = new InputStreamReader(new ByteArrayInputStream(of), charset);
            CSVParser parser = CSVFormat.DEFAULT.builder().setDelimiter(delimiter).setIgnoreEmptyLines(false).setLenientEof(true).setTrailingData(true).get().parse(reader);
            Iterator<CSVRecord> records = parser.iterator();
            return new Iterator<>() {
                @Override
                public boolean hasNext() {
                    return records.hasNext();
                }

                @Override
                public Row next() {
                    CSVRecord record = records.next();
                    List<String> cells = new ArrayList<>(record.size());
                    record.forEach(cell -> cells.add(cell.replace("\ufeff", "")));
                    return new Row(parser.getCurrentLineNumber(), LogFile.cut(cells));
                }
            };
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }
}
