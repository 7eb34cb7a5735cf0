package kilnward.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;

/**
 * A database as a file, by MariaDB's own programs, and back. The file is SQL in one consistent state, compressed, and the same for the same content; of sessions it
 * has only that there are such, so that nobody is signed in by it.
 */
public final class Dump {
    private static final Pattern URL = Pattern.compile("jdbc:mariadb://(\\[[^]]+]|[^:/]+)(?::(\\d+))?/([A-Za-z0-9_]+).*");
    private static final int TRIES = 2;
    private final String host;
    private final String port;
    private final String database;
    private final String user;
    private final String password;

    /**
     * @param url      {@code jdbc:mariadb://host:port/database}
     * @param user     who may read all of it; to bring it back also make and drop databases
     * @param password empty for none
     */
    public Dump(String url, String user, String password) {
        Matcher parts = URL.matcher(url);
        if (!parts.matches()) {
            throw new IllegalArgumentException("no address of a MariaDB: " + url.replaceFirst("\\?.*", ""));
        }
        this.host = parts.group(1).replaceAll("[\\[\\]]", "");
        this.port = parts.group(2) == null ? "3306" : parts.group(2);
        this.database = parts.group(3);
        this.user = user;
        this.password = password == null ? "" : password;
    }

    private Dump(Dump other, String database) {
        this.host = other.host;
        this.port = other.port;
        this.database = database;
        this.user = other.user;
        this.password = other.password;
    }

    /**
     * What was written.
     *
     * @param bytes  of the file
     * @param sha256 of the SQL in it, in hexadecimal digits
     */
    public record Written(long bytes, String sha256) {
    }

    /** The same server's database of another name. */
    public Dump of(String other) {
        return new Dump(this, other);
    }

    /** Its name. */
    public String database() {
        return database;
    }

