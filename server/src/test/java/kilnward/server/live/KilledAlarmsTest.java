package kilnward.server.live;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.HookReceiver;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.ServerProcess;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * Two servers look after the same rules while one of them is killed somewhere between a reading, its alarm, its message and the note that it was sent: each alarm is raised
 * once, and each message is sent at least once. Once; -Dkiln.soak=true asks for twenty times.
 */
@Execution(ExecutionMode.CONCURRENT)
class KilledAlarmsTest {
    private static final int TIMES = Boolean.getBoolean("kiln.soak") ? 20 : 1;

    @Test
    void eachAlarmIsRaisedOnceAndToldWhoeverIsKilled() throws Exception {
        // Long enough for somebody to be killed meanwhile.
        HookReceiver hook = new HookReceiver(300);
        PrivateMariaDb database = PrivateMariaDb.start();
        ServerProcess one = new ServerProcess(database);
        ServerProcess other = new ServerProcess(database);
        try {
            one.start();
            other.start();
            JdbcClient sql = JdbcClient.create(new DriverManagerDataSource(database.url(), "root", ""));
            ApiClient lead = ApiClient.as(one.url(), "LEAD");
            String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Killed\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
            hook.told(lead);
            SplittableRandom random = new SplittableRandom(15);
            for (int round = 0; round < TIMES; round++) {
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
                await("the alarm is raised", () -> count(sql, "select count(*) from alarm") >= raised);
                killed.start();
                // What is open has another cause than what comes next only when it is over.
                assertEquals(200, device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":25}]}").status());
                await("it is over", () -> count(sql, "select count(*) from alarm where state = 'RETURNED'") == 1);
                there.post("/api/v1/alarms/" + sql.sql("select id from alarm where closed_us is null").query(String.class).single() + "/acknowledge", "{}");
                await("it is closed", () -> count(sql, "select count(*) from alarm where closed_us is null") == 0);
            }
            await("all is sent", () -> count(sql, "select count(*) from alarm_message where sent_us is null and dropped_us is null") == 0);
            assertEquals(TIMES, count(sql, "select count(*) from alarm"), "each once");
            assertEquals(TIMES, count(sql, "select count(*) from alarm where times = 1"));
            assertEquals(TIMES, count(sql, "select count(*) from alarm_message where what = 'RAISED' and (sent_us is not null or dropped_why = 'ACKNOWLEDGED')"), "each told once");
            for (String id : sql.sql("select id from alarm_message where sent_us is not null").query(String.class).list()) {
                assertTrue(hook.called().getOrDefault(id, 0) >= 1, "noted as sent and never came: " + id);
            }
            int twice = hook.again();
            assertTrue(twice <= TIMES, "came twice: " + twice);
            Files.writeString(Path.of("target", "killed-alarms.md"),
                    "| servers killed " + TIMES + " times between a reading and the note that its message was sent | " + TIMES + " alarms, each raised once; "
                            + hook.called().size() + " messages came, " + twice + " of them a second time under the same key |\n");
        } finally {
            one.kill();
            other.kill();
            database.close();
            hook.close();
        }
    }

    private static int count(JdbcClient sql, String question) {
        return sql.sql(question).query(Integer.class).single();
    }

    private static void await(String what, BooleanSupplier is) throws InterruptedException {
        Instant until = Instant.now().plus(Duration.ofSeconds(120));
        while (!is.getAsBoolean()) {
            assertTrue(Instant.now().isBefore(until), "waited for: " + what);
            Thread.sleep(50);
        }
    }
}
