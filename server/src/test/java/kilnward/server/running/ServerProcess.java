package kilnward.server.running;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import kilnward.server.KilnWard;

/** The real server in a process of its own, so that it can be killed as a power cut would. */
public final class ServerProcess {
    private final PrivateMariaDb database;
    private final int port;
    private final Path log;
    private final List<String> more;
    private List<String> under = List.of();
    private Process process;

    /** One on a database, not yet started; {@code more} are further settings. */
    public ServerProcess(PrivateMariaDb database, String... more) throws IOException {
        this.more = List.of(more);
        this.database = database;
        this.port = PrivateMariaDb.freePort();
        this.log = Files.createDirectories(Path.of("target")).toAbsolutePath().resolve("server-" + port + ".log");
    }

    /** A command that it is started under from now on, like one that leaves it few file handles; none for none. */
    public ServerProcess under(String... command) {
        under = List.of(command);
        return this;
    }

    /** Where it logs. */
    public Path log() {
        return log;
    }

    /** Starts it, and does not wait for anything. */
    public void begin() throws IOException {
        List<String> command = new ArrayList<>(under);
        command.addAll(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-Xmx400m", "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")), KilnWard.class.getName()));
        List<String> settings = new ArrayList<>(List.of("--server.port=" + port, "--logging.file.name=" + log, "--kilnward.demo-days=0"));
        settings.addAll(more);
        command.addAll(Arrays.asList(RunningServer.Running.arguments(database, settings.toArray(String[]::new))));
        process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile())).start();
    }

    /** Whether it runs, or has ended by itself. */
    public boolean isAlive() {
        return process != null && process.isAlive();
    }

    /** Starts it, and waits until it answers. */
    public void start() throws IOException, InterruptedException {
        begin();
        long until = System.nanoTime() + Duration.ofSeconds(300).toNanos();
        // The demo is loaded after the door is open: it answers when there is a site.
        while (!ApiClient.answers(url() + "/api/v1/site")) {
            if (!process.isAlive() || System.nanoTime() > until) {
                throw new IllegalStateException("the server did not start:\n" + Files.readString(log));
            }
            Thread.sleep(50);
        }
    }

    public String url() {
        return "http://127.0.0.1:" + port;
    }

    /** Kills it. */
    public void kill() throws InterruptedException {
        if (process != null) {
            process.destroyForcibly().waitFor();
        }
    }
}
