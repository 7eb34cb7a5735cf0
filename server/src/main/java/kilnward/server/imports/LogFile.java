package kilnward.server.imports;

import java.util.Iterator;
import java.util.List;
import kilnward.core.logfile.LogShape;

/** A logger's file as rows of cells, whatever it is made of. */
sealed interface LogFile permits LogText, LogSheet {
    /**
     * A row.
     *
     * @param line the line it stands in, the first being 1
     */
    record Row(long line, List<String> cells) {
    }

    /** What it is, by what it begins with. */
    static LogFile of(byte[] file) {
        return LogSheet.isOne(file) ? new LogSheet(file) : new LogText(file);
    }

    /** How characters are written in it, or what kind of file it is. */
    String kind();

    /** What parts its cells, as far as can be seen; a tab where they are parted already. */
    char delimiter();

    /** Whether its cells are parted already. */
    boolean isParted();

    /** Its first rows, as many as a guess looks at. */
    List<List<String>> first(char delimiter);

    /** All its rows, one after the other. */
    Iterator<Row> rows(char delimiter);

    /** At most so many cells of a row: what is more is no log. */
    static List<String> cut(List<String> cells) {
        return cells.size() <= LogShape.MOST_COLUMNS ? cells : cells.subList(0, LogShape.MOST_COLUMNS);
    }
}
