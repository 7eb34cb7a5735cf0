package kilnward.e2e;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import kilnward.server.running.RunningServer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What plays devices, a mail server and a web hook, in a process of its own. */
final class PlayedDevices implements AutoCloseable {
    /** As they are packaged: what they bring along of logging is theirs. */
    private static final String CLASSES = "../standins/target/kilnward-standins-0.1.0.jar:../standins/target/lib/*";
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final HttpClient http = HttpClient.newHttpClient();
    private final Process process;
    private final int port;

    PlayedDevices(String server, int mailPort) throws IOException {
        port = free();
        Path log = Files.createDirectories(Path.of("target")).resolve("stand-ins" + RunningServer.FORK + ".log");
        ProcessBuilder builder = new ProcessBuilder(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC",
                "-Xmx200m", "-cp", CLASSES, "kilnward.standins.StandIns", "--server", server,
                "--page-port", Integer.toString(port), "--mqtt-port", Integer.toString(free()), "--mail-port", Integer.toString(mailPort)));
        builder.environment().put("KILNWARD_MQTT_PASSWORD", "nobody comes here");
        process = builder.redirectErrorStream(true).redirectOutput(log.toFile()).start();
    }

    private static int free() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    /** How everything stands there. */
    JsonNode state() {
        return send("GET", "/state", null);
    }

    /** Waits until a box is played. */
    void await(String chamber) {
        long until = System.nanoTime() + Duration.ofSeconds(90).toNanos();
        while (System.nanoTime() < until) {
            try {
                for (JsonNode box : state().get("boxes")) {
                    if (box.get("id").asString().equals(chamber)) {
                        return;
                    }
                }
            } catch (IllegalStateException notYet) {
                // It is starting.
            }
            sleep();
        }
        throw new IllegalStateException("nothing plays " + chamber);
    }

    private static void sleep() {
        try {
            Thread.sleep(200);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    /** Switches something of a box: a fault or a trouble of its line on or off, or how fast it goes. */
    void act(String chamber, String rest) {
        send("POST", "/act", "{\"box\":\"" + chamber + "\"," + rest + "}");
    }

    private JsonNode send(String method, String path, String body) {
        try {
            HttpResponse<String> answer = http.send(HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path)).header("X-Stand-Ins", "1")
                    .header("Content-Type", "application/json").method(method, body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body))
                    .build(),
                    HttpResponse.BodyHandlers.ofString());
            return JSON.readTree(answer.body());
        } catch (IOException away) {
            throw new IllegalStateException(away);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    @Override
    public void close() {
        process.destroy();
    }
}
