package kilnward.server.audit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import kilnward.server.audit.Sealer.Seal;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Who, what, when, why, from what to what, from where; and that nobody changes it unnoticed. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("audit")
@ExtendWith(RunningServer.class)
class AuditTest {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static RunningServer.Running server;
    private static ApiClient owner;
    private static String chamber;
    private static String controller;

    @BeforeAll
    static void begin(RunningServer.Running running) {
        server = running;
        owner = ApiClient.as(server, "OWNER");
        chamber = owner.post("/api/v1/chambers", "{\"name\":\"Watched box\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        JsonNode plan = owner.get("/api/v1/chambers/" + chamber).body().get("plan");
        controller = "/api/v1/chambers/" + chamber + "/controllers/" + plan.at("/controllers/0/id").asString();
        assertEquals(201, owner.post(controller + "/settings", "{\"basedOn\":0,\"reason\":\"first\",\"values\":{\"UNIT\":0,\"DIRECTION\":0,\"SET_VALUE\":28,\"DIFFERENTIAL\":0.5,"
                + "\"ACT_DELAY\":0,\"HIGH_ALARM\":31,\"LOW_ALARM\":25,\"OFFSET\":0}}").status());
    }

    private static List<JsonNode> of(ApiClient by, String query) {
        return by.get("/api/v1/audit" + query).body().get("entries").valueStream().toList();
    }

    @Test
    void aChangedPlanIsToldLeafByLeafWithWhoAndFromWhere() {
        JsonNode view = owner.get("/api/v1/chambers/" + chamber).body();
        ObjectNode change = JSON.createObjectNode().put("version", view.get("version").asLong());
        ObjectNode plan = (ObjectNode) view.get("plan").deepCopy();
        String note = "moved to the north wall,\nwhere it is cooler " + UUID.randomUUID();
        plan.put("note", note);
        change.set("plan", plan);
        ApiClient lead = ApiClient.as(server, "LEAD");
        assertEquals(200, lead.put("/api/v1/chambers/" + chamber, change.toString()).status());
        JsonNode newest = of(owner, "?chamber=" + chamber + "&who=Lead&thing=chamber").get(0);
        assertEquals("CHANGED", newest.get("what").asString());
        assertEquals(1, newest.get("changes").size(), newest.toString());
        assertEquals("note", newest.at("/changes/0/path").asString());
        assertEquals(view.at("/plan/note").asString(), newest.at("/changes/0/before").asString(""));
        assertEquals(note, newest.at("/changes/0/after").asString());
        assertEquals("127.0.0.1", newest.get("origin").asString());
        assertTrue(of(lead, "?chamber=" + chamber).get(0).get("origin").isNull(), "addresses are for owners");
        assertEquals(403, ApiClient.as(server, "KEEPER").get("/api/v1/audit").status());
    }

    @Test
    void settingsAreToldKeyByKeyWithTheReason() {
        JsonNode settings = owner.get(controller + "/settings").body().get(0);
        ObjectNode values = (ObjectNode) settings.get("values").deepCopy();
        String key = "HIGH_ALARM";
        double before = values.get(key).asDouble();
        String reason = "warmer nights " + UUID.randomUUID();
        ObjectNode asked = JSON.createObjectNode().put("basedOn", settings.get("number").asInt()).put("reason", reason);
        values.put(key, before + 1);
        asked.set("values", values);
        assertEquals(201, owner.post(controller + "/settings", asked.toString()).status());
        JsonNode told = of(owner, "?thing=settings").stream().filter(each -> each.get("why").asString("").equals(reason)).findFirst().orElseThrow();
        assertEquals(1, told.get("changes").size(), told.toString());
        assertEquals(key, told.at("/changes/0/path").asString());
        assertEquals(before, Double.parseDouble(told.at("/changes/0/before").asString()));
        assertEquals(before + 1, Double.parseDouble(told.at("/changes/0/after").asString()));
        String file = owner.file("/api/v1/audit.csv?thing=settings");
        assertTrue(file.startsWith("at,who,what,thing,named,chamber,why,path,before,after,origin,seal\r\n"), file.substring(0, 60));
        assertTrue(file.contains(reason));
    }

    @Test
    void aTokenIsNeverWrittenDown() {
        JsonNode device = owner.post("/api/v1/chambers/" + chamber + "/devices", "{\"name\":\"=cmd|calc\"}").body();
        JsonNode told = of(owner, "?thing=device").stream().filter(each -> each.get("named").asString().equals("=cmd|calc")).findFirst().orElseThrow();
        assertFalse(told.toString().contains(device.get("token").asString()));
        assertTrue(told.toString().contains("(hidden)"));
        // What a spreadsheet would take for a formula is text.
        assertTrue(owner.file("/api/v1/audit.csv?thing=device").contains(",'=cmd|calc,"));
    }

    /** What was not kept was not changed: both stand in one transaction. */
    @Test
    void whatIsRefusedLeavesNothing() {
        int before = of(owner, "?chamber=" + chamber).size();
        assertEquals(400, owner.put("/api/v1/chambers/" + chamber, "{\"version\":0,\"plan\":{}}").status());
        assertEquals(before, of(owner, "?chamber=" + chamber).size());
    }

    @Test
    void manyAtOnceAreOneChain() throws Exception {
        Sealer sealer = server.bean(Sealer.class);
        sealer.seal();
        Audit audit = server.bean(Audit.class);
        ExecutorService many = Executors.newFixedThreadPool(8);
        List<Callable<Object>> work = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            int number = i;
            work.add(() -> {
                server.bean(TransactionTemplate.class).executeWithoutResult(
                        status -> audit.write(Audit.Done.of(Audit.What.CHANGED, "trial", number, "many at once", List.of(new Change("n", null, Integer.toString(number))))));
                return null;
            });
        }
        Seal before = sealer.last();
        for (var each : many.invokeAll(work)) {
            each.get();
        }
        many.shutdown();
        Seal after = sealer.seal();
        assertTrue(after.seq() >= before.seq() + 200);
        assertEquals(java.util.Optional.empty(), sealer.broken(List.of(before, after)));
    }

