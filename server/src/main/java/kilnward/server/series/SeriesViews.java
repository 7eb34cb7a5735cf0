package kilnward.server.series;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;

/** Devices and series as they go over the wire. */
public final class SeriesViews {
    private static final int NAME = 80;

    private SeriesViews() {
    }

    /** What is called so. */
    public record DeviceRequest(@NotBlank @Size(max = NAME) String name) {
    }

    /**
     * A device with its token, this once.
     *
     * @param token shown now and never again; only its hash is kept
     */
    public record NewDevice(String id, String token) {
    }

    /**
     * A device as kept.
     *
     * @param usedAt    when it last sent; null for never
     * @param trouble   what went wrong last with what it sent; null for nothing
     * @param troubleAt when that was
     * @param heldBack  readings of it that wait for a decision
     * @param notKept   readings that would have been held back and were not kept, because too many wait already
     */
    public record DeviceView(String id, String name, Instant madeAt, String madeBy, Instant tokenAt, @OrNull Instant usedAt, @OrNull Instant revokedAt, @OrNull String revokedBy,
            @OrNull String trouble, @OrNull Instant troubleAt, long heldBack, long notKept) {
    }

    /**
     * A series to keep.
     *
     * @param unit         what it is sent in: C, F, RH, LX, UMOL_M2_S, PPM, MM, CM, INCH, PH, US_CM, MS_CM or W, or as it is written, like °C
     * @param deviceId     who sends it; null for any device of the site
     * @param probeId      the probe of the plan where it is measured; null for none
     * @param controllerId the controller whose display it is; null for what no display shows
     * @param everyS       usual distance of two readings; null for a minute
     */
    public record SeriesRequest(@NotBlank @Size(max = NAME) String name, @NotNull Quantity quantity, @NotBlank @Size(max = 16) String unit,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String deviceId, @OrNull @Pattern(regexp = ChamberPlan.UUID) String probeId,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String controllerId, @OrNull @Within(min = 1, max = 86_400, unit = "s") Double everyS) {
    }

    /** What can be changed of a series: never what it measures, nor in which unit. */
    public record SeriesChangeRequest(@NotBlank @Size(max = NAME) String name, @OrNull @Pattern(regexp = ChamberPlan.UUID) String deviceId,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String probeId, @OrNull @Pattern(regexp = ChamberPlan.UUID) String controllerId,
            @NotNull @Within(min = 1, max = 86_400, unit = "s") Double everyS) {
    }

    /** The id of what was made. */
    public record Made(String id) {
    }

    /**
     * How long what is kept (days); null for always.
     *
     * @param rawDays    single readings, at least 7
     * @param minuteDays lowest, highest, mean and count of each minute, at least 30
     * @param hourDays   the same of each hour, at least 366
     */
    public record Retention(@OrNull @Within(min = 7, max = 36_600, unit = "days") Integer rawDays, @OrNull @Within(min = 30, max = 36_600, unit = "days") Integer minuteDays,
            @OrNull @Within(min = 366, max = 36_600, unit = "days") Integer hourDays) {
    }

    /** Something that was taken out by a policy. */
    public record Removed(String kind, Instant before, long readings, Instant at) {
    }

    /** The policy of a series and what it has taken out. */
    public record RetentionView(Retention keeps, List<Removed> removed) {
    }

    /** A reading, in the unit the series is kept in. */
    public record ReadingView(Instant at, double value) {
    }

    /**
     * A series as kept.
     *
     * @param unit      what it is kept in; values are in this one
     * @param sentIn    what it is sent in
     * @param sign      of {@code unit}, as it is written beside a number
     * @param silentAfterS so long after its newest reading nothing is known any more (s)
     * @param latest    newest reading; null before there is one
     * @param retiredAt since when nothing is taken in; null while it stands
     */
    public record SeriesView(String id, String chamberId, String name, Quantity quantity, SeriesUnit unit, SeriesUnit sentIn, String sign, @OrNull String deviceId,
            @OrNull String probeId, @OrNull String controllerId, double everyS, double silentAfterS, @OrNull ReadingView latest, @OrNull Instant retiredAt) {
    }

    /** The series that a chamber is known by, with its newest reading. */
    public record Leading(String chamberId, String seriesId, String name, double silentAfterS, ReadingView latest) {
    }

    /**
     * A series as whoever takes readings in has to know it.
     *
     * @param rawFrom    before it no single readings are kept
     * @param minuteDays how long minutes are kept; null for always
     */
    public record Series(UUID id, int number, UUID siteId, UUID chamberId, Quantity measured, SeriesUnit unit, UUID deviceId, double everyS, Instant rawFrom, Integer minuteDays,
            boolean retired, String name) {
    }

    /** A device that has shown its token. */
    public record Device(UUID id, UUID siteId, UUID chamberId, String name) {
    }
}
