package kilnward.server.begin;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import kilnward.core.control.Style;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Builds to begin from: proposed by the occupant, whole, and such that what is proposed for them holds. */
@ExtendWith(RunningServer.class)
class BuildsTest {
    /** Findings that say that keys hold what nobody should key in. */
    private static final Set<String> KEYED_WRONG = Set.of("wrong-direction", "limits-mistaken", "set-elsewhere", "rung-order", "fan-below-floor", "compressor-unguarded",
            "alarm-opens-cooling", "outputs-fight", "outputs-alternate", "output-in-manual", "pulsed-load", "near-saturation");
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static List<String> names(ApiClient who, String guide) {
        return who.get("/api/v1/builds" + (guide == null ? "" : "?guide=" + guide)).body().valueStream().map(each -> each.get("id").asString()).toList();
    }

    @Test
    void theLikeliestBuildComesFirst(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        assertEquals(15, names(owner, null).size(), "one for every way of building");
        for (String[] each : new String[][] {{"corn-snake-eggs", "foam-box-mat"}, {"domestic-fowl-eggs", "cabinet"}, {"chicks", "brooder"}, {"oyster-mushroom", "tent"},
                {"tropical-tank", "tank"}, {"reef-tank", "chilled-tank"}, {"honey-bees", "light-box-hive"}, {"dry-sausage", "curing-room"}, {"microgreens", "cool-box-mat"},
                {"lettuce", "grow-room"}}) {
            assertEquals(each[1], names(owner, each[0]).get(0), each[0]);
            assertEquals(15, names(owner, each[0]).size(), "the others can be chosen all the same");
        }
    }

    @Test
    void aPlainBuildIsWholeAndNobodyHasLookedAtIt(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        for (String build : names(owner, null)) {
            ApiClient.Answer made = owner.post("/api/v1/chambers", "{\"name\":\"Built " + build + "\",\"guideId\":\"corn-snake-eggs\",\"buildId\":\"" + build + "\"}");
            assertEquals(201, made.status(), build + made.body());
            JsonNode plan = made.body().get("plan");
            assertEquals(0, plan.get("looked").size(), build);
            assertTrue(plan.get("appliances").size() > 0 && plan.get("probes").size() > 0 && plan.get("controllers").size() > 0, build);
            List<String> ids = new ArrayList<>();
            plan.get("appliances").forEach(each -> ids.add(each.get("id").asString()));
            assertEquals(ids.size(), ids.stream().distinct().count(), "each has its own id");
        }
        assertEquals(400, owner.post("/api/v1/chambers", "{\"name\":\"Unbuilt\",\"buildId\":\"no-such-build\"}").status());
    }

    /**
     * Every build with every guide for which it comes first or that it suits, as it is begun, in each stage: nothing is keyed wrong, nothing contradicts itself, and what
     * needs somebody now is what a practitioner would call so: a heater that sticks, or a build that cannot do what the guide asks.
     */
    @Test
    void noBuildBeginsKeyedWrong(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        List<String> wrong = new ArrayList<>();
        Map<String, Integer> urgent = new TreeMap<>();
        int looked = 0;
        for (JsonNode view : owner.get("/api/v1/guides").body()) {
            JsonNode guide = view.get("guide");
            if (!view.get("version").isNull()) {
                continue;
            }
            String id = guide.get("id").asString();
            for (JsonNode stage : guide.at("/schools/0/stages")) {
                String build = names(owner, id).get(0);
                JsonNode chamber = owner.post("/api/v1/chambers", "{\"name\":\"Begun " + id + " " + stage.get("id").asString() + "\",\"guideId\":\"" + id + "\",\"schoolId\":\""
                        + guide.at("/schools/0/id").asString() + "\",\"stageId\":\"" + stage.get("id").asString() + "\",\"buildId\":\"" + build + "\"}").body();
                // Its own season; for the first stage a colder and a warmer one too.
                for (double season : stage == guide.at("/schools/0/stages/0") ? new double[] {0, -4, 3} : new double[] {0}) {
                    ObjectNode plan = (ObjectNode) chamber.get("plan").deepCopy();
                    ObjectNode room = (ObjectNode) plan.get("room");
                    room.put("coldestC", room.get("coldestC").asDouble() + season).put("warmestC", room.get("warmestC").asDouble() + season);
                    looked++;
                    for (JsonNode finding : judged(owner, plan, chamber.get("begun"), id + " in " + build)) {
                        String code = finding.get("code").asString();
                        if (KEYED_WRONG.contains(code)) {
                            wrong.add(id + "/" + stage.get("id").asString() + " in " + build + ", " + season + " K: " + code + " " + finding.get("reason").asString());
                        } else if (season == 0 && finding.get("severity").asString().equals("NEEDS_YOU_NOW")) {
                            urgent.merge(code, 1, Integer::sum);
                        }
                    }
                }
                assertEquals(204, owner.delete("/api/v1/chambers/" + chamber.get("id").asString()).status());
            }
        }
        assertEquals(List.of(), wrong);
        assertTrue(looked > 50, "each stage of each guide: " + looked);
        assertTrue(Set
                .of("stuck-on-harms", "room-air-cannot-cool", "cannot-lose-own-heat", "sun-overheats", "cooler-too-small", "humidity-out-of-band", "humidifier-too-small",
                        "swing-out-of-band")
                .containsAll(urgent.keySet()), urgent.toString());
    }

