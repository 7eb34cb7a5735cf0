package kilnward.server.stream;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Somebody who watches. Whoever takes up slowly holds nobody else up: what waits too long for them is left out, and they are told to look at everything anew. */
final class Watcher {
    private static final long LONGEST_MS = 3_600_000;
    private static final int WAITING = 5_000;
    private static final long RETRY_MS = 2_000;
    private final Optional<UUID> site;
    private final BooleanSupplier allowed;
    private final Optional<UUID> chamber;
    private final ExecutorService senders;
    private final SseEmitter emitter = new SseEmitter(LONGEST_MS);
    private final ConcurrentLinkedQueue<Event> queue = new ConcurrentLinkedQueue<>();
    private final AtomicInteger waiting = new AtomicInteger();
    private final AtomicBoolean sending = new AtomicBoolean();
    private final Consumer<Watcher> gone;
    private volatile boolean over;

    /**
     * Something to be told.
     *
     * @param id where to go on after a break; null where that is as before
     */
    record Event(String name, Long id, Object data) {
    }

    /**
     * @param site    of whom; what happens at another is nothing to them
     * @param allowed whether they may still see it
     */
    Watcher(Optional<UUID> site, BooleanSupplier allowed, Optional<UUID> chamber, ExecutorService senders, Consumer<Watcher> gone) {
        this.site = site;
        this.allowed = allowed;
        this.chamber = chamber;
        this.senders = senders;
        this.gone = gone;
        emitter.onCompletion(this::end);
        emitter.onTimeout(this::end);
        emitter.onError(error -> end());
    }

    Optional<UUID> chamber() {
        return chamber;
    }

    /** Ends with the session, or where they belong to the site no longer. */
    void endIfNotAllowed() {
        if (!allowed.getAsBoolean()) {
            end();
        }
    }

    Optional<UUID> site() {
        return site;
    }

    boolean isOf(UUID one) {
        return chamber.filter(one::equals).isPresent();
    }

    SseEmitter emitter() {
        return emitter;
    }

    void send(List<Event> events) {
        if (events.isEmpty() || over) {
            return;
        }
        if (waiting.get() + events.size() > WAITING) {
            queue.clear();
            waiting.set(0);
            queue.add(new Event("reload", events.get(events.size() - 1).id(), Map.of()));
            waiting.incrementAndGet();
        } else {
            queue.addAll(events);
            waiting.addAndGet(events.size());
        }
        try {
            senders.execute(this::drain);
        } catch (RejectedExecutionException stopping) {
            end();
        }
    }

    /** One thread at a time writes to one watcher. */
    private void drain() {
        if (!sending.compareAndSet(false, true)) {
            return;
        }
        try {
            for (Event next = queue.poll(); next != null && !over; next = queue.poll()) {
                waiting.decrementAndGet();
                SseEmitter.SseEventBuilder event = SseEmitter.event().name(next.name).reconnectTime(RETRY_MS).data(next.data, MediaType.APPLICATION_JSON);
                emitter.send(next.id == null ? event : event.id(next.id.toString()));
            }
        } catch (IOException | IllegalStateException left) {
            end();
        } finally {
            sending.set(false);
        }
        if (!queue.isEmpty() && !over) {
            drain();
        }
    }

    void end() {
        if (!over) {
            over = true;
            gone.accept(this);
            emitter.complete();
        }
    }
}
