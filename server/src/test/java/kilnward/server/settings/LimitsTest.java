package kilnward.server.settings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A keeper is asked outside the inner pair and refused outside the outer one; a lead is not held to it. */
@ExtendWith(RunningServer.class)
class LimitsTest {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static ApiClient lead;
    private static ApiClient keeper;
    private static String path;
    private static JsonNode settings;

    @BeforeAll
    static void begin(RunningServer.Running server) {
        lead = ApiClient.as(server, "LEAD");
        keeper = ApiClient.as(server, "KEEPER");
        JsonNode chamber = lead.post("/api/v1/chambers", "{\"name\":\"Limited box\",\"guideId\":\"corn-snake-eggs\"}").body();
        path = "/api/v1/chambers/" + chamber.get("id").asString() + "/controllers/" + chamber.at("/plan/controllers/0/id").asString();
        assertEquals(201,
                lead.post(path + "/settings", "{\"basedOn\":0,\"reason\":\"first\",\"values\":{\"UNIT\":0,\"DIRECTION\":0,\"SET_VALUE\":28,\"DIFFERENTIAL\":0.5,\"ACT_DELAY\":0,"
                        + "\"HIGH_ALARM\":31,\"LOW_ALARM\":25,\"OFFSET\":0}}").status());
        settings = lead.get(path + "/settings").body().get(0);
    }

    private static Answer save(ApiClient by, double setValue, Boolean sure) {
        JsonNode now = by.get(path + "/settings").body().get(0);
        ObjectNode values = (ObjectNode) now.get("values").deepCopy();
        values.put("SET_VALUE", setValue);
        ObjectNode asked = JSON.createObjectNode().put("basedOn", now.get("number").asInt()).put("reason", "limits are tried");
        asked.set("values", values);
        if (sure != null) {
            asked.put("sure", sure);
        }
        return by.post(path + "/settings", asked.toString());
    }

    @Test
    void aKeeperIsAskedAndRefusedAndALeadIsNot() {
        double set = settings.at("/values/SET_VALUE").asDouble();
        String limit = "{\"parameter\":\"SET_VALUE\",\"refusedLow\":" + (set - 3) + ",\"askedLow\":" + (set - 1) + ",\"askedHigh\":" + (set + 1) + ",\"refusedHigh\":" + (set + 3)
                + "}";
        assertEquals(403, keeper.put(path + "/limits", "{\"limits\":[" + limit + "]}").status());
        assertEquals(200, lead.put(path + "/limits", "{\"limits\":[" + limit + "]}").status());
        assertEquals("Lead", keeper.get(path + "/limits").body().get(0).get("setBy").asString());
        try {
            assertEquals(201, save(keeper, set + 0.5, null).status());
            Answer asked = save(keeper, set + 2, null);
            assertEquals(422, asked.status(), asked.toString());
            assertTrue(asked.body().get("detail").asString().contains("Is it meant so?"), asked.toString());
            assertEquals(201, save(keeper, set + 2, true).status());
            Answer refused = save(keeper, set + 4, true);
            assertEquals(400, refused.status());
            assertEquals("values.SET_VALUE", refused.refusedField());
            assertTrue(refused.allowed().contains("Lead fixed that"), refused.allowed());
            assertEquals(201, save(lead, set + 4, null).status());
            // What stands outside already, and is not touched, is nobody's trouble.
            assertEquals(201, save(keeper, set + 4, null).status());
        } finally {
            assertEquals(201, save(lead, set, null).status());
            assertEquals(200, lead.put(path + "/limits", "{\"limits\":[]}").status());
        }
    }

    @Test
    void limitsAreInTheirOrderAndOfKeysThatAreThere() {
        assertEquals("limits[0].askedHigh", lead.put(path + "/limits", "{\"limits\":[{\"parameter\":\"SET_VALUE\",\"askedLow\":30,\"askedHigh\":20}]}").refusedField());
        assertEquals("limits[0].askedLow", lead.put(path + "/limits", "{\"limits\":[{\"parameter\":\"SET_VALUE\",\"refusedLow\":30,\"askedLow\":20}]}").refusedField());
        assertEquals("limits[0].parameter", lead.put(path + "/limits", "{\"limits\":[{\"parameter\":\"OTHER_12\",\"askedLow\":20}]}").refusedField());
        assertEquals("limits[1].parameter",
                lead.put(path + "/limits", "{\"limits\":[{\"parameter\":\"SET_VALUE\",\"askedLow\":20},{\"parameter\":\"SET_VALUE\",\"askedLow\":20}]}").refusedField());
    }
}
