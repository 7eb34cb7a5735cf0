package kilnward.server.eggs;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Weighings of eggs, what they say, and what a meter says. */
@ExtendWith(RunningServer.class)
class EggApiTest {
    @Test
    void weighingsAreAddedAndWithdrawnButNeverDeleted(RunningServer.Running server) {
        ApiClient keeper = ApiClient.as(server, "KEEPER");
        String id = ApiClient.as(server, "LEAD").post("/api/v1/chambers", "{\"name\":\"Weighed\",\"guideId\":\"duck-eggs\"}").body()
                .get("id").asString();
        String path = "/api/v1/chambers/" + id + "/weighings";
        String weighing = "{\"weighedAt\":\"%s\",\"massG\":%s,\"eggs\":10,\"note\":\"\"}";
        assertEquals(201, keeper.post(path, weighing.formatted("2026-11-10T08:00:00Z", "780")).status());
        Answer wrong = keeper.post(path, weighing.formatted("2026-11-17T08:00:00Z", "7450"));
        assertEquals(201, keeper.post(path, weighing.formatted("2026-11-17T08:00:00Z", "745")).status());
        assertEquals(200, keeper.post(path + "/" + wrong.body().get("id").asString() + "/withdraw", "{}").status());
        JsonNode all = keeper.get(path).body();
        assertEquals(3, all.size(), "a wrong one stays in the record");
        assertEquals(1, all.valueStream().filter(each -> !each.get("withdrawnAt").isNull()).count());
        assertEquals("Keeper", all.get(1).get("withdrawnBy").asString());
        assertEquals("weighedAt", keeper.post(path, weighing.formatted("2036-11-17T08:00:00Z", "745")).refusedField());
        assertEquals("massG", keeper.post(path, weighing.formatted("2026-11-17T08:00:00Z", "-1")).refusedField());
        assertEquals(403, ApiClient.as(server, "VISITOR").post(path, weighing.formatted("2026-11-17T08:00:00Z", "745")).status());
        assertEquals(404, keeper.get("/api/v1/chambers/00000000-0000-7000-8000-000000000999/weighings").status());
    }

    @Test
    void whatWeighingsSayIsStateless(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        Answer answer = nobody.post("/api/v1/calc/egg-weights", """
                {"weighings":[{"day":0,"massG":600},{"day":10,"massG":564}],"endPoint":"PIP","endDay":20,"lowPct":12,"highPct":14,
                "humidityPct":55}""");
        assertEquals(6, answer.body().get("lossPct").asDouble(), 1e-9);
        assertEquals(47.5, answer.body().get("askedHumidityPct").asDouble(), 1e-9, "as worked by hand in the core's test");
        assertEquals("ON_COURSE", answer.body().get("verdict").asString());
        assertEquals("weighings[0].day", nobody.post("/api/v1/calc/egg-weights", """
                {"weighings":[{"day":3,"massG":600}],"endPoint":"PIP","endDay":20,"lowPct":12,"highPct":14}""").refusedField());
    }

    @Test
    void aMeterCorrectsTheModel(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        JsonNode reedbox = nobody.get("/api/v1/chambers").body().valueStream()
                .filter(each -> each.at("/plan/name").asString().equals("Reedbox")).findFirst().orElseThrow();
        String request = "{\"chamber\":" + reedbox.get("plan") + ",\"energyKWh\":%s,\"hours\":72,\"insideMeanC\":28,\"roomMeanC\":18}";
        double little = nobody.post("/api/v1/calc/loss-factor", request.formatted("0.4")).body().get("lossFactor").asDouble();
        double much = nobody.post("/api/v1/calc/loss-factor", request.formatted("0.8")).body().get("lossFactor").asDouble();
        assertTrue(little < much && little > 0.3 && much < 4, little + " and " + much);
        Answer absurd = nobody.post("/api/v1/calc/loss-factor", request.formatted("900"));
        assertEquals("energyKWh", absurd.refusedField());
        assertFalse(absurd.allowed().isBlank());
    }
}
