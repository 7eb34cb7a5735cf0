package kilnward.server.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import java.util.zip.GZIPInputStream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A database that the server before the plans became documents left behind (schema 9): the demo, a chamber of every build, one in which every field has a value, one
 * in which none has, and some that were removed. What that server answered then stands beside it.
 */
// Beside other classes; its own tests one after another.
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("a record of then")
class KeptBeforeTest {
    /** What a check says before the offset was changed, and after. */
    private static final List<String> OUTCOMES = List.of("found", "left");
    private static RunningServer.Running server;
    private static ApiClient owner;
    private static JsonNode then;

    @BeforeAll
    static void open() throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        database.load("/kept/schema-9.sql.gz");
        server = new RunningServer.Running(database);
        owner = ApiClient.as(server, "OWNER");
        try (InputStream answers = new GZIPInputStream(KeptBeforeTest.class.getResourceAsStream("/kept/schema-9.json.gz"))) {
            then = JsonMapper.shared().readTree(answers);
        }
    }

    @AfterAll
    static void close() throws Exception {
        server.close();
    }

    @Test
    void everyChamberOpensAsItWas() {
        JsonNode now = owner.get("/api/v1/chambers").body();
        assertEquals(then.get("chambers").size(), now.size());
        for (int i = 0; i < now.size(); i++) {
            assertEquals(flat(now.get(i)), flat(owner.get("/api/v1/chambers/" + now.get(i).get("id").asString()).body()));
            // What keys begin with was not said then; what a plan can say since is not said in an old one.
            ObjectNode saidThen = ((ObjectNode) now.get(i)).deepCopy().without("begun");
            Map<String, String> was = flat(ofItsKind(then.get("chambers").get(i), saidThen));
            Map<String, String> is = flat(saidThen);
            is.entrySet().removeIf(each -> each.getValue().equals("null") && !was.containsKey(each.getKey()));
            assertEquals(was, is, saidThen.at("/plan/name").asString());
        }
    }

    @Test
    void settingsAndKeyingsAndChecksAreThere() {
        int revisions = 0;
        int keyings = 0;
        int checks = 0;
        for (JsonNode chamber : then.get("chambers")) {
            String path = "/api/v1/chambers/" + chamber.get("id").asString();
            for (JsonNode controller : chamber.at("/plan/controllers")) {
                String id = controller.get("id").asString();
                JsonNode settings = owner.get(path + "/controllers/" + id + "/settings").body();
                assertEquals(flat(then.at("/settings/" + id)), flat(settings));
                revisions += settings.size();
                JsonNode keyed = owner.get(path + "/controllers/" + id + "/keyings").body();
                assertEquals(flat(then.at("/keyings/" + id)), flat(keyed));
                keyings += keyed.size();
            }
            JsonNode checked = owner.get(path + "/checks").body();
            JsonNode checksThen = then.at("/checks/" + chamber.get("id").asString());
            assertEquals(flat(asWritten(checksThen)), flat(asWritten(checked)));
            assertStepOfReferencesAdded(checksThen, checked);
            checks += checked.size();
        }
        assertTrue(revisions > 8 && keyings > 0 && checks > 0, revisions + " " + keyings + " " + checks);
    }

    /** What stood in plans and what was taken out of them both have an identity; what was taken out is retired, and nobody else's. */
    @Test
    void partsKeepTheirIdentity() {
        JdbcClient jdbc = server.bean(JdbcClient.class);
        int standing = 0;
        for (JsonNode chamber : then.get("chambers")) {
            JsonNode plan = chamber.get("plan");
            standing += plan.get("appliances").size() + plan.get("probes").size() + plan.get("controllers").size();
            for (JsonNode controller : plan.get("controllers")) {
                standing += controller.get("loops").size();
            }
        }
        assertEquals(standing, jdbc.sql("select count(*) from part where removed_at is null").query(Integer.class).single());
        int retired = jdbc.sql("select count(*) from part where removed_at is not null").query(Integer.class).single();
        assertTrue(retired > 60, "the lamp and the cut-out that were taken out, and the removed chambers' own: " + retired);
        String cutOut = jdbc.sql("select id from part where removed_at is not null and name = 'Cut-out'").query(String.class).single();
        ApiClient.Answer made = owner.post("/api/v1/chambers", "{\"name\":\"Thief\",\"guideId\":null,\"schoolId\":null,\"stageId\":null,\"buildId\":\"foam-box-mat\"}");
        ObjectNode plan = (ObjectNode) made.body().get("plan");
        ((ObjectNode) plan.at("/controllers/0")).put("id", cutOut);
        ApiClient.Answer taken = owner.put("/api/v1/chambers/" + made.body().get("id").asString(), "{\"version\":0,\"plan\":" + plan + "}");
        assertEquals("plan.controllers[0].id", taken.refusedField(), taken.toString());
    }

    @Test
    void aChamberOfThenIsChangedToday() throws IOException {
        JsonNode bare = null;
        for (JsonNode chamber : owner.get("/api/v1/chambers").body()) {
            bare = chamber.at("/plan/name").asString().equals("Bare") ? chamber : bare;
        }
        ObjectNode plan = (ObjectNode) bare.get("plan").deepCopy();
        plan.put("note", "looked after");
        String path = "/api/v1/chambers/" + bare.get("id").asString();
        assertEquals(200, owner.put(path, "{\"version\":" + bare.get("version") + ",\"plan\":" + plan + "}").status());
        assertEquals("looked after", owner.get(path).body().at("/plan/note").asString());
        JsonNode told = owner.get("/api/v1/audit?chamber=" + bare.get("id").asString()).body().at("/entries/0");
        assertTrue(told.at("/changes").valueStream().anyMatch(each -> each.get("path").asString().equals("note") && each.get("after").asString().equals("looked after")),
                told.toString());
    }

    /** In the formats of then an appliance had the fields of every kind, as nulls, and no living heat was 0. */
    private static JsonNode ofItsKind(JsonNode chamber, JsonNode now) {
        JsonNode copy = chamber.deepCopy();
        for (int i = 0; i < copy.at("/plan/appliances").size(); i++) {
            JsonNode known = now.at("/plan/appliances/" + i);
            ObjectNode appliance = (ObjectNode) copy.at("/plan/appliances/" + i);
            appliance.remove(appliance.properties().stream().filter(field -> field.getValue().isNull() && !known.has(field.getKey())).map(Map.Entry::getKey).toList());
        }
        if (copy.at("/plan/contents/livingHeatW").asDouble(1) == 0) {
            ((ObjectNode) copy.at("/plan/contents")).putNull("livingHeatW");
        }
        return copy;
    }

    /** Leaves by their paths; 1 and 1.0 are the same number, and what is worked out anew may differ by binary dust. */
    private static Map<String, String> flat(JsonNode node) {
        Map<String, String> leaves = new TreeMap<>();
        flat("", node, leaves);
        return leaves;
    }

    private static void flat(String path, JsonNode node, Map<String, String> leaves) {
        if (node.isObject()) {
            node.properties().forEach(each -> flat(path + "/" + each.getKey(), each.getValue(), leaves));
        } else if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                flat(path + "/" + i, node.get(i), leaves);
            }
            leaves.put(path + "#", String.valueOf(node.size()));
        } else {
            leaves.put(path, node.isNumber() ? String.valueOf(Math.round(node.asDouble() * 1e9) / 1e9) : node.toString());
        }
    }

    /**
     * A check without what depends on the day it is asked on (whether a certificate is past), and without its uncertainty, which is worked out anew
     * and has had one part more since: the step of the references.
     */
    private static JsonNode asWritten(JsonNode checks) {
        JsonNode copy = checks.deepCopy();
        copy.forEach(each -> {
            ((ObjectNode) each).remove("expired");
            for (String outcome : OUTCOMES) {
                if (each.get(outcome) instanceof ObjectNode known) {
                    known.remove(List.of("parts", "expandedUncertainty"));
                }
            }
        });
        return copy;
    }

    /** Coverage factor 2; the parts of then are all there, and the new one adds to them by squares. */
    private static void assertStepOfReferencesAdded(JsonNode then, JsonNode now) {
        for (int i = 0; i < then.size(); i++) {
            for (String outcome : OUTCOMES) {
                if (then.get(i).get(outcome) instanceof ObjectNode before) {
                    assertStepAdded(before, now.get(i).get(outcome));
                }
            }
        }
    }

    private static void assertStepAdded(JsonNode before, JsonNode now) {
        List<Map<String, String>> parts = stream(now.get("parts")).map(KeptBeforeTest::flat).toList();
        assertEquals(before.get("parts").size() + 1, parts.size());
        stream(before.get("parts")).forEach(part -> assertTrue(parts.contains(flat(part)), part + " in " + parts));
        JsonNode added = stream(now.get("parts")).filter(part -> part.get("what").asString().equals("step of the references")).findFirst().orElseThrow();
        assertEquals(Math.hypot(before.get("expandedUncertainty").asDouble(), 2 * added.get("standard").asDouble()), now.get("expandedUncertainty").asDouble(), 1e-6);
    }

    private static Stream<JsonNode> stream(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false);
    }
}