    /** Each kind of meddling is found, and where; each is undone again, as the record is everybody's here. */
    @Test
    void whateverIsMeddledWithIsFound() {
        Sealer sealer = server.bean(Sealer.class);
        JdbcClient sql = server.bean(JdbcClient.class);
        server.bean(Audit.class).write(Audit.Done.of(Audit.What.CHANGED, "trial", 1, "to be meddled with", List.of(new Change("setValue", "37.5", "41.0"))));
        Seal noted = sealer.seal();
        String id = sql.sql("select id from audit_entry where named = 'to be meddled with' order by at_us desc limit 1").query(String.class).single();
        long seq = sql.sql("select seq from audit_seal where entry_id = ?").param(id).query(Long.class).single();
        meddled(() -> sql.sql("update audit_entry set changes = replace(changes, '41.0', '37.5') where id = ?").param(id).update(), "the row of seal " + seq + ",", List.of());
        meddled(() -> sql.sql("update audit_entry set who = 'Lead' where id = ?").param(id).update(), "the row of seal " + seq + ",", List.of());
        meddled(() -> sql.sql("update audit_entry set at_us = at_us - 3600000000 where id = ?").param(id).update(), "the row of seal " + seq + ",", List.of());
        meddled(() -> sql.sql("delete from audit_entry where id = ?").param(id).update(), "the row of seal " + seq + " is gone", List.of());
        meddled(() -> sql.sql("update audit_origin set origin = '203.0.113.7' where entry_id = ?").param(id).update(), "where the row of seal " + seq + " came from", List.of());
        meddled(() -> {
            sql.sql("delete from audit_seal where seq >= ?").param(seq).update();
            sql.sql("delete from audit_entry where at_us >= (select at_us from (select at_us from audit_entry where id = ?) it)").param(id).update();
        }, "the chain ends at seal", List.of(noted));
        meddled(() -> sql.sql("delete from audit_seal where seq = ?").param(seq - 1).update(), "seals " + (seq - 1) + " to " + (seq - 1) + " are gone", List.of());
        // Where somebody came from may be taken out with them, and the chain holds.
        server.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            sql.sql("delete from audit_origin where entry_id = ?").param(id).update();
            assertEquals(java.util.Optional.empty(), sealer.broken(List.of(noted)));
            status.setRollbackOnly();
        });
    }

    private static void meddled(Runnable meddling, String found, List<Seal> noted) {
        server.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            meddling.run();
            String broken = server.bean(Sealer.class).broken(noted).orElse("nothing");
            assertTrue(broken.startsWith(found), broken + " instead of " + found);
            status.setRollbackOnly();
        });
    }
}
