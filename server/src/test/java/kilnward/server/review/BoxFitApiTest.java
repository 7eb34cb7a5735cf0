package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.temporal.ChronoUnit;
import java.util.UUID;
import kilnward.server.people.Here;
import kilnward.server.running.ApiClient;
import kilnward.server.running.LoggedBox;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.running.RunningServer;
import kilnward.server.site.Sites;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A box that loses half as much again as planned, logged for eight hours from cold, learned and taken over, over the wire. */
@ExtendWith(RunningServer.class)
class BoxFitApiTest {
    private static final JsonMapper JSON = JsonMapper.shared();

    private static JsonNode estimate(JsonNode fit, String parameter) {
        return fit.get("estimates").valueStream().filter(each -> each.get("parameter").asString().equals(parameter)).findFirst().orElseThrow(() -> new AssertionError(fit));
    }

    @Test
    void aBoxIsLearnedAndItsPlanTakesItOver(Running server) {
        LoggedBox logged = LoggedBox.of(server, "Learned box");
        String fits = "/api/v1/chambers/" + logged.chamber() + "/fits";
        assertEquals(403, ApiClient.as(server, "VISITOR").post(fits, logged.span(",\"roomC\":18")).status());
        ApiClient.Answer made = logged.lead().post(fits, logged.span(",\"roomC\":18,\"wattsSeriesId\":\"" + logged.watts() + "\""));
        assertEquals(201, made.status(), made.toString());
        JsonNode loss = estimate(made.body(), "LOSS");
        double real = LoggedBox.LOSES * loss.get("planned").asDouble();
        assertTrue(made.body().get("fits").asBoolean() && loss.get("differs").asBoolean(), made.toString());
        assertTrue(loss.get("low").asDouble() < real && loss.get("high").asDouble() > real, made.toString());
        assertTrue(made.body().get("plannedRmsK").asDouble() > 3 * made.body().get("rmsK").asDouble());
        String one = fits + "/" + made.body().get("id").asString() + "/take-over";
        JsonNode before = logged.lead().get("/api/v1/chambers/" + logged.chamber()).body();
        assertEquals(409, logged.lead().post(one, "{\"version\":" + (before.get("version").asLong() + 1) + ",\"reason\":\"learned\"}").status());
        assertEquals("reason", logged.lead().post(one, "{\"version\":" + before.get("version").asLong() + ",\"reason\":\" \"}").refusedField());
        assertEquals(403, ApiClient.as(server, "KEEPER").post(one, "{\"version\":" + before.get("version").asLong() + ",\"reason\":\"learned\"}").status());
        JsonNode after = logged.lead().post(one, "{\"version\":" + before.get("version").asLong() + ",\"reason\":\"the lid was logged for a night\"}").body();
        assertEquals(LoggedBox.LOSES, after.at("/plan/box/lossFactor").asDouble() / before.at("/plan/box/lossFactor").asDouble(), 0.1);
        assertEquals(before.at("/plan/box/walls"), after.at("/plan/box/walls"));
        assertTrue(ApiClient.as(server, "OWNER").get("/api/v1/audit?chamberId=" + logged.chamber()).body().toString().contains("the lid was logged for a night"));
        // What the plan says by now is not learned again.
        JsonNode again = logged.lead().post(fits, logged.span(",\"roomC\":18,\"wattsSeriesId\":\"" + logged.watts() + "\"")).body();
        assertFalse(estimate(again, "LOSS").get("differs").asBoolean(), again.toString());
        JsonNode all = ApiClient.as(server, "VISITOR").get(fits).body();
        assertEquals(2, all.get("fits").size());
        assertEquals(0, all.get("drifts").size());
        // Week by week it is learned again from its last day, and where there is nothing to learn from nothing is lost.
        Here.at(server.bean(Sites.class).first().orElseThrow().id(), () -> {
            server.bean(BoxFits.class).again(UUID.fromString(logged.chamber()), logged.until());
            server.bean(BoxFits.class).again(UUID.fromString(logged.chamber()), logged.until().plus(30, ChronoUnit.DAYS));
            return null;
        });
        JsonNode weekly = logged.lead().get(fits).body().get("fits");
        assertEquals(3, weekly.size());
        assertEquals("Kiln Ward", weekly.get(0).get("author").asString());
    }

    @Test
    void whatCannotBeLearnedFromIsSaid(Running server) {
        LoggedBox logged = LoggedBox.of(server, "Not learned");
        String fits = "/api/v1/chambers/" + logged.chamber() + "/fits";
        assertEquals("roomC", logged.lead().post(fits, logged.span(",\"roomC\":18,\"roomSeriesId\":\"" + logged.read() + "\"")).refusedField());
        assertEquals("wattsSeriesId", logged.lead().post(fits, logged.span(",\"roomC\":18,\"wattsSeriesId\":\"" + logged.read() + "\"")).refusedField());
        assertEquals("seriesId", logged.lead().post(fits, logged.span(",\"roomC\":18").replace(logged.read(), logged.watts())).refusedField());
        assertEquals("from", logged.lead().post(fits, logged.span(",\"roomC\":18").replace("\"from\":\"" + logged.from(), "\"from\":\"2020-01-01T00:00:00Z")).refusedField());
        assertEquals(404, logged.lead().post("/api/v1/chambers/" + UUID.randomUUID() + "/fits", logged.span(",\"roomC\":18")).status());
        JsonNode none = JSON.readTree(logged.lead().get(fits).body().toString());
        assertEquals(0, none.get("fits").size());
    }
}
