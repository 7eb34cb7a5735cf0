package kilnward.server.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import kilnward.server.account.LetIn;
import kilnward.server.audit.Sealer;
import kilnward.server.audit.Sealer.Seal;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.transaction.support.TransactionTemplate;

/** What is done on the server's console and not in a page: bring a backup back, look through the record of changes, let somebody in again. */
public final class Console {
    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss", Locale.ROOT).withZone(ZoneOffset.UTC);
    private final Map<String, String> settings;
    private final Clock clock;

    Console(Map<String, String> settings, Clock clock) {
        this.settings = settings;
        this.clock = clock;
    }

    /** What came of it. */
    record Said(int status, String words) {
    }

    /** Runs one command; the status is 0 where all is well. */
    public static void main(String[] args) {
        Said said = new Console(System.getenv(), Clock.systemUTC()).run(List.of(args));
        System.out.println(said.words);
        System.exit(said.status);
    }

    Said run(List<String> args) {
        String command = args.isEmpty() ? "" : args.get(0);
        try {
            return switch (command) {
                case "backup" -> backup();
                case "restore" -> args.size() == 2 ? restore(Path.of(args.get(1))) : new Said(2, "restore wants a file");
                case "verify" -> verify();
                case "recover" -> args.size() == 2 ? recover(args.get(1)) : new Said(2, "recover wants a name or a mail address");
                case "operator" -> args.size() == 2 ? operator(args.get(1)) : new Said(2, "operator wants a name or a mail address");
                default -> new Said(2, "backup, restore FILE, verify, recover NAME or operator NAME");
            };
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return new Said(1, "stopped");
        } catch (IOException | SQLException | RuntimeException failed) {
            return new Said(1, failed.getMessage() == null ? failed.getClass().getSimpleName() : failed.getMessage());
        }
    }

    private Said backup() throws IOException, InterruptedException {
        Path file = folder().resolve("kiln-ward-" + NAME.format(clock.instant()) + "-asked.sql.gz");
        Dump.Written written = dump().write(file);
        return new Said(0, file + " (" + written.bytes() / 1024 + " kB)");
    }

    private Said restore(Path file) throws IOException, InterruptedException, SQLException {
        if (!Files.isRegularFile(file)) {
            return new Said(1, "there is no file " + file);
        }
        // Nothing is touched before it is known that the file is whole.
        try {
            DumpContent.check(file);
        } catch (IOException unfit) {
            return new Said(1, file + " cannot be restored: " + unfit.getMessage() + ". Nothing was changed.");
        }
        Dump dump = dump();
        Path before = null;
        if (!dump.isEmpty()) {
            before = folder().resolve("kiln-ward-" + NAME.format(clock.instant()) + "-before-restore.sql.gz");
            dump.write(before);
        }
        Unfinished unfinished = new Unfinished(folder());
        boolean marked;
        try {
            unfinished.begin(Unfinished.Work.RESTORE, file);
            marked = dump.read(file);
            unfinished.end();
        } catch (IOException | SQLException unfit) {
            if (before != null) {
                unfinished.begin(Unfinished.Work.RESTORE, before);
                dump.read(before);
                unfinished.end();
            }
            return new Said(1, file + " could not be restored: " + unfit.getMessage() + (before == null ? "" : ". All is as it was before."));
        }
        Optional<String> broken = isThere("audit_seal") ? broken() : Optional.empty();
        return new Said(broken.isPresent() ? 1 : 0,
                "restored from " + file + ", every table counted" + (marked ? "" : " (made by an older version: it says nothing of itself)")
                        + (before == null ? "" : "; what was there before is in " + before)
                        + broken.map(each -> "\nThe record of changes in it is NOT whole: " + each).orElse("\nThe record of changes in it is whole."));
    }

    private Said verify() {
        if (!isThere("audit_seal")) {
            return new Said(1, "there is no record of changes yet");
        }
        Optional<String> broken = broken();
        Seal last = sealer().last();
        return broken.map(each -> new Said(1, "The record of changes is NOT whole: " + each + "."))
                .orElse(new Said(0, "The record of changes is whole: " + last.seq() + " seals, the last "
                        + last.hash() + "."));
    }

    private Optional<String> broken() {
        List<Seal> noted = isThere("backup_run")
                ? sql().sql("select seal_seq, seal_hash from backup_run where seal_seq > 0").query((row, i) -> new Seal(row.getLong(1), row.getString(2))).list()
                : List.of();
        return sealer().broken(noted);
    }

    private Said recover(String name) {
        try {
            String secret = LetIn.again(database(), name, clock);
            return new Said(0, settings.getOrDefault("KILNWARD_PUBLIC_URL", "http://localhost:8490") + "/join#" + secret);
        } catch (NotFoundException nobody) {
            return new Said(1, nobody.getMessage());
        }
    }

    private Said operator(String name) {
        try {
            LetIn.operator(database(), name, clock);
            return new Said(0, name + " runs the whole installation from now on, its backups included");
        } catch (NotFoundException nobody) {
            return new Said(1, nobody.getMessage());
        }
    }

    private boolean isThere(String table) {
        return sql().sql("select count(*) from information_schema.tables where table_schema = database() and table_name = ?").param(table).query(Long.class).single() > 0;
    }

    private Path folder() throws IOException {
        Path folder = Path.of(settings.getOrDefault("KILNWARD_DATA", ".kiln")).resolve("backups");
        Backups.makeFolder(folder);
        return folder;
    }

    private String url() {
        return settings.getOrDefault("KILNWARD_DB_URL", "jdbc:mariadb://127.0.0.1:" + settings.getOrDefault("KILNWARD_DB_PORT", "8491") + "/kilnward");
    }

    private String user() {
        return settings.getOrDefault("KILNWARD_DB_OWNER", settings.getOrDefault("KILNWARD_DB_USER", "kilnward"));
    }

    private String password() {
        return settings.containsKey("KILNWARD_DB_OWNER") ? settings.getOrDefault("KILNWARD_DB_OWNER_PASSWORD", "") : settings.getOrDefault("KILNWARD_DB_PASSWORD", "");
    }

    private Dump dump() {
        return new Dump(url(), user(), password());
    }

    private DriverManagerDataSource database() {
        return new DriverManagerDataSource(url(), user(), password());
    }

    private JdbcClient sql() {
        return JdbcClient.create(database());
    }

    private Sealer sealer() {
        return new Sealer(sql(), new TransactionTemplate(new DataSourceTransactionManager(database())), clock);
    }
}
