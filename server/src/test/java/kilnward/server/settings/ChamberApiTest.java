package kilnward.server.settings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import javax.sql.DataSource;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Chambers and their settings over the wire, against a real MariaDB. */
@ExtendWith(RunningServer.class)
class ChamberApiTest {
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

    static String change(JsonNode chamber, JsonNode plan) {
        return "{\"version\":" + chamber.get("version") + ",\"plan\":" + plan + "}";
    }

    static ObjectNode renamed(JsonNode chamber, String name) {
        return ((ObjectNode) chamber.get("plan").deepCopy()).put("name", name);
    }

    private static String settingsOf(JsonNode chamber) {
        return CHAMBERS + "/" + chamber.get("id").asString() + "/controllers/"
                + chamber.at("/plan/controllers/0/id").asString() + "/settings";
    }

    private static String values(int basedOn, double setValue, double differential, String reason) {
        return """
                {"basedOn":%d,"reason":"%s","values":{"UNIT":0,"DIRECTION":0,"SET_VALUE":%s,"DIFFERENTIAL":%s,"ACT_DELAY":0,
                "HIGH_ALARM":31,"LOW_ALARM":25,"OFFSET":0}}""".formatted(basedOn, reason, setValue, differential);
    }

    @Test
    void osierEndStandsThere() {
        List<String> names = lead.get(CHAMBERS).body().valueStream().map(each -> each.at("/plan/name").asString()).toList();
        assertTrue(names.containsAll(List.of("Reedbox", "Duckling pen", "Loft tent", "Sundew cabinet", "Cellar tank")));
        assertEquals("Osier End", lead.get("/api/v1/site").body().get("name").asString());
        assertTrue(lead.get("/api/v1/guides").body().size() >= 8);
        assertEquals("UP", lead.get("/actuator/health").body().get("status").asString());
    }

    @Test
    void whatIsSavedIsReadBack() {
        JsonNode chamber = newChamber("Round trip");
        ObjectNode plan = renamed(chamber, "Round trip, mended");
        ((ObjectNode) plan.at("/box")).put("airChangesPerHour", 2.5);
        ((ObjectNode) plan.at("/box/walls/2/layers/0")).put("materialId", "plywood");
        plan.withArray("/box/walls/2/openings").addObject().put("areaM2", 0.02).putArray("layers").addObject()
                .put("materialId", "window-glass").put("thicknessMm", 4.0);
        ((ObjectNode) plan.at("/appliances/0")).put("opensAtC", 33.0).put("closesAtC", 31.5);
        Answer saved = lead.put(CHAMBERS + "/" + chamber.get("id").asString(), change(chamber, plan));
        assertEquals(200, saved.status(), String.valueOf(saved.body()));
        JsonNode read = lead.get(CHAMBERS + "/" + chamber.get("id").asString()).body();
        assertEquals(plan, JSON.readTree(read.get("plan").toString()), "same document back");
        assertEquals(saved.body().get("version"), read.get("version"));
        assertEquals("Lead", read.get("changedBy").asString());
    }

    @Test
    void everyChamberOfTheDemoIsReadBackAsItIsWritten() {
        for (JsonNode chamber : lead.get(CHAMBERS).body()) {
            String path = CHAMBERS + "/" + chamber.get("id").asString();
            Answer saved = lead.put(path, change(lead.get(path).body(), chamber.get("plan")));
            assertEquals(200, saved.status(), String.valueOf(saved.body()));
            assertEquals(chamber.get("plan"), lead.get(path).body().get("plan"), chamber.at("/plan/name").asString());
        }
    }

