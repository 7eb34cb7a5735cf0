package kilnward.core.logfile;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.series.SeriesUnit;

/**
 * How a file is made up.
 *
 * @param delimiter    what parts its cells; 0 for a spreadsheet, whose cells are parted already
 * @param decimalComma whether numbers have a comma where others have a point
 * @param headerRows   rows before the first reading
 * @param timeColumns  one column with date and time, or two: date, then time
 * @param dateOrder    in which order the parts of a date stand
 * @param values       columns that hold what was measured, at least one
 */
public record LogShape(char delimiter, boolean decimalComma, @Bounded(min = 0, max = 100) int headerRows, List<Integer> timeColumns, DateOrder dateOrder,
        List<ValueColumn> values) {
    /** Columns a file may have. */
    public static final int MOST_COLUMNS = 200;

    /**
     * A column that holds what was measured.
     *
     * @param column its place, the first being 0
     * @param name   what the file calls it; empty where it has no header
     * @param unit   what it is in
     */
    public record ValueColumn(@Bounded(min = 0, max = MOST_COLUMNS - 1) int column, String name, SeriesUnit unit) {
        public ValueColumn {
            Require.within(ValueColumn.class, "column", column);
            Objects.requireNonNull(name, "name");
            Objects.requireNonNull(unit, "unit");
        }
    }

    public LogShape {
        timeColumns = List.copyOf(timeColumns);
        values = List.copyOf(values);
        Objects.requireNonNull(dateOrder, "dateOrder");
        Require.within(LogShape.class, "headerRows", headerRows);
        Require.that(timeColumns.size() == 1 || timeColumns.size() == 2, "timeColumns", timeColumns.size(), "must be one column, or a date and a time");
        for (int i = 0; i < timeColumns.size(); i++) {
            Require.within("timeColumns[" + i + "]", timeColumns.get(i), 0, MOST_COLUMNS - 1, "");
        }
        Require.that(!values.isEmpty(), "values", 0, "must be at least one column");
        List<Integer> used = new java.util.ArrayList<>(timeColumns);
        for (int i = 0; i < values.size(); i++) {
            Require.that(!used.contains(values.get(i).column), "values[" + i + "].column", values.get(i).column, "must be a column that is not used yet");
            used.add(values.get(i).column);
        }
    }
}
