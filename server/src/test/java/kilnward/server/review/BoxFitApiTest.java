package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import kilnward.server.people.Here;
import kilnward.server.running.ApiClient;
import kilnward.server.running.LoggedBox;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.running.RunningServer;
import kilnward.server.site.Sites;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

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

    /** A seal that goes by and by: what was learned one and two months ago lost less. Whoever is at the box by day is asked to look, once. */
    @Test
    void aBoxThatChangesStandsInTheCalendar(Running server) {
        LoggedBox logged = LoggedBox.of(server, "Box whose seal goes");
        String fits = "/api/v1/chambers/" + logged.chamber() + "/fits";
        String made = logged.lead().post(fits, logged.span(",\"roomC\":18,\"wattsSeriesId\":\"" + logged.watts() + "\"")).done().get("id").asString();
        for (int months = 1; months <= 2; months++) {
            earlier(server.bean(JdbcClient.class), UUID.fromString(made), months);
        }
        JsonNode drift = logged.lead().get(fits).done().at("/drifts/0");
        assertEquals("LOSS", drift.get("parameter").asString(), drift.toString());
        assertTrue(drift.get("perMonth").asDouble() > 0.1, drift.toString());
        for (int weeks = 0; weeks < 2; weeks++) {
            Here.at(server.bean(Sites.class).first().orElseThrow().id(), () -> {
                server.bean(BoxFits.class).again(UUID.fromString(logged.chamber()), logged.until());
                return null;
            });
        }
        List<JsonNode> asked = logged.lead().get("/api/v1/tasks?hours=168").done().valueStream()
                .filter(each -> each.path("chamberId").asString("").equals(logged.chamber()) && each.path("title").asString("").startsWith("Look at the box")).toList();
        assertEquals(1, asked.size(), asked.toString());
    }

    /** The same fit as if it had been made some months before, when the box lost a sixth less for each. */
    private static void earlier(JdbcClient sql, UUID fit, int months) {
        ObjectNode document = (ObjectNode) JSON.readTree(sql.sql("select document from box_fit where id = ?").param(fit).query(String.class).single());
        UUID id = UUID.randomUUID();
        document.put("id", id.toString()).put("to", Instant.parse(document.get("to").asString()).minus(30L * months, ChronoUnit.DAYS).toString());
        ObjectNode loss = (ObjectNode) estimate(document, "LOSS");
        List.of("value", "low", "high").forEach(each -> loss.put(each, loss.get(each).asDouble() * (1 - months / 6.0)));
        sql.sql("insert into box_fit select ?, site_id, chamber_id, series_id, made_us - ?, author, ? from box_fit where id = ?").params(id, months, document.toString(), fit)
                .update();
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
