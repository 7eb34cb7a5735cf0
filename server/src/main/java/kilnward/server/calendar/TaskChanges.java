package kilnward.server.calendar;

import java.util.UUID;
import kilnward.server.stream.TableChanges;
import kilnward.server.wire.OrNull;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What of tasks goes out to those who watch. */
@Component
class TaskChanges extends TableChanges {
    /** A task that was ticked, moved, given to somebody or called off; without a chamber it is the site's. */
    record TaskEvent(String id, @OrNull String chamber, boolean done) {
    }

    TaskChanges(JdbcClient sql) {
        super(sql, "task", "site_id, chamber_id, done_at", (row, i) -> new Change("task", row.getObject("site_id", UUID.class), row.getObject("chamber_id", UUID.class),
                new TaskEvent(row.getString("id"), row.getString("chamber_id"), row.getTimestamp("done_at") != null)));
    }
}
