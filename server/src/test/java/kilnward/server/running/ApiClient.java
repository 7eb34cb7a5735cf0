package kilnward.server.running;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpURLConnection;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A person's browser as far as the API sees it: cookies, the CSRF token, JSON. */
public final class ApiClient {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();

    private ApiClient(String base) {
        this.base = base;
    }

    /** Somebody who has picked no role. */
    public static ApiClient nobody(RunningServer.Running server) {
        return new ApiClient(server.url());
    }

    /** Somebody who picked a role at a demo that is running somewhere. */
    public static ApiClient as(String url, String role) {
        ApiClient client = new ApiClient(url);
        client.get("/api/v1/session");
        client.post("/api/v1/session", "{\"role\":\"" + role + "\"}");
        return client;
    }

    /** Somebody who has picked a role. */
    public static ApiClient as(RunningServer.Running server, String role) {
        ApiClient client = nobody(server);
        client.get("/api/v1/session");
        Answer picked = client.post("/api/v1/session", "{\"role\":\"" + role + "\"}");
        if (picked.status() != 200) {
            throw new IllegalStateException("could not become " + role + ": " + picked);
        }
        return client;
    }

    /** Somebody who has signed in with a password. */
    public static ApiClient signedIn(RunningServer.Running server, String name, String password) {
        ApiClient client = nobody(server);
        client.get("/api/v1/session");
        Answer answer = client.post("/api/v1/session/password", JSON.writeValueAsString(java.util.Map.of("name", name, "password", password)));
        if (answer.status() != 200) {
            throw new IllegalStateException("could not sign in as " + name + ": " + answer);
        }
        return client;
    }

    /** Whether somebody answers there, and with all well. */
    public static boolean answers(String address) {
        try {
            HttpURLConnection asked = (HttpURLConnection) URI.create(address).toURL().openConnection();
            asked.setConnectTimeout(1_000);
            asked.setReadTimeout(5_000);
            return asked.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    /** A status and what came with it; {@code body} is null where nothing did. */
    public record Answer(int status, String type, JsonNode body) {
        /** The field of the first refusal. */
        public String refusedField() {
            return body.path("errors").path(0).path("field").asString();
        }

        /** What came, where it was done; anything else is the end. */
        public JsonNode done() {
            if (status / 100 != 2) {
                throw new IllegalStateException(toString());
            }
            return body;
        }

        /** What is allowed there. */
        public String allowed() {
            return body.path("errors").path(0).path("allowed").asString();
        }
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path, String json) {
        return send("POST", path, json);
    }

    public Answer put(String path, String json) {
        return send("PUT", path, json);
    }

    /** Asks in any way. */
    public Answer ask(String method, String path, String text, String type) {
        return send(method, path, text, type);
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    /** Posts a document as it is. */
    public Answer postText(String path, String text) {
        return send("POST", path, text, "text/plain; charset=utf-8");
    }

    /** Sends a file as it is. */
    public Answer postFile(String path, byte[] file) {
        return send("POST", path, HttpRequest.BodyPublishers.ofByteArray(file), "application/octet-stream");
    }

    /** A file as it is sent, as text: enough to see what kind it is and find words in it. */
    public String file(String path) {
        try {
            return http.send(HttpRequest.newBuilder(URI.create(base + path)).GET().build(), HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8)).body();
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** The same person, asking somewhere else. */
    public ApiClient at(String other) {
        ApiClient there = new ApiClient(other);
        cookies.getCookieStore().getCookies().forEach(cookie -> there.cookies.getCookieStore().add(URI.create(other), cookie));
        return there;
    }

    /** What a cookie holds now; empty where there is none. */
    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream().filter(cookie -> cookie.getName().equals(name)).findFirst().map(java.net.HttpCookie::getValue).orElse("");
    }

    /** One header of what is answered to a look. */
    public String header(String path, String name) {
        try {
            return http.send(HttpRequest.newBuilder(URI.create(base + path)).GET().build(), HttpResponse.BodyHandlers.discarding()).headers().firstValue(name).orElse("");
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }

    private Answer send(String method, String path, String json) {
        return send(method, path, json, "application/json");
    }

    private Answer send(String method, String path, String json, String contentType) {
        return send(method, path, json == null ? null : HttpRequest.BodyPublishers.ofString(json), contentType);
    }

    private Answer send(String method, String path, HttpRequest.BodyPublisher body, String contentType) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path)).method(method, body == null ? HttpRequest.BodyPublishers.noBody() : body);
        if (body != null) {
            request.header("Content-Type", contentType);
        }
        cookies.getCookieStore().getCookies().stream().filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .findFirst().ifPresent(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            String type = response.headers().firstValue("Content-Type").orElse("");
            return new Answer(response.statusCode(), type, type.contains("ndjson") ? JSON.readTree("[" + response.body().strip().replace('\n', ',') + "]")
                    : type.contains("json") ? JSON.readTree(response.body()) : null);
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(method + " " + path, failed);
        }
    }
}
