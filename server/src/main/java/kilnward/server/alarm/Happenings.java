package kilnward.server.alarm;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.server.alarm.AlarmViews.Mark;

/** What else happens in a chamber: each room that keeps something of it tells it for the timeline. */
public interface Happenings {
    /** What happened in a span, in any order. */
    List<Mark> in(UUID chamberId, Instant from, Instant to);
}
