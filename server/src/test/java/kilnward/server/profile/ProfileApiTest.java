package kilnward.server.profile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import kilnward.core.device.LawKind;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Profiles of controllers, as documents, over the wire. */
@ExtendWith(RunningServer.class)
class ProfileApiTest {
    private static final String PROFILES = "/api/v1/profiles";
    private ApiClient lead;
    private RunningServer.Running server;

    @BeforeEach
    void becomeLead(RunningServer.Running running) {
        server = running;
        lead = ApiClient.as(running, "LEAD");
    }

    private static Set<String> names(Enum<?>[] values) {
        return Arrays.stream(values).map(Enum::name).collect(Collectors.toSet());
    }

    @Test
    void shippedProfilesCoverEveryLaw() {
        JsonNode all = lead.get(PROFILES).body();
        var shipped = all.valueStream().filter(each -> each.get("changedBy").isNull()).toList();
        assertEquals(7, shipped.size());
        assertEquals(names(LawKind.values()), shipped.stream().map(each -> each.at("/document/profile/law").asString()).collect(Collectors.toSet()));
    }

    @Test
    void aProfileGoesOutAndInAgainAndNothingIsOverwritten() {
        String text = lead.get(PROFILES + "/breeze/file").body().toString();
        Answer added = lead.postText(PROFILES, text);
        assertEquals(201, added.status(), String.valueOf(added.body()));
        String id = added.body().at("/document/id").asString();
        assertEquals("breeze-own", id);
        assertEquals(lead.get(PROFILES + "/breeze/file").body().get("profile"), added.body().at("/document/profile"));
        assertEquals(204, lead.delete(PROFILES + "/" + id).status());
        assertEquals(404, lead.delete(PROFILES + "/" + id).status());
        assertEquals("id", lead.delete(PROFILES + "/breeze").refusedField());
        assertEquals(403, ApiClient.as(server, "KEEPER").postText(PROFILES, text).status());
    }

    @Test
    void aFileThatBreaksTheSchemaIsRefusedWholeWithThePlaceAndTheReason() {
        int before = lead.get(PROFILES).body().size();
        ObjectNode document = lead.get(PROFILES + "/pebble/file").body().deepCopy().asObject();
        ObjectNode wrongWord = document.deepCopy();
        ((ObjectNode) wrongWord.at("/profile/keys/4")).put("parameter", "SETPOINT");
        assertEquals("profile.keys[4].parameter", lead.postText(PROFILES, wrongWord.toString()).refusedField());
        ObjectNode backwards = document.deepCopy();
        ((ObjectNode) backwards.at("/profile/keys/4")).put("highest", -80);
        Answer refused = lead.postText(PROFILES, backwards.toPrettyString());
        assertEquals("profile.keys[4].highest", refused.refusedField());
        assertTrue(refused.body().at("/errors/0/line").asInt() > 30, String.valueOf(refused.body()));
        ObjectNode noSet = document.deepCopy();
        ((tools.jackson.databind.node.ArrayNode) noSet.at("/profile/keys")).remove(4);
        Answer without = lead.postText(PROFILES, noSet.toString());
        assertEquals("profile.keys", without.refusedField());
        assertTrue(without.allowed().contains("must hold SET_VALUE"), without.allowed());
        assertEquals(before, lead.get(PROFILES).body().size(), "nothing half imported");
    }

    @Test
    void keysForABandAreRoundedInwardOrSaidNotToFit() {
        JsonNode pebble = lead.get(PROFILES + "/pebble/file").body().get("profile");
        String values = "{\"UNIT\":0,\"DIRECTION\":0,\"LOWEST_SETTABLE\":-40,\"HIGHEST_SETTABLE\":110,\"SET_VALUE\":25,\"DIFFERENTIAL\":1,\"ACT_DELAY\":0,"
                + "\"AFTER_MAINS\":0,\"HIGH_ALARM\":60,\"HIGH_ALARM_OPENS\":0,\"LOW_ALARM\":-10,\"OFFSET\":0}";
        Answer keyed = lead.post("/api/v1/calc/keys", "{\"profile\":" + pebble + ",\"values\":" + values + ",\"wanted\":\"RAISE\",\"low\":37.04,\"high\":37.96}");
        assertEquals(200, keyed.status(), String.valueOf(keyed.body()));
        assertEquals(37.1, keyed.body().get("low").asDouble(), 1e-9);
        assertEquals(37.9, keyed.body().get("high").asDouble(), 1e-9);
        assertEquals(37.9, keyed.body().at("/values/SET_VALUE").asDouble(), 1e-9, "it stops at the set value");
        assertEquals(0.8, keyed.body().at("/values/DIFFERENTIAL").asDouble(), 1e-9);
        assertTrue(keyed.body().get("fits").asBoolean());
        Answer narrow = lead.post("/api/v1/calc/keys", "{\"profile\":" + pebble + ",\"values\":" + values + ",\"wanted\":\"RAISE\",\"low\":37.02,\"high\":37.08}");
        assertEquals(false, narrow.body().get("fits").asBoolean(), "the device has steps of 0.1");
    }
}
