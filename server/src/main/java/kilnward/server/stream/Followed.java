package kilnward.server.stream;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.server.store.Moments;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What has changed in a table since it was last asked, by the moment of change that its rows carry. One that was begun before another may be there after it: it is looked
 * back a little each time, and what was seen is known.
 *
 * @param <T> what is told of a row
 */
final class Followed<T> {
    private static final long OVERLAP_US = 3_000_000;
    private static final int AT_ONCE = 2000;
    private final JdbcClient sql;
    private final String table;
    private final String columns;
    private final RowMapper<T> mapper;
    private final Map<UUID, Long> seen = new HashMap<>();
    private long cursorUs;

    private record Row<T>(UUID id, long changedUs, T told) {
    }

    /**
     * @param columns what the mapper reads, its first being column 3
     */
    Followed(JdbcClient sql, String table, String columns, RowMapper<T> mapper) {
        this.sql = sql;
        this.table = table;
        this.columns = columns;
        this.mapper = mapper;
    }

    /** Begins anew: what is there then is not told. */
    void forget() {
        seen.clear();
        cursorUs = 0;
    }

    /**
     * What has changed since the last time; nothing the first time.
     *
     * @param nowUs by the clock of the server (µs since 1970)
     */
    List<T> changes(long nowUs) {
        if (cursorUs > nowUs + Moments.SET_BACK_US) {
            // The clock was set back: what changes now is before what was seen last.
            cursorUs = nowUs;
        }
        boolean first = cursorUs == 0;
        if (first) {
            cursorUs = Math.max(1, sql.sql("select max(changed_us) from " + table).query(Long.class).optional().orElse(1L));
        }
        long sinceUs = cursorUs - OVERLAP_US;
        seen.values().removeIf(at -> at <= sinceUs);
        List<T> found = new ArrayList<>();
        for (Row<T> each : sql.sql("select id, changed_us, " + columns + " from " + table + " where changed_us > ? order by changed_us limit " + AT_ONCE).param(sinceUs)
                .query((row, i) -> new Row<>(row.getObject(1, UUID.class), row.getLong(2), mapper.mapRow(row, i))).list()) {
            Long before = seen.put(each.id, each.changedUs);
            cursorUs = Math.max(cursorUs, each.changedUs);
            if (!first && (before == null || before != each.changedUs)) {
                found.add(each.told);
            }
        }
        return found;
    }
}
