package kilnward.server.running;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;

/** A MariaDB of the tests' own, on loopback, in the build folder. */
public final class PrivateMariaDb {
    private final Path home;
    private final int port;
    private Process process;

    private final List<String> options;
    private String off;

    private PrivateMariaDb(Path home, int port, List<String> options) {
        this.home = home;
        this.port = port;
        this.options = options;
    }

    /** Creates and starts one; {@code options} are further ones of the database server's. */
    public static PrivateMariaDb start(String... options) throws IOException, InterruptedException {
        Files.createDirectories(Path.of("target"));
        PrivateMariaDb db = new PrivateMariaDb(Files.createTempDirectory(Path.of("target").toAbsolutePath(), "db"), freePort(), List.of(options));
        Files.createDirectory(db.home.resolve("tmp"));
        Path log = db.home.resolve("install.log");
        int exit = db.program("mariadb-install-db", log, "--no-defaults", "--datadir=" + db.home.resolve("data"), "--user=" + System.getProperty("user.name"),
                "--skip-test-db", "--auth-root-authentication-method=normal").start().waitFor();
        if (exit != 0) {
            throw new IllegalStateException("mariadb-install-db failed:\n" + Files.readString(log));
        }
        Files.writeString(db.home.resolve("init.sql"), "create database if not exists kilnward character set utf8mb4;\n");
        db.launch();
        return db;
    }

    /** Starts it again after {@link #kill()}. */
    public void launch() throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of("--no-defaults", "--user=" + System.getProperty("user.name"),
                "--datadir=" + home.resolve("data"), "--socket=test.sock", "--bind-address=127.0.0.1", "--port=" + port,
                "--init-file=" + home.resolve("init.sql"), "--skip-grant-tables", "--innodb-flush-log-at-trx-commit=1"));
        all.addAll(options);
        process = program("mariadbd", home.resolve("server.log"), all.toArray(String[]::new)).start();
        long until = System.nanoTime() + Duration.ofSeconds(60).toNanos();
        while (!answers()) {
            if (!process.isAlive() || System.nanoTime() > until) {
                throw new IllegalStateException("MariaDB did not start:\n" + Files.readString(home.resolve("server.log")));
            }
            Thread.sleep(100);
        }
    }

    /** Its clock is so far off from its next start on, as {@code faketime} has it, like {@code +400d}; null for right. */
    public void clock(String off) {
        this.off = off;
    }

    /** Kills it as a power cut would. */
    public void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** Stops it and removes its files. */
    public void close() throws IOException, InterruptedException {
        process.destroy();
        process.waitFor();
        try (Stream<Path> files = Files.walk(home)) {
            for (Path file : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    /** Fills it with what another server left: a dump in the class path, compressed. */
    public void load(String dump) throws IOException, InterruptedException {
        Process client = new ProcessBuilder(find("mariadb"), "--no-defaults", "--host=127.0.0.1", "--port=" + port, "--user=root", "--default-character-set=utf8mb4", "kilnward")
                .redirectErrorStream(true).redirectOutput(home.resolve("load.log").toFile()).start();
        try (InputStream sql = new GZIPInputStream(PrivateMariaDb.class.getResourceAsStream(dump)); OutputStream to = client.getOutputStream()) {
            sql.transferTo(to);
        }
        if (client.waitFor() != 0) {
            throw new IllegalStateException("the dump could not be loaded:\n" + Files.readString(home.resolve("load.log")));
        }
    }

    public String url() {
        return "jdbc:mariadb://127.0.0.1:" + port + "/kilnward";
    }

    /** With a folder of its own for temporary files: a starting MariaDB removes all temporary tables that it finds in the common one, another's too. */
    private ProcessBuilder program(String command, Path log, String... options) {
        List<String> line = new ArrayList<>(List.of(find(command)));
        line.addAll(List.of(options));
        ProcessBuilder program = new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(log.toFile());
        program.environment().put("TMPDIR", home.resolve("tmp").toString());
        if (off != null && command.equals("mariadbd")) {
            program.environment().putAll(Map.of("LD_PRELOAD", fakeTime(), "FAKETIME", off, "DONT_FAKE_MONOTONIC", "1"));
        }
        return program;
    }

    private static String fakeTime() {
        try (Stream<Path> found = Files.find(Path.of("/usr/lib"), 4, (file, attributes) -> file.getFileName().toString().equals("libfaketimeMT.so.1"))) {
            return found.map(Path::toString).findFirst().orElseThrow(() -> new IllegalStateException("libfaketime is missing; ./kiln test installs faketime"));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private boolean answers() {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return socket.isConnected();
        } catch (IOException notYet) {
            return false;
        }
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    private static String find(String command) {
        return Stream.concat(List.of(System.getenv("PATH").split(":")).stream(), Stream.of("/usr/sbin"))
                .map(folder -> Path.of(folder, command)).filter(Files::isExecutable).map(Path::toString).findFirst()
                .orElseThrow(() -> new IllegalStateException(command + " is missing; ./kiln test installs mariadb-server"));
    }
}
