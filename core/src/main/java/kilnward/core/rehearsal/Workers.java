package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.function.Function;
import java.util.function.Supplier;

/** Those who work out what depends on no order: given to whatever rehearses more than once, since this core has no threads of its own. */
public interface Workers {
    /** The caller alone, one thing after another. */
    Workers ALONE = new Workers() {
        @Override
        public <T> Supplier<T> begin(Supplier<T> work) {
            T done = work.get();
            return () -> done;
        }
    };

    /**
     * Begins to work something out.
     *
     * @return where to wait for it; what is refused on the way is refused there
     */
    <T> Supplier<T> begin(Supplier<T> work);

    /** Each of some things worked out, in their order. */
    default <T, R> List<R> each(List<T> things, Function<? super T, ? extends R> work) {
        List<Supplier<R>> begun = new ArrayList<>();
        for (T thing : things) {
            begun.add(begin(() -> work.apply(thing)));
        }
        List<R> done = new ArrayList<>();
        begun.forEach(each -> done.add(each.get()));
        return done;
    }

    /** Those of a pool. Who waits within it lends a hand, so that what begins more of its own never waits for itself; with the pool's end, what is under way stops. */
    static Workers in(ForkJoinPool pool) {
        return new Workers() {
            @Override
            public <T> Supplier<T> begin(Supplier<T> work) {
                // What is thrown is carried as it is: a pool would wrap it anew for each thread it passes.
                ForkJoinTask<Done<T>> task = ForkJoinTask.adapt((Callable<Done<T>>) () -> {
                    try {
                        return new Done<>(work.get(), null);
                    } catch (RuntimeException refused) {
                        return new Done<>(null, refused);
                    }
                });
                if (ForkJoinTask.getPool() == pool) {
                    task.fork();
                } else {
                    pool.execute(task);
                }
                return () -> result(task);
            }
        };
    }

    /** What came of it, or what was thrown. */
    record Done<T>(T value, RuntimeException thrown) {
    }

    private static <T> T result(ForkJoinTask<Done<T>> task) {
        Done<T> done;
        try {
            done = task.join();
        } catch (CancellationException ended) {
            throw new StoppedException();
        }
        if (done.thrown() != null) {
            throw done.thrown();
        }
        return done.value();
    }
}
