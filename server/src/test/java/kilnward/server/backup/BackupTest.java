package kilnward.server.backup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.GZIPInputStream;
import kilnward.server.backup.Backups.BackupView;
import kilnward.server.backup.Retention.Kept;
import kilnward.server.backup.Retention.Kind;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.wire.problem.NotDoneException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is backed up comes back, elsewhere too, and while readings come in; what is broken or too new is left alone. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("backups")
@ExtendWith(RunningServer.class)
class BackupTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");

    private static Console console(PrivateMariaDb database, Path folder) {
        return new Console(Map.of("KILNWARD_DB_URL", database.url(), "KILNWARD_DB_USER", "root", "KILNWARD_DATA", folder.toString()), Clock.systemUTC());
    }

    /** Made while devices send: all that was acknowledged before it began is in it, each reading once, and brought back it is the same to the last byte. */
    @Test
    void madeWhileReadingsComeInItHoldsAllThatWasAcknowledgedBefore(Running server, @TempDir Path folder) throws Exception {
        ApiClient owner = ApiClient.as(server, "OWNER");
        String chamber = owner.get("/api/v1/chambers").body().get(0).get("id").asString();
        DeviceClient sends = DeviceClient.added(owner, server.url(), chamber, "Sends while a backup is made");
        String series = sends.series("Sent while a backup is made", "TEMPERATURE", "C");
        Instant begin = Instant.now().minusSeconds(86_400);
        List<Integer> acknowledged = java.util.Collections.synchronizedList(new ArrayList<>());
        AtomicBoolean over = new AtomicBoolean();
        Thread sending = new Thread(() -> {
            for (int i = 0; !over.get(); i++) {
                String body = "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + begin.plusSeconds(i) + "\",\"value\":" + i % 40 + "}]}";
                if (sends.send(body).status() == 200) {
                    acknowledged.add(i);
                }
            }
        });
        sending.start();
        while (acknowledged.size() < 20) {
            Thread.sleep(20);
        }
        int before = acknowledged.size();
        Path file = folder.resolve("mid.sql.gz");
        Dump source = new Dump(server.database().url(), "root", "");
        Dump.Written written = source.write(file);
        over.set(true);
        sending.join();
        assertEquals(PosixFilePermissions.fromString("rw-------"), Files.getPosixFilePermissions(file));
        PrivateMariaDb elsewhere = PrivateMariaDb.start();
        try {
            Dump there = new Dump(elsewhere.url(), "root", "");
            there.read(file);
            assertEquals(written.sha256(), there.sha256());
            JdbcClient sql = JdbcClient.create(new org.springframework.jdbc.datasource.DriverManagerDataSource(elsewhere.url(), "root", ""));
            int number = sql.sql("select number from series where id = ?").param(series).query(Integer.class).single();
            List<Long> kept = sql.sql("select at_us from reading where series = ? order by at_us").param(number).query(Long.class).list();
            assertTrue(kept.size() >= before, kept.size() + " of " + before);
            assertEquals(kept.size(), new HashSet<>(kept).size());
            // What the minutes add up to is what the readings are: one moment was written down, and no other.
            assertEquals(kept.size(), sql.sql("select sum(count) from reading_minute where series = ?").param(number).query(Integer.class).single());
            assertEquals(0, sql.sql("select count(*) from SPRING_SESSION").query(Integer.class).single());
        } finally {
            elsewhere.close();
        }
    }

    /** Other tests of the same server ask for backups that go on after their answer: there is one at a time. */
    private static BackupView onceNoOtherIsMade(Backups backups) throws InterruptedException {
        for (long until = System.nanoTime() + Duration.ofMinutes(3).toNanos();;) {
            try {
                return backups.make(Kind.ASKED, LONDON);
            } catch (NotDoneException busy) {
                assertTrue(System.nanoTime() < until, busy.getMessage());
                Thread.sleep(500);
            }
        }
    }

    @Test
    void oneThatIsAskedForIsBroughtBackBesideAndStandsInTheList(Running server) throws Exception {
        Backups backups = server.bean(Backups.class);
        BackupView made = onceNoOtherIsMade(backups);
        assertNull(made.trouble());
        assertNotNull(made.verifiedAt());
        assertEquals(Optional.empty(), backups.wrong());
        ApiClient owner = ApiClient.as(server, "OWNER");
        var list = owner.get("/api/v1/backups").body();
        assertEquals(made.name(), list.at("/backups/0/name").asString());
        assertTrue(list.get("wrong").isNull());
        assertEquals(0, server.bean(JdbcClient.class).sql("select count(*) from information_schema.schemata where schema_name = 'kilnward_check'").query(Integer.class).single());
        assertTrue(owner.get("/api/v1/backups/chain").body().get("broken").isNull());
        assertEquals(403, ApiClient.as(server, "LEAD").get("/api/v1/backups").status());
        // There is no way to a file by its name, and so none past it.
        for (String name : List.of(made.name(), "..%2F..%2Fetc%2Fpasswd", "../../etc/passwd")) {
            assertNotEquals(200, owner.get("/api/v1/backups/" + name).status());
        }
    }

    @Test
    void aBackupThatCannotBeMadeIsSaid(Running server) throws Exception {
        JdbcClient sql = server.bean(JdbcClient.class);
        // In the way of its folder stands a file.
        Path folder = RunningServer.FOLDER.resolve("backups");
        Path aside = folder.resolveSibling("backups-aside");
        if (Files.exists(folder)) {
            Files.move(folder, aside);
        } else {
            Files.createDirectories(folder.getParent());
        }
        Files.writeString(folder, "in the way");
        try {
            BackupView failed = onceNoOtherIsMade(server.bean(Backups.class));
            assertNotNull(failed.trouble());
            assertNull(failed.verifiedAt());
            assertTrue(server.bean(Backups.class).wrong().orElse("").startsWith("The last backup failed"));
        } finally {
            Files.delete(folder);
            if (Files.exists(aside)) {
                Files.move(aside, folder);
            }
            sql.sql("delete from backup_run where trouble is not null").update();
        }
    }

    @Test
    void whatCannotBeBroughtBackLeavesAllAsItWas(@TempDir Path folder) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        try {
            JdbcClient sql = JdbcClient.create(new org.springframework.jdbc.datasource.DriverManagerDataSource(database.url(), "root", ""));
            sql.sql("create table kept (n int primary key)").update();
            sql.sql("insert into kept values (42)").update();
            Path half = folder.resolve("half.sql.gz");
            try (var to = new java.util.zip.GZIPOutputStream(Files.newOutputStream(half))) {
                to.write("create table other (n int);\ninsert into other values (1);\nthis is no SQL;\n".getBytes(java.nio.charset.StandardCharsets.UTF_8));
            }
            Console console = console(database, folder);
            assertEquals(1, console.run(List.of("restore", folder.resolve("not there").toString())).status());
            Console.Said said = console.run(List.of("restore", half.toString()));
            assertEquals(1, said.status(), said.words());
            assertTrue(said.words().contains("All is as it was before"), said.words());
            assertEquals(42, sql.sql("select n from kept").query(Integer.class).single());
            assertEquals(2, console.run(List.of("restore")).status());
            assertEquals(1, console.run(List.of("verify")).status());
        } finally {
            database.close();
        }
    }

    /** Schema 9 is brought up to now, with a backup of before beside it; a newer one than this is left alone. */
    @Test
    void anOlderVersionsRecordsAreBackedUpBeforeTheyAreChangedAndANewersAreLeftAlone(@TempDir Path folder) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        database.load("/kept/schema-9.sql.gz");
        String was = new Dump(database.url(), "root", "").sha256();
        try (AutoClosing server = new AutoClosing(new Running(database, "--kilnward.folder=" + folder, "--kilnward.demo-days=0"))) {
            JdbcClient sql = server.running.bean(JdbcClient.class);
            assertTrue(sql.sql("select count(*) from chamber").query(Integer.class).single() > 5);
            List<Path> made;
            try (var files = Files.list(folder.resolve("backups"))) {
                made = files.toList();
            }
            assertEquals(1, made.size());
            try (InputStream in = new GZIPInputStream(Files.newInputStream(made.get(0)))) {
                assertEquals(was, java.util.HexFormat.of().formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(in.readAllBytes())));
            }
            sql.sql("insert into flyway_schema_history (installed_rank, version, description, type, script, checksum, installed_by, execution_time, success)"
                    + " values (999, '999', 'of a version to come', 'SQL', 'V999__to_come.sql', 1, 'root', 1, 1)").update();
            long rows = sql.sql("select count(*) from flyway_schema_history").query(Long.class).single();
            Exception refused = org.junit.jupiter.api.Assertions.assertThrows(Exception.class,
                    () -> new Running(database, "--kilnward.folder=" + folder, "--kilnward.demo-days=0"));
            String why = java.util.stream.Stream.iterate((Throwable) refused, each -> each != null, Throwable::getCause).map(Throwable::getMessage)
                    .collect(Collectors.joining(" "));
            assertTrue(why.contains("newer version of Kiln Ward (999)"), why);
            assertEquals(rows, sql.sql("select count(*) from flyway_schema_history").query(Long.class).single());
        }
    }

    /** In the way of what is to be made stands something of the same name: half the change is done when it fails, and none of it is left. */
    @Test
    void anUpgradeThatFailsOnTheWayLeavesAllAsItWas(@TempDir Path folder) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        try {
            database.load("/kept/schema-9.sql.gz");
            JdbcClient.create(new org.springframework.jdbc.datasource.DriverManagerDataSource(database.url(), "root", "")).sql("create table one_time_link (in_the_way int)")
                    .update();
            Dump dump = new Dump(database.url(), "root", "");
            String was = dump.sha256();
            Exception refused = org.junit.jupiter.api.Assertions.assertThrows(Exception.class,
                    () -> new Running(database, "--kilnward.folder=" + folder, "--kilnward.demo-days=0"));
            String why = java.util.stream.Stream.iterate((Throwable) refused, each -> each != null, Throwable::getCause).map(Throwable::getMessage)
                    .collect(Collectors.joining(" "));
            assertTrue(why.contains("all is as it was before"), why);
            assertEquals(was, dump.sha256());
        } finally {
            database.close();
        }
    }

    private record AutoClosing(Running running) implements AutoCloseable {
        @Override
        public void close() throws Exception {
            running.close();
        }
    }

    @Test
    void whatTheServerWorksAsMayOnlyAddToTheRecordOfChanges() {
        assertEquals("select, insert", Upgrade.rights("audit_entry"));
        assertEquals("select, insert", Upgrade.rights("audit_seal"));
        assertFalse(Upgrade.rights("audit_origin").contains("update"));
        assertFalse(Upgrade.rights("chamber").contains("drop"));
    }

    /** Two years of nights: seven days, then five weeks, then twelve months; what was asked for does not count among them. */
    @Test
    void oldOnesGoAsTheyAreMeantTo() {
        Instant now = Instant.parse("2026-11-26T03:00:00Z");
        List<Kept> all = new ArrayList<>(IntStream.range(0, 730).mapToObj(i -> new Kept("night " + i, Kind.NIGHTLY, now.minusSeconds(86_400L * i))).toList());
        IntStream.range(0, 9).forEach(i -> all.add(new Kept("asked " + i, Kind.ASKED, now.minusSeconds(900L * i))));
        Set<String> gone = Retention.done(all, ZoneOffset.UTC).stream().map(Kept::name).collect(Collectors.toSet());
        List<Integer> nights = IntStream.range(0, 730).filter(i -> !gone.contains("night " + i)).boxed().toList();
        // 26 November 2026 is a Thursday: Sundays are 4, 11, 18, 25 days before; last days of months 26, 57, 87, …
        assertEquals(List.of(0, 1, 2, 3, 4, 5, 6, 11, 18, 25, 26, 57, 87, 118, 149, 179, 210, 240, 271, 299, 330), nights);
        assertEquals(List.of("asked 5", "asked 6", "asked 7", "asked 8"), gone.stream().filter(each -> each.startsWith("asked")).sorted().toList());
        Map<String, Integer> again = new HashMap<>();
        List<Kept> left = all.stream().filter(each -> !gone.contains(each.name())).toList();
        Retention.done(left, ZoneOffset.UTC).forEach(each -> again.merge(each.name(), 1, Integer::sum));
        assertEquals(Map.of(), again, "what stayed stays");
    }

    @Test
    void itIsTimeAtNightOrWhenANightWasMissed() {
        ZonedDateTime noon = ZonedDateTime.of(2026, 11, 26, 12, 0, 0, 0, LONDON);
        ZonedDateTime night = noon.withHour(3);
        assertTrue(Nightly.isTime(Optional.empty(), noon));
        assertFalse(Nightly.isTime(Optional.of(noon.minusHours(9).toInstant()), noon));
        assertTrue(Nightly.isTime(Optional.of(noon.minusHours(27).toInstant()), noon));
        assertTrue(Nightly.isTime(Optional.of(night.minusHours(24).toInstant()), night));
        assertFalse(Nightly.isTime(Optional.of(night.minusMinutes(20).toInstant()), night));
    }
}
