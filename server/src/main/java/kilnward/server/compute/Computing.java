package kilnward.server.compute;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.ForkJoinWorkerThread;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import kilnward.core.rehearsal.Workers;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotDoneException;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/**
 * Where everything is worked out that takes more than a moment: beside the JVM's shared pool, each in threads of its own that end with it, for no longer than
 * {@link Limits#COMPUTING}, and no more at once than {@link Limits#SHARE} for one address.
 */
@Component
public class Computing {
    private static final long BEAT_MS = 500;
    /** Whoever had less than this of the time it may take was kept waiting by others. */
    private static final double BUSY_SHARE = 0.7;
    private static final ThreadMXBean CPU = ManagementFactory.getThreadMXBean();
    private final Semaphore places = new Semaphore(Limits.AT_ONCE, true);
    private final Map<String, Semaphore> shares = new ConcurrentHashMap<>();

    /** Works something out with the workers it is given; what is refused on the way is refused here. */
    public <T> T run(Function<Workers, T> work) {
        return run(address(), work, () -> {
        });
    }

    /**
     * The same, with a sign of life for whoever waits.
     *
     * @param of   whose share it is, as {@link #address()} tells it
     * @param beat called about twice a second while it goes on; what it throws ends the work
     * @throws NotDoneException where it takes too long or too much is under way
     */
    public <T> T run(String of, Function<Workers, T> work, Runnable beat) {
        Semaphore share = shares.computeIfAbsent(of, each -> new Semaphore(Limits.SHARE, true));
        enter(share, "This address has as much being worked out as it may have at once.");
        try {
            enter(places, "Too much is being worked out at once.");
            try {
                return inThreadsOfItsOwn(work, beat);
            } finally {
                places.release();
            }
        } finally {
            share.release();
            // Addresses come and go: none is remembered that has nothing under way.
            if (share.availablePermits() == Limits.SHARE && !share.hasQueuedThreads()) {
                shares.remove(of, share);
            }
        }
    }

    /** How much is being worked out now. */
    public int underWay() {
        return Limits.AT_ONCE - places.availablePermits();
    }

    private static <T> T inThreadsOfItsOwn(Function<Workers, T> work, Runnable beat) {
        Set<Long> threads = ConcurrentHashMap.newKeySet();
        ForkJoinPool pool = new ForkJoinPool(Math.max(2, Runtime.getRuntime().availableProcessors()), of -> {
            ForkJoinWorkerThread thread = ForkJoinPool.defaultForkJoinWorkerThreadFactory.newThread(of);
            threads.add(thread.getId());
            return thread;
        }, null, false);
        long began = System.nanoTime();
        try {
            ForkJoinTask<T> task = pool.submit(() -> work.apply(Workers.in(pool)));
            while (true) {
                try {
                    return task.get(BEAT_MS, TimeUnit.MILLISECONDS);
                } catch (TimeoutException notYet) {
                    over(System.nanoTime() - began, threads);
                    beat.run();
                }
            }
        } catch (ExecutionException failed) {
            throw failed.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(failed.getCause());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new NotDoneException(true, "The server is being stopped.");
        } finally {
            // Whatever is still going on for it stops at its next look.
            pool.shutdownNow();
        }
    }

    /** Its time is over when it has had it: on a busy machine it waits its turn, and is told so if that takes too long. */
    private static void over(long sinceNs, Set<Long> threads) {
        if (sinceNs < Limits.COMPUTING.toNanos()) {
            return;
        }
        long hadNs = threads.stream().mapToLong(CPU::getThreadCpuTime).max().orElse(0);
        if (hadNs >= BUSY_SHARE * Limits.COMPUTING.toNanos()) {
            throw new NotDoneException(false, "It was not calculated within " + Limits.COMPUTING.toSeconds()
                    + " s. Fewer appliances, probes or controllers, or larger steps, take less.");
        }
        if (sinceNs >= Limits.COMPUTING_BUSY.toNanos()) {
            throw new NotDoneException(true, "The computer is busy with other work: of " + sinceNs / 1_000_000_000 + " s it had " + hadNs / 1_000_000_000
                    + " s for this. Nothing is wrong with what you asked. Try again in a few minutes.");
        }
    }

    private static void enter(Semaphore places, String why) {
        try {
            if (!places.tryAcquire(Limits.PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new NotDoneException(true, why);
            }
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new NotDoneException(true, "The server is being stopped.");
        }
    }

    /** Where the request that is being answered comes from; known in the thread that took it. */
    public static String address() {
        RequestAttributes attributes = RequestContextHolder.getRequestAttributes();
        return attributes instanceof ServletRequestAttributes servlet ? servlet.getRequest().getRemoteAddr() : "";
    }
}
