package kilnward.server.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.function.Consumer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a plan says of what lives in a chamber: how many, on which days, and what that comes to. */
@ExtendWith(RunningServer.class)
class LivingPlanTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static JsonNode cabinet(ApiClient owner, String stage) {
        return owner.post("/api/v1/chambers", "{\"name\":\"Counted " + stage + "\",\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"dry-start\",\"stageId\":\"" + stage
                + "\",\"buildId\":\"cabinet\"}").body();
    }

    private static Answer changed(ApiClient owner, JsonNode chamber, Consumer<ObjectNode> change) {
        ObjectNode plan = (ObjectNode) chamber.get("plan").deepCopy();
        change.accept((ObjectNode) plan.at("/contents/living"));
        return owner.put("/api/v1/chambers/" + chamber.get("id").asString(), "{\"version\":" + chamber.get("version") + ",\"plan\":" + plan + "}");
    }

    @Test
    void whatCannotLiveThereIsRefusedAtItsFieldAndNothingIsLost(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        JsonNode chamber = cabinet(owner, "setting");
        assertEquals("plan.contents.living.pieces", changed(owner, chamber, living -> living.put("pieces", 2.5)).refusedField());
        assertEquals("plan.contents.living.pieces", changed(owner, chamber, living -> living.put("pieces", 0)).refusedField());
        Answer heavy = changed(owner, chamber, living -> living.put("pieces", 1000));
        assertEquals("plan.contents.living.pieces", heavy.refusedField());
        assertTrue(heavy.allowed().contains("58 kg"), heavy.allowed());
        assertEquals("plan.contents.living.lastDay", changed(owner, chamber, living -> living.put("firstDay", 20)).refusedField());
        assertEquals("plan.contents.living.points[1].day", changed(owner, chamber, living -> ((ObjectNode) living.at("/points/1")).put("day", 0)).refusedField());
        assertEquals("plan.contents.living.points[0].heatW", changed(owner, chamber, living -> ((ObjectNode) living.at("/points/0")).put("heatW", -1)).refusedField());
        assertEquals(chamber.get("version"), owner.get("/api/v1/chambers/" + chamber.get("id").asString()).body().get("version"));
        assertEquals(200, changed(owner, chamber, living -> living.put("pieces", 60)).status());
    }

    @Test
    void eachDayThatTellsAnotherIsAnsweredAndADayCanBeAskedFor(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        JsonNode chamber = cabinet(owner, "setting");
        ObjectNode request = JSON.createObjectNode();
        request.set("chamber", chamber.get("plan"));
        request.set("settings", chamber.get("begun"));
        request.putObject("scenario").put("room", "DAY").put("startHour", 9).put("durationS", 43_200).put("stepS", 1).put("start", "SETTLED").put("buckets", 72);
        JsonNode all = owner.post("/api/v1/rehearsals", request.put("coarse", true).toString()).body();
        assertEquals(2, all.get("living").size(), "the first day and the eighteenth: " + all.get("living"));
        assertEquals(0, all.at("/living/0/heatW").asDouble());
        assertTrue(all.at("/living/1/heatW").asDouble() > 12, "a hundred eggs before the hatch");
        JsonNode late = owner.post("/api/v1/rehearsals", request.put("day", 18).toString()).body();
        assertTrue(late.at("/metrics/energyKWh").asDouble() < all.at("/metrics/energyKWh").asDouble(), "their own warmth is saved");
    }
}
