package kilnward.server.alarm;

import java.time.Duration;
import java.util.List;
import kilnward.server.ingest.ServerClock;
import kilnward.server.notification.Outbox;
import kilnward.server.notification.Outbox.OverdueView;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.wire.OrNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What everybody at a site must know on whatever page they are, because alarms may not reach them. */
@RestController
public class NoticesController {
    private final Outbox outbox;
    private final ServerClock serverClock;

    NoticesController(Outbox outbox, ServerClock serverClock) {
        this.outbox = outbox;
        this.serverClock = serverClock;
    }

    /**
     * Notices for every page.
     *
     * @param overdue      alarm messages that should have been sent and were not, the most urgent first
     * @param clockBehindS by how much the server's clock is behind all devices (s); null where it is not
     */
    public record Notices(List<OverdueView> overdue, @OrNull Long clockBehindS) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/notices")
    public Notices notices() {
        return new Notices(outbox.overdue(), serverClock.behind().map(Duration::toSeconds).orElse(null));
    }
}
