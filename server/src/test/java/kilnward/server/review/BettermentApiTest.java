package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDateTime;
import java.util.UUID;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import kilnward.server.running.RunningServer.Running;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What to have otherwise next time, rehearsed and taken over; and a batch looked back on. */
@ExtendWith(RunningServer.class)
class BettermentApiTest {
    /** A box whose set value stands two kelvins too low. */
    private static String chamber(ApiClient lead, String name) {
        JsonNode chamber = lead.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\",\"buildId\":\"foam-box-mat\"}").body();
        String id = chamber.get("id").asString();
        for (JsonNode begun : chamber.get("begun")) {
            ObjectNode values = (ObjectNode) begun.get("values").deepCopy();
            if (values.has("SET_VALUE")) {
                values.put("SET_VALUE", values.get("SET_VALUE").asDouble() - 2);
            }
            assertEquals(201, lead.post("/api/v1/chambers/" + id + "/controllers/" + begun.get("controllerId").asString() + "/settings",
                    "{\"basedOn\":0,\"reason\":\"two kelvins too low\",\"values\":" + values + "}").status());
        }
        return "/api/v1/chambers/" + id;
    }

    @Test
    void whatBettersIsRehearsedAndTakenOver(Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = chamber(lead, "To be bettered");
        JsonNode tried = ApiClient.as(server, "VISITOR").get(chamber + "/betterments?what=SET_VALUE&what=WATER_BOTTLE").body();
        JsonNode set = tried.get("tried").valueStream().filter(each -> each.get("what").asString().equals("SET_VALUE")).findFirst().orElseThrow(() -> new AssertionError(tried));
        assertTrue(set.get("to").asDouble() > set.get("from").asDouble() && set.get("keyed").asBoolean(), tried.toString());
        assertTrue(set.at("/then/inBandShare").asDouble() >= tried.at("/now/inBandShare").asDouble());
        String asked = "{\"what\":\"SET_VALUE\",\"mark\":\"" + tried.get("mark").asString() + "\",\"reason\":\"the mean stood too low\"}";
        assertEquals(403, ApiClient.as(server, "KEEPER").post(chamber + "/betterments/take-over", asked).status());
        JsonNode after = lead.post(chamber + "/betterments/take-over", asked).body();
        assertEquals("the mean stood too low", after.at("/settings/0/reason").asString(), after.toString());
        assertEquals(2, after.at("/settings/0/number").asInt());
        // What was rehearsed was of other settings.
        assertEquals(409, lead.post(chamber + "/betterments/take-over", asked).status());
        String bottle = "{\"what\":\"WATER_BOTTLE\",\"mark\":\"" + lead.get(chamber + "/betterments?what=SET_VALUE").body().get("mark").asString()
                + "\",\"reason\":\"steadier with water\"}";
        JsonNode heavier = lead.post(chamber + "/betterments/take-over", bottle).body();
        assertNotEquals(after.at("/plan/contents/massKg"), heavier.at("/plan/contents/massKg"));
        assertEquals(after.at("/plan/box"), heavier.at("/plan/box"));
        assertTrue(
                ApiClient.as(server, "OWNER").get("/api/v1/audit?chamberId=" + chamber.substring(chamber.lastIndexOf('/') + 1)).body().toString().contains("steadier with water"));
        assertEquals("what", lead.post(chamber + "/betterments/take-over", bottle.replace("WATER_BOTTLE", "AIR")).refusedField());
    }

    @Test
    void aBatchIsLookedBackOn(Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = chamber(lead, "Looked back on batch");
        String id = UUID.randomUUID().toString();
        ApiClient.Answer made = lead.post(chamber + "/batches",
                "{\"id\":\"" + id + "\",\"guideId\":\"corn-snake-eggs\",\"schoolId\":\"usual\",\"name\":\"Clutch 1\",\"startsAt\":\""
                        + LocalDateTime.now().minusDays(20).withNano(0).withSecond(0) + "\",\"pieces\":12,\"source\":\"\",\"note\":\"\",\"earlier\":true,\"despite\":\"a test\"}");
        assertEquals(201, made.status(), made.toString());
        JsonNode back = ApiClient.as(server, "VISITOR").get(chamber + "/batches/" + id + "/next-time").body();
        assertEquals("Clutch 1", back.at("/batch/name").asString());
        assertEquals(12, back.at("/outcome/set").asInt());
        assertTrue(back.get("set").size() > 0 && back.at("/set/0/until").isNull(), back.toString());
        assertEquals(404, lead.get(chamber + "/batches/" + UUID.randomUUID() + "/next-time").status());
    }
}
