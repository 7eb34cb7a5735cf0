package kilnward.server.backup;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Locale;
import kilnward.server.wire.KilnWardProperties;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationState;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;

/**
 * Brings the database of an older version up to this one: after a backup, and back to it where something goes wrong on the way, as MariaDB cannot undo half a change of its
 * tables. One that a newer version has made is left alone.
 */
@Component
class Upgrade implements FlywayMigrationStrategy {
    private static final Logger LOG = LoggerFactory.getLogger(Upgrade.class);
    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss", Locale.ROOT).withZone(ZoneOffset.UTC);
    private final Access access;
    private final String worker;
    private final String owner;
    private final Path folder;
    private final Unfinished unfinished;
    private final Clock clock;

    Upgrade(Access access, @Value("${spring.datasource.username}") String worker, @Value("${spring.flyway.user:}") String owner, KilnWardProperties properties, Clock clock) {
        this.access = access;
        this.worker = worker;
        this.owner = owner;
        this.folder = Backups.folder(properties);
        this.unfinished = new Unfinished(folder);
        this.clock = clock;
    }

    @Override
    public void migrate(Flyway flyway) {
        finish();
        MigrationInfo[] all = flyway.info().all();
        for (MigrationInfo each : all) {
            if (each.getState() == MigrationState.FUTURE_SUCCESS || each.getState() == MigrationState.FUTURE_FAILED) {
                throw new FlywayException(
                        "these records were kept by a newer version of Kiln Ward (" + each.getVersion() + "); nothing was changed: start that version, or restore a backup");
            }
        }
        boolean old = flyway.info().current() != null && flyway.info().pending().length > 0;
        if (!old) {
            flyway.migrate();
        } else {
            carefully(flyway);
        }
        limit(flyway);
    }

    /** Whoever was killed on the way left half of something: what an upgrade left is put back and tried again, what somebody restored is theirs to restore again. */
    private void finish() {
        try {
            Optional<Unfinished.Left> left = unfinished.left();
            if (left.isEmpty()) {
                return;
            }
            Path file = left.get().file();
            if (left.get().work() == Unfinished.Work.RESTORE) {
                throw new FlywayException("a restore of " + file + " was cut off half-way; run  ./kiln restore " + file + "  again before anything else");
            }
            LOG.info("an upgrade was cut off half-way: the records are put back as they were, from {}", file);
            access.dump().read(file);
            unfinished.end();
        } catch (IOException | SQLException failed) {
            throw new FlywayException("an upgrade was cut off half-way, and what was before could not be put back: " + failed.getMessage(), failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new FlywayException("stopped while the records were put back", stopped);
        }
    }

    private void carefully(Flyway flyway) {
        Path file = folder.resolve("kiln-ward-" + NAME.format(clock.instant()) + "-before-" + flyway.info().pending()[flyway.info().pending().length - 1].getVersion() + ".sql.gz");
        Dump dump = access.dump();
        try {
            Backups.makeFolder(folder);
            dump.write(file);
            unfinished.begin(Unfinished.Work.UPGRADE, file);
        } catch (IOException failed) {
            throw new FlywayException("the records of an older version are to be changed, and no backup of them could be made before; nothing was changed: " + failed.getMessage(),
                    failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new FlywayException("stopped before anything was changed", stopped);
        }
        LOG.info("the records of an older version were backed up to {} before they are changed", file);
        try {
            flyway.migrate();
            end();
        } catch (RuntimeException failed) {
            try {
                dump.read(file);
                unfinished.end();
            } catch (IOException | SQLException | InterruptedException worse) {
                failed.addSuppressed(worse);
                throw new FlywayException("the records could not be brought up to this version, nor put back; they stand in " + file, failed);
            }
            throw new FlywayException("the records could not be brought up to this version; all is as it was before, and also in " + file + ": " + failed.getMessage(), failed);
        }
    }

    private void end() {
        try {
            unfinished.end();
        } catch (IOException failed) {
            throw new FlywayException("that the upgrade came to its end could not be noted: " + failed.getMessage(), failed);
        }
    }

    /** Gives the user that the server works as what it needs, table by table: the record of changes it may add to and read, and no more. Where there is one user for all, nothing is given. */
    private void limit(Flyway flyway) {
        if (owner.isEmpty() || owner.equals(worker)) {
            return;
        }
        try (Connection connection = flyway.getConfiguration().getDataSource().getConnection(); Statement statement = connection.createStatement()) {
            String host = one(statement, "select substring_index(current_user(), '@', -1)");
            List<String> tables = new ArrayList<>();
            try (ResultSet rows = statement.executeQuery("select table_name from information_schema.tables where table_schema = database() and table_type = 'BASE TABLE'")) {
                while (rows.next()) {
                    tables.add(rows.getString(1));
                }
            }
            for (String table : tables) {
                statement.execute("grant " + rights(table) + " on `" + table + "` to '" + worker.replace("'", "''") + "'@'" + host.replace("'", "''") + "'");
            }
        } catch (SQLException failed) {
            throw new FlywayException("the rights of the user that the server works as could not be set: " + failed.getMessage(), failed);
        }
    }

    /** What the server needs on a table. */
    static String rights(String table) {
        return switch (table) {
            case "audit_entry", "audit_seal", "flyway_schema_history" -> table.startsWith("audit") ? "select, insert" : "select";
            case "audit_origin" -> "select, insert, delete";
            // A new month has a place of its own.
            case "reading" -> "select, insert, update, delete, alter, create, drop";
            default -> "select, insert, update, delete";
        };
    }

    private static String one(Statement statement, String question) throws SQLException {
        try (ResultSet row = statement.executeQuery(question)) {
            row.next();
            return row.getString(1);
        }
    }
}
