package kilnward.server.backup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.CuttingProxy;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.HurriedClock;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * An unlucky operator: killed in the middle of what takes long, at random moments; a clock that is a year wrong; a line that is cut; no room on the disk, no file handles left. Once
 * each; -Dkiln.soak=true asks for twenty moments, and writes what came of it into target/unlucky.md.
 */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("an unlucky operator")
class UnluckyTest {
    private static final boolean SOAK = Boolean.getBoolean("kiln.soak");
    private static final int TIMES = Integer.getInteger("kiln.unlucky.times", SOAK ? 20 : 1);
    private static final SplittableRandom RANDOM = new SplittableRandom(20261201);
    private static PrivateMariaDb database;
    private static Path folder;
    private static ServerProcess server;
    private static JdbcClient sql;

    @BeforeAll
    static void start() throws Exception {
        if (SOAK) {
            Files.deleteIfExists(Path.of("target", "unlucky.md"));
        }
        database = PrivateMariaDb.start();
        folder = Files.createTempDirectory(Path.of("target").toAbsolutePath(), "unlucky");
        server = new ServerProcess(database, "--kilnward.folder=" + folder);
        server.start();
        sql = JdbcClient.create(new DriverManagerDataSource(database.url(), "root", ""));
    }

    @AfterAll
    static void leaveNothing() throws Exception {
        server.kill();
        database.close();
    }

