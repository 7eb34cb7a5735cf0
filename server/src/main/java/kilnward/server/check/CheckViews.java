package kilnward.server.check;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import kilnward.core.calibration.Check;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Due;
import kilnward.core.calibration.KeyedWrong.Slip;
import kilnward.core.calibration.Reference;
import kilnward.core.calibration.RowDoubt;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.proposal.OffsetEffect;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.server.check.CheckController.CheckAnswer;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;

/** What goes over the wire about checks; every value in the controller's own unit, differences as differences. */
public final class CheckViews {
    private CheckViews() {
    }

    /**
     * A reference.
     *
     * @param stated       what is said of its uncertainty
     * @param basis        by what it is said
     * @param correction   what is to be added to what it reads
     * @param validTo      last day of its certificate; null where it has none
     * @param fixedReading what a point that was made always reads, ice water for instance; null for an instrument
     */
    @BoundsOf(Reference.class)
    public record ReferenceView(@NotBlank @Size(max = 80) String name, @NotNull @Within(of = Reference.class, field = "standard") Double stated, @NotNull Reference.Basis basis,
            @NotNull Double correction, @OrNull LocalDate validTo,
            @OrNull @Within(min = -60, max = 300) Double fixedReading) {
    }

    /**
     * A new check.
     *
     * @param id     made by who begins it, so that asking twice begins one
     * @param leastS shortest stretch that must be settled
     * @param reason why less than an hour is enough; empty where it is not less
     * @param roomC  temperature of the room; null where it was not read
     */
    @BoundsOf(Check.Rules.class)
    public record NewCheck(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotNull @Pattern(regexp = ChamberPlan.UUID) String controllerId,
            @NotNull Parameter offsetKey, @NotNull CheckSession.Place place,
            @NotEmpty @Size(max = 10) List<@Valid @NotNull ReferenceView> references,
            @NotNull Double leastS, @NotNull @Size(max = 300) @ManyLines String reason,
            @OrNull @Within(min = -40, max = 60, unit = "°C") Double roomC, @NotNull @Size(max = 500) @ManyLines String note) {
    }

    /**
     * A new row.
     *
     * @param id   made where it was typed, so that sending it twice writes it once
     * @param sure whether somebody was asked and says that it is so
     */
    public record NewRow(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotNull Instant at,
            @NotNull @Within(min = -100, max = 300) Double display,
            @NotEmpty @Size(max = 10) Map<@NotBlank String, @NotNull @Within(min = -100, max = 300) Double> references, @NotNull Boolean sure) {
    }

    /** A note to an entry; may be empty. */
    public record Remark(@NotNull @Size(max = 500) @ManyLines String note) {
    }

    /**
     * An offset that was keyed in.
     *
     * @param seen     the offset that was in force when it was decided
     * @param shown    what the device shows as its offset now
     * @param setShown what it shows as its set value; null where nobody looked
     * @param sure     whether somebody was asked and says that it is meant so
     */
    public record NewOffset(@NotNull @Within(min = -100, max = 100) Double seen, @NotNull @Within(min = -100, max = 100) Double shown,
            @OrNull @Within(min = -100, max = 300) Double setShown, @NotNull @Size(max = 500) @ManyLines String note, @NotNull Boolean sure) {
    }

    /**
     * A doubt about an offset that was keyed in.
     *
     * @param follows   what follows from the check
     * @param remaining error that is left on the display by what was keyed in
     */
    public record SlipView(Slip slip, double follows, double remaining) {
    }

    /** A row as kept; withdrawn ones stay. {@code late} is whether it was written down after a row that was taken after it. */
    public record RowView(String id, Instant at, double display, Map<String, Double> references, boolean sure, boolean withdrawn, boolean late, String author, Instant writtenAt) {
    }

    /** Something done beside a row. */
    public record EntryView(String id, CheckEntryEntity.Kind kind, @OrNull String rowId, @OrNull Double offset, @OrNull Integer settingsNumber, String note,
            String author, Instant writtenAt) {
    }

    /** A doubt about a row. */
    public record DoubtView(RowDoubt.Kind kind, String field, double given, @OrNull Double meant) {
    }

    /**
     * A check with all that was written down and what follows from it.
     *
     * @param offsetThen offset in force when it began
     * @param offset     offset in force now
     * @param roomFit    whether the room was one in which a check means something
     * @param expired    references whose certificate was past on the day
     * @param settledAt  earliest moment at which this phase can be settled; null where nothing is waited for, or nothing is written yet
     * @param found      what the rows with the old offset say; null where there are none
     * @param left       what the rows since the new offset say; null where there are none
     * @param slip       what seems to have gone wrong with the keying in; null where nothing does
     */
    public record CheckView(String id, String chamberId, String controllerId, Parameter offsetKey, CheckSession.Place place, DisplayUnit unit, double offsetThen,
            double offset, double offsetStep, double resolution, double leastS, String reason, @OrNull Double roomC, boolean roomFit, String note, String author,
            Instant begunAt, List<ReferenceView> references, List<String> expired, List<RowView> rows, List<EntryView> entries, boolean closed,
            CheckSession.Phase phase, @OrNull Instant settledAt, @OrNull CheckAnswer found, @OrNull CheckAnswer left, @OrNull Slip slip) {
    }

    /**
     * What a check found, as a point of the history.
     *
     * @param sensorError         what the sensor shows too much without any offset
     * @param expandedUncertainty of that
     * @param offsetAfter         offset in force afterwards
     * @param remaining           what was left wrong with it
     */
    public record FoundView(String checkId, Instant at, double sensorError, double expandedUncertainty, double offsetAfter, double remaining, String author) {
    }

    /** A difference between occupant and display that was measured: holds for that room, load and fan. */
    public record PlacedView(String checkId, Instant at, double difference, double expandedUncertainty, String note, String author) {
    }

    /**
     * How the error moves.
     *
     * @param perDayMargin   half the width of the slope's 95 % interval; null with two checks
     * @param at             error by the line on the first day of the history
     * @param passesOn       day on which the error will have moved past the tolerance since it was last set right; null where it does not drift
     * @param passesEarliest the same as early as the confidence allows; null where that is not known
     */
    public record DriftView(double perDay, @OrNull Double perDayMargin, double at, @OrNull LocalDate passesOn, @OrNull LocalDate passesEarliest) {
    }

    /** When the next check is due. */
    public record DueView(LocalDate from, LocalDate latest, Due.Why why, boolean due) {
    }

    /** A reference that was used, with its certificate. */
    public record CertificateView(ReferenceView reference, Instant lastUsed, boolean expired) {
    }

    /**
     * All that is known of one display.
     *
     * @param tolerance how far the error may move; null where no target range says so
     */
    public record HistoryView(String controllerId, Parameter offsetKey, DisplayUnit unit, @OrNull Double tolerance, List<FoundView> found, List<PlacedView> placed,
            @OrNull DriftView drift, DueView due, List<CertificateView> certificates) {
    }

    /** When a display of a chamber is due. */
    public record ChamberDueView(String chamberId, String controllerId, Parameter offsetKey, DueView due) {
    }

    /** A level at the occupant in °C or %RH, over a rehearsed day. */
    public record EffectView(Metrics.Level believed, Metrics.Level had, Metrics.Level gets, List<OffsetEffect.Moved> rungs, Quantity quantity) {
    }
}
