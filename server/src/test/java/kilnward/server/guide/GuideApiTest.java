package kilnward.server.guide;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import kilnward.core.life.Guide;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import kilnward.server.site.Sites;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Guides of one's own, as documents, over the wire. */
@ExtendWith(RunningServer.class)
class GuideApiTest {
    private static final String GUIDES = "/api/v1/guides";
    private ApiClient lead;
    private RunningServer.Running server;

    @BeforeEach
    void becomeLead(RunningServer.Running running) {
        server = running;
        lead = ApiClient.as(running, "LEAD");
    }

    private String shipped(String id) {
        return lead.get(GUIDES + "/" + id + "/file").body().toString();
    }

    private JsonNode view(String id) {
        return lead.get(GUIDES).body().valueStream().filter(each -> each.at("/guide/id").asString().equals(id)).findFirst().orElse(null);
    }

    @Test
    void everyShippedGuideFitsThePublishedSchema() throws Exception {
        GuideDocuments documents = server.bean(GuideDocuments.class);
        Resource[] files = new PathMatchingResourcePatternResolver().getResources("classpath:guides/*.json");
        assertTrue(files.length >= 40, "at least forty occupants");
        for (Resource file : files) {
            String text = new String(file.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            Guide guide = documents.read(text);
            assertEquals(guide, documents.read(documents.write(guide)), guide.id() + " out and in again");
        }
        assertEquals("urn:kilnward:guide:1", lead.get("/schemas/guide.schema.json").body().get("$id").asString());
    }

    @Test
    void aCopyOfAShippedGuideIsOnesOwnAndTheShippedOneStays() {
        JsonNode before = view("axolotls").get("guide");
        Answer added = lead.postText(GUIDES, shipped("axolotls"));
        assertEquals(201, added.status(), String.valueOf(added.body()));
        String id = added.body().at("/guide/id").asString();
        assertTrue(id.startsWith("axolotls-own"), id);
        ObjectNode changed = added.body().get("guide").deepCopy().asObject();
        ((ObjectNode) changed.at("/schools/0/stages/0/temperatureC")).put("high", 17.5);
        changed.put("name", "Our axolotls");
        String change = "{\"version\":" + added.body().get("version") + ",\"guide\":" + changed + "}";
        assertEquals(200, lead.put(GUIDES + "/" + id, change).status());
        assertEquals("Our axolotls", view(id).at("/guide/name").asString());
        assertEquals(before, view("axolotls").get("guide"), "the shipped one is as it was");
        Answer stale = lead.put(GUIDES + "/" + id, change);
        assertEquals(409, stale.status());
        assertEquals(17.5, stale.body().at("/current/guide/schools/0/stages/0/temperatureC/high").asDouble());
        Answer chamber = lead.post("/api/v1/chambers", "{\"name\":\"From our own\",\"guideId\":\"" + id + "\"}");
        assertEquals(17.5, chamber.body().at("/plan/occupancy/keepHighC").asDouble(), "a chamber is planned from it");
        assertEquals(204, lead.delete(GUIDES + "/" + id).status());
        assertEquals(404, lead.delete(GUIDES + "/" + id).status());
        assertEquals("id", lead.put(GUIDES + "/axolotls", change.replace(id, "axolotls")).refusedField());
    }

    @Test
    void aDocumentThatBreaksTheSchemaIsRefusedWholeWithTheLineAndTheReason() throws Exception {
        int before = lead.get(GUIDES).body().size();
        String text = new String(new PathMatchingResourcePatternResolver().getResource("classpath:guides/axolotls.json")
                .getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        int line = text.substring(0, text.indexOf("\"temperatureC\"")).split("\n").length;
        Answer word = lead.postText(GUIDES, text.replaceFirst("\"low\": \\d+(\\.\\d+)?", "\"low\": \"cold\""));
        assertEquals(400, word.status());
        assertEquals("schools[0].stages[0].temperatureC.low", word.refusedField());
        assertEquals(line + 1, word.body().at("/errors/0/line").asInt());
        assertTrue(word.body().get("detail").asString().startsWith("Line " + (line + 1) + ": "), word.body().get("detail").asString());
        Answer unknown = lead.postText(GUIDES, text.replaceFirst("\"keeping\"", "\"keepling\""));
        assertEquals(400, unknown.status());
        assertTrue(unknown.body().get("errors").size() >= 2, "what is missing and what is too much: " + unknown.body());
        Answer backwards = lead.postText(GUIDES, text.replaceFirst("\"low\": \\d+(\\.\\d+)?", "\"low\": 55"));
        assertTrue(backwards.allowed().contains("must be above low"), String.valueOf(backwards.body()));
        assertEquals(line + 2, backwards.body().at("/errors/0/line").asInt(), "the line of what is refused");
        Answer cut = lead.postText(GUIDES, text.substring(0, text.length() / 2));
        assertTrue(cut.allowed().startsWith("must be valid JSON"), cut.allowed());
        assertTrue(cut.body().at("/errors/0/line").asInt() > 10);
        assertEquals(400, lead.postText(GUIDES, "[]").status());
        assertEquals(413, lead.postText(GUIDES, "{\"a\":\"" + "x".repeat(300_000) + "\"}").status());
        assertEquals(before, lead.get(GUIDES).body().size(), "nothing half imported");
    }

    @Test
    void whoMayLookOnlyMayNotAdd() {
        assertEquals(403, ApiClient.as(server, "KEEPER").postText(GUIDES, shipped("axolotls")).status());
        assertEquals(200, ApiClient.as(server, "VISITOR").get(GUIDES + "/axolotls/file").status());
    }

    /** 0.1 W an egg of 60 g is about 1.7 W a kilogram: what the guide says of one, for a mass of many. */
    @Test
    void howFarAlongItIsFollowsFromTheStart() {
        String school = view("axolotls").at("/guide/schools/0/id").asString();
        String path = GUIDES + "/axolotls/today?school=" + school + "&startedOn=";
        JsonNode began = lead.get(path + LocalDate.now(server.bean(Sites.class).first().orElseThrow().zone()).minusDays(3)).body();
        assertEquals(3, began.get("day").asLong());
        assertEquals(view("axolotls").at("/guide/schools/0/stages/0/id").asString(), began.get("stageId").asString());
        assertTrue(lead.get(path + "2999-01-01").body().get("day").isNull());
        assertEquals(404, lead.get(GUIDES + "/axolotls/today?school=none&startedOn=2026-01-01").status());
        assertEquals(400, lead.get(path + "yesterday").status());
    }

    /** Lourens et al. (2006), from memory: next to nothing until the middle, about 0.13 to 0.16 W an egg before the hatch; water 13 % of the mass over 21 days. */
    @Test
    void whatLivesThereGivesOffFollowsItsDays() {
        assertTrue(living("domestic-fowl-eggs", "dry-start", "setting", 0, "\"pieces\":5000").get("heatW").asDouble() < 5);
        JsonNode late = living("domestic-fowl-eggs", "dry-start", "setting", 18, "\"pieces\":5000");
        assertEquals(700, late.get("heatW").asDouble(), 100);
        assertEquals(80, late.get("waterGh").asDouble(), 8, "5,000 hens’ eggs");
        assertEquals(late.get("heatW").asDouble(), living("domestic-fowl-eggs", "dry-start", "setting", 18, "\"kg\":290").get("heatW").asDouble(), 1);
        double winter = living("honey-bees", "usual", "winter", 60, "\"kg\":1.8").get("heatW").asDouble();
        assertTrue(winter > 10 && winter < 60, "a winter cluster gives tens of watts: " + winter);
        assertTrue(
                living("axolotls", view("axolotls").at("/guide/schools/0/id").asString(), view("axolotls").at("/guide/schools/0/stages/0/id").asString(), 3, "\"kg\":1")
                        .get("heatW").isNull(),
                "what a guide does not know it does not say");
    }

    @Test
    void anAmountOrAPlaceThatCannotBeIsRefused() {
        String egg = "{\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"dry-start\",\"stageId\":\"setting\",\"day\":3,";
        assertEquals("pieces", lead.post("/api/v1/calc/living", egg + "\"pieces\":2.5}").refusedField());
        assertEquals("pieces", lead.post("/api/v1/calc/living", egg + "\"pieces\":0}").refusedField());
        assertEquals("kg", lead.post("/api/v1/calc/living", egg + "\"kg\":-1}").refusedField());
        assertEquals("kg", lead.post("/api/v1/calc/living", egg.replaceFirst(",$", "}")).refusedField());
        assertEquals("pieces", lead.post("/api/v1/calc/living", egg + "\"kg\":1,\"pieces\":3}").refusedField());
        assertEquals("stageId", lead.post("/api/v1/calc/living", egg.replace("setting", "nowhere") + "\"kg\":1}").refusedField());
        assertEquals("day", lead.post("/api/v1/calc/living", egg.replace("\"day\":3", "\"day\":-1") + "\"kg\":1}").refusedField());
    }

    private JsonNode living(String guide, String school, String stage, double day, String amount) {
        Answer answer = lead.post("/api/v1/calc/living",
                "{\"guideId\":\"" + guide + "\",\"schoolId\":\"" + school + "\",\"stageId\":\"" + stage + "\",\"day\":" + day + "," + amount + "}");
        assertEquals(200, answer.status(), String.valueOf(answer.body()));
        return answer.body();
    }

    /** What was written before heat went by the day is read as a curve of one point. */
    @Test
    void aGuideWithOneFigureOfHeatIsStillRead() throws Exception {
        ObjectNode old = (ObjectNode) JsonMapper.builder().build().readTree(shipped("domestic-fowl-eggs"));
        old.remove("living");
        ((ObjectNode) old.at("/schools/0/stages/0")).remove("living");
        ((ObjectNode) old.at("/schools/0/stages/0")).putObject("livingHeat").put("watts", 0.1).put("eachG", 60).put("grade", "FROM_MEMORY");
        Answer added = lead.postText(GUIDES, old.toString());
        assertEquals(201, added.status(), String.valueOf(added.body()));
        JsonNode curve = added.body().at("/guide/schools/0/stages/0/living");
        assertEquals(0.1, curve.at("/points/0/heatW").asDouble());
        assertEquals(204, lead.delete(GUIDES + "/" + added.body().at("/guide/id").asString()).status());
    }

    @Test
    void aCurveThatGoesBackwardsOrBelowZeroIsRefusedAtItsPoint() throws Exception {
        ObjectNode guide = (ObjectNode) JsonMapper.builder().build().readTree(shipped("domestic-fowl-eggs"));
        ((ObjectNode) guide.at("/living/points/2")).put("day", 1);
        Answer backwards = lead.postText(GUIDES, guide.toString());
        assertEquals(400, backwards.status());
        assertTrue(backwards.refusedField().endsWith("points[2].day"), backwards.refusedField());
        ((ObjectNode) guide.at("/living/points/2")).put("day", 8).put("heatW", -1);
        assertEquals("living.points[2].heatW", lead.postText(GUIDES, guide.toString()).refusedField());
    }

    /** 39 °C is borne 2 h and 42 °C 10 min: halfway between, √(7200 · 600) = 2078.46 s; back in the band it decays with two hours. */
    @Test
    void harmIsADose() {
        String limits = "\"limits\":[{\"side\":\"HIGH\",\"level\":39,\"borneS\":7200},{\"side\":\"HIGH\",\"level\":42,\"borneS\":600}]";
        JsonNode found = lead
                .post("/api/v1/calc/harm", "{" + limits + ",\"readings\":[{\"at\":\"2026-03-01T10:00:00Z\",\"value\":40.5},{\"at\":\"2026-03-01T10:20:00Z\",\"value\":40.5},"
                        + "{\"at\":\"2026-03-01T11:00:00Z\",\"value\":40.5}]}")
                .body();
        assertEquals(1200 / Math.sqrt(7200.0 * 600), found.at("/dose/1/share").asDouble(), 1e-9);
        assertEquals("2026-03-01T10:34:38.460969Z", found.at("/harmedAt").asString());
        JsonNode rested = lead
                .post("/api/v1/calc/harm", "{" + limits + ",\"readings\":[{\"at\":\"2026-03-01T10:00:00Z\",\"value\":39},{\"at\":\"2026-03-01T11:00:00Z\",\"value\":39},"
                        + "{\"at\":\"2026-03-01T11:00:01Z\",\"value\":37.5},{\"at\":\"2026-03-01T13:00:01Z\",\"value\":37.5}]}")
                .body();
        assertEquals(0.5 * Math.exp(-1), rested.at("/dose/3/share").asDouble(), 1e-3);
        assertTrue(rested.at("/harmedAt").isMissingNode() || rested.at("/harmedAt").isNull(), rested.toString());
        assertEquals("limits[1].borneS",
                lead.post("/api/v1/calc/harm", "{" + limits.replace("600", "7200") + ",\"readings\":[{\"at\":\"2026-03-01T10:00:00Z\",\"value\":39}]}").refusedField());
        assertEquals("limits", lead.post("/api/v1/calc/harm", "{\"limits\":[],\"readings\":[{\"at\":\"2026-03-01T10:00:00Z\",\"value\":39}]}").refusedField());
    }
}
