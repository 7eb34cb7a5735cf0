package kilnward.server.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A check over the wire from its first row to the proof, and what the record keeps of it. */
@ExtendWith(RunningServer.class)
class CheckApiTest {
    private Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
    private RunningServer.Running server;
    private ApiClient keeper;
    private String chamberId;
    private String controllerId;

    @BeforeEach
    void keepEggs(RunningServer.Running running) {
        server = running;
        keeper = ApiClient.as(server, "KEEPER");
        JsonNode chamber = ApiClient.as(server, "LEAD").post("/api/v1/chambers", "{\"name\":\"Checked\",\"guideId\":\"corn-snake-eggs\"}").body();
        chamberId = chamber.get("id").asString();
        controllerId = chamber.at("/plan/controllers/0/id").asString();
        assertEquals(201, keeper.post("/api/v1/chambers/" + chamberId + "/controllers/" + controllerId + "/settings", """
                {"basedOn":0,"reason":"first","values":{"UNIT":0,"DIRECTION":0,"SET_VALUE":28.6,"DIFFERENTIAL":0.6,"ACT_DELAY":0,
                "HIGH_ALARM":31,"LOW_ALARM":25,"OFFSET":0}}""").status());
    }

    private String path() {
        return "/api/v1/chambers/" + chamberId + "/checks";
    }

    private String begin(String place, String... names) {
        String id = UUID.randomUUID().toString();
        String references = String.join(",", java.util.Arrays.stream(names)
                .map(name -> "{\"name\":\"" + name + "\",\"stated\":0.1,\"basis\":\"CERTIFICATE\",\"correction\":0,\"validTo\":\"2025-01-01\",\"fixedReading\":null}").toList());
        Answer begun = keeper.post(path(), """
                {"id":"%s","controllerId":"%s","offsetKey":"OFFSET","place":"%s","references":[%s],"leastS":60,"reason":"a test waits no hour","roomC":20,"note":""}"""
                .formatted(id, controllerId, place, references));
        assertEquals(201, begun.status(), String.valueOf(begun.body()));
        assertEquals("PREPARE", begun.body().get("phase").asString());
        return id;
    }

    private static String row(Instant at, double display, double reference, boolean sure) {
        return "{\"id\":\"" + UUID.randomUUID() + "\",\"at\":\"" + at + "\",\"display\":" + display + ",\"references\":{\"glass\":" + reference + "},\"sure\":" + sure + "}";
    }

    private JsonNode rows(String check, long fromS, double display, double reference) {
        JsonNode last = null;
        for (long second = fromS; second <= fromS + 66; second += 22) {
            Answer added = keeper.post(path() + "/" + check + "/rows", row(now.plusSeconds(second), display, reference, false));
            assertEquals(200, added.status(), String.valueOf(added.body()));
            last = added.body();
        }
        return last;
    }

