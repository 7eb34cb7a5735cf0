package kilnward.server.store;

import java.sql.SQLException;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;

/** Transactions that the database took back because two of them stood in each other's way: nothing was written, and trying again is all that is needed. */
public final class Deadlocks {
    /** A record changed since it was looked at. */
    public static final int OVERTAKEN = 1020;
    /** MariaDB also says: deadlock found; lock wait timeout. */
    private static final Set<Integer> TAKEN_BACK = Set.of(1213, 1205, OVERTAKEN);
    private static final int ATTEMPTS = 5;
    /** Who waited that long for a lock is told, rather than kept waiting again (ns). */
    private static final long PATIENCE_NS = 10_000_000_000L;

    private Deadlocks() {
    }

    /** Whether the database took a transaction back for the sake of another. */
    public static boolean isOne(Throwable failed) {
        for (Throwable each = failed; each != null; each = each.getCause()) {
            if (each instanceof SQLException sql && TAKEN_BACK.contains(sql.getErrorCode())) {
                return true;
            }
        }
        return false;
    }

    /** A whole transaction, from its beginning to its commit. */
    @FunctionalInterface
    interface Transaction<T, E extends Throwable> {
        /** Does it once. */
        T run() throws E;
    }

    /** Does a whole transaction, up to five times within ten seconds where others stand in its way. */
    static <T, E extends Throwable> T retried(Transaction<T, E> transaction) throws E {
        long began = System.nanoTime();
        for (int attempt = 1;; attempt++) {
            try {
                return transaction.run();
            } catch (RuntimeException failed) {
                if (attempt == ATTEMPTS || !isOne(failed) || System.nanoTime() - began > PATIENCE_NS) {
                    throw failed;
                }
                pause(attempt);
            }
        }
    }

    /** Waits a moment of chance, longer each time, so that the same two do not meet again. */
    public static void pause(int attempt) {
        try {
            Thread.sleep(ThreadLocalRandom.current().nextLong(1, 5L << Math.min(attempt, 6)));
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }
}
