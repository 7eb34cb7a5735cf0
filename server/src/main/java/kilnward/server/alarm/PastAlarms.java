package kilnward.server.alarm;

import java.time.Instant;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What a rule would have done had it been armed before, written down as if it had been; for records that begin with a past. */
@Component
public class PastAlarms {
    private final AlarmRecord record;

    PastAlarms(AlarmRecord record) {
        this.record = record;
    }

    /**
     * @param acknowledgedAfterS how long after each alarm somebody acknowledged it (s)
     * @param who                who did
     * @param note               what they said
     */
    public void replay(UUID ruleId, Instant from, double acknowledgedAfterS, String who, String note) {
        record.replay(ruleId, from, acknowledgedAfterS, who, note);
    }
}
