package kilnward.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import kilnward.server.store.Digest;

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
                String sha256 = through(to);
                to.close();
                try (FileChannel kept = FileChannel.open(part, StandardOpenOption.WRITE)) {
                    kept.force(true);
                }
                Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
                return new Written(Files.size(file), sha256);
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
        return through(OutputStream.nullOutputStream());
    }

    private String through(OutputStream to) throws IOException, InterruptedException {
        MessageDigest sha256 = Digest.sha256();
        run(List.of("mariadb-dump", "--single-transaction", "--quick", "--skip-lock-tables", "--hex-blob", "--no-tablespaces", "--skip-comments", "--skip-dump-date",
                "--order-by-primary",
                "--default-character-set=utf8mb4", "--ignore-table-data=" + database + ".SPRING_SESSION", "--ignore-table-data=" + database + ".SPRING_SESSION_ATTRIBUTES",
                database),
                null, from -> {
                    try (DigestInputStream read = new DigestInputStream(from, sha256)) {
                        read.transferTo(to);
                    }
                });
        return HexFormat.of().formatHex(sha256.digest());
    }

    /** Makes the database anew, and fills it from a file. */
    public void read(Path file) throws IOException, InterruptedException, SQLException {
        make();
        try (InputStream sql = new GZIPInputStream(Files.newInputStream(file))) {
            run(List.of("mariadb", "--default-character-set=utf8mb4", "--batch", database), sql, from -> from.transferTo(OutputStream.nullOutputStream()));
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
                fed.join();
            } finally {
                process.destroyForcibly();
            }
        } finally {
            Files.deleteIfExists(access);
        }
    }

    private static void feed(InputStream in, Process process) {
        try (OutputStream to = process.getOutputStream()) {
            if (in != null) {
                in.transferTo(to);
            }
        } catch (IOException ended) {
            // It says itself why it ended.
            return;
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