    /** What a later version refuses may stand in the record: it is said where it is used. */
    @Test
    void aDeviceDescribedWhenMoreWasTakenHidesNoChamber() {
        String id = newChamber("Described long ago").get("id").asString();
        server.bean(JdbcClient.class).sql("update chamber set document = json_set(document, '$.controllers[0].profile.keys[2].step', 0.0) where id = ?").param(id).update();
        JsonNode found = lead.get(CHAMBERS + "/" + id).body();
        assertEquals(0, found.at("/begun/0/values").size());
        assertTrue(lead.get(CHAMBERS).body().size() > 5);
        assertEquals("chamber.controllers[0].profile.keys[2].step", lead.post("/api/v1/rehearsals", RehearseApiTest.rehearsal(found).toString()).refusedField());
        assertEquals(204, lead.delete(CHAMBERS + "/" + id).status());
    }

    @Test
    void theSecondOfTwoIsToldAndLosesNothing() {
        JsonNode chamber = newChamber("Two tabs");
        String path = CHAMBERS + "/" + chamber.get("id").asString();
        assertEquals(200, lead.put(path, change(chamber, renamed(chamber, "First"))).status());
        Answer second = ApiClient.as(server, "OWNER").put(path, change(chamber, renamed(chamber, "Second")));
        assertEquals(409, second.status());
        assertEquals("First", second.body().at("/current/plan/name").asString(), "the one in force comes with the refusal");
        assertTrue(second.body().get("detail").asString().contains("Lead saved"));
        assertEquals("First", lead.get(path).body().at("/plan/name").asString());
    }

    @Test
    void settingsAreNumberedRevisionsWithAReason() {
        JsonNode chamber = newChamber("Revisions");
        assertEquals(201, lead.post(settingsOf(chamber), values(0, 28.5, 0.5, "first")).status());
        Answer stale = lead.post(settingsOf(chamber), values(0, 29, 0.5, "from an old tab"));
        assertEquals(409, stale.status());
        assertEquals(1, stale.body().at("/current/number").asInt());
        assertEquals(201, lead.post(settingsOf(chamber), values(1, 28.6, 0.6, "second")).status());
        JsonNode revisions = lead.get(settingsOf(chamber)).body();
        assertEquals(List.of(2, 1), revisions.valueStream().map(each -> each.get("number").asInt()).toList());
        assertEquals("first", revisions.get(1).get("reason").asString());
        assertEquals(28.5, revisions.get(1).at("/values/SET_VALUE").asDouble(), "an old revision stays as it was");
        assertEquals("reason", lead.post(settingsOf(chamber), values(2, 28, 0.5, " ")).refusedField());
    }

    @Test
    void whatWasKeyedInIsKeptWithWhatTheDeviceShowed() {
        JsonNode chamber = newChamber("Keyed in");
        String settings = settingsOf(chamber);
        String keyings = settings.replaceFirst("settings$", "keyings");
        lead.post(settings, values(0, 28, 0.5, "first"));
        ApiClient keeper = ApiClient.as(server, "KEEPER");
        Answer kept = keeper.post(keyings,
                "{\"number\":1,\"shown\":{\"SET_VALUE\":28,\"DIFFERENTIAL\":0.4},\"tried\":[{\"loopId\":\"00000000-0000-4000-8000-000000000001\",\"switched\":\"ON\",\"wanted\":27.6,\"at\":27.5}]}");
        assertEquals(201, kept.status(), String.valueOf(kept.body()));
        assertEquals("[\"DIFFERENTIAL\"]", kept.body().get("differs").toString());
        assertEquals(27.5, kept.body().at("/tried/0/at").asDouble(), "where it was seen to switch");
        JsonNode again = keeper.post(keyings, "{\"number\":1,\"shown\":{\"SET_VALUE\":28,\"DIFFERENTIAL\":0.5},\"tried\":[]}").body();
        assertEquals("Keeper", again.get("author").asString());
        assertEquals(2, lead.get(keyings).body().size(), "the first stays in the record");
        JsonNode read = lead.get(CHAMBERS + "/" + chamber.get("id").asString()).body().get("keyings");
        assertEquals(JSON.readTree("[" + again + "]"), JSON.readTree(read.toString()), "the last one counts");
        assertEquals(404, keeper.post(keyings, "{\"number\":7,\"shown\":{\"SET_VALUE\":28},\"tried\":[]}").status());
        assertEquals("shown.ON_AT", keeper.post(keyings, "{\"number\":1,\"shown\":{\"ON_AT\":28},\"tried\":[]}").refusedField());
        assertEquals(403, ApiClient.as(server, "VISITOR").post(keyings, "{\"number\":1,\"shown\":{\"SET_VALUE\":28},\"tried\":[]}").status());
    }

