package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import kilnward.core.series.SeriesUnit;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.RunningServer;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The store itself: everybody at once, and months that are laid out before they come. */
@ExtendWith(RunningServer.class)
class StoreTest {
    private static Series series(RunningServer.Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Stored\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        return server.bean(SeriesService.class).find(UUID.fromString(DeviceClient.added(lead, server.url(), chamber, "d").series("s", "TEMPERATURE", "C"))).orElseThrow();
    }

    private static Arriving reading(Series one, Instant at, double value) {
        return new Arriving(0, "", one, at, value, SeriesUnit.C, null);
    }

    @Test
    void sixWhoWriteTheSameAtOnceWriteItOnce(RunningServer.Running server) throws Exception {
        Series one = series(server);
        ReadingStore store = server.bean(ReadingStore.class);
        Instant from = Instant.parse("2026-03-01T00:00:00Z");
        AtomicInteger stored = new AtomicInteger();
        List<Throwable> failed = Collections.synchronizedList(new ArrayList<>());
        List<Thread> writers = IntStream.range(0, 6).mapToObj(writer -> new Thread(() -> {
            List<Integer> order = new ArrayList<>(IntStream.range(0, 3_000).boxed().toList());
            Collections.shuffle(order, new Random(writer));
            for (int batch = 0; batch < 10; batch++) {
                List<Arriving> some = order.subList(300 * batch, 300 * batch + 300).stream().map(i -> reading(one, from.plusSeconds(7L * i), 20 + i % 100 / 10.0)).toList();
                store.write(some, batch % 2 == 0);
                stored.addAndGet((int) some.stream().filter(each -> !each.known() && each.reason() == null).count());
            }
        })).toList();
        writers.forEach(each -> each.setUncaughtExceptionHandler((thread, why) -> failed.add(why)));
        writers.forEach(Thread::start);
        for (Thread each : writers) {
            each.join();
        }
        assertEquals(List.of(), failed);
        assertEquals(3_000, stored.get(), "each is told to exactly one of them as new");
        JdbcClient sql = server.bean(JdbcClient.class);
        assertEquals(3_000, sql.sql("select sum(count) from reading_hour where series = ?").param(one.number()).query(Long.class).single());
        assertEquals(sql.sql("select sum(value_e6) from reading where series = ?").param(one.number()).query(Long.class).single(),
                sql.sql("select sum(sum_e6) from reading_minute where series = ?").param(one.number()).query(Long.class).single());
    }

    @Test
    void ofTwoValuesOfAMomentTheFirstStays(RunningServer.Running server) {
        Series one = series(server);
        ReadingStore store = server.bean(ReadingStore.class);
        Instant at = Instant.parse("2026-03-02T00:00:00Z");
        List<Arriving> both = List.of(reading(one, at, 20), reading(one, at, 21));
        store.write(both, true);
        assertEquals("CHANGED", both.get(1).reason().name());
        List<Arriving> again = List.of(reading(one, at, 22), reading(one, at, 20.0000001));
        store.write(again, true);
        assertEquals("CHANGED", again.get(0).reason().name());
        assertTrue(again.get(1).known(), "a ten-millionth is the same");
        assertTrue(store.has(one.number(), at));
        assertFalse(store.has(one.number(), at.plusSeconds(1)));
    }

    @Test
    void monthsAreLaidOutBeforeTheyCome(RunningServer.Running server) {
        JdbcClient sql = server.bean(JdbcClient.class);
        Series one = series(server);
        Instant later = Instant.parse("2028-05-10T00:00:00Z");
        Upkeep upkeep = new Upkeep(sql, server.bean(SeriesService.class), Clock.fixed(later, ZoneOffset.UTC));
        upkeep.layOutMonths();
        upkeep.layOutMonths();
        List<String> months = sql
                .sql("select partition_name from information_schema.partitions where table_schema = database() and table_name = 'reading' order by partition_ordinal_position")
                .query(String.class)
                .list();
        assertEquals("p_before", months.get(0));
        assertEquals("p202905", months.get(months.size() - 2), "a year ahead");
        assertEquals("p_later", months.get(months.size() - 1));
        assertEquals(months.size(), months.stream().distinct().count());
        server.bean(ReadingStore.class).write(List.of(reading(one, later, 20)), true);
        assertEquals(1, sql.sql("select count(*) from reading partition (p202805) where series = ?").param(one.number()).query(Integer.class).single());
    }
}
