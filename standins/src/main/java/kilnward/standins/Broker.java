package kilnward.standins;

import io.moquette.broker.Server;
import io.moquette.broker.config.MemoryConfig;
import io.moquette.broker.security.IAuthorizatorPolicy;
import io.moquette.broker.subscriptions.Topic;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.List;
import java.util.Properties;

/** A broker that lets devices in by their token, which it shows to Kiln Ward, and lets each write on its own topics only. Kiln Ward itself may read everything. */
final class Broker implements AutoCloseable {
    private static final String KILN_WARD = "kilnward";
    private final Server server = new Server();
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    private final URI self;
    private final String password;

    Broker(URI kilnWard, String password) {
        this.self = kilnWard.resolve("/api/v1/devices/self");
        this.password = password;
    }

    void start(int port, Path folder) throws IOException {
        Properties properties = new Properties();
        properties.setProperty("host", "127.0.0.1");
        properties.setProperty("port", Integer.toString(port));
        properties.setProperty("websocket_port", "disabled");
        properties.setProperty("allow_anonymous", "false");
        properties.setProperty("persistence_enabled", "true");
        properties.setProperty("persistent_queue_type", "segmented");
        properties.setProperty("data_path", folder.toString());
        properties.setProperty("telemetry_enabled", "false");
        server.startServer(new MemoryConfig(properties), List.of(), null, this::letsIn, new IAuthorizatorPolicy() {
            @Override
            public boolean canWrite(Topic topic, String user, String client) {
                return topic.toString().startsWith("kilnward/" + user + "/");
            }

            @Override
            public boolean canRead(Topic topic, String user, String client) {
                return KILN_WARD.equals(user);
            }
        });
    }

    private boolean letsIn(String clientId, String user, byte[] secret) {
        if (user == null || secret == null) {
            return false;
        }
        if (KILN_WARD.equals(user)) {
            return !password.isEmpty() && MessageDigest.isEqual(secret, password.getBytes(StandardCharsets.UTF_8));
        }
        try {
            HttpResponse<String> answer = http.send(HttpRequest.newBuilder(self).timeout(Duration.ofSeconds(10))
                    .header("Authorization", "Bearer " + new String(secret, StandardCharsets.UTF_8)).build(), HttpResponse.BodyHandlers.ofString());
            return answer.statusCode() == 200 && answer.body().contains("\"" + user + "\"");
        } catch (IOException | IllegalArgumentException notNow) {
            return false;
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    @Override
    public void close() {
        server.stopServer();
    }
}
