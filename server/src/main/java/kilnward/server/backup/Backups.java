package kilnward.server.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import kilnward.server.audit.Sealer;
import kilnward.server.audit.Sealer.Seal;
import kilnward.server.backup.Dump.Written;
import kilnward.server.backup.Retention.Kind;
import kilnward.server.reading.Upkeep;
import kilnward.server.store.Moments;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotDoneException;
import net.javacrumbs.shedlock.core.ExtensibleLockProvider;
import net.javacrumbs.shedlock.core.LockConfiguration;
import net.javacrumbs.shedlock.core.LockProvider;
import net.javacrumbs.shedlock.core.SimpleLock;
import net.javacrumbs.shedlock.support.KeepAliveLockProvider;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Makes backups, and believes none before it was brought back into a database of its own and came out the same. */
@Service
public class Backups {
    /** Older than this, the newest good one is too old: a night was missed. */
    static final Duration TOO_OLD = Duration.ofHours(30);
    private static final Logger LOG = LoggerFactory.getLogger(Backups.class);
    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss", Locale.ROOT).withZone(ZoneOffset.UTC);
    private static final int LONGEST = 500;
    /** Whoever makes one notes so often that it goes on; after the longer time nobody is at it any more. */
    private static final Duration BEAT = Duration.ofSeconds(15);
    private static final Duration BEATS_WITHIN = Duration.ofSeconds(60);
    /** A date this far ahead of now was written by a clock that was wrong. */
    private static final Duration AHEAD = Duration.ofMinutes(5);
    private final JdbcClient sql;
    private final Access access;
    private final Sealer sealer;
    private final Upkeep upkeep;
    private final LockProvider locks;
    private final Path folder;
    private final Clock clock;
    private final ScheduledExecutorService beats = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "backup-beat");
        thread.setDaemon(true);
        return thread;
    });

    Backups(JdbcClient sql, Access access, Sealer sealer, LockProvider locks, Upkeep upkeep, KilnWardProperties properties, Clock clock) {
        this.upkeep = upkeep;
        this.sql = sql;
        this.access = access;
        this.sealer = sealer;
        // Its lock lasts only while it is made: it is taken anew while the work goes on.
        this.locks = new KeepAliveLockProvider((ExtensibleLockProvider) locks, beats);
        this.folder = folder(properties);
        this.clock = clock;
    }

    static Path folder(KilnWardProperties properties) {
        return properties.folder().resolve("backups");
    }

    /**
     * A backup.
     *
     * @param endedAt    null while it is made
     * @param bytes      of the file; null while it is made, and where it failed
     * @param verifiedAt when it was brought back and came out the same; null where that was not tried, or failed
     * @param removedAt  when its time was over; null while it is there
     * @param trouble    what went wrong; null for nothing
     */
    public record BackupView(String id, String name, String kind, Instant begunAt, @OrNull Instant endedAt, @OrNull Long bytes, @OrNull Instant verifiedAt,
            @OrNull Instant removedAt,
            @OrNull String trouble) {
        boolean isGood() {
            return verifiedAt != null && removedAt == null;
        }
    }

    /** All, newest first. */
    public List<BackupView> all() {
        heal();
        return sql.sql("select id, name, kind, begun_at, ended_at, bytes, verified_at, removed_at, trouble from backup_run order by begun_at desc, id limit 200")
                .query((row, i) -> new BackupView(row.getString(1), row.getString(2), row.getString(3), row.getTimestamp(4).toInstant(), instant(row.getTimestamp(5)),
                        row.getObject(6, Long.class), instant(row.getTimestamp(7)), instant(row.getTimestamp(8)), row.getString(9)))
                .list();
    }

    private static Instant instant(Timestamp at) {
        return at == null ? null : at.toInstant();
    }

    /** Seals as they were noted with each backup. */
    public List<Seal> noted() {
        return sql.sql("select seal_seq, seal_hash from backup_run where seal_seq > 0").query((row, i) -> new Seal(row.getLong(1), row.getString(2))).list();
    }

    /** What is wrong with the backups, in words; empty where nothing is. Before the first night nothing is. */
    public Optional<String> wrong() {
        Instant now = clock.instant();
        List<BackupView> all = all().stream().filter(each -> !isOfFuture(each.begunAt(), now)).toList();
        Instant good = newest(all, now).orElse(null);
        Optional<BackupView> last = all.stream().filter(each -> each.endedAt() != null).findFirst();
        if (last.isPresent() && last.get().trouble() != null) {
            return Optional.of("The last backup failed: " + last.get().trouble());
        }
        Instant since = good != null ? good : all.isEmpty() ? now : all.get(all.size() - 1).begunAt();
        return Duration.between(since, now).compareTo(TOO_OLD) > 0
                ? Optional.of(good == null ? "There is no backup that could be brought back." : "The last good backup is " + Duration.between(good, now).toHours() + " hours old.")
                : Optional.empty();
    }

    /** When the last one was begun that went well; empty for never. */
    public Optional<Instant> lastGood() {
        return newest(all(), clock.instant());
    }

    /** Backups that bear a date of the future: the clock was wrong when they were made. They count as the newest for nobody. */
    public long ofFuture() {
        Instant now = clock.instant();
        return all().stream().filter(each -> each.removedAt() == null && isOfFuture(each.begunAt(), now)).count();
    }

    private static boolean isOfFuture(Instant begun, Instant now) {
        return begun.isAfter(now.plus(AHEAD));
    }

    /** When the newest good one was begun, as far as it can have been by now. */
    static Optional<Instant> newest(List<BackupView> all, Instant now) {
        return all.stream().filter(BackupView::isGood).map(BackupView::begunAt).filter(each -> !isOfFuture(each, now)).max(Comparator.naturalOrder());
    }

    /** What a server that fell left half made, or made and not checked, never ends by itself: nobody has been at it for a while. */
    private void heal() {
        Instant now = Moments.now(clock);
        sql.sql("update backup_run set ended_at = coalesce(ended_at, :now), trouble = 'the server stopped while it was made or checked' where trouble is null and verified_at is null"
                + " and removed_at is null and (beat_at is null or beat_at < :before or beat_at > :after)").param("now", now).param("before", now.minus(BEATS_WITHIN))
                .param("after", now.plus(AHEAD)).update();
    }

    /**
     * Makes one, brings it back beside, and removes those whose time is over. One at a time in the whole installation.
     *
     * @throws NotDoneException where one is being made
     */
    public BackupView make(Kind kind, ZoneId zone) {
        upkeep.freeLocksOfTheFuture();
        SimpleLock lock = locks.lock(new LockConfiguration(clock.instant(), "backup", BEATS_WITHIN, Duration.ZERO))
                .orElseThrow(() -> new NotDoneException(true, "A backup is being made; wait until it is done."));
        try {
            UUID id = begin(kind);
            BackupView made = one(id);
            ScheduledFuture<?> beat = beats.scheduleAtFixedRate(() -> beat(id), BEAT.toSeconds(), BEAT.toSeconds(), TimeUnit.SECONDS);
            try {
                write(id, made.name());
                verify(id, made.name());
                removeOld(zone);
            } catch (IOException | SQLException | RuntimeException failed) {
                LOG.warn("the backup failed", failed);
                note(id, failed.getMessage() == null ? failed.getClass().getSimpleName() : failed.getMessage());
            } catch (InterruptedException stopping) {
                Thread.currentThread().interrupt();
                note(id, "the server was stopped");
            } finally {
                beat.cancel(false);
            }
            return one(id);
        } finally {
            lock.unlock();
        }
    }

    private UUID begin(Kind kind) {
        UUID id = UUID.randomUUID();
        Instant now = Moments.now(clock);
        sql.sql("insert into backup_run (id, name, kind, begun_at, beat_at) values (?, ?, ?, ?, ?)").param(id)
                .param("kiln-ward-" + NAME.format(now) + "-" + kind.name().toLowerCase(Locale.ROOT)
                        + "-" + id.toString().substring(0, 4) + ".sql.gz")
                .param(kind.name()).param(now).param(now).update();
        return id;
    }

    private void beat(UUID id) {
        try {
            sql.sql("update backup_run set beat_at = ? where id = ?").param(Moments.now(clock)).param(id).update();
        } catch (RuntimeException away) {
            LOG.debug("that a backup goes on could not be noted: {}", away.getMessage());
        }
    }

    private void write(UUID id, String name) throws IOException, InterruptedException {
        makeFolder(folder);
        Seal seal = sealer.seal();
        Written written = access.dump().write(folder.resolve(name));
        sql.sql("update backup_run set ended_at = ?, bytes = ?, sha256 = ?, seal_seq = ?, seal_hash = ? where id = ?").param(Moments.now(clock)).param(written.bytes())
                .param(written.sha256())
                .param(seal.seq()).param(seal.hash()).param(id).update();
    }

    static void makeFolder(Path folder) throws IOException {
        Files.createDirectories(folder.toAbsolutePath().getParent());
        if (!Files.isDirectory(folder)) {
            Files.createDirectory(folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
        }
    }

    private void verify(UUID id, String name) throws IOException, InterruptedException, SQLException {
        String expected = sql.sql("select sha256 from backup_run where id = ?").param(id).query(String.class).single();
        Dump beside = access.dump().of(access.dump().database() + "_check");
        try {
            beside.read(folder.resolve(name));
            if (!beside.sha256().equals(expected)) {
                throw new IOException("restored, it is not the same");
            }
            sql.sql("update backup_run set verified_at = ? where id = ?").param(Moments.now(clock)).param(id).update();
        } finally {
            beside.drop();
        }
    }

    private void note(UUID id, String trouble) {
        sql.sql("update backup_run set ended_at = coalesce(ended_at, ?), trouble = ? where id = ?").param(Moments.now(clock))
                .param(trouble.length() > LONGEST ? trouble.substring(0, LONGEST) : trouble)
                .param(id).update();
    }

    private void removeOld(ZoneId zone) throws IOException {
        Instant now = clock.instant();
        // What bears a date of the future must not push out what was made meanwhile.
        List<Retention.Kept> kept = all().stream().filter(each -> each.isGood() && !isOfFuture(each.begunAt(), now))
                .map(each -> new Retention.Kept(each.name(), Kind.valueOf(each.kind()), each.begunAt())).toList();
        for (Retention.Kept each : Retention.done(kept, zone)) {
            Files.deleteIfExists(folder.resolve(each.name()));
            sql.sql("update backup_run set removed_at = ? where name = ?").param(Moments.now(clock)).param(each.name()).update();
        }
    }

    private BackupView one(UUID id) {
        return all().stream().filter(each -> each.id().equals(id.toString())).findFirst().orElseThrow();
    }

}
