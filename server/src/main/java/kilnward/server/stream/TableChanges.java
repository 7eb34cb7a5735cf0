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
 */
public abstract class TableChanges implements ChangeFeed {
    private static final long OVERLAP_US = 3_000_000;
    private static final int AT_ONCE = 2000;
    private final JdbcClient sql;
    private final String table;
    private final String columns;
    private final RowMapper<Change> mapper;
    private final Map<UUID, Long> seen = new HashMap<>();
    private long cursorUs;

    private record Row(UUID id, long changedUs, Change told) {
    }

    /**
     * @param table   a table of one's own, with {@code id} and {@code changed_us}
     * @param columns what the mapper reads besides {@code id}
     */
    protected TableChanges(JdbcClient sql, String table, String columns, RowMapper<Change> mapper) {
        this.sql = sql;
        this.table = table;
        this.columns = columns;
        this.mapper = mapper;
    }

    @Override
    public void forget() {
        seen.clear();
        cursorUs = 0;
    }

    @Override
    public List<Change> changes(long nowUs) {
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
        List<Change> found = new ArrayList<>();
        for (Row each : sql.sql("select id, changed_us, " + columns + " from " + table + " where changed_us > ? order by changed_us limit " + AT_ONCE).param(sinceUs)
                .query((row, i) -> new Row(row.getObject("id", UUID.class), row.getLong("changed_us"), mapper.mapRow(row, i))).list()) {
            Long before = seen.put(each.id, each.changedUs);
            cursorUs = Math.max(cursorUs, each.changedUs);
            if (!first && (before == null || before != each.changedUs)) {
                found.add(each.told);
            }
        }
        return found;
    }
}
