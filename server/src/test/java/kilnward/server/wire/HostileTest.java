package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What somebody sends who means no good, or whose program has gone wrong. */
@ExtendWith(RunningServer.class)
class HostileTest {
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private static String style(int empties) {
        return "{\"direction\":\"RAISE\",\"resolution\":0.1,\"seen\":[" + String.join(",", Collections.nCopies(empties, "{}")) + "]}";
    }

    private static HttpRequest post(RunningServer.Running server, String path, HttpRequest.BodyPublisher body) {
        return HttpRequest.newBuilder(URI.create(server.url() + path)).header("Content-Type", "application/json").POST(body).build();
    }

    /** Some 300 kB of empty objects, sent with its size and without: neither is read to its end, and the server goes on. */
    @Test
    void fiftyOversizedRequestsAtOnceAreTurnedAway(RunningServer.Running server) {
        String huge = style(100_000);
        List<CompletableFuture<HttpResponse<String>>> asked = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            HttpRequest.BodyPublisher body = HttpRequest.BodyPublishers.ofString(huge);
            asked.add(HTTP.sendAsync(post(server, "/api/v1/calc/style", i % 2 == 0 ? body : HttpRequest.BodyPublishers.fromPublisher(body)), HttpResponse.BodyHandlers.ofString()));
        }
        int told = 0;
        for (CompletableFuture<HttpResponse<String>> each : asked) {
            // A connection that is cut while the rest is still being sent is an answer, too.
            HttpResponse<String> answer = each.exceptionally(cut -> null).join();
            told += answer == null ? 0 : 1;
            assertTrue(answer == null || answer.statusCode() == 413, String.valueOf(answer));
        }
        assertTrue(told > 0, "somebody is told why");
        assertEquals(200, ApiClient.nobody(server).post("/api/v1/calc/air", "{\"temperatureC\":20,\"relativeHumidityPct\":50,\"altitudeM\":0}").status());
    }

    @Test
    void aListThatIsTooLongIsRefusedWhole(RunningServer.Running server) {
        ApiClient.Answer answer = ApiClient.nobody(server).post("/api/v1/calc/style", style(15_000));
        assertEquals(400, answer.status());
        assertEquals(1, answer.body().get("errors").size(), "nothing in it is looked at");
        assertEquals("seen", answer.refusedField());
        assertEquals("must have at most 20 entries", answer.allowed());
        assertEquals(15_000, answer.body().at("/errors/0/given").asInt());
    }

    @Test
    void complaintsAreFewAndSayNothingOfTheServersInside(RunningServer.Running server) {
        ApiClient.Answer answer = ApiClient.nobody(server).post("/api/v1/calc/style", style(20));
        assertEquals(20, answer.body().get("errors").size());
        assertTrue(answer.body().get("more").asInt() > 0);
        ApiClient.Answer rows = ApiClient.nobody(server).post("/api/v1/calc/check", """
                {"rows":[{"timeS":0,"display":37.6,"references":{"a":1,"b":9999}}],"references":[],"currentOffset":0,"step":0.1,"rangeMin":-5,"rangeMax":5,"resolution":0.1}""");
        assertEquals(400, rows.status());
        assertFalse(rows.body().toString().contains("CheckLook["), rows.body().toString());
        ApiClient owner = ApiClient.as(server, "OWNER");
        ApiClient.Answer longName = owner.post("/api/v1/chambers", "{\"name\":\"" + "é".repeat(5000) + "\"}");
        assertEquals("name", longName.refusedField());
        assertEquals(81, longName.body().at("/errors/0/given").asString().length(), "cut short, with a mark that it is");
    }

    @ParameterizedTest
    @ValueSource(strings = {"bell \\u0007", "half \\ud83d", "other half \\udc00", "two\\nlines", "nul \\u0000", "no character \\uffff"})
    void textThatCannotBePrintedIsRefusedAtItsField(String name) {
        assertEquals(400, refused(name).status(), name);
        assertEquals("name", refused(name).refusedField(), name);
    }

    private ApiClient.Answer refused(String name) {
        return ApiClient.as(running, "OWNER").post("/api/v1/chambers", "{\"name\":\"" + name + "\"}");
    }

    private static RunningServer.Running running;

    @org.junit.jupiter.api.BeforeAll
    static void take(RunningServer.Running server) {
        running = server;
    }

    @Test
    void textIsKeptComposedAndCountedInCharacters(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        ApiClient.Answer made = owner.post("/api/v1/chambers", "{\"name\":\"cafe\\u0301\"}");
        assertEquals(201, made.status());
        assertEquals("café", made.body().at("/plan/name").asString());
        assertEquals(201, owner.post("/api/v1/chambers", "{\"name\":\"" + "🥚".repeat(80) + "\"}").status(), "eighty characters, each of two units");
        assertEquals(400, owner.post("/api/v1/chambers", "{\"name\":\"" + "🥚".repeat(81) + "\"}").status());
    }

    @Test
    void aNameThatStandsTwiceIsAMistake(RunningServer.Running server) {
        ApiClient.Answer answer = ApiClient.nobody(server).post("/api/v1/calc/air", "{\"temperatureC\":20,\"temperatureC\":30,\"relativeHumidityPct\":50,\"altitudeM\":0}");
        assertEquals(400, answer.status());
        assertTrue(answer.body().toString().contains("temperatureC"), answer.body().toString());
    }

    /** Deeper than any document of ours, and endless numbers: refused while reading. */
    @ParameterizedTest
    @ValueSource(strings = {"depth", "digits"})
    void whatNobodyWritesIsNotRead(String what) {
        String body = what.equals("depth") ? "[".repeat(5000) + "]".repeat(5000) : "{\"temperatureC\":" + "1".repeat(3000) + "}";
        assertEquals(400, ApiClient.nobody(running).post("/api/v1/calc/air", body).status());
    }
}