    @Test
    void fromTheFirstRowToTheProof() {
        String check = begin("PROBE", "glass");
        JsonNode settled = rows(check, -100, 28.6, 28.2);
        assertEquals("KEY_IN", settled.get("phase").asString());
        assertEquals(-0.4, settled.at("/found/newOffset").asDouble(), 1e-12);
        assertEquals("glass", settled.at("/expired/0").asString(), "its certificate ran out before");
        JsonNode effect = keeper.get(path() + "/" + check + "/effect").body();
        assertEquals(-0.4, effect.at("/had/mean").asDouble() - effect.at("/believed/mean").asDouble(), 0.1, "they had 0.4 less than the display said");
        assertTrue(effect.get("rungs").size() >= 4);

        Answer turned = keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":0.4,\"setShown\":null,\"note\":\"\",\"sure\":false}");
        assertEquals(422, turned.status());
        assertEquals("WRONG_SIGN", turned.body().at("/current/0/slip").asString());
        assertEquals(0.8, turned.body().at("/current/0/remaining").asDouble(), 1e-9, "twice as wrong as before");
        assertEquals("REFERENCE_AS_SET_VALUE", keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":0,\"setShown\":28.2,\"note\":\"\",\"sure\":false}")
                .body().at("/current/0/slip").asString());
        Answer keyed = keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":-0.4,\"setShown\":null,\"note\":\"\",\"sure\":false}");
        assertEquals("VERIFY", keyed.body().get("phase").asString(), String.valueOf(keyed.body()));
        JsonNode chamber = keeper.get("/api/v1/chambers/" + chamberId).body();
        assertEquals(-0.4, chamber.at("/settings/0/values/OFFSET").asDouble());
        assertEquals(check, chamber.at("/settings/0/checkId").asString(), "the revision rests on this check");
        assertTrue(chamber.at("/settings/0/reason").asString().startsWith("Offset from the check beside the probe: the display showed 0.40 K too much"));
        assertEquals(0.4, chamber.at("/plan/probes/0/sensorErrorK").asDouble(), 1e-9, "and the plan goes by what was found");
        assertEquals(-0.4, chamber.at("/keyings/0/shown/OFFSET").asDouble());
        assertEquals(409, keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":-0.4,\"setShown\":null,\"note\":\"\",\"sure\":false}").status(),
                "decided from an offset that is no longer in force");

        // Rows count from the moment of the keying in, however long a busy machine took for it.
        now = Instant.parse(keyed.body().at("/entries/0/writtenAt").asString());
        JsonNode proven = rows(check, 3, 28.6, 28.6);
        assertEquals("RIGHT", proven.get("phase").asString(), String.valueOf(proven));
        JsonNode history = keeper.get("/api/v1/chambers/" + chamberId + "/controllers/" + controllerId + "/checks/OFFSET/history").body();
        assertEquals(0.4, history.at("/found/0/sensorError").asDouble(), 1e-9);
        assertEquals(0, history.at("/found/0/remaining").asDouble(), 1e-9);
        assertFalse(history.at("/due/due").asBoolean());
        assertTrue(history.at("/certificates/0/expired").asBoolean());
    }

    @Test
    void anOffsetIsTakenBackByAnEntryAndRowsAreWithdrawnNeverDeleted() {
        String check = begin("PROBE", "glass");
        JsonNode settled = rows(check, -100, 28.6, 28.2);
        keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":-0.4,\"setShown\":null,\"note\":\"\",\"sure\":false}");
        JsonNode back = keeper.post(path() + "/" + check + "/offsets", "{\"seen\":-0.4,\"shown\":0,\"setShown\":null,\"note\":\"the glass was cracked\",\"sure\":false}").body();
        assertEquals("KEY_IN", back.get("phase").asString());
        assertEquals(2, back.get("entries").size());
        JsonNode chamber = keeper.get("/api/v1/chambers/" + chamberId).body();
        assertEquals(3, chamber.at("/settings/0/number").asInt());
        assertEquals(0, chamber.at("/settings/0/values/OFFSET").asDouble());
        String rowId = settled.at("/rows/3/id").asString();
        JsonNode without = keeper.post(path() + "/" + check + "/rows/" + rowId + "/withdraw", "{\"note\":\"lid was open\"}").body();
        assertTrue(without.at("/rows/3/withdrawn").asBoolean());
        assertEquals(4, without.get("rows").size(), "it stays in the record");
        assertEquals("WAIT", without.get("phase").asString());
        assertFalse(keeper.post(path() + "/" + check + "/rows/" + rowId + "/restore", "{\"note\":\"\"}").body().at("/rows/3/withdrawn").asBoolean());
        keeper.post(path() + "/" + check + "/close", "{\"note\":\"\"}");
        assertEquals("check", keeper.post(path() + "/" + check + "/rows", row(now, 28.6, 28.2, true)).refusedField());
        assertFalse(keeper.post(path() + "/" + check + "/reopen", "{\"note\":\"\"}").body().get("closed").asBoolean());
    }

    @Test
    void whatLooksWrongIsAskedBeforeItCounts() {
        String check = begin("PROBE", "glass");
        String rows = path() + "/" + check + "/rows";
        Answer other = keeper.post(rows, row(now.minusSeconds(90), 28.6, 82.8, false));
        assertEquals(422, other.status());
        assertEquals("OTHER_UNIT", other.body().at("/current/0/kind").asString());
        assertEquals(28.22, other.body().at("/current/0/meant").asDouble(), 1e-9);
        assertEquals(200, keeper.post(rows, row(now.minusSeconds(90), 28.6, 82.8, true)).status(), "who insists is believed");
        assertEquals("JUMP", keeper.post(rows, row(now.minusSeconds(60), 32, 28.2, false)).body().at("/current/0/kind").asString());
        assertEquals("at", keeper.post(rows, row(now.plusSeconds(3600), 28.6, 28.2, false)).refusedField());
        assertEquals("references.glass", keeper.post(rows, row(now, 28.6, 5000, false)).refusedField().replace("[", ".").replace("]", ""));
        String once = row(now.minusSeconds(30), 28.6, 28.3, true);
        keeper.post(rows, once);
        assertEquals(2, keeper.post(rows, once).body().get("rows").size(), "sent twice, written once");
        JsonNode late = keeper.post(rows, row(now.minusSeconds(200), 28.6, 28.3, false)).body();
        assertTrue(late.at("/rows/0/late").asBoolean(), "put in its place, and said");
        assertFalse(late.at("/rows/1/late").asBoolean());
        assertEquals(403, ApiClient.as(server, "VISITOR").post(rows, once).status());
        assertEquals("reason", keeper.post(path(), """
                {"id":"%s","controllerId":"%s","offsetKey":"OFFSET","place":"PROBE","references":[{"name":"g","stated":0.1,"basis":"LIMITS","correction":0,"validTo":null,
                "fixedReading":null}],"leastS":600,"reason":"","roomC":null,"note":""}""".formatted(UUID.randomUUID(), controllerId)).refusedField());
    }

    @Test
    void twoPeopleAddingRowsAtOnceBothCount() throws Exception {
        String check = begin("OCCUPANT", "glass");
        ApiClient other = ApiClient.as(server, "OWNER");
        var pool = Executors.newFixedThreadPool(4);
        try {
            var work = IntStream.range(0, 12).<Callable<Integer>>mapToObj(i -> () -> (i % 2 == 0 ? keeper : other)
                    .post(path() + "/" + check + "/rows", row(now.minusSeconds(120 - 10L * i), 28.6, 27.9, false)).status()).toList();
            for (var done : pool.invokeAll(work)) {
                assertEquals(200, done.get());
            }
        } finally {
            pool.shutdown();
        }
        JsonNode both = keeper.get(path() + "/" + check).body();
        assertEquals(12, both.get("rows").size());
        assertEquals("PLACED", both.get("phase").asString());
        assertEquals("note", keeper.post(path() + "/" + check + "/offsets", "{\"seen\":0,\"shown\":-0.7,\"setShown\":null,\"note\":\"\",\"sure\":false}").refusedField(),
                "a place goes into the offset by choice and with a note");
        JsonNode history = keeper.get("/api/v1/chambers/" + chamberId + "/controllers/" + controllerId + "/checks/OFFSET/history").body();
        assertEquals(-0.7, history.at("/placed/0/difference").asDouble(), 1e-9);
        assertEquals(0, history.get("found").size(), "a placement difference is no sensor error");
        assertEquals("NEVER_CHECKED", history.at("/due/why").asString());
    }

    @Test
    void rowsComeAndGoAsFilesAndTheRecordIsPrinted() {
        String check = begin("PROBE", "glass", "=spirit");
        String file = path() + "/" + check + "/rows/file";
        String good = "time;display;glass;=spirit\n2026-11-20 10:00;28,6;28,2;28,3\n2026-11-20T10:30:00Z;28,6;28,2;\n2026-11-20 11:00;28,6;28,2;28,3\n";
        assertEquals(3, keeper.postText(file, good).body().get("rows").size());
        assertEquals(3, keeper.postText(file, good).body().get("rows").size(), "read twice, written once");
        Answer bad = keeper.postText(file, "time,display,glass\n2026-11-20 12:00,28.6,28.2\nyesterday,x,28.2\n");
        assertEquals(3, bad.body().at("/errors/0/line").asInt());
        assertEquals("time", bad.refusedField());
        assertEquals(3, keeper.get(path() + "/" + check).body().get("rows").size(), "all or none");
        assertEquals("glasss", keeper.postText(file, "time,display,glasss\n2026-11-20 12:00,28.6,28.2\n").refusedField());
        assertEquals(422, keeper.postText(file, "time,display,glass\n2026-11-20 12:00,28.6,82.8\n").status());
        String csv = keeper.file("/api/v1/chambers/" + chamberId + "/checks.csv");
        assertEquals(6, csv.lines().count(), csv);
        assertTrue(csv.contains("'=spirit"), "a spreadsheet must not take a name for a formula");
        assertTrue(keeper.file(path() + "/" + check + "/record.pdf").startsWith("%PDF-"));
        assertTrue(keeper.get("/api/v1/checks/due").body().valueStream().anyMatch(each -> each.get("chamberId").asString().equals(chamberId)
                && each.at("/due/why").asString().equals("NEVER_CHECKED") || each.at("/due/due").asBoolean()));
    }

    /** Nearly five thousand rows from a logger: in, on paper and out again; how long it takes stands in docs/reliability.md. */
    @Test
    void aFileOfThousandsOfRows() {
        String check = begin("PROBE", "glass");
        StringBuilder text = new StringBuilder("time,display,glass\n");
        Instant from = Instant.parse("2026-09-01T00:00:00Z");
        for (int i = 0; i < 4999; i++) {
            text.append(from.plusSeconds(60L * i)).append(",28.").append(i % 10).append(",28.2\n");
        }
        Answer taken = keeper.postText(path() + "/" + check + "/rows/file?sure=true", text.toString());
        assertEquals(200, taken.status(), String.valueOf(taken.body()).substring(0, 200));
        assertEquals(4999, taken.body().get("rows").size());
        assertTrue(keeper.file(path() + "/" + check + "/record.pdf").startsWith("%PDF-"));
        assertEquals(5000, keeper.file("/api/v1/chambers/" + chamberId + "/checks.csv").lines().filter(line -> line.contains("glass") || line.contains("taken_at")).count());
    }
}
