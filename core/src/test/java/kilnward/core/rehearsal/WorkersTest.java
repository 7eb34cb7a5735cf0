package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class WorkersTest {
    private final ForkJoinPool pool = new ForkJoinPool(2);
    private final Workers workers = Workers.in(pool);

    @AfterEach
    void shut() {
        pool.shutdownNow();
    }

    @Test
    void whoIsAloneDoesOneThingAfterAnother() {
        List<Integer> done = new ArrayList<>();
        Workers.ALONE.each(List.of(3, 1, 2), each -> done.add(each));
        assertEquals(List.of(3, 1, 2), done);
    }

    @Test
    void whatComesBackIsInTheOrderOfWhatWasAsked() {
        List<Integer> many = IntStream.range(0, 500).boxed().toList();
        assertEquals(many.stream().map(each -> each * each).toList(), workers.each(many, each -> each * each));
        assertTrue(workers.<Boolean>begin(() -> ForkJoinTask.getPool() == pool).get());
    }

    /** Two hands, each of whom begins more and waits for it, a few times over: with blocking waits nobody would be left to do it. */
    @Test
    void whoWaitsLendsAHand() {
        Supplier<Integer> deep = workers.begin(() -> down(6));
        assertEquals(64, deep.get());
    }

    private int down(int levels) {
        return levels == 0 ? 1 : workers.each(List.of(1, 2), each -> down(levels - 1)).stream().mapToInt(Integer::intValue).sum();
    }

    @Test
    void whatIsThrownIsThrownAsItWas() {
        RefusedValueException refused = new RefusedValueException("stepS", 0, "must be above 0");
        Supplier<Object> nested = workers.begin(() -> workers.begin(() -> {
            throw refused;
        }).get());
        assertSame(refused, assertThrows(RefusedValueException.class, nested::get));
    }

    @Test
    void withThePoolsEndWhatIsUnderWayStops() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(2);
        List<Supplier<Object>> both = List.of(1, 2).stream().map(each -> workers.begin(() -> {
            begun.countDown();
            try {
                Thread.sleep(60_000);
            } catch (InterruptedException ended) {
                throw new StoppedException();
            }
            return null;
        })).toList();
        Supplier<Object> waiting = workers.begin(() -> "never");
        assertTrue(begun.await(20, TimeUnit.SECONDS));
        pool.shutdownNow();
        both.forEach(each -> assertThrows(StoppedException.class, each::get));
        assertThrows(StoppedException.class, waiting::get);
    }
}
