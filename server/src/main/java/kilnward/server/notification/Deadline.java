package kilnward.server.notification;

import java.io.IOException;
import java.net.SocketTimeoutException;
import java.time.Duration;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * A limit for the whole of a call to an outside service. The time-outs of a socket limit each read: a peer that sends a byte a second never runs into one.
 */
final class Deadline {
    /** How long a call to an outside service may take, from the look-up of its name to its answer. */
    static final Duration CALL = Duration.ofSeconds(10);
    /** Calls that may be under way at once, those included that were given up and have not noticed yet (a look-up of a name cannot be interrupted). */
    private static final int MOST = 512;
    private static final ExecutorService CALLS = new ThreadPoolExecutor(0, MOST, 30, TimeUnit.SECONDS, new SynchronousQueue<>(), task -> {
        Thread thread = new Thread(task, "outside-call");
        thread.setDaemon(true);
        return thread;
    });

    private Deadline() {
    }

    /**
     * Does something within a time.
     *
     * @param abort closes what the work waits for; called when the time is over, on another thread than the work
     * @throws SocketTimeoutException where it was not done in time
     * @throws IOException            as the work does
     */
    static <T> T within(Duration most, Callable<T> work, Runnable abort) throws IOException, InterruptedException {
        Future<T> call;
        try {
            call = CALLS.submit(work);
        } catch (RejectedExecutionException full) {
            throw new IOException("Too many calls to outside services are waiting for an answer.", full);
        }
        try {
            return call.get(most.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException over) {
            SocketTimeoutException late = new SocketTimeoutException("No complete answer within " + most.toSeconds() + " s.");
            late.initCause(over);
            throw late;
        } catch (ExecutionException failed) {
            if (failed.getCause() instanceof IOException refused) {
                throw refused;
            }
            throw new IOException(failed.getCause().getMessage() == null ? failed.getCause().getClass().getSimpleName() : failed.getCause().getMessage(), failed.getCause());
        } finally {
            if (!call.isDone()) {
                abort.run();
                call.cancel(true);
            }
        }
    }
}
