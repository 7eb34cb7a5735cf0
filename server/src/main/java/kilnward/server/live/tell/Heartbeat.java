package kilnward.server.live.tell;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import kilnward.server.wire.KilnWardProperties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * A sign of life to an outside address, for as long as alarms are looked after here: whoever misses it knows that the server, its database or its line is gone. It is what
 * tells when nothing else can.
 */
@Component
public class Heartbeat {
    private static final Logger LOG = LoggerFactory.getLogger(Heartbeat.class);
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    /** Alarms that were not looked after for so long are not looked after. */
    private static final Duration STALE = Duration.ofSeconds(30);
    private final KilnWardProperties properties;
    private final JdbcClient sql;
    private final Clock clock;
    private final HttpClient client = HttpClient.newBuilder().connectTimeout(PATIENCE).followRedirects(HttpClient.Redirect.NEVER).build();
    private volatile Instant lookedAt = Instant.EPOCH;
    private volatile Instant beatAt;
    private volatile String trouble;

    Heartbeat(KilnWardProperties properties, JdbcClient sql, Clock clock) {
        this.properties = properties;
        this.sql = sql;
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
            sql.sql("select 1").query(Integer.class).single();
            HttpResponse<Void> answer = client.send(HttpRequest.newBuilder(URI.create(address)).timeout(PATIENCE).POST(HttpRequest.BodyPublishers.noBody()).build(),
                    HttpResponse.BodyHandlers.discarding());
            if (answer.statusCode() > 299) {
                throw new IOException("it was answered with " + answer.statusCode());
            }
            beatAt = clock.instant();
            trouble = null;
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException silent) {
            trouble = silent.getMessage() == null ? silent.getClass().getSimpleName() : silent.getMessage();
            LOG.warn("no sign of life went out: {}", trouble);
        }
    }
}
