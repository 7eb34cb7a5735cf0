package kilnward.server.backup;

import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import kilnward.server.store.Digest;

/**
 * What the SQL of a database comes to: its digest, and how many rows each table has. A backup ends with it, as a comment: where that line is missing the file was cut off, and where
 * it says something else than the file is, the file was changed.
 *
 * @param sha256 of the SQL, without that line, in hexadecimal digits
 * @param rows   of each table
 */
record DumpContent(String sha256, Map<String, Long> rows) {
    private static final byte[] MARK = "-- kiln-ward manifest 1 ".getBytes(StandardCharsets.US_ASCII);

    DumpContent {
        rows = Map.copyOf(rows);
    }

    /** The line with which a backup ends. */
    byte[] manifest() {
        String tables = new TreeMap<>(rows).entrySet().stream().map(each -> each.getKey() + ":" + each.getValue()).collect(Collectors.joining(","));
        return (new String(MARK, StandardCharsets.US_ASCII) + "sha256=" + sha256 + " rows=" + tables + "\n").getBytes(StandardCharsets.UTF_8);
    }

    /**
     * Goes through a backup to its end, before anything is done with it.
     *
     * @return what is in it; whether it says so itself is another question: backups of before do not
     * @throws IOException where it was cut off, changed, or is no backup
     */
    static Checked check(Path file) throws IOException {
        Reader reader = new Reader(OutputStream.nullOutputStream());
        try (InputStream sql = new GZIPInputStream(Files.newInputStream(file))) {
            sql.transferTo(reader);
        } catch (EOFException cut) {
            throw new IOException("it is cut off: its end is missing", cut);
        } catch (ZipException broken) {
            throw new IOException("it is damaged, or no backup: " + broken.getMessage(), broken);
        }
        reader.close();
        DumpContent content = reader.content();
        if (content.rows.isEmpty()) {
            throw new IOException("it holds no tables");
        }
        boolean marked = reader.mark().isPresent();
        if (marked && !reader.mark().get().equals(new String(content.manifest(), StandardCharsets.UTF_8))) {
            throw new IOException("it is not what it was when it was made: its digest or its tables differ");
        }
        return new Checked(content, marked);
    }

    /**
     * A backup that was gone through.
     *
     * @param marked whether it says itself what is in it
     */
    record Checked(DumpContent content, boolean marked) {
    }

    /** Reads SQL on its way to somewhere. */
    static final class Reader extends OutputStream {
        private final OutputStream to;
        private final MessageDigest sha256 = Digest.sha256();
        private final Map<String, Long> rows = new TreeMap<>();
        /** What may be the beginning of the last line. */
        private final ByteArrayOutputStream held = new ByteArrayOutputStream();
        private final StringBuilder words = new StringBuilder();
        private boolean lineBegins = true;
        private boolean isMark;
        private boolean inText;
        private boolean escaped;
        private boolean inStatement;
        private int depth;
        private String table;

        Reader(OutputStream to) {
            this.to = to;
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            to.write(bytes, from, length);
            int plainFrom = from;
            for (int i = from; i < from + length; i++) {
                boolean mayBeMark = isMark || lineBegins && held.size() < MARK.length && bytes[i] == MARK[held.size()] && !inStatement && !inText;
                if (mayBeMark) {
                    if (held.size() == 0) {
                        sha256.update(bytes, plainFrom, i - plainFrom);
                    }
                    held.write(bytes[i]);
                    isMark |= held.size() == MARK.length;
                    plainFrom = i + 1;
                } else {
                    if (held.size() > 0) {
                        release();
                    }
                    see((char) (bytes[i] & 0xff));
                }
            }
            sha256.update(bytes, plainFrom, from + length - plainFrom);
        }

        private void release() {
            byte[] plain = held.toByteArray();
            held.reset();
            sha256.update(plain);
            for (byte each : plain) {
                see((char) (each & 0xff));
            }
        }

        /** Counts a row for each pair of outer parentheses of an INSERT, wherever its lines end. */
        private void see(char sign) {
            lineBegins = sign == '\n';
            if (inText) {
                inText = escaped || sign != '\'';
                escaped = !escaped && sign == '\\';
                return;
            }
            if (table != null) {
                if (sign == '\'') {
                    inText = true;
                } else if (sign == '(') {
                    depth++;
                } else if (sign == ')' && --depth == 0) {
                    rows.merge(table, 1L, Long::sum);
                } else if (sign == ';' && depth == 0) {
                    table = null;
                    inStatement = false;
                }
                return;
            }
            if (sign == '\n') {
                words.setLength(0);
                return;
            }
            if (words.length() < 200) {
                words.append(sign);
                statement();
            }
        }

        private void statement() {
            if (words.charAt(words.length() - 1) != '`') {
                return;
            }
            named("CREATE TABLE `").ifPresent(name -> rows.putIfAbsent(name, 0L));
            named("INSERT INTO `").ifPresent(name -> {
                table = name;
                depth = 0;
                inStatement = true;
                words.setLength(0);
            });
        }

        private Optional<String> named(String before) {
            String line = words.toString();
            return line.startsWith(before) && line.length() > before.length() ? Optional.of(line.substring(before.length(), line.length() - 1)) : Optional.empty();
        }

        /** What was read. */
        DumpContent content() {
            return new DumpContent(HexFormat.of().formatHex(clone(sha256).digest()), rows);
        }

        private static MessageDigest clone(MessageDigest digest) {
            try {
                return (MessageDigest) digest.clone();
            } catch (CloneNotSupportedException impossible) {
                throw new IllegalStateException(impossible);
            }
        }

        /** The line that says what should have been read, which must be the last; empty where there is none. */
        Optional<String> mark() {
            return isMark ? Optional.of(held.toString(StandardCharsets.UTF_8)) : Optional.empty();
        }

        @Override
        public void flush() throws IOException {
            to.flush();
        }

        @Override
        public void close() throws IOException {
            if (!isMark && held.size() > 0) {
                release();
            }
            to.flush();
        }
    }

    @Override
    public String toString() {
        return sha256 + " " + Arrays.toString(rows.entrySet().toArray());
    }
}
