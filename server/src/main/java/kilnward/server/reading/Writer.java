package kilnward.server.reading;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.store.Moments;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotDoneException;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * The queue before the store: many small requests become one transaction, so that a disk that can be waited for a hundred times a second serves thousands of devices.
 * It is bounded; whoever finds it full is told to come again.
 */
@Component
public class Writer implements SmartLifecycle {
    /** Readings written in one transaction, about. */
    private static final int GROUP = 20_000;
    private static final long LOOK_MS = 200;
    private final ReadingStore store;
    private final Devices devices;
    private final Clock clock;
    private final LinkedBlockingQueue<Batch> queue = new LinkedBlockingQueue<>();
    private final AtomicInteger waiting = new AtomicInteger();
    /** Newest instant written of each series: what is not newer may be known already, and is looked up first. */
    private final Map<Integer, Long> newest = new HashMap<>();
    private volatile boolean running;
    private Thread thread;

    Writer(ReadingStore store, Devices devices, Clock clock) {
        this.store = store;
        this.devices = devices;
        this.clock = clock;
    }

    private record Batch(Device device, List<Arriving> all, CompletableFuture<List<Arriving>> done) {
    }

    /**
     * Writes what a device sent.
     *
     * @return done when it is on disk, and each knows what became of it
     * @throws NotDoneException where too much waits already
     */
    public CompletableFuture<List<Arriving>> write(Device device, List<Arriving> all) {
        if (waiting.addAndGet(all.size()) > Limits.READINGS_WAITING && waiting.get() > all.size()) {
            waiting.addAndGet(-all.size());
            throw new NotDoneException(true, "More readings wait to be written than there is room for. Send them again in a few seconds; none of these was kept.");
        }
        Batch batch = new Batch(device, all, new CompletableFuture<>());
        queue.add(batch);
        if (!running && queue.remove(batch)) {
            waiting.addAndGet(-all.size());
            throw new NotDoneException(false, "The server is being stopped.");
        }
        return batch.done;
    }

    /** Readings that wait to be written. */
    public int waiting() {
        return waiting.get();
    }

    private void work() {
        List<Batch> group = new ArrayList<>();
        while (running || !queue.isEmpty()) {
            try {
                Batch first = queue.poll(LOOK_MS, TimeUnit.MILLISECONDS);
                if (first == null) {
                    continue;
                }
                group.add(first);
                int size = first.all.size();
                while (size < GROUP && queue.peek() != null) {
                    Batch next = queue.poll();
                    group.add(next);
                    size += next.all.size();
                }
                write(group);
                group.clear();
            } catch (InterruptedException stopping) {
                // What waits is still written: it was promised to nobody yet, but it is here.
            }
        }
    }

    private void write(List<Batch> group) {
        try {
            tryWrite(group);
        } catch (RuntimeException | Error failed) {
            if (group.size() > 1) {
                // Whatever is wrong with one must not be everybody's.
                group.forEach(each -> write(List.of(each)));
            } else {
                waiting.addAndGet(-group.get(0).all.size());
                group.get(0).done.completeExceptionally(failed);
            }
            return;
        }
        for (Batch each : group) {
            waiting.addAndGet(-each.all.size());
            devices.hasSent(each.device.id());
            each.done.complete(each.all);
        }
    }

    private void tryWrite(List<Batch> group) {
        List<Arriving> good = new ArrayList<>();
        boolean optimistic = true;
        for (Batch batch : group) {
            for (Arriving each : batch.all) {
                if (each.reason() == null || each.reason() == kilnward.core.series.Admission.Reason.CHANGED) {
                    good.add(each);
                    optimistic &= newest.getOrDefault(each.number(), Long.MIN_VALUE) < each.atUs;
                }
            }
        }
        Instant now = Moments.now(clock);
        store.write(good, optimistic, connection -> {
            for (Batch batch : group) {
                List<Arriving> held = batch.all.stream().filter(each -> each.reason() != null).toList();
                if (!held.isEmpty()) {
                    Held.write(connection, batch.device, held, now);
                }
            }
        });
        good.forEach(each -> newest.merge(each.number(), each.atUs, Math::max));
    }

    @Override
    public void start() {
        running = true;
        thread = new Thread(this::work, "readings");
        thread.start();
    }

    @Override
    public void stop() {
        running = false;
        try {
            thread.join(TimeUnit.SECONDS.toMillis(20));
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
