package kilnward.server.live;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.TimeUnit;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.ServerProcess;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * Two servers on one database, and devices that send to both, again and again until they are answered, while now the one, now the other and now the database is killed:
 * what was acknowledged is there, each once, and minutes and hours are what a recount says. Once each; -Dkiln.soak=true asks for ten times.
 */
@Execution(ExecutionMode.CONCURRENT)
class KilledTest {
    private static final int TIMES = Boolean.getBoolean("kiln.soak") ? 10 : 1;
    private static final int BATCH = 200;
    private volatile boolean over;

    @Test
    void whatWasAcknowledgedIsThereWhateverIsKilled() throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        ServerProcess one = new ServerProcess(database);
        ServerProcess other = new ServerProcess(database);
        try {
            one.start();
            other.start();
            ApiClient lead = ApiClient.as(one.url(), "LEAD");
            String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Killed\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
            ConcurrentMap<String, Double> acknowledged = new ConcurrentHashMap<>();
            List<Thread> senders = new ArrayList<>();
            DeviceClient device = DeviceClient.added(lead, one.url(), chamber, "sender");
            List<String> series = List.of(device.series("a", "TEMPERATURE", "C"), device.series("b", "TEMPERATURE", "C"));
            for (int i = 0; i < 3; i++) {
                int number = i;
                DeviceClient first = new DeviceClient(lead, (i % 2 == 0 ? one : other).url(), chamber, device.id(), device.token());
                DeviceClient second = new DeviceClient(lead, (i % 2 == 0 ? other : one).url(), chamber, device.id(), device.token());
                senders.add(new Thread(() -> send(number, first, second, series, acknowledged), "sender " + i));
            }
            senders.forEach(Thread::start);
            for (int i = 0; i < TIMES; i++) {
                int before = acknowledged.size();
                await(acknowledged, before + 1_000);
                ServerProcess killed = i % 2 == 0 ? one : other;
                killed.kill();
                await(acknowledged, acknowledged.size() + 500);
                Thread again = inBackground(killed);
                database.kill();
                Thread.sleep(500);
                database.launch();
                await(acknowledged, acknowledged.size() + 500);
                again.join();
            }
            over = true;
            for (Thread sender : senders) {
                sender.join(TimeUnit.SECONDS.toMillis(60));
            }
            JdbcClient sql = JdbcClient.create(new DriverManagerDataSource(database.url(), "root", ""));
            Recount.assertExact(sql);
            Map<String, Double> kept = new HashMap<>();
            sql.sql("select s.id, r.at_us, r.value_e6 from reading r join series s on s.number = r.series where s.chamber_id = ?").param(java.util.UUID.fromString(chamber))
                    .query(row -> {
                        kept.put(row.getString(1) + " " + row.getLong(2), row.getLong(3) / 1e6);
                    });
            acknowledged.forEach((key, value) -> assertEquals(value, kept.getOrDefault(key, Double.NaN), 1e-6, "acknowledged and not there: " + key));
            assertEquals(0, sql.sql("select count(*) from held_reading").query(Long.class).single(), "nothing is another value");
            assertTrue(acknowledged.size() >= 2_000 * TIMES, "sent: " + acknowledged.size());
            Files.writeString(Path.of("target", "killed.md"),
                    String.format(Locale.ROOT,
                            "| servers killed %d times and the database %d times while two servers take readings | %,d acknowledged, all there, each once; minutes, hours"
                                    + " and quarters of a day equal a recount |%n",
                            TIMES, TIMES, acknowledged.size()));
        } finally {
            over = true;
            one.kill();
            other.kill();
            database.close();
        }
    }

    /** Starts one while something else goes on. */
    private static Thread inBackground(ServerProcess server) {
        Thread thread = new Thread(() -> {
            try {
                server.start();
            } catch (java.io.IOException | InterruptedException failed) {
                throw new IllegalStateException(failed);
            }
        });
        thread.start();
        return thread;
    }

    private static void await(Map<String, Double> acknowledged, int many) throws InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (acknowledged.size() < many) {
            assertTrue(System.nanoTime() < until, "nothing is taken in any more: " + acknowledged.size());
            Thread.sleep(20);
        }
    }

    /** As a device does it: the same batch until it is answered, at whichever server answers; now and then one that was sent already, and late ones. */
    private void send(int number, DeviceClient first, DeviceClient second, List<String> series, Map<String, Double> acknowledged) {
        SplittableRandom random = new SplittableRandom(number);
        Instant from = Instant.now().truncatedTo(ChronoUnit.DAYS).minus(100, ChronoUnit.DAYS);
        List<String> sent = new ArrayList<>();
        for (int batch = 0; !over; batch++) {
            Map<String, Double> readings = new HashMap<>();
            StringBuilder body = new StringBuilder("{\"readings\":[");
            for (int i = 0; i < BATCH; i++) {
                String one = series.get(random.nextInt(series.size()));
                // All senders write to the same minutes; none to the instants of another.
                Instant at = from.plusSeconds(20L * batch + random.nextInt(60)).plusMillis(number).plus(random.nextInt(20), ChronoUnit.MINUTES);
                double value = 20 + Math.floorMod(at.getEpochSecond() * 31 + number, 1000) / 100.0;
                body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(one).append("\",\"at\":\"").append(at).append("\",\"value\":").append(value).append('}');
                readings.put(one + " " + ChronoUnit.MICROS.between(Instant.EPOCH, at), value);
            }
            String whole = body.append("]}").toString();
            sent.add(whole);
            for (int attempt = 0; !over; attempt++) {
                if (isTaken(attempt % 2 == 0 ? first : second, whole)) {
                    acknowledged.putAll(readings);
                    break;
                }
            }
            if (batch % 5 == 4) {
                isTaken(second, sent.get(random.nextInt(sent.size())));
            }
        }
    }

    private static boolean isTaken(DeviceClient at, String body) {
        try {
            return at.send(body).status() == 200;
        } catch (IllegalStateException away) {
            try {
                Thread.sleep(20);
            } catch (InterruptedException stopping) {
                Thread.currentThread().interrupt();
            }
            return false;
        }
    }
}