    private static void wrote(String what, String came) throws IOException {
        if (SOAK) {
            Files.writeString(Path.of("target", "unlucky.md"), "| " + what + " | " + came + " |\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        }
    }

    private static void await(String what, Duration most, BooleanSupplier is) throws InterruptedException {
        long until = System.nanoTime() + most.toNanos();
        while (!is.getAsBoolean()) {
            assertTrue(System.nanoTime() < until, "waited in vain until " + what);
            Thread.sleep(100);
        }
    }

    private static boolean says(Path log, String words) {
        try {
            return Files.exists(log) && Files.readString(log).contains(words);
        } catch (IOException notYet) {
            return false;
        }
    }

    private static ApiClient owner() {
        return ApiClient.as(server.url(), "OWNER");
    }

    /** Records of schema 9 are brought up to now, and the server is killed on the way: it begins anew, from what was before. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void killedWhileItMigrates() throws Exception {
        int half = 0;
        for (int round = 0; round < TIMES; round++) {
            PrivateMariaDb old = PrivateMariaDb.start();
            Path data = Files.createTempDirectory(Path.of("target").toAbsolutePath(), "migrates");
            ServerProcess upgrades = new ServerProcess(old, "--kilnward.folder=" + data);
            try {
                old.load("/kept/schema-9.sql.gz");
                JdbcClient records = JdbcClient.create(new DriverManagerDataSource(old.url(), "root", ""));
                long before = records.sql("select count(*) from chamber").query(Long.class).single();
                upgrades.begin();
                await("it begins to change the records", Duration.ofMinutes(3), () -> Files.exists(data.resolve("backups/unfinished")));
                Thread.sleep(RANDOM.nextInt(1500));
                upgrades.kill();
                half += Files.exists(data.resolve("backups/unfinished")) ? 1 : 0;
                upgrades.start();
                assertFalse(Files.exists(data.resolve("backups/unfinished")));
                assertTrue(records.sql("select count(*) from chamber").query(Long.class).single() >= before, "all chambers are there");
                assertEquals(0, records.sql("select count(*) from flyway_schema_history where success = 0").query(Long.class).single());
                assertEquals(200, ApiClient.as(upgrades.url(), "OWNER").get("/api/v1/chambers").status());
            } finally {
                upgrades.kill();
                old.close();
            }
        }
        wrote("killed " + TIMES + " times while records of schema 9 are brought up to date", "begun anew from what was before, each time; " + half
                + " times half of the change was done");
    }

    private static Process console(String... arguments) throws IOException {
        List<String> line = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1", "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")), Console.class.getName()));
        line.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(folder.resolve("console.log").toFile());
        builder.environment().putAll(Map.of("KILNWARD_DB_URL", database.url(), "KILNWARD_DB_USER", "root", "KILNWARD_DATA", folder.toString()));
        return builder.start();
    }

    /** A restore is killed on the way: the server does not start on half of it and says what to do; done again, all of it is there. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void killedWhileItRestores() throws Exception {
        server.kill();
        Dump dump = new Dump(database.url(), "root", "");
        Path file = folder.resolve("kept.sql.gz");
        Dump.Written kept = dump.write(file);
        int half = 0;
        try {
            for (int round = 0; round < TIMES; round++) {
                Process restoring = console("restore", file.toString());
                while (!Files.exists(folder.resolve("backups/unfinished")) && restoring.isAlive()) {
                    Thread.sleep(10);
                }
                Thread.sleep(RANDOM.nextInt(700));
                restoring.destroyForcibly().waitFor();
                if (Files.exists(folder.resolve("backups/unfinished"))) {
                    half++;
                    if (half == 1) {
                        server.begin();
                        await("it says so", Duration.ofMinutes(2), () -> says(server.log(), "was cut off half-way"));
                        await("it ends", Duration.ofMinutes(1), () -> !server.isAlive());
                    }
                }
                Console.Said said = new Console(Map.of("KILNWARD_DB_URL", database.url(), "KILNWARD_DB_USER", "root", "KILNWARD_DATA", folder.toString()), Clock.systemUTC())
                        .run(List.of("restore", file.toString()));
                assertEquals(0, said.status(), said.words());
                assertEquals(kept.sha256(), dump.sha256());
                assertFalse(Files.exists(folder.resolve("backups/unfinished")));
            }
        } finally {
            server.start();
        }
        wrote("killed " + TIMES + " times while a backup is restored", "restored again, the same to the last byte, each time; " + half + " times half of it was done");
    }

    /** A file of a logger is imported, and the server is killed on the way, again and again: it goes on where it was, and each row is a reading once. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void killedWhileItImports() throws Exception {
        int rows = 200_000;
        ApiClient lead = owner();
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Imported " + UUID.randomUUID() + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        Instant from = Instant.parse("2026-01-01T00:00:00Z");
        StringBuilder csv = new StringBuilder("time,Temperature (C)\n");
        for (int i = 0; i < rows; i++) {
            csv.append(from.plusSeconds(60L * i)).append(',').append(String.format(Locale.ROOT, "%.2f", 28 + i % 100 / 100.0)).append('\n');
        }
        String path = "/api/v1/chambers/" + chamber + "/imports";
        Answer added = lead.postFile(path + "?name=log.csv", csv.toString().getBytes(StandardCharsets.UTF_8));
        assertEquals(201, added.status(), added.toString());
        String one = path + "/" + added.body().get("id").asString();
        String plan = added.body().get("guess").toString();
        int kills = 0;
        for (long until = System.nanoTime() + Duration.ofMinutes(20).toNanos(); System.nanoTime() < until;) {
            ApiClient again = owner();
            String state = again.get(one).body().get("state").asString();
            if (state.equals("DONE")) {
                break;
            }
            if (!state.equals("RUNNING")) {
                assertEquals(202, again.post(one + "/run", plan).status());
            }
            if (kills < TIMES) {
                Thread.sleep(100 + RANDOM.nextInt(1500));
                server.kill();
                kills++;
                server.start();
            } else {
                Thread.sleep(500);
            }
        }
        assertEquals("DONE", owner().get(one).body().get("state").asString());
        assertEquals(rows, sql.sql("select count(*) from reading r join series s on s.number = r.series where s.chamber_id = ?").param(UUID.fromString(chamber))
                .query(Long.class).single());
        wrote("killed " + kills + " times while a file of " + rows + " rows is imported", "gone on with; every row is a reading, once");
    }

    /** A server is killed while it makes or checks a backup: the next one is made within two minutes, and the one that was cut off says so. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void killedWhileItBacksUp() throws Exception {
        // BackupTest has one that nobody is at any more, without the waiting.
        Assumptions.assumeTrue(SOAK);
        for (int round = 0; round < TIMES; round++) {
            ApiClient owner = owner();
            await("one may be asked for", Duration.ofMinutes(2), () -> owner.post("/api/v1/backups", null).status() == 202);
            Thread.sleep(RANDOM.nextInt(4000));
            server.kill();
            server.start();
            ApiClient again = owner();
            await("another may be asked for", Duration.ofMinutes(2), () -> again.post("/api/v1/backups", null).status() == 202);
            await("it is good", Duration.ofMinutes(2), () -> !again.get("/api/v1/backups").body().at("/backups/0/verifiedAt").isNull());
        }
        wrote("killed " + TIMES + " times while a backup is made or checked", "the next was made within two minutes, and restored for a check, each time");
    }

    /**
     * The machine's clock leaps, the database's with it: pages answer, and with the right time again alarms sound and backups are made as before. The database runs under libfaketime;
     * a Java virtual machine under it waits in busy loops, so that the server has a clock of its own that leaps along.
     */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void aClockThatIsAYearWrong() throws Exception {
        HurriedClock clock = new HurriedClock(Instant.now());
        PrivateMariaDb leaping = PrivateMariaDb.start();
        Path data = Files.createTempDirectory(Path.of("target").toAbsolutePath(), "leaping");
        double longestS = 0;
        try (RunningServer.Running running = new RunningServer.Running(leaping, clock, "--kilnward.folder=" + data, "--kilnward.demo-days=0")) {
            ApiClient lead = ApiClient.as(running, "OWNER");
            String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Clocked\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
            DeviceClient device = DeviceClient.added(lead, running.url(), chamber, "logger");
            DeviceClient second = DeviceClient.added(lead, running.url(), chamber, "another");
            String series = device.series("eggs", "TEMPERATURE", "C");
            String other = second.series("room", "TEMPERATURE", "C");
            Answer armed = lead.post("/api/v1/chambers/" + chamber + "/rules",
                    "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + series + "\",\"kind\":\"HIGH\",\"urgency\":\"NOW\",\"limit\":31}}");
            assertEquals(201, armed.status(), armed.toString());
            for (int days : SOAK ? new int[] {400, -400, 1, -1, 30, -30} : new int[] {400}) {
                leap(leaping, clock, days, running.url());
                ApiClient wrong = ApiClient.as(running, "OWNER");
                assertEquals(200, wrong.get("/api/v1/chambers").status(), days + " days");
                // Devices have the right time.
                assertEquals(400, send(device, series, 28).status() + send(second, other, 20).status(), days + " days");
                if (days < 0) {
                    assertFalse(wrong.get("/api/v1/notices").body().get("clockBehindS").isNull(), "the server says that its own clock is suspect");
                }
                await("a backup may be asked for", Duration.ofMinutes(2), () -> wrong.post("/api/v1/backups", null).status() == 202);
                await("it is done", Duration.ofMinutes(2), () -> !wrong.get("/api/v1/backups").body().get("making").asBoolean());
                leap(leaping, clock, 0, running.url());
                ApiClient right = ApiClient.as(running, "OWNER");
                long began = System.nanoTime();
                send(device, series, 33);
                await("the alarm sounds again by the right time", Duration.ofSeconds(60), () -> state(right, chamber).equals("UNACKNOWLEDGED"));
                longestS = Math.max(longestS, (System.nanoTime() - began) / 1e9);
                send(device, series, 28);
                await("it is over", Duration.ofSeconds(60), () -> state(right, chamber).equals("RETURNED"));
                String alarm = right.get("/api/v1/alarms").body().valueStream().filter(each -> each.get("chamberId").asString().equals(chamber)).findFirst().orElseThrow().get("id")
                        .asString();
                assertEquals(200, right.post("/api/v1/alarms/" + alarm + "/acknowledge", "{}").status());
                await("it is done with", Duration.ofSeconds(60), () -> state(right, chamber).isEmpty());
                await("a backup may be asked for", Duration.ofMinutes(2), () -> right.post("/api/v1/backups", null).status() == 202);
                await("it is good", Duration.ofMinutes(2), () -> right.get("/api/v1/backups").body().get("backups").valueStream().anyMatch(each -> !each.get("verifiedAt").isNull()
                        && Math.abs(Duration.between(Instant.parse(each.get("begunAt").asString()), Instant.now()).toSeconds()) < 120));
                assertTrue(right.get("/api/v1/backups/chain").body().get("broken").isNull(), "the record of changes holds");
            }
        }
        assertTrue(longestS < 10, "from reading to alarm: " + longestS + " s");
        wrote("the clock of server and database leaps by up to 400 days ahead and back", String.format(Locale.ROOT,
                "pages answered; behind all devices it said so; with the right time again alarms sounded within %.1f s and backups were made", longestS));
    }

    private static void leap(PrivateMariaDb leaping, HurriedClock clock, int days, String url) throws Exception {
        leaping.kill();
        leaping.clock(days == 0 ? null : (days > 0 ? "+" : "") + days + "d");
        clock.leap(Duration.ofDays(days));
        leaping.launch();
        await("the server has its database again", Duration.ofSeconds(30), () -> ApiClient.answers(url + "/api/v1/chambers"));
    }

    private static String state(ApiClient owner, String chamber) {
        return owner.get("/api/v1/alarms").body().valueStream().filter(each -> each.get("chamberId").asString().equals(chamber)).map(each -> each.get("state").asString())
                .findFirst().orElse("");
    }

    private static Answer send(DeviceClient device, String series, double value) {
        return device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now().truncatedTo(ChronoUnit.MICROS) + "\",\"value\":" + value + "}]}");
    }

    /** A proxy that cuts every connection somewhere: a device that sends again until it is answered loses nothing, and nothing is there twice. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void aLineThatIsCut() throws Exception {
        ApiClient lead = owner();
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Cut " + UUID.randomUUID() + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        String series = device.series("eggs", "TEMPERATURE", "C");
        int batches = SOAK ? 2_000 : 100;
        Instant from = Instant.now().minusSeconds(86_400).truncatedTo(ChronoUnit.SECONDS);
        try (CuttingProxy proxy = new CuttingProxy(server.url(), 30)) {
            DeviceClient through = new DeviceClient(lead, proxy.url(), chamber, device.id(), device.token());
            for (int i = 0; i < batches; i++) {
                String body = "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + from.plusSeconds(i) + "\",\"value\":" + i % 40 + "}]}";
                int tries = 0;
                while (!taken(through, body)) {
                    assertTrue(++tries < 200, "never answered");
                }
            }
            assertTrue(proxy.cuts() > batches / 10, "cut: " + proxy.cuts());
            assertEquals(batches, sql.sql("select count(*) from reading r join series s on s.number = r.series where s.id = ?").param(UUID.fromString(series)).query(Long.class)
                    .single());
            wrote("a proxy cut " + proxy.cuts() + " connections in the request or in the answer", batches + " readings, each there once");
        }
    }

    private static boolean taken(DeviceClient device, String body) {
        try {
            return device.send(body).status() == 200;
        } catch (IllegalStateException cut) {
            return false;
        }
    }

    /** With few file handles left connections are turned away, and the server is well again once they are gone. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void noFileHandlesLeft() throws Exception {
        server.kill();
        server.under("bash", "-c", "ulimit -n 350; exec \"$0\" \"$@\"").start();
        List<Socket> open = new ArrayList<>();
        try {
            URI uri = URI.create(server.url());
            for (int i = 0; i < 600; i++) {
                open.add(new Socket(uri.getHost(), uri.getPort()));
            }
            Thread.sleep(3000);
        } finally {
            for (Socket each : open) {
                each.close();
            }
        }
        long began = System.nanoTime();
        await("it answers again", Duration.ofSeconds(60), () -> ApiClient.answers(server.url() + "/actuator/health"));
        String well = String.format(Locale.ROOT, "%.0f s", (System.nanoTime() - began) / 1e9);
        server.kill();
        server.under().start();
        wrote("all file handles used up by 600 connections", "well again " + well + " after they were gone");
    }

    /** No room left where backups stand: it is said, nothing else suffers, and with room again the next is good. */
    @Test
    @Execution(ExecutionMode.SAME_THREAD)
    void noRoomOnTheDisk() throws Exception {
        Path small = Files.createTempDirectory(Path.of("target").toAbsolutePath(), "small");
        Assumptions.assumeTrue(System.getProperty("user.name").equals("root")
                && new ProcessBuilder("mount", "-t", "tmpfs", "-o", "size=48k", "tmpfs", small.toString()).start().waitFor() == 0, "only root may make a small disk");
        ServerProcess narrow = new ServerProcess(database, "--kilnward.folder=" + small);
        try {
            narrow.start();
            ApiClient owner = ApiClient.as(narrow.url(), "OWNER");
            await("one may be asked for", Duration.ofMinutes(2), () -> owner.post("/api/v1/backups", null).status() == 202);
            await("it is said", Duration.ofMinutes(2), () -> owner.get("/api/v1/backups").body().path("wrong").asString("").contains("No space left"));
            assertEquals(200, owner.get("/api/v1/chambers").status());
            assertEquals(0, new ProcessBuilder("mount", "-o", "remount,size=256m", small.toString()).start().waitFor());
            await("another may be asked for", Duration.ofMinutes(2), () -> owner.post("/api/v1/backups", null).status() == 202);
            await("it is good", Duration.ofMinutes(2), () -> owner.get("/api/v1/backups").body().get("wrong").isNull());
        } finally {
            narrow.kill();
            new ProcessBuilder("umount", "-l", small.toString()).start().waitFor(10, TimeUnit.SECONDS);
        }
        wrote("no room where backups stand", "said on their page; all else went on; good again once there was room");
    }
}