    @Test
    void ofTwoSavesAtOnceExactlyOneWins() throws Exception {
        JsonNode chamber = newChamber("At once");
        var pool = Executors.newFixedThreadPool(4);
        try {
            Callable<Integer> save = () -> ApiClient.as(server, "KEEPER").post(settingsOf(chamber),
                    values(0, 28.5, 0.5, "at once")).status();
            List<Integer> statuses = pool.invokeAll(List.of(save, save, save, save)).stream().map(future -> {
                try {
                    return future.get();
                } catch (Exception failed) {
                    throw new IllegalStateException(failed);
                }
            }).sorted().toList();
            assertEquals(List.of(201, 409, 409, 409), statuses);
        } finally {
            pool.shutdown();
        }
    }

    @Test
    void keysThatTheControllerDoesNotTakeAreNamed() {
        JsonNode chamber = newChamber("Keys");
        Answer offStep = lead.post(settingsOf(chamber), values(0, 28.55, 99, "x"));
        assertEquals(400, offStep.status());
        assertEquals(2, offStep.body().get("errors").size());
        assertEquals("values.SET_VALUE", offStep.refusedField());
        assertTrue(offStep.allowed().contains("the nearest is 28.6"), offStep.allowed());
        assertEquals(0, lead.get(settingsOf(chamber)).body().size(), "nothing half saved");
    }

    @Test
    void rolesHold() {
        JsonNode chamber = newChamber("Roles");
        ApiClient visitor = ApiClient.as(server, "VISITOR");
        ApiClient keeper = ApiClient.as(server, "KEEPER");
        String path = CHAMBERS + "/" + chamber.get("id").asString();
        assertEquals(200, visitor.get(path).status());
        assertEquals(403, visitor.post(settingsOf(chamber), values(0, 28.5, 0.5, "x")).status());
        assertEquals(201, keeper.post(settingsOf(chamber), values(0, 28.5, 0.5, "x")).status());
        Answer refused = keeper.put(path, change(chamber, renamed(chamber, "mine")));
        assertEquals(403, refused.status());
        assertTrue(refused.type().startsWith("application/problem+json"));
        assertEquals(204, lead.delete(path).status());
        assertEquals(404, lead.get(path).status());
        assertTrue(ApiClient.nobody(server).delete(path).status() >= 401, "without a token nothing is changed");
    }

    @Test
    void impossiblePartsAreNamedByTheirPath() {
        JsonNode chamber = newChamber("Impossible");
        String path = CHAMBERS + "/" + chamber.get("id").asString();
        ObjectNode thin = chamber.get("plan").deepCopy().asObject();
        ((ObjectNode) thin.at("/box/walls/3/layers/0")).put("thicknessMm", 0);
        assertEquals("plan.box.walls[3].layers[0].thicknessMm", lead.put(path, change(chamber, thin)).refusedField());
        ObjectNode backwards = chamber.get("plan").deepCopy().asObject();
        ((ObjectNode) backwards.at("/room")).put("warmestC", 3);
        assertEquals("plan.room.warmestC", lead.put(path, change(chamber, backwards)).refusedField());
        ObjectNode unknown = chamber.get("plan").deepCopy().asObject();
        ((ObjectNode) unknown.at("/box/walls/0/layers/0")).put("materialId", "cheese");
        Answer refused = lead.put(path, change(chamber, unknown));
        assertEquals("plan.box.walls[0].layers[0].materialId", refused.refusedField());
        assertTrue(refused.allowed().contains("expanded-polystyrene"));
        ObjectNode stray = chamber.get("plan").deepCopy().asObject();
        ((ObjectNode) stray.at("/controllers/0/loops/0")).putArray("applianceIds").add("nothing");
        assertEquals("plan.controllers[0].loops[0].applianceIds", lead.put(path, change(chamber, stray)).refusedField());
        assertEquals(chamber.get("version"), lead.get(path).body().get("version"), "nothing saved was touched");
    }