    private static JsonNode judged(ApiClient owner, JsonNode plan, JsonNode settings, String what) {
        ObjectNode request = JSON.createObjectNode();
        request.set("chamber", plan);
        request.set("settings", settings);
        request.putObject("scenario").put("room", "DAY").put("startHour", 9).put("durationS", 86_400).put("stepS", 1).put("start", "SETTLED").put("buckets", 144);
        request.put("coarse", true);
        ApiClient.Answer answer = owner.post("/api/v1/rehearsals", request.toString());
        for (int again = 0; again < 3 && answer.status() == 503; again++) {
            answer = owner.post("/api/v1/rehearsals", request.toString());
        }
        assertEquals(200, answer.status(), what + ": " + answer.body());
        return answer.body().get("findings");
    }

    /** A plain case on a generic device, whatever its differential means: it begins keyed right. */
    @Test
    void noDifferentialBeginsKeyedWrong(RunningServer.Running server) throws IOException {
        ApiClient owner = ApiClient.as(server, "OWNER");
        List<String> wrong = new ArrayList<>();
        JsonNode generic = JSON.readTree(new ClassPathResource("profiles/pebble.json").getContentAsString(StandardCharsets.UTF_8)).get("profile");
        for (Style style : List.of(Style.OFF_AT_SET, Style.ON_AT_SET, Style.EACH_SIDE, Style.CENTRED)) {
            JsonNode profile = ((ObjectNode) generic.deepCopy()).put("raising", style.name()).put("lowering", style.name());
            for (String[] plain : new String[][] {{"corn-snake-eggs", "foam-box-mat"}, {"domestic-fowl-eggs", "cabinet"}, {"tropical-tank", "tank"}, {"dry-sausage", "curing-room"},
                    {"lions-mane", "tent"}}) {
                JsonNode chamber = owner.post("/api/v1/chambers", "{\"name\":\"Fitted " + plain[0] + "\",\"guideId\":\"" + plain[0] + "\",\"buildId\":\"" + plain[1] + "\"}")
                        .body();
                ObjectNode plan = (ObjectNode) chamber.get("plan").deepCopy();
                ObjectNode asked = JSON.createObjectNode();
                asked.set("occupancy", plan.get("occupancy"));
                asked.set("appliances", plan.get("appliances"));
                var controllers = asked.putArray("controllers");
                for (JsonNode controller : plan.get("controllers")) {
                    if (!controller.at("/profile/unit").asString().equals("RH")) {
                        ((ObjectNode) controller).set("profile", profile);
                    }
                    ObjectNode keyed = controllers.addObject();
                    keyed.set("controller", controller);
                    keyed.putObject("values");
                    keyed.putArray("points");
                }
                ApiClient.Answer begun = owner.post("/api/v1/calc/first-keys", asked.toString());
                assertEquals(200, begun.status(), style + " in " + plain[1] + ": " + begun.body());
                for (JsonNode finding : judged(owner, plan, begun.body(), style + " in " + plain[1])) {
                    if (KEYED_WRONG.contains(finding.get("code").asString())) {
                        wrong.add(plain[0] + " on " + style + ": " + finding.get("code").asString() + " " + finding.get("reason").asString());
                    }
                }
                assertEquals(204, owner.delete("/api/v1/chambers/" + chamber.get("id").asString()).status());
            }
        }
        assertEquals(List.of(), wrong);
    }

