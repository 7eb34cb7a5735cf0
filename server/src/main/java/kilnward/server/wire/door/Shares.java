package kilnward.server.wire.door;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/** So many may be at something at once, and so many of them for one sender. */
final class Shares {
    private final Semaphore all;
    private final int each;
    private final Duration patience;
    private final Map<String, Integer> taken = new ConcurrentHashMap<>();

    /**
     * @param all      at once
     * @param each     of one sender at once
     * @param patience how long to wait where all are taken; who has its own share already is not waited for
     */
    Shares(int all, int each, Duration patience) {
        this.all = new Semaphore(all, true);
        this.each = each;
        this.patience = patience;
    }

    /** One of them, until it is closed. */
    interface Share extends AutoCloseable {
        @Override
        void close();
    }

    /** Takes one for a sender; empty where there is none to be had. */
    Optional<Share> take(String sender) {
        if (taken.merge(sender, 1, Integer::sum) > each || !acquired()) {
            give(sender);
            return Optional.empty();
        }
        return Optional.of(() -> {
            all.release();
            give(sender);
        });
    }

    private boolean acquired() {
        try {
            return all.tryAcquire(patience.toMillis(), TimeUnit.MILLISECONDS);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private void give(String sender) {
        taken.computeIfPresent(sender, (key, count) -> count == 1 ? null : count - 1);
    }
}