    @Test
    void changesAreKeptWithTheirAuthor() {
        JsonNode chamber = newChamber("Audited");
        lead.put(CHAMBERS + "/" + chamber.get("id").asString(), change(chamber, renamed(chamber, "Audited again")));
        JdbcTemplate jdbc = new JdbcTemplate(server.bean(DataSource.class));
        List<String> kept = jdbc.queryForList("""
                select concat(named, ' ', what, ' by ', who) from audit_entry where thing = 'chamber' and thing_id = ? order by at_us""", String.class,
                chamber.get("id").asString());
        assertEquals(List.of("Audited ADDED by Lead", "Audited again CHANGED by Lead"), kept);
    }

    /** PDFBox, which the renderer stands on, reads it again. */
    @Test
    void theCardIsAPdfWithEveryKeyInItsOrder() throws Exception {
        JsonNode pen = lead.get(CHAMBERS).body().valueStream().filter(each -> each.at("/plan/name").asString().equals("Cellar tank")).findFirst().orElseThrow();
        JsonNode controller = pen.at("/plan/controllers/0");
        String path = CHAMBERS + "/" + pen.get("id").asString() + "/controllers/" + controller.get("id").asString() + "/card.pdf";
        byte[] pdf = java.net.http.HttpClient.newHttpClient().send(java.net.http.HttpRequest.newBuilder(java.net.URI.create(server.url() + path)).build(),
                java.net.http.HttpResponse.BodyHandlers.ofByteArray()).body();
        try (var document = org.apache.pdfbox.Loader.loadPDF(pdf)) {
            String text = new org.apache.pdfbox.text.PDFTextStripper().getText(document);
            int at = 0;
            for (JsonNode key : controller.at("/profile/keys")) {
                int next = text.indexOf(key.get("label").asString(), at);
                assertTrue(next >= at, key.get("label") + " after " + at + " in " + text);
                at = next;
            }
            assertTrue(text.contains("°C") && text.contains("not a safety device"), text);
        }
        assertEquals(404, lead.get(path.replace(controller.get("id").asString(), "0051e4e4-d000-7000-8000-00000000ffff")).status());
    }

    /** Whoever opens a chamber, or all of them, asks the database a handful of questions, however much hangs on them; the session is one of them, and whose the chamber is another. */
    @Test
    void aChamberIsOpenedWithFewQuestions(RunningServer.Running server) {
        JsonNode all = lead.get(CHAMBERS).body();
        String reedbox = all.valueStream().filter(each -> each.at("/plan/name").asString().equals("Reedbox")).findFirst().orElseThrow().get("id").asString();
        int one = questions(server, () -> assertEquals(200, lead.get(CHAMBERS + "/" + reedbox).status()));
        assertTrue(one <= 6, "one: " + one);
        int many = questions(server, () -> assertEquals(200, lead.get(CHAMBERS).status()));
        // An answer longer than its buffer has its session read once more, and a very long one twice.
        assertTrue(many <= 7 && all.size() >= 5, many + " for " + all.size());
    }

    /** What the database itself counted meanwhile; nobody else asks it anything in these tests. */
    private static int questions(RunningServer.Running server, Runnable request) {
        int fewest = Integer.MAX_VALUE;
        // Whoever looks after alarms and messages asks now and then, too: once nobody does meanwhile.
        for (int attempt = 0; attempt < 10; attempt++) {
            int before = asked(server);
            request.run();
            // Counting is a question too.
            fewest = Math.min(fewest, asked(server) - before - 1);
        }
        return fewest;
    }

    private static int asked(RunningServer.Running server) {
        return server.bean(JdbcClient.class)
                .sql("select sum(variable_value) from information_schema.global_status where variable_name in ('COM_SELECT', 'COM_INSERT', 'COM_UPDATE', 'COM_DELETE')")
                .query(Integer.class).single();
    }

