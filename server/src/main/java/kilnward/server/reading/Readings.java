package kilnward.server.reading;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.KnownReadings;
import kilnward.server.series.SeriesViews.ReadingView;
import kilnward.server.series.SeriesViews.Removed;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What other rooms may know of single readings. Instants are µs since 1970 UTC, values millionths of the unit in which a series is kept. */
@Component
public class Readings implements KnownReadings {
    private static final double MILLION = 1e6;
    private final JdbcClient sql;

    Readings(JdbcClient sql) {
        this.sql = sql;
    }

    /** A reading as it is kept. */
    public record Kept(long atUs, long valueE6) {
        /** Its value, in the unit in which the series is kept. */
        public double value() {
            return valueE6 / MILLION;
        }
    }

    /**
     * The newest reading of a series.
     *
     * @param changedUs  when anything of the series was written last
     * @param lateUs     when something older than its newest was written last; null where never
     * @param lateFromUs how far back that reaches; null likewise
     */
    public record Newest(int series, long atUs, long valueE6, long changedUs, @OrNull Long lateUs, @OrNull Long lateFromUs) {
    }

    /** From one instant to another, both included, the oldest first; the oldest where they are more than {@code most}. */
    public List<Kept> between(int series, long fromUs, long untilUs, int most) {
        return sql.sql("select at_us, value_e6 from reading where series = ? and at_us >= ? and at_us <= ? order by at_us limit " + most).param(series).param(fromUs).param(untilUs)
                .query((row, i) -> new Kept(row.getLong("at_us"), row.getLong("value_e6"))).list();
    }

    /** After one instant up to another, the oldest first; the newest where they are more than {@code most}. */
    public List<Kept> newest(int series, long afterUs, long untilUs, int most) {
        List<Kept> found = new ArrayList<>(
                sql.sql("select at_us, value_e6 from reading where series = ? and at_us > ? and at_us <= ? order by at_us desc limit " + most).param(series).param(afterUs)
                        .param(untilUs).query((row, i) -> new Kept(row.getLong("at_us"), row.getLong("value_e6"))).list());
        Collections.reverse(found);
        return found;
    }

    /** Those at any of some instants. */
    public Set<Kept> at(int series, Collection<Long> atUs) {
        return atUs.isEmpty() ? Set.of()
                : new HashSet<>(sql.sql("select at_us, value_e6 from reading where series = :series and at_us in (:at)").param("series", series).param("at", atUs)
                        .query((row, i) -> new Kept(row.getLong("at_us"), row.getLong("value_e6"))).list());
    }

    /** The first minute (min since 1970) of which anything is kept, not before another; empty where nothing is. */
    public OptionalLong firstMinute(int series, long notBefore) {
        return sql.sql("select min(at_min) from reading_minute where series = ? and at_min >= ?").param(series).param(notBefore).query(Long.class).optional()
                .map(OptionalLong::of).orElse(OptionalLong.empty());
    }

    /** When anything of a series was written last; 0 where nothing ever was. */
    public long changedUs(int series) {
        return sql.sql("select changed_us from series_latest where series = ?").param(series).query(Long.class).optional().orElse(0L);
    }

    @Override
    public Map<Integer, ReadingView> latest(Collection<Integer> numbers) {
        return numbers.isEmpty() ? Map.of()
                : newestOf(numbers).stream().collect(Collectors.toMap(Newest::series, each -> new ReadingView(Moments.micros(each.atUs()), SeriesUnit.value(each.valueE6()))));
    }

    @Override
    public long waiting(UUID deviceId) {
        return sql.sql("select count(*) from held_reading where device_id = ? and decided_at is null").param(deviceId).query(Long.class).single();
    }

    @Override
    public List<Removed> removed(UUID seriesId) {
        return sql.sql("select kind, before_us, removed, ran_at from retention_run where series_id = ? order by ran_at desc limit 50").param(seriesId)
                .query((row, i) -> new Removed(row.getString("kind"), Moments.micros(row.getLong("before_us")), row.getLong("removed"), row.getTimestamp("ran_at").toInstant()))
                .list();
    }

    /** The newest of each of some series. */
    public List<Newest> newestOf(Collection<Integer> series) {
        return newest("where series in (:numbers)", Map.of("numbers", series));
    }

    /** The newest of every series. */
    public List<Newest> newestOfAll() {
        return newest("", Map.of());
    }

    /** The newest of each series of which anything was written after an instant. */
    public List<Newest> changedAfter(long sinceUs) {
        return newest("where changed_us > :since", Map.of("since", sinceUs));
    }

    private List<Newest> newest(String where, Map<String, ?> params) {
        return sql.sql("select series, at_us, value_e6, changed_us, late_us, late_from_us from series_latest " + where).params(params)
                .query((row, i) -> new Newest(row.getInt("series"), row.getLong("at_us"), row.getLong("value_e6"), row.getLong("changed_us"), row.getObject("late_us", Long.class),
                        row.getObject("late_from_us", Long.class)))
                .list();
    }
}
