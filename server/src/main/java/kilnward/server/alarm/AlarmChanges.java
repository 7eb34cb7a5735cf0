package kilnward.server.alarm;

import java.util.UUID;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Urgency;
import kilnward.server.stream.TableChanges;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What of alarms goes out to those who watch. */
@Component
class AlarmChanges extends TableChanges {
    /** An alarm that was raised, or to which something happened. */
    record AlarmEvent(String id, String chamber, AlarmState state, Urgency urgency) {
    }

    AlarmChanges(JdbcClient sql) {
        super(sql, "alarm", "site_id, chamber_id, state, urgency", (row, i) -> new Change("alarm", row.getObject("site_id", UUID.class), row.getObject("chamber_id", UUID.class),
                new AlarmEvent(row.getString("id"), row.getString("chamber_id"), AlarmState.valueOf(row.getString("state")), Urgency.valueOf(row.getString("urgency")))));
    }
}