    @Test
    void anAcknowledgedSaveSurvivesAKilledDatabase() throws Exception {
        JsonNode chamber = newChamber("Power cut");
        assertEquals(201, lead.post(settingsOf(chamber), values(0, 28.5, 0.5, "before the cut")).status());
        server.database().kill();
        Answer during = ApiClient.nobody(server).get(CHAMBERS);
        assertEquals(503, during.status());
        assertTrue(during.body().get("detail").asString().contains("Nothing was saved and nothing was lost"));
        // Somebody with a session, too: told like everything else, and the page itself comes all the same.
        Answer signedIn = lead.get(CHAMBERS);
        assertEquals(503, signedIn.status());
        assertTrue(signedIn.type().contains("problem+json"), signedIn.type());
        assertEquals("3", lead.header("/api/v1/session", "Retry-After"));
        assertTrue(lead.file("/").contains("<div id=\"app\">"));
        assertEquals(200, lead.post("/api/v1/calc/air", "{\"temperatureC\":20,\"relativeHumidityPct\":50,\"altitudeM\":0}").status());
        server.database().launch();
        Answer after = ApiClient.nobody(server).get(settingsOf(chamber));
        for (int tries = 0; after.status() == 503 && tries < 40; tries++) {
            Thread.sleep(250);
            after = ApiClient.nobody(server).get(settingsOf(chamber));
        }
        assertEquals("before the cut", after.body().at("/0/reason").asString(), "back by itself, nothing lost");
        assertFalse(lead.get("/api/v1/session").body().get("role").isNull(), "still the same person");
    }

    /** A plan that names another chamber's parts would take them from there, with their history: refused at the field, and nothing moves. */
    @Test
    void partsOfAnotherChamberStayThere() {
        JsonNode theirs = newChamber("Theirs");
        assertEquals(201, lead.post(settingsOf(theirs), values(0, 28.4, 0.6, "theirs")).status());
        JsonNode mine = newChamber("Mine");
        for (String part : List.of("appliances", "probes", "controllers")) {
            ObjectNode plan = (ObjectNode) mine.get("plan").deepCopy();
            String foreign = theirs.at("/plan/" + part + "/0/id").asString();
            String own = mine.at("/plan/" + part + "/0/id").asString();
            Answer answer = lead.put(CHAMBERS + "/" + mine.get("id").asString(), change(mine, plan).replace(own, foreign));
            assertEquals(400, answer.status(), part);
            assertEquals("plan." + part + "[0].id", answer.refusedField());
        }
        String loop = mine.at("/plan/controllers/0/loops/0/id").asString();
        Answer answer = lead.put(CHAMBERS + "/" + mine.get("id").asString(), change(mine, mine.get("plan")).replace(loop, theirs.at("/plan/controllers/0/loops/0/id").asString()));
        assertEquals("plan.controllers[0].loops[0].id", answer.refusedField());
        assertEquals(theirs.get("plan"), lead.get(CHAMBERS + "/" + theirs.get("id").asString()).body().get("plan"));
        // Nor does what was removed lie about for whoever names it first.
        assertEquals(204, lead.delete(CHAMBERS + "/" + theirs.get("id").asString()).status());
        assertEquals(400, lead.put(CHAMBERS + "/" + mine.get("id").asString(),
                change(mine, mine.get("plan")).replace(mine.at("/plan/controllers/0/id").asString(), theirs.at("/plan/controllers/0/id").asString())).status());
        // What this chamber had itself may come back.
        ObjectNode without = (ObjectNode) mine.get("plan").deepCopy();
        without.putArray("controllers");
        JsonNode less = lead.put(CHAMBERS + "/" + mine.get("id").asString(), change(mine, without)).body();
        assertEquals(200, lead.put(CHAMBERS + "/" + mine.get("id").asString(), change(less, mine.get("plan"))).status());
    }
}
