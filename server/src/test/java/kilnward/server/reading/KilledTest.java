package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
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
import java.util.function.BooleanSupplier;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.HookReceiver;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** Two servers in processes of their own on one database, of which one or another is killed; one test after the other. Once each; -Dkiln.soak=true asks for many times. */
@Execution(ExecutionMode.CONCURRENT)
class KilledTest {
    private static final boolean SOAK = Boolean.getBoolean("kiln.soak");
    private static final int TIMES = SOAK ? 10 : 1;
    private static final int ALARMS = SOAK ? 20 : 1;
    private static final int BATCH = 200;
    private static PrivateMariaDb database;
    private static ServerProcess one;
    private static ServerProcess other;
    private static JdbcClient sql;
    private volatile boolean over;

    @BeforeAll
    static void start() throws Exception {
        database = PrivateMariaDb.start();
        one = new ServerProcess(database);
        other = new ServerProcess(database);
        one.start();
        other.start();
        sql = JdbcClient.create(new DriverManagerDataSource(database.url(), "root", ""));
    }

    @AfterAll
    static void leaveNothing() throws Exception {
        one.kill();
        other.kill();
        database.close();
    }

    /**
     * Devices send to both, again and again until they are answered, while now the one, now the other and now the database is killed: what was acknowledged is there, each
     * once, and minutes and hours are what a recount says.
     */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void whatWasAcknowledgedIsThereWhateverIsKilled() throws Exception {
        try {
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
        }
    }

    /**
     * Both look after the same rules while one of them is killed somewhere between a reading, its alarm, its message and the note that it was sent: each alarm is raised once,
     * and each message is sent at least once.
     */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void eachAlarmIsRaisedOnceAndToldWhoeverIsKilled() throws Exception {
        // Long enough for somebody to be killed meanwhile.
        HookReceiver hook = new HookReceiver(300);
        try {
            ApiClient lead = ApiClient.as(one.url(), "LEAD");
            String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Alarmed\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
            hook.told(ApiClient.as(one.url(), "OWNER"));
            SplittableRandom random = new SplittableRandom(15);
            for (int round = 0; round < ALARMS; round++) {
                ServerProcess killed = round % 2 == 0 ? one : other;
                ServerProcess lives = round % 2 == 0 ? other : one;
                ApiClient there = ApiClient.as(lives.url(), "LEAD");
                DeviceClient device = DeviceClient.added(there, lives.url(), chamber, "sender " + round);
                String series = device.series("series " + round, "TEMPERATURE", "C");
                assertEquals(201, there.post("/api/v1/chambers/" + chamber + "/rules",
                        "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + series + "\",\"kind\":\"HIGH\",\"urgency\":\"NOW\",\"limit\":31}}").status());
                assertEquals(200, device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":35}]}").status());
                Thread.sleep(random.nextInt(900));
                killed.kill();
                int raised = round + 1;
                awaited("the alarm is raised", () -> count("select count(*) from alarm") >= raised);
                killed.start();
                // What is open has another cause than what comes next only when it is over.
                assertEquals(200, device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":25}]}").status());
                awaited("it is over", () -> count("select count(*) from alarm where state = 'RETURNED'") == 1);
                there.post("/api/v1/alarms/" + sql.sql("select id from alarm where closed_us is null").query(String.class).single() + "/acknowledge", "{}");
                awaited("it is closed", () -> count("select count(*) from alarm where closed_us is null") == 0);
            }
            awaited("all is sent", () -> count("select count(*) from alarm_message where sent_us is null and dropped_us is null") == 0);
            assertEquals(ALARMS, count("select count(*) from alarm"), "each once");
            assertEquals(ALARMS, count("select count(*) from alarm where times = 1"));
            assertEquals(ALARMS, count("select count(*) from alarm_message where what = 'RAISED' and (sent_us is not null or dropped_why = 'ACKNOWLEDGED')"), "each told once");
            for (String id : sql.sql("select id from alarm_message where sent_us is not null").query(String.class).list()) {
                assertTrue(hook.called().getOrDefault(id, 0) >= 1, "noted as sent and never came: " + id);
            }
            int twice = hook.again();
            assertTrue(twice <= ALARMS, "came twice: " + twice);
            Files.writeString(Path.of("target", "killed-alarms.md"),
                    "| servers killed " + ALARMS + " times between a reading and the note that its message was sent | " + ALARMS + " alarms, each raised once; "
                            + hook.called().size() + " messages came, " + twice + " of them a second time under the same key |\n");
        } finally {
            hook.close();
        }
    }

    private static int count(String question) {
        return sql.sql(question).query(Integer.class).single();
    }

    private static void awaited(String what, BooleanSupplier is) throws InterruptedException {
        Instant until = Instant.now().plus(Duration.ofSeconds(120));
        while (!is.getAsBoolean()) {
            assertTrue(Instant.now().isBefore(until), "waited for: " + what);
            Thread.sleep(20);
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
        awaited("readings are taken", () -> acknowledged.size() >= many);
    }

    /** As a device does it: the same batch until it is answered, at whichever server answers; now and then one that was sent already, and late ones. */
    private void send(int number, DeviceClient first, DeviceClient second, List<String> series, Map<String, Double> acknowledged) {
        SplittableRandom random = new SplittableRandom(number);
        Instant from = Instant.now().truncatedTo(ChronoUnit.DAYS).minus(100, ChronoUnit.DAYS);
        List<String> sent = new ArrayList<>();
        for (int batch = 0; !over; batch++) {
            String[] of = new String[BATCH];
            // All senders write to the same minutes; none to the instants of another.
            Instant[] at = new Instant[BATCH];
            for (int i = 0; i < BATCH; i++) {
                of[i] = series.get(random.nextInt(series.size()));
                at[i] = from.plusSeconds(20L * batch + random.nextInt(60)).plusMillis(number).plus(random.nextInt(20), ChronoUnit.MINUTES);
            }
            String whole = DeviceClient.readings(BATCH, i -> of[i], i -> at[i], i -> valueAt(at[i], number));
            sent.add(whole);
            for (int attempt = 0; !over; attempt++) {
                if (isTaken(attempt % 2 == 0 ? first : second, whole)) {
                    for (int i = 0; i < BATCH; i++) {
                        acknowledged.put(of[i] + " " + ChronoUnit.MICROS.between(Instant.EPOCH, at[i]), valueAt(at[i], number));
                    }
                    break;
                }
            }
            if (batch % 5 == 4) {
                isTaken(second, sent.get(random.nextInt(sent.size())));
            }
        }
    }

    private static double valueAt(Instant at, int number) {
        return 20 + Math.floorMod(at.getEpochSecond() * 31 + number, 1000) / 100.0;
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
