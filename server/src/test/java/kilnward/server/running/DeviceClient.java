package kilnward.server.running;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.IntToDoubleFunction;
import kilnward.server.running.ApiClient.Answer;
import tools.jackson.databind.json.JsonMapper;

/** A device as the API sees it: a token, and readings. */
public final class DeviceClient {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** One for all: each has a thread of its own. */
    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private final ApiClient lead;
    private final String base;
    private final String chamber;
    private final String id;
    private final String token;

    /** One that has a token already. */
    public DeviceClient(ApiClient lead, String base, String chamber, String id, String token) {
        this.lead = lead;
        this.base = base;
        this.chamber = chamber;
        this.id = id;
        this.token = token;
    }

    /** One that a lead adds to a chamber. */
    public static DeviceClient added(ApiClient lead, String base, String chamber, String name) {
        Answer made = lead.post("/api/v1/chambers/" + chamber + "/devices", "{\"name\":\"" + name + "\"}");
        if (made.status() != 201) {
            throw new IllegalStateException("no device was added: " + made);
        }
        return new DeviceClient(lead, base, chamber, made.body().get("id").asString(), made.body().get("token").asString());
    }

    /** The id of a series of its own that a lead adds. */
    public String series(String name, String quantity, String unit) {
        return series(name, quantity, unit, null);
    }

    /** The same of a probe; null for none. */
    public String series(String name, String quantity, String unit, String probeId) {
        Answer made = lead.post("/api/v1/chambers/" + chamber + "/series",
                "{\"name\":\"" + name + "\",\"quantity\":\"" + quantity + "\",\"unit\":\"" + unit + "\",\"deviceId\":\"" + id + "\",\"probeId\":"
                        + (probeId == null ? "null" : "\"" + probeId + "\"") + "}");
        if (made.status() != 201) {
            throw new IllegalStateException("no series was added: " + made);
        }
        return made.body().get("id").asString();
    }

    public String id() {
        return id;
    }

    public String token() {
        return token;
    }

    public String chamber() {
        return chamber;
    }

    /** Readings of several series in turn as they are sent: as many in all as are asked for, instant and value of each by its number. */
    public static String readings(List<String> series, int count, IntFunction<Instant> at, IntToDoubleFunction value) {
        return readings(count, i -> series.get(i % series.size()), at, value);
    }

    /** The same of the series that each number names; series, instant and value are asked for once each, in this order. */
    public static String readings(int count, IntFunction<String> series, IntFunction<Instant> at, IntToDoubleFunction value) {
        StringBuilder body = new StringBuilder(count * 110).append("{\"readings\":[");
        for (int i = 0; i < count; i++) {
            body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(series.apply(i)).append("\",\"at\":\"").append(at.apply(i)).append("\",\"value\":")
                    .append(value.applyAsDouble(i)).append('}');
        }
        return body.append("]}").toString();
    }

    /** Sends readings as JSON. */
    public Answer send(String json) {
        return post("/api/v1/readings", json, "application/json");
    }

    /** Sends readings as CSV. */
    public Answer sendCsv(String csv, boolean partial) {
        return post("/api/v1/readings?partial=" + partial, csv, "text/csv");
    }

    private Answer post(String path, String body, String type) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path)).header("Content-Type", type).POST(HttpRequest.BodyPublishers.ofString(body));
        if (!token.isEmpty()) {
            request.header("Authorization", "Bearer " + token);
        }
        try {
            HttpResponse<String> response = HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
            String kind = response.headers().firstValue("Content-Type").orElse("");
            return new Answer(response.statusCode(), kind, kind.contains("json") ? JSON.readTree(response.body()) : null);
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }
}
