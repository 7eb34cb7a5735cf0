package kilnward.server.backup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
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
                to.write("CREATE TABLE `other` (n int);\ninsert into other values (1);\nthis is no SQL;\n".getBytes(java.nio.charset.StandardCharsets.UTF_8));
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

    /** Cut off at any place, or with a byte changed at any of two hundred: either it is refused before anything is touched, or what is in it is the same. */
    @Test
    void whatIsNotWholeIsRefusedBeforeAnythingIsTouched(@TempDir Path folder) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        try {
            JdbcClient sql = JdbcClient.create(new org.springframework.jdbc.datasource.DriverManagerDataSource(database.url(), "root", ""));
            sql.sql("create table eggs (id int primary key, note varchar(80))").update();
            sql.sql("insert into eggs values (1, 'a; b (c), ''d'' \\\\'), (2, null), (3, '-- kiln-ward manifest 1 '), (4, ')\n-- kiln-ward manifest 1 sha256=0')").update();
            sql.sql("create table `empty` (id int primary key)").update();
            Dump dump = new Dump(database.url(), "root", "");
            Path whole = folder.resolve("whole.sql.gz");
            Dump.Written written = dump.write(whole);
            DumpContent.Checked checked = DumpContent.check(whole);
            assertEquals(Map.of("eggs", 4L, "empty", 0L), checked.content().rows());
            assertEquals(written.sha256(), checked.content().sha256());
            assertTrue(checked.marked());
            byte[] bytes = Files.readAllBytes(whole);
            Path bent = folder.resolve("bent.sql.gz");
            for (int length = 0; length < bytes.length; length++) {
                Files.write(bent, java.util.Arrays.copyOf(bytes, length));
                assertThrows(IOException.class, () -> DumpContent.check(bent), "cut after " + length + " of " + bytes.length + " bytes");
            }
            java.util.SplittableRandom random = new java.util.SplittableRandom(30);
            for (int i = 0; i < 200; i++) {
                byte[] changed = bytes.clone();
                int at = random.nextInt(changed.length);
                changed[at] ^= (byte) (1 << random.nextInt(8));
                Files.write(bent, changed);
                try {
                    // Some bytes of the head of a compressed file mean nothing.
                    assertEquals(checked, DumpContent.check(bent), "byte " + at);
                } catch (IOException refused) {
                    assertNotNull(refused.getMessage());
                }
            }
            // Cut off where the SQL of a table ends, and packed well: only its last line is missing.
            String text;
            try (InputStream in = new GZIPInputStream(Files.newInputStream(whole))) {
                text = new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
            }
            for (String other : List.of(text.replace("(2,NULL)", "(2,'x')"), text.replaceFirst("(?s)CREATE TABLE `empty`.*?;\n", ""), text + "insert into eggs values (9, 'x');\n",
                    text.replace("eggs:4", "eggs:3"))) {
                assertNotEquals(text, other);
                try (var to = new java.util.zip.GZIPOutputStream(Files.newOutputStream(bent))) {
                    to.write(other.getBytes(java.nio.charset.StandardCharsets.UTF_8));
                }
                Console.Said said = console(database, folder).run(List.of("restore", bent.toString()));
                assertEquals(1, said.status(), said.words());
                assertTrue(said.words().contains("Nothing was changed"), said.words());
            }
            assertEquals(4, sql.sql("select count(*) from eggs").query(Integer.class).single());
            Console.Said restored = console(database, folder).run(List.of("restore", whole.toString()));
            assertEquals(0, restored.status() + (restored.words().contains("every table counted") ? 0 : 1), restored.words());
            assertEquals(written.sha256(), dump.sha256());
        } finally {
            database.close();
        }
    }

    /** Its server was killed while it was checked: nobody notes any more that it goes on, and the next is made at once. */
    @Test
    void oneThatNobodyIsAtAnyMoreHoldsUpNone(Running server) throws Exception {
        JdbcClient sql = server.bean(JdbcClient.class);
        Backups backups = server.bean(Backups.class);
        onceNoOtherIsMade(backups);
        java.util.UUID left = java.util.UUID.randomUUID();
        sql.sql("insert into backup_run (id, name, kind, begun_at, ended_at, bytes, beat_at) values (?, ?, 'NIGHTLY', ?, ?, 1, ?)").param(left).param("left " + left)
                .param(Instant.now().minusSeconds(300)).param(Instant.now().minusSeconds(290)).param(Instant.now().minusSeconds(120)).update();
        try {
            ApiClient owner = ApiClient.as(server, "OWNER");
            BackupView fell = backups.all().stream().filter(each -> each.id().equals(left.toString())).findFirst().orElseThrow();
            assertEquals("the server stopped while it was made or checked", fell.trouble());
            assertFalse(owner.get("/api/v1/backups").body().get("making").asBoolean());
            assertNull(onceNoOtherIsMade(backups).trouble());
            // A wrong clock once: it does not count, and that is said.
            sql.sql("update backup_run set begun_at = ?, verified_at = ?, trouble = null where id = ?").param(Instant.now().plusSeconds(86_400 * 300)).param(Instant.now())
                    .param(left).update();
            assertEquals(1, owner.get("/api/v1/backups").body().get("ofFuture").asInt());
            assertTrue(backups.lastGood().orElseThrow().isBefore(Instant.now()));
        } finally {
            sql.sql("delete from backup_run where id = ?").param(left).update();
        }
    }

    /** A year with a clock that is wrong, forwards and backwards, now and then and for weeks: a step can make the backup of another day pass for one of today, once; then the next is made. */
    @Test
    void aWrongClockEndsNoBackups() {
        java.util.SplittableRandom random = new java.util.SplittableRandom(7);
        List<BackupView> all = new ArrayList<>();
        List<Instant> truly = new ArrayList<>();
        Instant begin = Instant.parse("2026-01-01T00:00:00Z");
        long offsetS = 0;
        for (int step = 0; step < 365 * 144; step++) {
            Instant now = begin.plusSeconds(600L * step);
            if (random.nextInt(144 * 5) == 0) {
                offsetS = random.nextInt(3) == 0 ? 0 : random.nextLong(-400L * 86_400, 400L * 86_400);
            }
            Instant shown = now.plusSeconds(offsetS);
            if (Nightly.isTime(Backups.newest(all, shown), shown.atZone(LONDON))) {
                all.add(new BackupView("" + step, "" + step, "NIGHTLY", shown, shown, 1L, shown, null, null));
                truly.add(now);
                List<Kept> kept = all.stream().filter(each -> !each.begunAt().isAfter(shown.plusSeconds(300))).map(each -> new Kept(each.name(), Kind.NIGHTLY, each.begunAt()))
                        .toList();
                Set<String> gone = Retention.done(kept, LONDON).stream().map(Kept::name).collect(Collectors.toSet());
                assertFalse(gone.contains("" + step) && offsetS == 0, "the one that was just made stays");
                all.removeIf(each -> gone.contains(each.name()));
            }
        }
        long longestH = IntStream.range(1, truly.size()).mapToLong(i -> Duration.between(truly.get(i - 1), truly.get(i)).toHours()).max().orElseThrow();
        assertTrue(longestH <= 54, "the longest time without one: " + longestH + " h");
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
                String text = new String(in.readAllBytes(), java.nio.charset.StandardCharsets.ISO_8859_1);
                byte[] plain = text.substring(0, text.lastIndexOf("-- kiln-ward manifest")).getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
                assertEquals(was, java.util.HexFormat.of().formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(plain)));
            }
            assertTrue(DumpContent.check(made.get(0)).marked());
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
