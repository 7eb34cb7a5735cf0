package kilnward.server.evidence;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import kilnward.server.account.Household;
import kilnward.server.audit.Sealer;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.running.ServedServer;
import kilnward.server.running.ServedServer.Served;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A chamber goes to another installation whole, and comes out there the same; and what the climate was stands on paper, findable in the record. */
@Execution(ExecutionMode.CONCURRENT)
@ExtendWith({RunningServer.class, ServedServer.class})
class EvidenceTest {
    private static final JsonMapper JSON = JsonMapper.shared();

    private static String chamber(ApiClient by, String name) {
        return by.get("/api/v1/chambers").body().valueStream().filter(each -> each.at("/plan/name").asString().equals(name)).findFirst().orElseThrow().get("id").asString();
    }

    @Test
    void aChamberComesOutOfAnotherInstallationTheSame(Running from, Served to) {
        ApiClient lead = ApiClient.as(from, "LEAD");
        String id = chamber(lead, "Duckling pen");
        String path = "/api/v1/chambers/" + id + "/record.json";
        String first = lead.file(path);
        JsonNode record = JSON.readTree(first);
        assertTrue(record.at("/tables/setting_value/rows").size() > 3, "settings");
        assertTrue(record.at("/tables/reading/rows").size() > 100, "readings: " + record.at("/tables/reading/rows").size());
        String schema = lead.get("/api/v1/chamber-record.schema.json").body().toString();
        assertEquals(List.of(), SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12).getSchema(schema, InputFormat.JSON).validate(first, InputFormat.JSON));
        assertFalse(first.contains("token_hash"), "what lets a device in goes nowhere");

