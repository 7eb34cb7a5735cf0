package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.UUID;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What came of batches, from what was written down of them. */
@ExtendWith(RunningServer.class)
class OutcomesTest {
    private ApiClient lead;
    private String chamber;

    private String batch(int daysAgo, int pieces, String source) {
        String id = UUID.randomUUID().toString();
        LocalDate from = LocalDate.now(ZoneId.of("Europe/London")).minusDays(daysAgo);
        assertEquals(201, lead.post("/api/v1/chambers/" + chamber + "/batches", "{\"id\":\"" + id + "\",\"name\":\"Set of " + pieces
                + "\",\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"dry-start\",\"startsAt\":\"" + from + "T18:00\",\"pieces\":" + pieces + ",\"source\":\"" + source
                + "\",\"note\":\"\",\"earlier\":true,\"despite\":\"a test\"}").status());
        return id;
    }

    private String wrote(String batch, String kind, int pieces, int daysAgo, String corrects) {
        String id = UUID.randomUUID().toString();
        ApiClient.Answer answer = lead.post("/api/v1/chambers/" + chamber + "/entries",
                "{\"id\":\"" + id + "\",\"kind\":\"" + kind + "\",\"at\":\"" + Instant.now().minus(daysAgo, ChronoUnit.DAYS) + "\",\"amount\":null,\"pieces\":" + pieces
                        + ",\"temperatureC\":null,\"humidityPct\":null,\"said\":\"\",\"batchId\":\"" + batch + "\",\"corrects\":"
                        + (corrects == null ? "null" : "\"" + corrects + "\"")
                        + "}");
        assertEquals(201, answer.status(), answer.toString());
        return id;
    }

    @Test
    void whatWasWrittenDownIsCountedOnceAndOfFewNothingIsClaimed(RunningServer.Running server) {
        lead = ApiClient.as(server, "LEAD");
        chamber = lead.post("/api/v1/chambers", "{\"name\":\"What came of it\",\"guideId\":\"domestic-fowl-eggs\"}").body().get("id").asString();
        String path = "/api/v1/chambers/" + chamber + "/outcomes";
        assertEquals(0, lead.get(path).body().get("batches").size());
        String first = batch(30, 24, "own flock");
        wrote(first, "LOST", 4, 20, null);
        String wrong = wrote(first, "HATCHED", 11, 9, null);
        wrote(first, "HATCHED", 17, 9, wrong);
        assertTrue(lead.get(path).body().at("/batches/0/ofSet").isNull(), "of what is still in nobody knows what becomes of it");
        assertEquals(3, lead.get(path).body().at("/batches/0/open").asInt());
        assertEquals(200, lead.post("/api/v1/batches/" + first + "/end", "{\"note\":\"three late\"}").status());
        String second = batch(25, 12, "bought");
        wrote(second, "HATCHED", 8, 4, null);
        wrote(second, "DIED", 4, 4, null);
        JsonNode outcomes = ApiClient.as(server, "VISITOR").get(path).body();
        assertEquals("Set of 12", outcomes.at("/batches/0/name").asString());
        JsonNode old = outcomes.at("/batches/1");
        assertEquals(17 / 24.0, old.at("/ofSet/share").asDouble(), 1e-12);
        assertEquals(17 / 20.0, old.at("/ofFertile/share").asDouble(), 1e-12);
        assertTrue(old.at("/ofFertile/low").asDouble() > 0.63 && old.at("/ofFertile/high").asDouble() < 0.95, old.toString());
        assertEquals(21, old.get("daysToFirst").asDouble(), 1);
        assertTrue(old.get("besideBest").isNull());
        assertEquals("CHANCE", outcomes.at("/batches/0/besideBest").asString());
        assertEquals("false", outcomes.get("enough").asString());
        assertTrue(outcomes.get("differIn").toString().contains("source"), outcomes.toString());
        assertEquals(404, lead.get("/api/v1/chambers/" + UUID.randomUUID() + "/outcomes").status());
    }
}
