package kilnward.server.imports;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import kilnward.core.logfile.LogShape;
import kilnward.core.logfile.RowReader;
import kilnward.core.series.Admission;
import kilnward.core.series.SeriesUnit;
import kilnward.server.imports.ImportViews.BadLineView;
import kilnward.server.reading.Arriving;
import kilnward.server.series.SeriesViews.Series;

/** Reads a logger's file into groups of readings on their way in. */
final class ImportRows {
    /** Rows taken in at once. */
    private static final int GROUP = 10_000;
    static final int BAD_LINES = 200;
    static final int LONGEST_CELL = 80;
    private final Iterator<LogFile.Row> rows;
    private final RowReader reader;
    private final LogShape shape;
    private final List<Series> into;
    private final long done;
    private final Clock clock;
    private long row;

    /**
     * @param into the series of each column of the shape
     * @param done rows that are readings already
     */
    ImportRows(Iterator<LogFile.Row> rows, RowReader reader, LogShape shape, List<Series> into, long done, Clock clock) {
        this.rows = rows;
        this.reader = reader;
        this.shape = shape;
        this.into = into;
        this.done = done;
        this.clock = clock;
    }

    /** The next rows of it; after the last there are no more. */
    Group next() {
        Group group = new Group();
        for (int taken = 0; taken < GROUP && rows.hasNext();) {
            LogFile.Row next = rows.next();
            row++;
            if (row > shape.headerRows()) {
                // The reader goes through all of them: which of two hours is meant it knows from those before.
                RowReader.Row read = reader.read(next.cells());
                if (row > done) {
                    take(group, next, read);
                    taken++;
                }
            }
        }
        group.nextRow = row;
        group.last = !rows.hasNext();
        return group;
    }

    private void take(Group group, LogFile.Row row, RowReader.Row read) {
        boolean empty = row.cells().stream().allMatch(String::isBlank);
        if (!empty) {
            read.bad().forEach(each -> group.bad(row.line(), each.why().name(), each.cell()));
        }
        Instant now = clock.instant();
        read.at().ifPresent(at -> read.values().forEach(each -> {
            Series one = into.get(each.column());
            SeriesUnit unit = shape.values().get(each.column()).unit();
            Optional<Admission.Reason> held = Admission.heldBack(at, each.value(), unit, now, one.rawFrom());
            if (held.isPresent()) {
                group.bad(row.line(), held.get().name(), String.valueOf(each.value()));
            } else {
                group.arriving.add(new Arriving(group.arriving.size(), one.id().toString(), one, at, each.value(), unit, null));
                group.lines.add(row.line());
            }
        }));
    }

    /** Rows that become readings in one transaction. */
    static final class Group {
        final List<Arriving> arriving = new ArrayList<>();
        final List<Long> lines = new ArrayList<>();
        final List<BadLineView> badLines = new ArrayList<>();
        long bad;
        long nextRow;
        boolean last;

        private void bad(long line, String why, String cell) {
            bad++;
            if (badLines.size() < BAD_LINES) {
                badLines.add(badLine(line, why, cell));
            }
        }
    }

    static BadLineView badLine(long line, String why, String cell) {
        return new BadLineView(line, why, cell.substring(0, Math.min(cell.length(), LONGEST_CELL)));
    }
}
