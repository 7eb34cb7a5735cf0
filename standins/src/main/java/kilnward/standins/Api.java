package kilnward.standins;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import kilnward.server.wire.door.WireModule;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Kiln Ward's own API, as somebody uses it who plugs devices in at the demo. */
final class Api {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private final JsonMapper json = JsonMapper.builder().addModule(new WireModule()).build();
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).connectTimeout(PATIENCE).build();
    private final URI server;

    Api(URI server) {
        this.server = server;
    }

    JsonMapper json() {
        return json;
    }

    /** Becomes the owner, as anybody may at the demo. */
    void signIn() throws IOException, InterruptedException {
        get("/api/v1/session");
        send("POST", "/api/v1/session", "{\"role\":\"OWNER\"}");
    }

    JsonNode get(String path) throws IOException, InterruptedException {
        return send("GET", path, null);
    }

    JsonNode post(String path, String body) throws IOException, InterruptedException {
        return send("POST", path, body);
    }

    private JsonNode send(String method, String path, String body) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(server.resolve(path)).timeout(PATIENCE).header("Content-Type", "application/json").method(method,
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        cookies.getCookieStore().getCookies().stream().filter(cookie -> cookie.getName().equals("XSRF-TOKEN")).findFirst()
                .ifPresent(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
        HttpResponse<String> answer = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IOException(method + " " + path + " was answered with " + answer.statusCode());
        }
        return answer.body().isEmpty() ? json.createObjectNode() : json.readTree(answer.body());
    }
}
