package kilnward.server.settings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What the server rehearses and proposes for a chamber, over its API. */
@ExtendWith(RunningServer.class)
class RehearseApiTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String CHAMBERS = "/api/v1/chambers";
    private RunningServer.Running server;
    private ApiClient lead;

    @BeforeEach
    void becomeLead(RunningServer.Running running) {
        server = running;
        lead = ApiClient.as(server, "LEAD");
    }

    private JsonNode newChamber(String name) {
        Answer added = lead.post(CHAMBERS, "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}");
        assertEquals(201, added.status(), String.valueOf(added.body()));
        return added.body();
    }

    static ObjectNode rehearsal(JsonNode chamber) {
        ObjectNode request = JSON.createObjectNode();
        request.set("chamber", chamber.get("plan"));
        var settings = request.putArray("settings");
        chamber.get("settings").forEach(each -> settings.addObject().put("controllerId", each.get("controllerId").asString())
                .set("values", each.get("values")));
        request.putObject("scenario").put("room", "DAY").put("startHour", 21).put("durationS", 43_200).put("stepS", 1)
                .put("start", "SETTLED").put("buckets", 200);
        return request;
    }

    @Test
    void theOutlookIsTheRehearsedNightInShort() {
        JsonNode reedbox = lead.get(CHAMBERS).body().get(0);
        Answer outlook = lead.get(CHAMBERS + "/" + reedbox.get("id").asString() + "/outlook");
        assertEquals(200, outlook.status(), String.valueOf(outlook.body()));
        Answer rehearsed = lead.post("/api/v1/rehearsals", rehearsal(reedbox).put("coarse", true).toString());
        assertEquals(rehearsed.body().at("/metrics/occupant/highest").asDouble(), outlook.body().at("/occupant/highest").asDouble(), 1e-9);
        assertEquals(rehearsed.body().get("findings"), outlook.body().get("findings"));
        assertEquals(outlook.body(), lead.get("/api/v1/outlooks?of=" + reedbox.get("id").asString()).body().get(reedbox.get("id").asString()), "and is known from then on");
        assertEquals(outlook.body().at("/course/low").size(), outlook.body().at("/course/high").size());
        assertEquals("chamber.settings", lead.get(CHAMBERS + "/" + newChamber("Nothing saved").get("id").asString() + "/outlook").refusedField());
    }

    @Test
    void everyMeasuredChamberOfTheDemoCanBeRehearsed() {
        for (JsonNode chamber : lead.get(CHAMBERS).body()) {
            if (!List.of("Reedbox", "Duckling pen", "Loft tent", "Cellar tank").contains(chamber.at("/plan/name").asString())) {
                continue;
            }
            ObjectNode request = rehearsal(chamber);
            Answer answer = lead.post("/api/v1/rehearsals", request.toString());
            assertEquals(200, answer.status(), chamber.at("/plan/name").asString() + answer.body());
            double sum = answer.body().at("/balance/paths").valueStream().mapToDouble(path -> path.get("watts").asDouble()).sum();
            assertEquals(0, sum, 0.01, "its heat paths add up");
            assertEquals(chamber.at("/plan/appliances").size(), answer.body().at("/layout/appliances").size());
        }
    }

    /** What stands beside the columns: a second place, the currency, what was looked at, a device's ways and its keys'. */
    @Test
    void aSecondPlaceAndADevicesWaysAreKeptAndRehearsed() {
        JsonNode chamber = newChamber("Second place");
        ObjectNode plan = ChamberApiTest.renamed(chamber, "Second place");
        ((ObjectNode) plan.get("occupancy")).putObject("other").put("where", "in the air over them").put("keepLowC", 26).put("keepHighC", 31);
        plan.putObject("power").put("pricePerKWh", 0.3).put("currency", "EUR").putNull("mains").putNull("lowVoltage");
        plan.putArray("looked").add("OCCUPANT").add("CHAMBER");
        ((ObjectNode) plan.at("/controllers/0")).put("device", "Marl two-key");
        ((ObjectNode) plan.at("/controllers/0/profile/habits")).put("calibration", "REFERENCE").putArray("highAlarmDoes").add("LIGHT");
        ((ObjectNode) plan.at("/controllers/0/profile/keys/0")).put("place", 7);
        String path = CHAMBERS + "/" + chamber.get("id").asString();
        Answer saved = lead.put(path, ChamberApiTest.change(chamber, plan));
        assertEquals(200, saved.status(), String.valueOf(saved.body()));
        JsonNode read = lead.get(path).body().get("plan");
        for (String at : List.of("/occupancy/other", "/power/currency", "/looked", "/controllers/0/device", "/controllers/0/profile/habits", "/controllers/0/profile/keys/0")) {
            assertEquals(saved.body().get("plan").at(at), read.at(at), at);
        }
        assertEquals("in the air over them", read.at("/occupancy/other/where").asString());
        assertEquals("EUR", read.at("/power/currency").asString());
        assertEquals("LIGHT", read.at("/controllers/0/profile/habits/highAlarmDoes/0").asString());
        assertEquals(7, read.at("/controllers/0/profile/keys/0/place").asInt());
        ((ObjectNode) plan.at("/occupancy/other")).put("keepHighC", 25);
        Answer refused = lead.put(path, ChamberApiTest.change(lead.get(path).body(), plan));
        assertEquals(400, refused.status());
        assertEquals("plan.occupancy.other.keepHighC", refused.body().at("/errors/0/field").asString(), String.valueOf(refused.body()));
    }

    @Test
    void movingAProbeMovesTheTrace() {
        JsonNode reedbox = lead.get(CHAMBERS).body().valueStream()
                .filter(each -> each.at("/plan/name").asString().equals("Reedbox")).findFirst().orElseThrow();
        ObjectNode far = rehearsal(reedbox);
        ObjectNode near = far.deepCopy();
        ((ObjectNode) near.at("/chamber/probes/0/place")).put("zM", 0.02);
        JsonNode before = lead.post("/api/v1/rehearsals", far.toString()).body();
        JsonNode after = lead.post("/api/v1/rehearsals", near.toString()).body();
        assertTrue(after.at("/layout/probes/0/heaterShare").asDouble() > before.at("/layout/probes/0/heaterShare").asDouble() + 0.05);
        assertTrue(after.at("/metrics/occupant/mean").asDouble() < before.at("/metrics/occupant/mean").asDouble() - 0.3,
                "nearer to the mat it reads warm, and the eggs run cool");
    }

    @Test
    void settingsAreProposedForEveryMeasuredChamberOfTheDemo() {
        for (JsonNode chamber : lead.get(CHAMBERS).body()) {
            if (!List.of("Reedbox", "Duckling pen", "Loft tent", "Cellar tank").contains(chamber.at("/plan/name").asString())) {
                continue;
            }
            for (JsonNode controller : chamber.at("/plan/controllers")) {
                ObjectNode request = JSON.createObjectNode().put("controllerId", controller.get("id").asString());
                request.set("chamber", chamber.get("plan"));
                request.set("settings", rehearsal(chamber).get("settings"));
                Answer answer = ApiClient.nobody(server).post("/api/v1/suggestions", request.toString());
                String what = chamber.at("/plan/name").asString() + ", " + controller.get("name").asString() + ": " + answer.body();
                assertEquals(200, answer.status(), what);
                assertTrue(answer.body().get("rehearsals").asInt() > 10, what);
                JsonNode lines = ApiClient.nobody(server).post("/api/v1/suggestions/lines", request.toString()).body();
                assertEquals(answer.body(), lines.get(lines.size() - 1).get("answer"), "the same, after telling how far it is");
                assertTrue(lines.size() > 3 && lines.get(0).get("done").asInt() == 0 && lines.get(lines.size() - 2).get("done").asInt() >= 1, what);
                ObjectNode again = rehearsal(chamber);
                again.get("settings").forEach(each -> {
                    if (each.get("controllerId").equals(controller.get("id"))) {
                        ((ObjectNode) each).set("values", answer.body().get("values"));
                    }
                });
                JsonNode proven = lead.post("/api/v1/rehearsals", again.toString()).body();
                assertTrue(proven.get("settings").valueStream().allMatch(each -> each.get("refusals").isEmpty()), what);
            }
        }
    }

    @Test
    void whatCannotBeProposedIsRefusedBeforeTheFirstLine() {
        ObjectNode request = rehearsal(lead.get(CHAMBERS).body().get(0));
        ObjectNode search = JSON.createObjectNode().put("controllerId", "nobody");
        search.set("chamber", request.get("chamber"));
        search.set("settings", request.get("settings"));
        Answer refused = ApiClient.nobody(server).post("/api/v1/suggestions/lines", search.toString());
        assertEquals(400, refused.status());
        assertEquals("controllerId", refused.refusedField());
    }

    /** An appliance has the fields of its kind and no others; what is wrong is named where it stands. */
    @Test
    void anApplianceHasTheFieldsOfItsKind() {
        JsonNode box = lead.get(CHAMBERS).body().valueStream().filter(each -> each.at("/plan/name").asString().equals("Reedbox")).findFirst().orElseThrow();
        ObjectNode request = rehearsal(box);
        ObjectNode mat = (ObjectNode) request.at("/chamber/appliances/0");
        ObjectNode whole = mat.deepCopy();
        assertEquals("chamber.appliances[0].removesW", lead.post("/api/v1/rehearsals", request(request, mat, whole.deepCopy().put("removesW", 10))).refusedField());
        Answer unknown = lead.post("/api/v1/rehearsals", request(request, mat, whole.deepCopy().put("kind", "SAMOVAR")));
        assertEquals("chamber.appliances[0].kind", unknown.refusedField(), unknown.toString());
        assertTrue(unknown.allowed().contains("CERAMIC_EMITTER"), unknown.allowed());
        ObjectNode nothing = whole.deepCopy();
        nothing.remove("kind");
        Answer without = lead.post("/api/v1/rehearsals", request(request, mat, nothing));
        assertEquals("chamber.appliances[0] must be an object that says its kind", without.refusedField() + " " + without.allowed());
        for (String noObject : new String[] {"\"mat\"", "7", "true"}) {
            String sent = request(request, mat, whole).replaceFirst("\"appliances\":\\[.*?\\}\\]", "\"appliances\":[" + noObject + "]");
            assertEquals("chamber.appliances[0]", lead.post("/api/v1/rehearsals", sent).refusedField(), noObject);
        }
        ObjectNode cooler = whole.deepCopy().put("kind", "COOLER");
        cooler.retain("id", "name", "kind", "powerW", "lowVoltage", "place");
        assertEquals("chamber.appliances[0].removesW", lead.post("/api/v1/rehearsals", request(request, mat, cooler)).refusedField());
    }

    private static String request(ObjectNode request, ObjectNode appliance, ObjectNode by) {
        appliance.removeAll();
        appliance.setAll(by);
        return request.toString();
    }

    @Test
    void aDeviceThatMoistensAndDriesSwitchesBothOutlets() {
        JsonNode tent = lead.get(CHAMBERS).body().valueStream()
                .filter(each -> each.at("/plan/name").asString().equals("Loft tent")).findFirst().orElseThrow();
        ObjectNode request = rehearsal(tent);
        JsonNode plan = request.get("chamber");
        int at = IntStream.range(0, plan.get("controllers").size())
                .filter(i -> plan.at("/controllers/" + i + "/profile/unit").asString().equals("RH")).findFirst().orElseThrow();
        ObjectNode controller = (ObjectNode) plan.at("/controllers/" + at);
        ObjectNode dryer = JsonMapper.shared().createObjectNode().put("id", UUID.randomUUID().toString()).put("name", "Dryer").put("kind", "DEHUMIDIFIER").put("powerW", 45)
                .put("outputGh", 15).put("lowVoltage", false).putNull("place");
        ((ArrayNode) plan.get("appliances")).add(dryer);
        ObjectNode profile = (ObjectNode) controller.get("profile");
        profile.put("raising", "OFF_AT_SET").put("lowering", "OFF_AT_SET");
        ArrayNode keys = profile.putArray("keys");
        for (String parameter : List.of("SET_VALUE", "DIFFERENTIAL", "LOWER_DIFFERENTIAL")) {
            keys.addObject().put("parameter", parameter).put("label", parameter).put("step", 1).put("lowest", 1).put("highest", 99).putNull("factory")
                    .putArray("words");
        }
        ((ArrayNode) controller.get("loops")).addObject().put("id", UUID.randomUUID().toString()).putNull("ratedA").putNull("ratedDcA")
                .putNull("ratedW").put("cutOut", false).putArray("applianceIds").add(dryer.get("id").asString());
        ((ObjectNode) request.at("/settings/" + at)).putObject("values").put("SET_VALUE", 85).put("DIFFERENTIAL", 3).put("LOWER_DIFFERENTIAL", 4);

        Answer answer = lead.post("/api/v1/rehearsals", request.toString());
        assertEquals(200, answer.status(), String.valueOf(answer.body()));
        JsonNode points = answer.body().at("/settings/" + at + "/points");
        assertEquals(82, points.at("/0/onAt").asDouble());
        assertEquals(89, points.at("/1/onAt").asDouble());
        assertEquals(answer.body().at("/settings").valueStream().mapToInt(each -> each.get("points").size()).sum(),
                answer.body().at("/trace/onShares").size(), "one strip an outlet");

        ((ObjectNode) request.at("/settings/" + at + "/values")).put("LOWER_DIFFERENTIAL", 1);
        assertTrue(lead.post("/api/v1/rehearsals", request.toString()).body().at("/findings").valueStream()
                .anyMatch(each -> each.get("code").asString().equals("rest-zone-narrow")));

        keys.remove(2);
        assertEquals("chamber.controllers[" + at + "].loops", lead.post("/api/v1/rehearsals", request.toString()).refusedField(),
                "a device with one output cannot switch two");
    }

    @Test
    void aRehearsalIsStatelessAndNamesWhatIsMissing() {
        JsonNode reedbox = lead.get(CHAMBERS).body().valueStream()
                .filter(each -> each.at("/plan/name").asString().equals("Reedbox")).findFirst().orElseThrow();
        ObjectNode request = rehearsal(reedbox);
        ApiClient nobody = ApiClient.nobody(server);
        Answer answer = nobody.post("/api/v1/rehearsals", request.toString());
        assertEquals(200, answer.status());
        assertEquals(200, answer.body().at("/trace/occupant/low").size());
        assertEquals(answer.body(), nobody.post("/api/v1/rehearsals", request.toString()).body(), "same input, same answer");
        assertTrue(answer.body().at("/findings").valueStream()
                .anyMatch(finding -> finding.get("code").asString().equals("stuck-on-harms")));

        ObjectNode moved = request.deepCopy();
        moved.putObject("edit").put("controllerId", reedbox.at("/settings/0/controllerId").asString())
                .put("kind", "MOVE_RUNG").put("rung", "RAISE_OFF").put("display", 28.8);
        JsonNode keyed = nobody.post("/api/v1/rehearsals", moved.toString()).body().at("/settings/0");
        assertEquals(28.8, keyed.at("/values/SET_VALUE").asDouble());
        assertEquals(0.8, keyed.at("/values/DIFFERENTIAL").asDouble(), "heat still starts at 28.0");

        ObjectNode boxless = request.deepCopy();
        ((ObjectNode) boxless.get("chamber")).putNull("box");
        assertEquals("chamber.box", nobody.post("/api/v1/rehearsals", boxless.toString()).refusedField());
        ObjectNode long_ = request.deepCopy();
        ((ObjectNode) long_.get("scenario")).put("durationS", 1e9);
        assertEquals("scenario.durationS", nobody.post("/api/v1/rehearsals", long_.toString()).refusedField());
        ObjectNode keyless = request.deepCopy();
        ((ObjectNode) keyless.at("/settings/0/values")).remove("SET_VALUE");
        assertEquals("values.SET_VALUE", nobody.post("/api/v1/rehearsals", keyless.toString()).refusedField());
    }
}
