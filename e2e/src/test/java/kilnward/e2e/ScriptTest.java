package kilnward.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Locale;
import java.util.HashMap;
import java.util.Collections;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;

/** The one script, as people run it: in a folder with a space, twice in a row, with what fell under it, as another user, with nonsense. */
// Beside other classes; its own tests one after another.
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("the one script")
class ScriptTest {
    private static final String STRANGER = "kiln-stranger";
    private static Path home;
    private static int port;
    private static int dbPort;
    private static int standInsPort;

    private record Ran(int status, String said) {
    }

    @BeforeAll
    static void layOut() throws Exception {
        home = Files.createTempDirectory("kiln ward ").toRealPath();
        Path root = Path.of("..").toRealPath();
        Files.copy(root.resolve("kiln"), home.resolve("kiln"), java.nio.file.StandardCopyOption.COPY_ATTRIBUTES);
        for (String part : List.of("pom.xml", "core", "web", "standins")) {
            Files.createSymbolicLink(home.resolve(part), root.resolve(part));
        }
        Files.createDirectories(home.resolve("server"));
        Path jar = root.resolve("server/target/kilnward-server-0.1.0-app.jar");
        assertEquals(0, run(List.of("java", "-Djarmode=tools", "-jar", jar.toString(), "extract", "--destination", home.resolve("server/target/app").toString()), null).status());
        home.toFile().setExecutable(true, false);
        home.toFile().setReadable(true, false);
        port = free();
        dbPort = free();
        standInsPort = free();
    }

