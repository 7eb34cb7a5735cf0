package kilnward.server.ingest;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.series.Admission;
import org.springframework.stereotype.Component;

/** One device that is ahead has a wrong clock; where all of them are, it is the server's that is wrong. */
@Component
public class ServerClock {
    private static final Duration HEARD_WITHIN = Duration.ofMinutes(15);
    /** One against one says nothing of who is right. */
    private static final int FEWEST = 2;
    /** By how much the newest of what each device sent was ahead of this server's clock; aged by time that runs whatever the clock says. */
    private final Cache<UUID, Duration> ahead = Caffeine.newBuilder().maximumSize(100_000).expireAfterWrite(HEARD_WITHIN).build();

    /** A device sent something whose newest was so far ahead of this server's clock; below zero for behind it. */
    void saw(UUID device, Duration newestAhead) {
        ahead.put(device, newestAhead);
    }

    /** By how much this server's clock is behind every device that sent of late; empty where it is not behind all of them. */
    public Optional<Duration> behind() {
        List<Duration> all = List.copyOf(ahead.asMap().values());
        boolean suspect = all.size() >= FEWEST && all.stream().allMatch(each -> each.compareTo(Admission.AHEAD) > 0);
        return suspect ? all.stream().sorted().skip(all.size() / 2).findFirst() : Optional.empty();
    }
}
