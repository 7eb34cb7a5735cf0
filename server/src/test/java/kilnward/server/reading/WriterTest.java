package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotDoneException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The queue before the store: many requests in one transaction, no more than there is room for, and one that fails alone. */
class WriterTest {
    private static final Device DEVICE = new Device(UUID.randomUUID(), UUID.randomUUID(), UUID.randomUUID(), "d");
    private static final Instant T = Instant.parse("2026-11-26T12:00:00Z");
    private final ReadingStore store = mock(ReadingStore.class);
    private final Writer writer = new Writer(store, mock(Devices.class), Clock.systemUTC());

    private static List<Arriving> readings(int series, int count) {
        Series one = new Series(UUID.randomUUID(), series, DEVICE.siteId(), DEVICE.chamberId(), Quantity.TEMPERATURE, SeriesUnit.C, null, 60, Instant.EPOCH, null, false, "s");
        return IntStream.range(0, count).mapToObj(i -> new Arriving(i, "s", one, T.plusSeconds(i), 20, SeriesUnit.C, null)).toList();
    }

    @AfterEach
    void stop() {
        if (writer.isRunning()) {
            writer.stop();
        }
    }

    @Test
    void whatIsSentTogetherIsWrittenTogether() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        List<Integer> sizes = new ArrayList<>();
        doAnswer(asked -> {
            sizes.add(asked.<List<Arriving>>getArgument(0).size());
            begun.countDown();
            go.await();
            return null;
        }).when(store).write(any(), anyBoolean(), any());
        writer.start();
        CompletableFuture<List<Arriving>> first = writer.write(DEVICE, readings(1, 10));
        assertTrue(begun.await(10, TimeUnit.SECONDS));
        List<CompletableFuture<List<Arriving>>> others = IntStream.range(0, 50).mapToObj(i -> writer.write(DEVICE, readings(2 + i, 10))).toList();
        go.countDown();
        assertEquals(10, first.get(10, TimeUnit.SECONDS).size());
        for (CompletableFuture<List<Arriving>> each : others) {
            assertEquals(10, each.get(10, TimeUnit.SECONDS).size());
        }
        assertEquals(List.of(10, 500), sizes, "fifty requests that came while one was written are one transaction");
        assertEquals(0, writer.waiting());
    }

    @Test
    void whoeverFindsNoRoomIsToldToComeAgain() throws Exception {
        CountDownLatch go = new CountDownLatch(1);
        doAnswer(asked -> {
            go.await();
            return null;
        }).when(store).write(any(), anyBoolean(), any());
        writer.start();
        List<Arriving> many = readings(1, Limits.READINGS_WAITING / 4);
        List<CompletableFuture<List<Arriving>>> taken = IntStream.range(0, 4).mapToObj(i -> writer.write(DEVICE, many)).toList();
        NotDoneException full = assertThrows(NotDoneException.class, () -> writer.write(DEVICE, readings(2, 1)));
        assertTrue(full.busy());
        assertEquals(Limits.READINGS_WAITING, writer.waiting());
        go.countDown();
        for (CompletableFuture<List<Arriving>> each : taken) {
            each.get(10, TimeUnit.SECONDS);
        }
        assertEquals(1, writer.write(DEVICE, readings(2, 1)).get(10, TimeUnit.SECONDS).size(), "and then there is room");
    }

    @Test
    void whatCannotBeWrittenFailsAlone() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        AtomicInteger transactions = new AtomicInteger();
        doAnswer(asked -> {
            begun.countDown();
            go.await();
            transactions.incrementAndGet();
            if (asked.<List<Arriving>>getArgument(0).stream().anyMatch(each -> each.number() == 13)) {
                throw new IllegalStateException("no");
            }
            return null;
        }).when(store).write(any(), anyBoolean(), any());
        writer.start();
        writer.write(DEVICE, readings(1, 1));
        assertTrue(begun.await(10, TimeUnit.SECONDS));
        CompletableFuture<List<Arriving>> bad = writer.write(DEVICE, readings(13, 1));
        CompletableFuture<List<Arriving>> good = writer.write(DEVICE, readings(14, 1));
        go.countDown();
        assertEquals(1, good.get(10, TimeUnit.SECONDS).size());
        assertInstanceOf(IllegalStateException.class, assertThrows(ExecutionException.class, () -> bad.get(10, TimeUnit.SECONDS)).getCause());
        assertEquals(0, writer.waiting());
    }

    @Test
    void whatWaitsWhenItStopsIsStillWritten() throws Exception {
        AtomicInteger written = new AtomicInteger();
        doAnswer(asked -> {
            Thread.sleep(20);
            written.addAndGet(asked.<List<Arriving>>getArgument(0).size());
            return null;
        }).when(store).write(any(), anyBoolean(), any());
        writer.start();
        List<CompletableFuture<List<Arriving>>> all = IntStream.range(0, 20).mapToObj(i -> writer.write(DEVICE, readings(i, 3))).toList();
        writer.stop();
        assertEquals(60, written.get());
        assertTrue(all.stream().allMatch(CompletableFuture::isDone));
        assertThrows(NotDoneException.class, () -> writer.write(DEVICE, readings(1, 1)));
    }
}
