package kilnward.server.notification;

import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import kilnward.core.alarm.Urgency;
import kilnward.server.wire.KilnWardProperties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * A heartbeat to an outside address. It goes out only while alarms are evaluated and no urgent alarm message is overdue: whoever misses it knows that the server, its database or its
 * line is down, or that alarms do not get out.
 */
@Component
public class Heartbeat {
    private static final Logger LOG = LoggerFactory.getLogger(Heartbeat.class);
    /** Alarms that were not looked after for so long are not looked after. */
    private static final Duration STALE = Duration.ofSeconds(30);
    private final KilnWardProperties properties;
    private final Clock clock;
    private final Outbox outbox;
    private final OutboundHttp http;
    private volatile Instant lookedAt = Instant.EPOCH;
    private volatile Instant beatAt;
    private volatile String trouble;

    Heartbeat(KilnWardProperties properties, Outbox outbox, OutboundHttp http, Clock clock) {
        this.properties = properties;
        this.outbox = outbox;
        this.http = http;
        this.clock = clock;
    }

    /** Alarms were looked after just now. */
    public void looked() {
        lookedAt = clock.instant();
    }

    /** When the last sign was taken; null for never. */
    public Instant beatAt() {
        return beatAt;
    }

    /** Why the last was not; null where it was. */
    public String trouble() {
        return trouble;
    }

    @Scheduled(initialDelayString = "PT5S", fixedRateString = "${kilnward.tell.heartbeat-every:PT1M}")
    void beat() {
        String address = properties.tell().heartbeat();
        if (address.isEmpty()) {
            return;
        }
        try {
            if (lookedAt.plus(STALE).isBefore(clock.instant())) {
                throw new IOException("alarms have not been looked after since " + lookedAt);
            }
            outbox.overdue().stream().filter(each -> each.urgency() == Urgency.NOW).findFirst().ifPresent(late -> {
                throw new IllegalStateException("an urgent alarm message has not been delivered since " + late.since());
            });
            int status = http.postAnywhere(URI.create(address), "");
            if (status > 299) {
                throw new IOException("it was answered with status " + status);
            }
            beatAt = clock.instant();
            trouble = null;
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException silent) {
            trouble = silent.getMessage() == null ? silent.getClass().getSimpleName() : silent.getMessage();
            LOG.warn("no heartbeat was sent: {}", trouble);
        }
    }
}