    /** Writes the file, whole or not at all; nobody else can read it. */
    public Written write(Path file) throws IOException, InterruptedException {
        Path part = file.resolveSibling(file.getFileName() + ".part");
        for (int i = 1;; i++) {
            Files.deleteIfExists(part);
            Files.createFile(part, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            try (OutputStream to = new GZIPOutputStream(Files.newOutputStream(part))) {
                DumpContent content = through(to);
                to.write(content.manifest());
                to.close();
                try (FileChannel kept = FileChannel.open(part, StandardOpenOption.WRITE)) {
                    kept.force(true);
                }
                Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
                return new Written(Files.size(file), content.sha256());
            } catch (IOException failed) {
                Files.deleteIfExists(part);
                // A new month's partition may have been made while it was read.
                if (i == TRIES) {
                    throw failed;
                }
            }
        }
    }

    /** What the SQL of the database as it is now comes to. */
    public String sha256() throws IOException, InterruptedException {
        return through(OutputStream.nullOutputStream()).sha256();
    }

    private DumpContent through(OutputStream to) throws IOException, InterruptedException {
        DumpContent.Reader reader = new DumpContent.Reader(to);
        run(List.of("mariadb-dump", "--single-transaction", "--quick", "--skip-lock-tables", "--hex-blob", "--no-tablespaces", "--skip-comments", "--skip-dump-date",
                "--order-by-primary",
                "--default-character-set=utf8mb4", "--ignore-table-data=" + database + ".SPRING_SESSION", "--ignore-table-data=" + database + ".SPRING_SESSION_ATTRIBUTES",
                database),
                null, from -> from.transferTo(reader));
        reader.close();
        return reader.content();
    }

    /**
     * Makes the database anew, and fills it from a file that was gone through to its end before; then every table is counted.
     *
     * @return whether the file said itself what is in it; those of before do not
     * @throws IOException where the file is not whole (then nothing was done), or where the database did not come out as the file is
     */
    public boolean read(Path file) throws IOException, InterruptedException, SQLException {
        DumpContent.Checked checked = DumpContent.check(file);
        make();
        try (InputStream sql = new GZIPInputStream(Files.newInputStream(file))) {
            run(List.of("mariadb", "--default-character-set=utf8mb4", "--batch", database), sql, from -> from.transferTo(OutputStream.nullOutputStream()));
        }
        count(checked.content().rows());
        return checked.marked();
    }

    private void count(Map<String, Long> rows) throws SQLException, IOException {
        Map<String, Long> found = new TreeMap<>();
        on(statement -> {
            for (String table : rows.keySet()) {
                try (ResultSet row = statement.executeQuery("select count(*) from `" + database + "`.`" + table + "`")) {
                    row.next();
                    found.put(table, row.getLong(1));
                }
            }
        });
        if (!found.equals(rows)) {
            String off = rows.keySet().stream().filter(each -> !rows.get(each).equals(found.get(each))).sorted().findFirst().orElse("?");
            throw new IOException("the table " + off + " came out with " + found.get(off) + " rows instead of " + rows.get(off));
        }
    }

    private void make() throws SQLException {
        on(statement -> {
            statement.execute("drop database if exists `" + database + "`");
            statement.execute("create database `" + database + "` character set utf8mb4 collate utf8mb4_unicode_ci");
        });
    }

    /** Forgets the database. */
    public void drop() throws SQLException {
        on(statement -> statement.execute("drop database if exists `" + database + "`"));
    }

    private interface Work {
        void with(Statement statement) throws SQLException;
    }

    private void on(Work work) throws SQLException {
        try (Connection server = DriverManager.getConnection("jdbc:mariadb://" + (host.contains(":") ? "[" + host + "]" : host) + ":" + port + "/?connectTimeout=5000", user,
                password);
                Statement statement = server.createStatement()) {
            work.with(statement);
        }
    }

    /** Whether there is nothing in it that could be lost. */
    public boolean isEmpty() throws SQLException {
        try (Connection server = DriverManager.getConnection("jdbc:mariadb://" + (host.contains(":") ? "[" + host + "]" : host) + ":" + port + "/?connectTimeout=5000", user,
                password);
                var asked = server.prepareStatement("select count(*) from information_schema.tables where table_schema = ?")) {
            asked.setString(1, database);
            try (var row = asked.executeQuery()) {
                row.next();
                return row.getLong(1) == 0;
            }
        }
    }

    private interface Reading {
        void from(InputStream out) throws IOException;
    }

    private void run(List<String> program, InputStream in, Reading reading) throws IOException, InterruptedException {
        // The password stands in no list of processes.
        Path access = Files.createTempFile("kiln", ".cnf", PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        try {
            Files.writeString(access, "[client]\nhost=" + host + "\nport=" + port + "\nprotocol=tcp\nuser=" + quoted(user) + "\npassword=" + quoted(password) + "\n");
            List<String> line = new ArrayList<>(List.of(find(program.get(0)), "--defaults-file=" + access));
            line.addAll(program.subList(1, program.size()));
            Process process = new ProcessBuilder(line).start();
            CompletableFuture<String> said = CompletableFuture.supplyAsync(() -> {
                try {
                    return new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8).strip();
                } catch (IOException gone) {
                    return gone.getMessage();
                }
            }, task -> new Thread(task, "said").start());
            try {
                CompletableFuture<Void> fed = CompletableFuture.runAsync(() -> feed(in, process), task -> new Thread(task, "fed").start());
                reading.from(process.getInputStream());
                int status = process.waitFor();
                if (status != 0) {
                    throw new IOException(program.get(0) + " failed: " + said.join().lines().findFirst().orElse("status " + status));
                }
                try {
                    fed.join();
                } catch (CompletionException unread) {
                    throw new IOException("what it was to be given could not be read: " + unread.getCause().getMessage(), unread);
                }
            } finally {
                process.destroyForcibly();
            }
        } finally {
            Files.deleteIfExists(access);
        }
    }

    private static void feed(InputStream in, Process process) {
        try (OutputStream to = process.getOutputStream()) {
            byte[] buffer = new byte[64 * 1024];
            for (int read = in == null ? -1 : read(in, buffer); read >= 0; read = read(in, buffer)) {
                to.write(buffer, 0, read);
            }
        } catch (IOException ended) {
            // It says itself why it ended.
            return;
        }
    }

    /** What cannot be read is no matter of the program that is fed. */
    private static int read(InputStream in, byte[] buffer) {
        try {
            return in.read(buffer);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static String quoted(String text) {
        return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }

    private static String find(String program) throws IOException {
        return Stream.concat(Stream.of(System.getenv().getOrDefault("PATH", "").split(":")), Stream.of("/usr/bin", "/usr/sbin")).filter(each -> !each.isEmpty())
                .map(folder -> Path.of(folder, program)).filter(Files::isExecutable).map(Path::toString).findFirst()
                .orElseThrow(() -> new IOException(program + " is missing: install mariadb-client"));
    }
}
