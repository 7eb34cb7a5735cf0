package kilnward.core.logfile;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Reads rows one after the other. It remembers the one before: in the night in which clocks go back an hour comes twice, and only the order tells which of them is meant.
 */
public final class RowReader {
    private final LogShape shape;
    private final ZoneId zone;
    private LocalDateTime before;
    private ZoneOffset beforeIn;
    /** Whether the rows go back in time, as far as they were read. */
    private boolean newestFirst;

    /** @param zone by whose clock the file is written, where a cell does not say so itself */
    public RowReader(LogShape shape, ZoneId zone) {
        this.shape = shape;
        this.zone = zone;
    }

    /** Why a row, or a cell of it, cannot be read. */
    public enum Bad {
        /** There is no such column in this row. */
        TOO_SHORT,
        /** No date and time. */
        NO_TIME,
        /** A time that clocks leapt over. */
        LEAPT_OVER,
        /** No number. */
        NO_NUMBER
    }

    /**
     * A value of a row.
     *
     * @param column its place in the shape's values
     */
    public record Value(int column, double value) {
    }

    /**
     * A cell that could not be read.
     *
     * @param column its place in the row
     * @param cell   what stands there
     */
    public record BadCell(int column, Bad why, String cell) {
    }

    /**
     * What was read of a row.
     *
     * @param at     when; empty where that could not be read
     * @param values what was measured; cells that say that there was nothing are left out
     * @param bad    what could not be read
     */
    public record Row(Optional<Instant> at, List<Value> values, List<BadCell> bad) {
        public Row {
            values = List.copyOf(values);
            bad = List.copyOf(bad);
        }
    }

    /** Reads the next row. */
    public Row read(List<String> cells) {
        int first = shape.timeColumns().get(0);
        int last = shape.timeColumns().get(shape.timeColumns().size() - 1);
        if (Math.max(first, last) >= cells.size()) {
            return new Row(Optional.empty(), List.of(), List.of(new BadCell(Math.max(first, last), Bad.TOO_SHORT, "")));
        }
        Optional<Instant> at = shape.dateOrder() == DateOrder.SINCE_1970 ? Cells.since1970(cells.get(first)) : Optional.empty();
        if (shape.dateOrder() != DateOrder.SINCE_1970) {
            String[] parts = first == last ? Cells.dateAndTime(cells.get(first)) : new String[] {cells.get(first).strip(), cells.get(last)};
            Optional<Cells.Local> local = Cells.local(parts[0], parts[1], shape.dateOrder());
            if (local.isPresent()) {
                at = instant(local.get());
                if (at.isEmpty()) {
                    return new Row(at, List.of(), List.of(new BadCell(first, Bad.LEAPT_OVER, cells.get(first))));
                }
            }
        }
        if (at.isEmpty()) {
            return new Row(at, List.of(), List.of(new BadCell(first, Bad.NO_TIME, cells.get(first))));
        }
        List<Value> values = new ArrayList<>();
        List<BadCell> bad = new ArrayList<>();
        for (int i = 0; i < shape.values().size(); i++) {
            int column = shape.values().get(i).column();
            if (column >= cells.size() || Cells.isNothing(cells.get(column))) {
                continue;
            }
            OptionalDouble number = Cells.number(cells.get(column), shape.decimalComma());
            if (number.isPresent()) {
                values.add(new Value(i, number.getAsDouble()));
            } else {
                bad.add(new BadCell(column, Bad.NO_NUMBER, cells.get(column)));
            }
        }
        return new Row(at, values, bad);
    }

    /** Empty where clocks leapt over it. */
    private Optional<Instant> instant(Cells.Local local) {
        if (local.offset() != null) {
            return Optional.of(local.at().toInstant(local.offset()));
        }
        List<ZoneOffset> valid = zone.getRules().getValidOffsets(local.at());
        if (valid.isEmpty()) {
            return Optional.empty();
        }
        ZoneOffset in = valid.get(0);
        boolean within = before != null && zone.getRules().getValidOffsets(before).size() > 1;
        if (before != null && !within && !local.at().equals(before)) {
            newestFirst = local.at().isBefore(before);
        }
        if (valid.size() > 1) {
            ZoneOffset second = valid.get(newestFirst ? 0 : 1);
            // The hour had begun already, and its clock leapt: it is the other time that it comes.
            boolean leapt = within && (newestFirst ? local.at().isAfter(before) : local.at().isBefore(before));
            in = leapt || within && beforeIn.equals(second) ? second : valid.get(newestFirst ? 1 : 0);
        }
        before = local.at();
        beforeIn = in;
        return Optional.of(local.at().toInstant(in));
    }
}