    @AfterAll
    static void leaveNothing() throws Exception {
        kiln("stop");
        try (Stream<Path> files = Files.walk(home)) {
            for (Path file : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    private static int free() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    /** A port that was somebody's until now: a killed process lets go of it within moments. */
    private static ServerSocket heldAtLast(int port) throws Exception {
        for (int tries = 0;; tries++) {
            try {
                return new ServerSocket(port, 1, InetAddress.getLoopbackAddress());
            } catch (IOException stillHeld) {
                if (tries == 50) {
                    throw stillHeld;
                }
                Thread.sleep(100);
            }
        }
    }

    private static Ran run(List<String> command, String path) throws Exception {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true).directory(home.toFile());
        if (path != null) {
            builder.environment().put("PATH", path);
        }
        Process process = builder.start();
        process.getOutputStream().close();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertTrue(process.waitFor(180, TimeUnit.SECONDS), String.join(" ", command));
        return new Ran(process.exitValue(), said);
    }

    private static Ran kiln(String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("bash", home.resolve("kiln").toString()));
        command.addAll(List.of(arguments));
        return run(command, null);
    }

    /** One that was left running, and what it says. */
    private record Demo(Process process, Path log) {
        String said() throws IOException {
            return Files.readString(log);
        }

        void waitFor(String words) throws Exception {
            long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(300);
            while (!said().contains(words)) {
                assertTrue(process.isAlive() && System.nanoTime() < until, "waited for “" + words + "”: " + said());
                Thread.sleep(200);
            }
        }
    }

    private static Demo demo(String path) throws Exception {
        Path log = Files.createTempFile(home, "demo", ".log");
        ProcessBuilder builder = new ProcessBuilder("bash", home.resolve("kiln").toString(), "demo", "--port", String.valueOf(port), "--db-port", String.valueOf(dbPort),
                "--stand-ins-port", String.valueOf(standInsPort))
                .redirectErrorStream(true).redirectOutput(log.toFile()).directory(home.toFile());
        // Half the work at a start: none of these servers runs for long.
        builder.environment().put("KILNWARD_JVM", "-XX:TieredStopAtLevel=1");
        if (path != null) {
            builder.environment().put("PATH", path);
        }
        Demo demo = new Demo(builder.start(), log);
        demo.waitFor("Kiln Ward is at ");
        return demo;
    }

    private static int asked(String path) throws IOException {
        HttpURLConnection connection = (HttpURLConnection) URI.create("http://127.0.0.1:" + port + path).toURL().openConnection();
        connection.setReadTimeout(30_000);
        return connection.getResponseCode();
    }

    private static long pid(String file) throws IOException {
        return Long.parseLong(Files.readString(home.resolve(".kiln/" + file)).strip());
    }

    /** What plays devices has plugged itself in, over HTTP and over MQTT: every series is heard of. */
    private static void devicesSend() throws Exception {
        ApiClient owner = ApiClient.as("http://127.0.0.1:" + port, "OWNER");
        java.time.Instant since = java.time.Instant.now();
        for (int tries = 0; tries < 480; tries++) {
            JsonNode series = owner.get("/api/v1/series").body();
            if (series.size() > 10
                    && series.valueStream().allMatch(each -> !each.path("latest").isNull() && !java.time.Instant.parse(each.at("/latest/at").asString()).isBefore(since))) {
                return;
            }
            Thread.sleep(500);
        }
        throw new AssertionError("not every series is heard of: " + owner.get("/api/v1/series").body());
    }

    private static void answersAgain() throws Exception {
        for (int tries = 0; tries < 480; tries++) {
            try {
                if (asked("/api/v1/chambers") == 200) {
                    return;
                }
            } catch (IOException notYet) {
                // It is being started.
            }
            Thread.sleep(500);
        }
        throw new AssertionError("it does not answer");
    }

    /** A whole day of it: started without Node on the path, stopped and started at once, its database and then itself killed, and ended with Ctrl-C. */
    @Test
    void startsStopsAndGetsUpAgain() throws Exception {
        Path tools = Files.createDirectories(home.resolve("tools"));
        for (String folder : System.getenv("PATH").split(":")) {
            if (Files.isDirectory(Path.of(folder))) {
                try (Stream<Path> files = Files.list(Path.of(folder))) {
                    for (Path file : files.toList()) {
                        String name = file.getFileName().toString();
                        if (!name.startsWith("node") && !name.startsWith("npm") && !Files.exists(tools.resolve(name), java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
                            Files.createSymbolicLink(tools.resolve(name), file);
                        }
                    }
                }
            }
        }
        Demo demo = demo(tools.toString());
        assertEquals(200, asked("/"));
        devicesSend();
        Ran second = kiln("demo", "--port", String.valueOf(free()), "--db-port", String.valueOf(free()));
        assertEquals(1, second.status());
        assertTrue(second.said().startsWith("kiln: another ./kiln demo is running at http://127.0.0.1:" + port), second.said());

        assertEquals(new Ran(0, "Stopped.\n"), kiln("stop"));
        demo.process().waitFor(60, TimeUnit.SECONDS);
        demo = demo(null);
        assertEquals(200, asked("/api/v1/chambers"), "stopped and started at once");

        // Somebody holds its port when it is to be started again, and lets go of it after a while.
        long watching = pid("demo.pid");
        run(List.of("kill", "-STOP", String.valueOf(watching)), null);
        run(List.of("kill", "-9", String.valueOf(pid("db.pid"))), null);
        try (ServerSocket held = heldAtLast(dbPort)) {
            run(List.of("kill", "-CONT", String.valueOf(watching)), null);
            demo.waitFor("The database stopped by itself; starting it again");
            Thread.sleep(3_000);
            assertTrue(held.isBound() && demo.process().isAlive(), demo.said());
        }
        demo.waitFor("again\n");
        answersAgain();
        run(List.of("kill", "-9", String.valueOf(pid("server.pid"))), null);
        demo.waitFor("The server stopped by itself; starting it again");
        answersAgain();
        assertFalse(demo.said().contains("Killed") || demo.said().contains("line "), "the shell says nothing of its own: " + demo.said());

        asAStranger();
        run(List.of("kill", "-INT", String.valueOf(pid("demo.pid"))), null);
        // The script gives devices, server and database forty seconds each; a database that has much to write takes its time on a busy machine.
        assertTrue(demo.process().waitFor(130, TimeUnit.SECONDS));
        assertEquals(0, demo.process().exitValue(), demo.said());
        for (String left : List.of("server.pid", "db.pid", "stand-ins.pid", "demo.pid")) {
            assertFalse(Files.exists(home.resolve(".kiln/" + left)), left + " is left");
        }
    }

    /** Part of ./kiln soak: server and database killed ten times each while somebody saves; every save that was acknowledged is there afterwards. */
    @Test
    void nothingAcknowledgedIsLost() throws Exception {
        Assumptions.assumeTrue(Boolean.getBoolean("kiln.soak"));
        Demo demo = demo(null);
        Map<String, Integer> saves = new HashMap<>();
        Map<String, List<Double>> wellAfterS = new HashMap<>();
        for (int kill = 0; kill < 20; kill++) {
            ApiClient owner = ApiClient.as("http://127.0.0.1:" + port, "OWNER");
            JsonNode chamber = owner.post("/api/v1/chambers", "{\"name\":\"Killed " + kill + "\",\"guideId\":\"corn-snake-eggs\"}").body();
            String settings = "/api/v1/chambers/" + chamber.get("id").asString() + "/controllers/" + chamber.at("/plan/controllers/0/id").asString() + "/settings";
            String victim = kill % 2 == 0 ? "server.pid" : "db.pid";
            Thread killer = new Thread(() -> {
                try {
                    Thread.sleep(700);
                    new ProcessBuilder("kill", "-9", String.valueOf(pid(victim))).start().waitFor();
                } catch (IOException | InterruptedException failed) {
                    throw new IllegalStateException(failed);
                }
            });
            killer.start();
            int acknowledged = 0;
            try {
                while (owner.post(settings,
                        "{\"basedOn\":" + acknowledged + ",\"reason\":\"save " + acknowledged + "\",\"values\":{\"UNIT\":0,\"DIRECTION\":0,\"SET_VALUE\":28.6,\"DIFFERENTIAL\":0.6,"
                                + "\"ACT_DELAY\":0,\"HIGH_ALARM\":31,\"LOW_ALARM\":25,\"OFFSET\":0}}")
                        .status() == 201) {
                    acknowledged++;
                }
            } catch (IllegalStateException cut) {
                // Killed in the middle of an answer.
            }
            killer.join();
            long fell = System.nanoTime();
            answersAgain();
            wellAfterS.computeIfAbsent(victim, first -> new ArrayList<>()).add((System.nanoTime() - fell) / 1e9);
            saves.merge(victim, acknowledged, Integer::sum);
            int kept = ApiClient.as("http://127.0.0.1:" + port, "OWNER").get(settings).body().size();
            assertTrue(kept >= acknowledged && kept <= acknowledged + 1, victim + ": " + acknowledged + " acknowledged, " + kept + " kept");
            if (kill % 3 == 2) {
                // What falls often is started again after a pause, which would be measured, too: begun anew.
                kiln("stop");
                demo.process().waitFor(60, TimeUnit.SECONDS);
                demo = demo(null);
            }
        }
        StringBuilder told = new StringBuilder();
        for (String victim : List.of("server.pid", "db.pid")) {
            List<Double> all = wellAfterS.get(victim);
            told.append(String.format(Locale.ROOT,
                    "| the %s of `./kiln demo` killed with −9, %d times while somebody saves | of %d acknowledged saves none lost; well again after %.0f to %.0f s |%n",
                    victim.equals("db.pid") ? "database" : "server", all.size(), saves.get(victim), Collections.min(all), Collections.max(all)));
        }
        Files.writeString(Path.of("target/soak.md"), told);
        kiln("stop");
    }

    /** Somebody else on the machine can neither stop what is not theirs nor be told that they did. */
    private static void asAStranger() throws Exception {
        if (!System.getProperty("user.name").equals("root")) {
            return;
        }
        run(List.of("useradd", "--no-create-home", "--shell", "/bin/bash", STRANGER), null);
        try {
            for (String command : List.of("stop", "reset --yes")) {
                Ran tried = run(List.of("runuser", "-u", STRANGER, "--", "bash", "-c", "'" + home.resolve("kiln") + "' " + command), null);
                assertNotEquals(0, tried.status(), command + ": " + tried.said());
                assertTrue(tried.said().contains("belongs to root"), tried.said());
            }
            assertEquals(200, asked("/api/v1/chambers"), "and it goes on");
            Ran demo = run(List.of("runuser", "-u", STRANGER, "--", "bash", "-c", "'" + home.resolve("kiln") + "' demo"), null);
            assertEquals(1, demo.status());
            assertTrue(demo.said().startsWith("kiln: cannot write to "), demo.said());
        } finally {
            run(List.of("userdel", STRANGER), null);
        }
    }

    /** Under serve the log is another, and what is to be read there is said. */
    @Test
    void aStartThatFailsNamesItsCauseAndItsLog() throws Exception {
        Path conf = Files.writeString(home.resolve("kilnward.conf"), "KILNWARD_PORT=" + free() + "\nKILNWARD_OWN_DB_PORT=" + free()
                + "\nKILNWARD_TLS_CERTIFICATE=" + home + "/no-certificate.pem\nKILNWARD_TLS_KEY=" + home + "/no-key.pem\nKILNWARD_JVM=-XX:TieredStopAtLevel=1\n");
        try {
            Ran ran = kiln("serve");
            assertEquals(1, ran.status(), ran.said());
            assertTrue(ran.said().lines().anyMatch(each -> each.matches("kiln: the server did not start: .*no-certificate.pem.*\\(all of it in data/server.log\\)")), ran.said());
        } finally {
            kiln("stop", "serve");
            Files.delete(conf);
        }
    }

    @Test
    void nonsenseIsSaidInOneLine() throws Exception {
        for (String[] arguments : new String[][] {{"demo", "--port", "12345678901234567890"}, {"demo", "--port", "80"}, {"demo", "--port"}, {"demo", "--db-port", "x"},
                {"demo", "--loud"}, {"demo", "--port", "9000", "--db-port", "9000"}}) {
            Ran ran = kiln(arguments);
            assertEquals(1, ran.status(), ran.said());
            assertEquals(1, ran.said().lines().count(), ran.said());
            assertTrue(ran.said().startsWith("kiln: "), ran.said());
        }
        assertEquals(1, kiln("dance").status());
    }

    @Test
    void aPortThatIsTakenIsSaid() throws Exception {
        Assumptions.assumeFalse(Files.exists(home.resolve(".kiln/demo.pid")));
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Ran ran = kiln("demo", "--port", String.valueOf(taken.getLocalPort()));
            assertEquals(1, ran.status());
            assertEquals("kiln: port " + taken.getLocalPort() + " is taken: name another with --port N\n", ran.said());
        }
    }
}
