package kilnward.server.reading;

import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.series.Admission;
import kilnward.core.series.SeriesUnit;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Change;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Readings that were held back, and what somebody decides of them. Nothing of it is ever deleted. */
@Service
public class HeldBack {
    private static final int SHOWN = 500;
    private final JdbcClient sql;
    private final ReadingStore store;
    private final SeriesService series;
    private final Plans plans;
    private final Audit audit;
    private final Clock clock;

    HeldBack(JdbcClient sql, ReadingStore store, SeriesService series, Plans plans, Audit audit, Clock clock) {
        this.audit = audit;
        this.sql = sql;
        this.store = store;
        this.series = series;
        this.plans = plans;
        this.clock = clock;
    }

    /** What is done with a reading that was held back. */
    public enum Decision {
        LET_IN,
        THROWN_AWAY
    }

    /**
     * A reading that was held back.
     *
     * @param seriesId  the series; null where none was known
     * @param value     in {@code unit}
     * @param unit      null where its series was not known
     * @param keptValue what was kept of the same instant, in the unit the series is kept in; null where nothing was
     * @param seenTimes how often it was sent
     * @param decision  null while it waits
     */
    public record HeldView(String id, String deviceId, @OrNull String seriesId, String seriesText, Instant at, double value, @OrNull SeriesUnit unit, Admission.Reason reason,
            @OrNull Double keptValue, Instant receivedAt, int seenTimes, @OrNull Decision decision, @OrNull Instant decidedAt, @OrNull String decidedBy, @OrNull String note) {
    }

    /**
     * Some of those that were held back.
     *
     * @param waiting how many wait for a decision in all
     * @param some    at most 500, those that wait first, newest first
     */
    public record HeldList(long waiting, List<HeldView> some) {
    }

    /**
     * What to do with some.
     *
     * @param seriesId the series to put them into, where theirs was not known; null for their own
     */
    public record DecisionRequest(@NotEmpty @Size(max = SHOWN) List<@NotNull @Pattern(regexp = ChamberPlan.UUID) String> ids, @NotNull Decision decision,
            @NotNull @Size(max = 300) @ManyLines String note, @OrNull @Pattern(regexp = ChamberPlan.UUID) String seriesId) {
    }

    /** Those of a chamber. */
    public HeldList of(UUID chamberId) {
        plans.require(chamberId);
        return new HeldList(sql.sql("select count(*) from held_reading where chamber_id = ? and decided_at is null").param(chamberId).query(Long.class).single(),
                sql.sql("select * from held_reading where chamber_id = ? order by decided_at is not null, received_at desc, at desc limit " + SHOWN).param(chamberId)
                        .query((row, i) -> view(row)).list());
    }

    private static HeldView view(ResultSet row) throws SQLException {
        double kept = row.getDouble("kept_value");
        Double keptValue = row.wasNull() ? null : Double.valueOf(kept);
        return new HeldView(row.getString("id"), row.getString("device_id"), row.getString("series_id"), row.getString("series_text"), row.getTimestamp("at").toInstant(),
                row.getDouble("value"), row.getString("unit") == null ? null : SeriesUnit.valueOf(row.getString("unit")), Admission.Reason.valueOf(row.getString("reason")),
                keptValue,
                row.getTimestamp("received_at").toInstant(), row.getInt("seen_times"), row.getString("decision") == null ? null : Decision.valueOf(row.getString("decision")),
                instant(row.getTimestamp("decided_at")), row.getString("decided_by"), row.getString("note"));
    }

    private static Instant instant(Timestamp at) {
        return at == null ? null : at.toInstant();
    }

    /** Decides of some, each once: whoever decides of one that is decided already changes nothing. */
    public void decide(UUID chamberId, DecisionRequest asked, String author) {
        if (asked.note().isBlank()) {
            throw new RefusedValueException("note", null, "must say why");
        }
        List<HeldView> waiting = new ArrayList<>();
        for (String id : asked.ids()) {
            sql.sql("select * from held_reading where chamber_id = ? and id = ? and decided_at is null").param(chamberId).param(UUID.fromString(id)).query((row, i) -> view(row))
                    .optional().ifPresent(waiting::add);
        }
        audit.write(Done.in(chamberId, What.CHANGED, "held reading", chamberId, waiting.size() + " of " + asked.ids().size(), asked.note().strip(),
                List.of(new Change("decision", null, asked.decision().name()))));
        if (asked.decision() == Decision.THROWN_AWAY) {
            waiting.forEach(each -> sql.sql("update held_reading set decision = ?, decided_at = ?, decided_by = ?, note = ? where id = ? and decided_at is null")
                    .param(asked.decision().name()).param(Moments.now(clock)).param(author).param(asked.note().strip()).param(UUID.fromString(each.id())).update());
            return;
        }
        // All are looked at before any is let in.
        List<Arriving> arriving = waiting.stream().map(each -> arriving(chamberId, each, asked.seriesId())).toList();
        for (int i = 0; i < waiting.size(); i++) {
            letIn(waiting.get(i), arriving.get(i), asked.note().strip(), author);
        }
    }

    private Arriving arriving(UUID chamberId, HeldView held, String into) {
        String named = into != null && held.reason() == Admission.Reason.UNKNOWN_SERIES ? into : held.seriesId();
        Series found = named == null ? null : series.find(UUID.fromString(named)).filter(each -> each.chamberId().equals(chamberId)).orElse(null);
        if (found == null) {
            throw new RefusedValueException("seriesId", into, "must be the series of this chamber to put readings into whose own is not known");
        }
        if (held.at().isAfter(Moments.now(clock).plus(Admission.AHEAD))) {
            throw new RefusedValueException("ids", held.id(), "is of a time that has not come yet: it can be let in then, or thrown away now");
        }
        if (held.at().isBefore(found.rawFrom())) {
            throw new RefusedValueException("ids", held.id(), "is of a time of which single readings are no longer kept: it can only be thrown away");
        }
        SeriesUnit unit = held.unit() == null ? found.unit() : held.unit();
        if (Math.abs(held.value()) > 1e9) {
            throw new RefusedValueException("ids", held.id(), "is too large to be kept at all: it can only be thrown away");
        }
        return new Arriving(0, held.seriesText(), found, held.at(), held.value(), unit, null);
    }

    private void letIn(HeldView held, Arriving arriving, String note, String author) {
        store.write(List.of(arriving), false, connection -> {
            if (!claim(connection, held, note, author)) {
                // Decided by somebody else meanwhile: what is written here is what they let in, or nothing that was not there.
                throw new ConflictException("Somebody else decided of it meanwhile.", null);
            }
            if (arriving.reason() == Admission.Reason.CHANGED) {
                store.replace(connection, arriving.number(), arriving.atUs, arriving.valueE6);
            }
        });
    }

    private boolean claim(Connection connection, HeldView held, String note, String author) throws SQLException {
        try (var update = connection.prepareStatement("update held_reading set decision = ?, decided_at = ?, decided_by = ?, note = ? where id = ? and decided_at is null")) {
            update.setString(1, Decision.LET_IN.name());
            update.setTimestamp(2, Timestamp.from(Moments.now(clock)));
            update.setString(3, author);
            update.setString(4, note);
            update.setString(5, held.id());
            return update.executeUpdate() == 1;
        }
    }

}
