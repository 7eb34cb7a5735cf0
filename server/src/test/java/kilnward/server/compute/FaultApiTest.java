package kilnward.server.compute;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Faults, layers, sureness and drills over the wire. */
@ExtendWith(RunningServer.class)
class FaultApiTest {
    private static final String WATCH = "{\"asleepS\":28800,\"wakes\":true,\"awayS\":32400,\"message\":%s,\"travelS\":3600,\"reachS\":900,\"looksEveryS\":43200}";

    private static String request(JsonNode chamber, String more) {
        return "{\"chamber\":" + chamber.get("plan") + ",\"settings\":" + keyed(chamber) + ",\"watch\":" + WATCH.formatted("false") + more + "}";
    }

    private static String keyed(JsonNode chamber) {
        return "["
                + String.join(",",
                        chamber.get("settings").valueStream().map(each -> "{\"controllerId\":" + each.get("controllerId") + ",\"values\":" + each.get("values") + "}").toList())
                + "]";
    }

    private static JsonNode demo(ApiClient client, String name) {
        return client.get("/api/v1/chambers").body().valueStream().filter(each -> each.at("/plan/name").asString().equals(name)).findFirst().orElseThrow();
    }

    @Test
    void everyFaultOfAChamberWithItsVerdict(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        JsonNode reedbox = demo(nobody, "Reedbox");
        Answer answer = nobody.post("/api/v1/faults", request(reedbox, ",\"coarse\":null"));
        JsonNode first = nobody.post("/api/v1/faults", request(reedbox, ",\"coarse\":true")).body();
        for (int i = 0; i < first.get("rows").size(); i++) {
            assertEquals(answer.body().at("/rows/" + i + "/with/kind"), first.at("/rows/" + i + "/with/kind"), "a first look says the same of " + first.at("/rows/" + i + "/id"));
        }
        assertEquals(200, answer.status(), String.valueOf(answer.body()));
        JsonNode stuck = answer.body().get("rows").valueStream().filter(each -> each.get("kind").asString().equals("RELAY_STUCK_ON")).findFirst().orElseThrow();
        assertEquals("heating mat", stuck.get("subject").asString());
        assertEquals("HARMED", stuck.at("/with/kind").asString());
        assertEquals("STOP_WARMING", stuck.get("first").asString());
        assertEquals(72, stuck.at("/trace/low").size());
        assertFalse(answer.body().at("/links/0/onIsRight").asBoolean(), "eggs bear cold longer than heat");
        assertTrue(stuck.get("layers").isEmpty(), "there is none");
        String unsaid = request(reedbox, ",\"coarse\":true").replace("\"watch\":" + WATCH.formatted("false"), "\"watch\":null");
        assertEquals(32_400, nobody.post("/api/v1/faults", unsaid).body().at("/watch/awayS").asDouble(), "the usual watch");
        JsonNode layers = nobody.post("/api/v1/faults/layers", request(reedbox, "")).body();
        assertTrue(layers.get(0).get("harmsGone").asInt() > 0, String.valueOf(layers));
        String rehearsal = "{\"chamber\":" + reedbox.get("plan") + ",\"settings\":" + keyed(reedbox)
                + ",\"scenario\":{\"room\":\"WARMEST\",\"startHour\":0,\"durationS\":86400,\"stepS\":5,\"start\":\"SETTLED\",\"buckets\":100,\"fault\":%s},\"edit\":null,\"coarse\":true}";
        double with = nobody.post("/api/v1/rehearsals", rehearsal.formatted(stuck.get("id"))).body().at("/metrics/occupant/highest").asDouble();
        double sound = nobody.post("/api/v1/rehearsals", rehearsal.formatted("null")).body().at("/metrics/occupant/highest").asDouble();
        assertTrue(with > sound + 5, "seen on the ladder too: " + with + " and " + sound);
        assertEquals("fault", nobody.post("/api/v1/rehearsals", rehearsal.formatted("\"RELAY_STUCK_ON:nobody\"")).refusedField().replaceFirst(".*\\.", ""));
    }

    @Test
    void samplesComeInBatchesThatAddUp(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        String tail = ",\"from\":%d,\"samples\":%d,\"seed\":11";
        JsonNode tank = demo(nobody, "Cellar tank");
        JsonNode whole = nobody.post("/api/v1/faults/sureness", request(tank, tail.formatted(0, 6))).body();
        JsonNode first = nobody.post("/api/v1/faults/sureness", request(tank, tail.formatted(0, 2))).body();
        JsonNode rest = nobody.post("/api/v1/faults/sureness", request(tank, tail.formatted(2, 4))).body();
        assertEquals(6, whole.get("samples").asInt());
        whole.get("counts").properties().forEach(each -> each.getValue().properties().forEach(kind -> assertEquals(kind.getValue().asInt(),
                first.at("/counts").path(each.getKey()).path(kind.getKey()).asInt(0) + rest.at("/counts").path(each.getKey()).path(kind.getKey()).asInt(0), each.getKey())));
        assertEquals("samples", nobody.post("/api/v1/faults/sureness", request(tank, tail.formatted(0, 100_000))).refusedField());
    }

    @Test
    void aDrillIsAnsweredOnceAndTheScoreIsKept(RunningServer.Running server) {
        ApiClient keeper = ApiClient.as(server, "KEEPER");
        String path = "/api/v1/chambers/" + demo(keeper, "Reedbox").get("id").asString() + "/drills";
        int before = keeper.get("/api/v1/drills/score").body().get("drills").asInt();
        JsonNode drill = keeper.post(path, "").body();
        assertFalse(drill.toString().contains("hidden"), "it is not told");
        String said = "{\"kind\":" + drill.at("/kinds/0") + ",\"act\":" + drill.at("/acts/0") + "}";
        String answer = path + "/" + drill.get("id").asString() + "/answer";
        JsonNode judged = keeper.post(answer, said).body();
        assertEquals(judged.at("/row/kind").asString().equals(drill.at("/kinds/0").asString()), judged.get("rightKind").asBoolean());
        assertEquals(before + 1, judged.at("/score/drills").asInt());
        assertEquals("id", keeper.post(answer, said).refusedField(), "answered once");
        assertEquals(404, ApiClient.as(server, "OWNER").post(answer, said).status(), "one's own only");
        assertEquals(403, ApiClient.as(server, "VISITOR").post(path, "").status());
    }
}
