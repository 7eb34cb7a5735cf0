package kilnward.server.imports;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;

/**
 * Goes through the unpacked parts of a spreadsheet byte by byte, before any of it is read as one: how much it is, and of what. A file of a megabyte can unpack to thirty million
 * strings; whoever reads those keeps them all. The limits are far below what a small server's memory holds, and far above what a logger writes.
 */
final class SheetScan {
    /** Unpacked it may be so large: a million rows take a fifth of it, and rows are read one at a time. */
    private static final long MOST_BYTES = 600L * 1024 * 1024;
    /** Strings that cells share are all kept while a file is read. */
    private static final int MOST_STRINGS = 500_000;
    private static final long MOST_STRING_BYTES = 48L * 1024 * 1024;
    /** What holds neither rows nor strings is read whole. */
    private static final long MOST_OTHER_BYTES = 8L * 1024 * 1024;
    private static final int MOST_OTHER_TAGS = 200_000;
    /** A row is kept whole; a spreadsheet has no more columns. */
    private static final int MOST_CELLS = 16_384;
    private static final int MOST_COLUMN_LETTERS = 3;
    /** Between two angle brackets; a cell holds 32,767 characters. */
    private static final int LONGEST = 256 * 1024;
    private static final int LONGEST_NAME = 16;
    private final byte[] buffer = new byte[64 * 1024];
    private long bytes;
    private int strings;
    private String wrong;

    // Of the part that is being gone through.
    private long partBytes;
    private int tags;
    private int rows;
    private int partStrings;
    private int cells;
    private int run;
    private int capitals;
    private boolean inTag;
    private boolean inName;
    private final StringBuilder name = new StringBuilder();

    /** Goes through a part. */
    void part(InputStream in) throws IOException {
        partBytes = 0;
        tags = 0;
        rows = 0;
        partStrings = 0;
        cells = 0;
        run = 0;
        inTag = false;
        inName = false;
        for (int read = in.read(buffer); read >= 0 && wrong == null; read = in.read(buffer)) {
            bytes += read;
            partBytes += read;
            for (int i = 0; i < read; i++) {
                see(buffer[i]);
            }
            judge();
        }
    }

    private void see(byte sign) {
        run++;
        if (sign == '<') {
            tags++;
            run = 0;
            capitals = 0;
            inTag = true;
            inName = true;
            name.setLength(0);
        } else if (sign == '>') {
            endName();
            run = 0;
            inTag = false;
        } else if (inName) {
            if (sign == ':') {
                name.setLength(0);
            } else if (sign == ' ' || sign == '/' && name.length() > 0 || sign == '\t' || sign == '\n' || sign == '\r') {
                endName();
            } else if (name.length() < LONGEST_NAME) {
                name.append((char) sign);
            }
        } else if (inTag && name.length() == 1 && name.charAt(0) == 'c') {
            capitals = sign >= 'A' && sign <= 'Z' ? capitals + 1 : 0;
            if (capitals > MOST_COLUMN_LETTERS) {
                wrong = "must have at most " + MOST_CELLS + " columns";
            }
        }
        if (run > LONGEST) {
            wrong = "must not have cells that are longer than a spreadsheet's can be";
        }
    }

    private void endName() {
        if (!inName) {
            return;
        }
        inName = false;
        switch (name.toString()) {
            case "row" -> {
                rows++;
                cells = 0;
            }
            case "c" -> cells++;
            case "si" -> partStrings++;
            case "!DOCTYPE", "!ENTITY" -> wrong = "must be a spreadsheet (.xlsx) as it is saved; this one declares entities";
            default -> {
                return;
            }
        }
    }

    private void judge() {
        if (bytes > MOST_BYTES) {
            wrong = "must not be larger than 600 MB once it is unpacked";
        } else if (cells > MOST_CELLS) {
            wrong = "must have at most " + MOST_CELLS + " columns";
        } else if (strings + partStrings > MOST_STRINGS || partStrings > 0 && partBytes > MOST_STRING_BYTES) {
            wrong = "must not hold more than " + MOST_STRINGS + " different texts: save it as CSV";
        } else if (rows == 0 && partStrings == 0 && (partBytes > MOST_OTHER_BYTES || tags > MOST_OTHER_TAGS)) {
            wrong = "must be a plain spreadsheet: this one holds more beside its rows than can be taken in; save it as CSV";
        }
    }

    /** After a part: its strings count on. */
    void done() {
        strings += partStrings;
    }

    /** Why it cannot be taken in; empty where nothing stands against it. */
    Optional<String> wrong() {
        return Optional.ofNullable(wrong);
    }
}
