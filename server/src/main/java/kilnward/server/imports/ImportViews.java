package kilnward.server.imports;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import kilnward.core.logfile.DateOrder;
import kilnward.core.logfile.LogShape;
import kilnward.core.logfile.LogShape.ValueColumn;
import kilnward.core.logfile.ShapeGuess;
import kilnward.core.series.SeriesUnit;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;

/** A logger's file on the wire. */
public final class ImportViews {
    private ImportViews() {
    }

    /** How far one is. */
    public enum ImportState {
        /** Waits for somebody to say what is in it. */
        ASKED,
        RUNNING,
        STOPPED,
        DONE,
        FAILED
    }

    /** What parts the cells of a text; a spreadsheet's are parted already, and count as by tabs. */
    public enum Parted {
        COMMA(','),
        SEMICOLON(';'),
        TAB('\t'),
        BAR('|');

        private final char sign;

        Parted(char sign) {
            this.sign = sign;
        }

        char sign() {
            return sign;
        }

        static Parted by(char sign) {
            return Arrays.stream(values()).filter(each -> each.sign == sign).findFirst().orElse(TAB);
        }
    }

    /**
     * A column that becomes a series.
     *
     * @param column   its place, the first being 0
     * @param name     of the new series; null where there is one already
     * @param seriesId the series that is there already; null for a new one
     */
    public record ColumnPlan(@NotNull @Within(min = 0, max = LogShape.MOST_COLUMNS - 1) Integer column, @NotNull SeriesUnit unit, @OrNull @Size(min = 1, max = 80) String name,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String seriesId) {
    }

    /**
     * What is in a file.
     *
     * @param partedBy what parts its cells
     * @param zone      by whose clock it is written, where its rows do not say so
     * @param sure      whether a file that is unlikely to be of this chamber is meant for it; null for not asked
     */
    public record ImportPlan(@NotNull Parted partedBy, @NotNull Boolean decimalComma, @NotNull @Within(min = 0, max = 100) Integer headerRows,
            @NotNull @Size(min = 1, max = 2) List<@NotNull @Within(min = 0, max = LogShape.MOST_COLUMNS - 1) Integer> timeColumns, @NotNull DateOrder dateOrder,
            @NotBlank @Size(max = 60) String zone, @NotEmpty @Size(max = 50) List<@NotNull @Valid ColumnPlan> columns, @OrNull Boolean sure) {
        LogShape shape() {
            return new LogShape(partedBy.sign, decimalComma, headerRows, timeColumns, dateOrder,
                    columns.stream().map(each -> new ValueColumn(each.column, each.name == null ? "" : each.name, each.unit)).toList());
        }
    }

    /**
     * Why a column is unlikely to be of this chamber.
     *
     * @param same    a series of another chamber that holds nearly the same readings; null where it is only far from what is planned
     * @param middleC the middle of its first readings, far from the room and from what is wanted; null with same
     */
    public record UnlikeView(int column, @OrNull String same, @OrNull Double middleC) {
    }

    /** Why something is thought of a file; {@code example} is what in it shows it. */
    public record ReasonView(ShapeGuess.Why why, String example) {
    }

    /**
     * A line that could not be used.
     *
     * @param why what is wrong: what cannot be read, or why a reading is not taken in
     */
    public record BadLineView(long line, String why, String cell) {
    }

    /**
     * A file.
     *
     * @param guess    what seems to be in it; null where nothing is recognised
     * @param remembered whether that is what the last file that looked so was said to hold
     * @param unlike   what makes it unlikely that it is of this chamber
     * @param first    its first rows as they stand
     * @param doubts   what nobody can know from the file alone
     * @param readRows rows that were read so far, of about {@code rows}
     * @param known    readings that were there already
     * @param badLines of those that could not be used the first two hundred
     * @param from     the first reading that was taken in; null before there is any
     */
    public record ImportView(String id, String name, long bytes, String charset, ImportState state, @OrNull ImportPlan guess, boolean remembered, List<UnlikeView> unlike,
            List<ReasonView> reasons,
            List<ShapeGuess.Doubt> doubts, List<List<String>> first, @OrNull ImportPlan plan, long rows, long readRows, long stored, long known, long bad,
            List<BadLineView> badLines, @OrNull Instant from, @OrNull Instant to, @OrNull String trouble, Instant madeAt, String author) {
    }
}