        ApiClient there = Household.member(to.server(), Household.site(to.server(), "Where it goes"), Role.LEAD, "Takes chambers in");
        // What is there already has numbers of its own, which are as likely as not those of what comes.
        for (int i = 0; i < 3; i++) {
            assertEquals(201, there.post("/api/v1/chambers", "{\"name\":\"There before " + i + "\",\"guideId\":\"corn-snake-eggs\"}").status());
        }
        Answer taken = there.postText("/api/v1/chamber-records", first);
        assertEquals(201, taken.status(), taken.toString());
        assertEquals(id, taken.body().get("id").asString());
        assertEquals("Duckling pen", there.get("/api/v1/chambers/" + id).body().at("/plan/name").asString());
        assertEquals(first, there.file(path));
        // Twice is once; and at another site it is not there.
        assertEquals(409, there.postText("/api/v1/chamber-records", first).status());
        ObjectNode old = (ObjectNode) JSON.readTree(lead.file("/api/v1/chambers/" + chamber(lead, "Sundew cabinet") + "/record.json"));
        ((ArrayNode) old.at("/tables/part/columns")).insert(1, "number");
        old.at("/tables/part/rows").forEach(each -> ((ArrayNode) each).insert(1, 1));
        assertEquals(201, there.postText("/api/v1/chamber-records", old.toString()).status(), "documents of before say how a part was numbered where it came from");
        assertEquals(404, Household.member(to.server(), Household.site(to.server(), "Where it is not"), Role.OWNER, "Looks for chambers").get("/api/v1/chambers/" + id).status());
    }

    /** A new table that hangs on a chamber, or on what hangs on one, comes along, or is named here with why not. */
    @Test
    void noTableOfAChamberIsForgotten(Running server) {
        Set<String> elsewhere = Set.of(
                // What was done, and who was told of what, belongs to the installation where it happened.
                "audit_entry", "alarm_message",
                // A file on its way in is where it was put; its readings come along.
                "log_import");
        JdbcClient sql = JdbcClient.create(new DriverManagerDataSource(server.database().url(), "root", ""));
        Set<String> hanging = new TreeSet<>(sql.sql("""
                select table_name from information_schema.columns where table_schema = database()
                and column_name in ('chamber_id', 'controller_id', 'series_id', 'series', 'batch_id', 'rule_id', 'run_id', 'check_id', 'row_id', 'revision_id', 'keying_id')
                and table_name not like '%\\_aud'""").query(String.class).list());
        Set<String> taken = new TreeSet<>(ApiClient.as(server, "OWNER").get("/api/v1/chamber-record.schema.json").body().at("/properties/tables/properties").propertyNames());
        hanging.removeAll(taken);
        hanging.removeAll(elsewhere);
        assertEquals(Set.of(), hanging);
    }

    @Test
    void whatIsNoSuchDocumentIsRefusedWithItsPlaceAndLeavesNothing(Running from, Served to) {
        ApiClient there = Household.member(to.server(), Household.site(to.server(), "Refuses"), Role.LEAD, "Refuses documents");
        assertEquals("document", there.postText("/api/v1/chamber-records", "{\"format\":").refusedField());
        assertEquals("format", there.postText("/api/v1/chamber-records", "{\"format\":\"other\",\"version\":1}").refusedField());
        assertEquals("tables", there.postText("/api/v1/chamber-records", "{\"format\":\"kiln-ward-chamber\",\"version\":1,\"tables\":{\"account\":{}}}").refusedField());
        ApiClient lead = ApiClient.as(from, "LEAD");
        JsonNode record = JSON.readTree(lead.file("/api/v1/chambers/" + chamber(lead, "Loft tent") + "/record.json"));
        ObjectNode foreign = (ObjectNode) record.deepCopy();
        ArrayNode value = (ArrayNode) foreign.at("/tables/setting_value/rows/0");
        List<JsonNode> columns = foreign.at("/tables/setting_value/columns").valueStream().toList();
        int revision = columns.stream().map(JsonNode::asString).toList().indexOf("revision_id");
        value.set(revision, JSON.getNodeFactory().stringNode(UUID.randomUUID().toString()));
        assertEquals("tables.setting_value.rows[0].revision_id", there.postText("/api/v1/chamber-records", foreign.toString()).refusedField());
        ObjectNode typed = (ObjectNode) record.deepCopy();
        int number = typed.at("/tables/settings_revision/columns").valueStream().map(JsonNode::asString).toList().indexOf("number");
        ((ArrayNode) typed.at("/tables/settings_revision/rows/0")).set(number, JSON.getNodeFactory().stringNode("one"));
        assertEquals("tables.settings_revision.rows[0].number", there.postText("/api/v1/chamber-records", typed.toString()).refusedField());
        String id = record.at("/tables/chamber/rows/0/0").asString();
        assertEquals(0, to.server().bean(JdbcClient.class).sql("select count(*) from chamber where id = ?").param(id).query(Integer.class).single());
        assertEquals(0, to.server().bean(JdbcClient.class).sql("select count(*) from part where chamber_id = ?").param(id).query(Integer.class).single());
    }

    @Test
    void theReportSaysWhatWasMeasuredAndItsHashStandsInTheRecord(Running server) throws Exception {
        ApiClient owner = ApiClient.as(server, "OWNER");
        String id = chamber(owner, "Cellar tank");
        Instant to = Instant.now();
        String path = "/api/v1/chambers/" + id + "/evidence.pdf?from=" + to.minusSeconds(2 * 86_400) + "&to=" + to;
        HttpRequest asked = HttpRequest.newBuilder(URI.create(server.url() + path)).header("Cookie", "SESSION=" + owner.cookie("SESSION")).build();
        byte[] pdf = HttpClient.newHttpClient().send(asked, HttpResponse.BodyHandlers.ofByteArray()).body();
        String text;
        try (var read = Loader.loadPDF(pdf)) {
            text = new PDFTextStripper().getText(read).replaceAll("\\s+", " ");
        }
        assertTrue(text.contains("What the climate was: Cellar tank"), text);
        assertTrue(text.matches(".*Lowest [0-9.]+, highest [0-9.]+, mean [0-9.]+ °C, from [0-9]+ readings\\. Measured [0-9.]+ % of the time.*"), text);
        assertTrue(text.contains("Settings in force"), text);
        assertTrue(text.contains("Osier End"), text);
        String sha256 = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(pdf));
        JsonNode newest = owner.get("/api/v1/audit?chamber=" + id + "&thing=report").body().at("/entries/0");
        assertTrue(newest.toString().contains(sha256), newest.toString());
        // The seal it names is one of the chain.
        String seal = text.replaceAll(".*ended at seal ([0-9]+).*", "$1");
        String hash = server.bean(JdbcClient.class).sql("select hash from audit_seal where seq = ?").param(Long.parseLong(seal)).query(String.class).single();
        assertTrue(text.replace(" ", "").contains(hash), hash);
        assertTrue(server.bean(Sealer.class).broken(List.of(new Sealer.Seal(Long.parseLong(seal), hash))).isEmpty());
        assertEquals("to", owner.get("/api/v1/chambers/" + id + "/evidence.pdf?from=" + to + "&to=" + to.minusSeconds(60)).refusedField());
        assertEquals(403, ApiClient.as(server, "KEEPER").get(path).status());
    }
}