    /** Each plain case as a beginner meets it: what is proposed for every controller in turn can be keyed in, and then nothing needs them now. */
    @Test
    void whatIsProposedForAPlainCaseHolds(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        List<String> wrong = new ArrayList<>();
        for (String guide : List.of("corn-snake-eggs", "domestic-fowl-eggs", "chicks", "tropical-tank", "microgreens", "tomato-seedlings", "lettuce")) {
            String build = names(owner, guide).get(0);
            JsonNode chamber = owner.post("/api/v1/chambers", "{\"name\":\"Plain " + guide + "\",\"guideId\":\"" + guide + "\",\"buildId\":\"" + build + "\"}").body();
            ObjectNode request = JSON.createObjectNode();
            request.set("chamber", chamber.get("plan"));
            var settings = request.putArray("settings");
            chamber.at("/plan/controllers")
                    .forEach(each -> settings.addObject().put("controllerId", each.get("id").asString()).set("values", begun(each, chamber.at("/plan/occupancy"))));
            for (JsonNode controller : chamber.at("/plan/controllers")) {
                request.put("controllerId", controller.get("id").asString());
                ApiClient.Answer answer = owner.post("/api/v1/suggestions", request.toString());
                // A machine that others share may not be done within its minute: then it says so, and is asked again as a person would.
                for (int again = 0; again < 3 && answer.status() == 503; again++) {
                    answer = owner.post("/api/v1/suggestions", request.toString());
                }
                JsonNode proposed = answer.body();
                if (!proposed.path("fits").asBoolean() || !proposed.get("obstacle").isNull()) {
                    wrong.add(guide + ", " + build + ", " + controller.get("name") + ": " + proposed);
                }
                settings.forEach(each -> {
                    if (each.get("controllerId").equals(controller.get("id"))) {
                        ((ObjectNode) each).set("values", proposed.get("values"));
                    }
                });
            }
        }
        assertEquals(List.of(), wrong);
    }

    /** Something plain to begin the search with, near what is wanted. */
    private static ObjectNode begun(JsonNode controller, JsonNode needs) {
        boolean humid = controller.at("/profile/unit").asString().equals("RH");
        double low = needs.get(humid ? "keepHumidityLowPct" : "keepLowC").asDouble(50);
        double high = needs.get(humid ? "keepHumidityHighPct" : "keepHighC").asDouble(60);
        ObjectNode values = JSON.createObjectNode();
        for (JsonNode key : controller.at("/profile/keys")) {
            double value = switch (key.get("parameter").asString()) {
                case "SET_VALUE", "NIGHT_SET_VALUE" -> (low + high) / 2;
                case "ON_AT" -> low + 0.25 * (high - low);
                case "OFF_AT" -> high - 0.25 * (high - low);
                case "DIFFERENTIAL", "LOWER_DIFFERENTIAL", "BAND" -> humid ? 3 : 0.5;
                case "HIGH_ALARM" -> high + 2;
                case "LOW_ALARM" -> low - 2;
                case "HIGHEST_SETTABLE" -> key.get("highest").asDouble();
                case "DAY_FROM" -> 6;
                case "DAY_TO" -> 20;
                case "MAXIMUM_SPEED", "INTAKE_KEPT" -> 100;
                case "LOWEST_SETTABLE" -> key.get("lowest").asDouble();
                default -> Math.max(key.get("lowest").asDouble(), Math.min(key.get("highest").asDouble(), 0));
            };
            double step = key.get("step").asDouble();
            values.put(key.get("parameter").asString(), Math.round(Math.rint(value / step) * step * 1e6) / 1e6);
        }
        return values;
    }
}
