package kilnward.server.calendar;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.StringReader;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.time.temporal.Temporal;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Batches, tasks, calendars, capacity, changing over, the log and proving runs over the API. */
@ExtendWith(RunningServer.class)
class CalendarApiTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");
    private RunningServer.Running server;
    private ApiClient lead;
    private ApiClient keeper;
    private String id;
    private String chamber;

    @BeforeEach
    void aChamber(RunningServer.Running running) {
        server = running;
        lead = ApiClient.as(server, "LEAD");
        keeper = ApiClient.as(server, "KEEPER");
        id = lead.post("/api/v1/chambers", "{\"name\":\"Hatcher\",\"guideId\":\"domestic-fowl-eggs\"}").body().get("id").asString();
        chamber = "/api/v1/chambers/" + id;
    }

    private static List<JsonNode> list(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    private static LocalDateTime today() {
        return LocalDateTime.now(ZONE).truncatedTo(ChronoUnit.HOURS);
    }

    private String batch(String batchId, String guide, LocalDateTime from, String rest) {
        return "{\"id\":\"" + batchId + "\",\"name\":\"Marans\",\"guideId\":\"" + guide + "\",\"schoolId\":\"" + (guide.equals("domestic-fowl-eggs") ? "dry-start" : "usual")
                + "\",\"startsAt\":\"" + from + "\",\"pieces\":24,\"source\":\"own flock\",\"note\":\"\",\"earlier\":false" + rest + "}";
    }

    private String put(LocalDateTime from) {
        String batchId = UUID.randomUUID().toString();
        Answer added = lead.post(chamber + "/batches", batch(batchId, "domestic-fowl-eggs", from, ",\"despite\":\"the test needs no box\""));
        assertEquals(201, added.status(), added.toString());
        return batchId;
    }

    private List<JsonNode> tasks(LocalDateTime from) {
        return list(lead.get("/api/v1/calendar?from=" + from.toLocalDate() + "&to=" + from.toLocalDate().plusDays(60)).body().get("tasks")).stream()
                .filter(each -> each.get("chamberId") != null && each.get("chamberId").asString().equals(id)).toList();
    }

    private JsonNode task(LocalDateTime from, String code) {
        return tasks(from).stream().filter(each -> each.get("code").asString().equals(code)).findFirst().orElseThrow();
    }

    private static LocalDateTime due(JsonNode task) {
        return LocalDateTime.parse(task.get("due").asString());
    }

    @Test
    void scheduleByHand() {
        Answer answer = ApiClient.nobody(server).post("/api/v1/calc/schedule",
                "{\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"dry-start\",\"startsAt\":\"2026-03-20T18:00\",\"zone\":\"Europe/Paris\"}");
        assertEquals(200, answer.status(), answer.toString());
        Map<String, String> at = new TreeMap<>();
        list(answer.body().get("items")).forEach(each -> at.putIfAbsent(each.get("code").asString(), each.get("at").asString()));
        // Common practice, no source: day 18 of 21 is lock-down, the first from day 19, the last by day 23.
        assertEquals("{CANDLE=2026-03-27T18:00, ENDS=2026-04-12T18:00, FIRST_EXPECTED=2026-04-08T18:00, LAST_EXPECTED=2026-04-12T18:00, LID_STAYS_SHUT=2026-04-07T18:00,"
                + " STAGE_BEGINS=2026-03-20T18:00, TURNING_STOPS=2026-04-07T18:00}", at.toString());
        assertEquals("zone", lead.post("/api/v1/calc/schedule",
                "{\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"dry-start\",\"startsAt\":\"2026-03-20T18:00\",\"zone\":\"Mars/Olympus\"}").refusedField());
        assertEquals("schoolId", lead.post("/api/v1/calc/schedule",
                "{\"guideId\":\"domestic-fowl-eggs\",\"schoolId\":\"none\",\"startsAt\":\"2026-03-20T18:00\",\"zone\":\"UTC\"}").refusedField());
    }

    @Test
    void capacityByHand() {
        String asked = "{\"stages\":[{\"name\":\"Cabinet\",\"places\":12,\"days\":7},{\"name\":\"Bench\",\"places\":%s,\"days\":28}],\"startsPerWeek\":12,\"weeks\":8,\"lossPct\":0}";
        JsonNode enough = lead.post("/api/v1/calc/capacity", asked.formatted("48")).body();
        assertEquals("[12.0,48.0]", enough.get("peak").toString());
        assertFalse(enough.has("jamsAt") && !enough.get("jamsAt").isNull(), enough.toString());
        JsonNode jammed = lead.post("/api/v1/calc/capacity", asked.formatted("36")).body();
        assertEquals("Bench", jammed.get("jamsAt").asString());
        assertEquals(12, jammed.get("weeks").get(4).get("turnedAway").asDouble(), 1e-9);
        assertEquals("lossPct", lead.post("/api/v1/calc/capacity", asked.formatted("36").replace("\"lossPct\":0", "\"lossPct\":120")).refusedField());
        JsonNode spread = lead.post("/api/v1/calc/capacity-spread", "{\"stages\":[{\"name\":\"Cabinet\",\"places\":24,\"days\":8.5,\"spreadDays\":1.5},"
                + "{\"name\":\"Bench\",\"places\":48,\"days\":28,\"spreadDays\":3,\"shelfPlaces\":24}],\"startsPerWeek\":12,\"weeks\":26,\"lossPct\":5,\"seed\":42}").body();
        assertEquals("Bench", spread.get("jamsAt").asString());
        assertTrue(spread.get("withMore").get(1).get("startsThatFlow").asInt() > spread.get("startsThatFlow").asInt(), spread.toString());
        assertEquals("stages[0].spreadDays", lead.post("/api/v1/calc/capacity-spread",
                "{\"stages\":[{\"name\":\"A\",\"places\":24,\"days\":1,\"spreadDays\":3}],\"startsPerWeek\":12,\"weeks\":26,\"lossPct\":5,\"seed\":42}").refusedField());
    }

    @Test
    void aBatchHasItsDaysAndWhatIsLateMovesThem() {
        LocalDateTime from = today();
        assertEquals("despite", lead.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", from, "")).refusedField(),
                "no living thing goes into a box that was not proven without a reason");
        assertFalse(lead.post(chamber + "/batches/preview", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", from, "")).body().get("proven").asBoolean());
        String batchId = put(from);
        assertEquals(from.plusDays(18), due(task(from, "LID_STAYS_SHUT")));
        JsonNode lock = tasks(from).stream().filter(each -> each.get("code").asString().equals("STAGE_BEGINS") && each.get("stageId").asString().equals("lock-down")).findFirst()
                .orElseThrow();
        assertEquals("Lock-down and hatch", lock.get("stage").asString());
        Answer moved = keeper.post("/api/v1/batches/" + batchId + "/stages/lock-down/begun", "{\"at\":\"" + from.plusDays(19) + "\"}");
        assertEquals(200, moved.status(), moved.toString());
        assertEquals(6, moved.body().get("moved").size(), moved.toString());
        assertEquals(from.plusDays(19), due(task(from, "LID_STAYS_SHUT")));
        assertEquals("at", keeper.post("/api/v1/batches/" + batchId + "/stages/lock-down/begun", "{\"at\":\"" + from.minusDays(1) + "\"}").refusedField());
        // The same sent again is the same batch; another start in the same box stands against it.
        assertEquals(201, lead.post(chamber + "/batches", batch(batchId, "domestic-fowl-eggs", from, ",\"despite\":\"again\"")).status());
        assertEquals(1, lead.get(chamber + "/batches").body().size());
        JsonNode preview = lead.post(chamber + "/batches/preview", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", from.plusDays(7), "")).body();
        assertEquals("HUMIDITY", preview.get("conflicts").get(0).get("over").asString(), preview.toString());
        Answer ended = lead.post("/api/v1/batches/" + batchId + "/end", "{\"note\":\"20 hatched\"}");
        assertEquals(200, ended.status());
        assertTrue(tasks(from).stream().noneMatch(each -> each.hasNonNull("batchId") && each.get("batchId").asString().equals(batchId)), "what was to be done is called off");
        assertEquals(409, lead.post("/api/v1/batches/" + batchId + "/end", "{\"note\":\"\"}").status());
    }

    @Test
    void badStarts() {
        assertEquals("startsAt",
                lead.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", today().minusDays(5), ",\"despite\":\"a test\"")).refusedField());
        assertEquals(201, lead.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", today().minusDays(5), ",\"despite\":\"they are in\"").replace(
                "\"earlier\":false", "\"earlier\":true")).status());
        assertEquals("guideId", lead.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "no-such-guide", today(), ",\"despite\":\"a test\"")).refusedField());
        assertEquals("pieces",
                lead.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", today(), "").replace("\"pieces\":24", "\"pieces\":0")).refusedField());
        assertEquals(403, keeper.post(chamber + "/batches", batch(UUID.randomUUID().toString(), "domestic-fowl-eggs", today(), "")).status());
    }

    @Test
    void aGuideThatIsGoneHidesNobody() {
        String own = lead.postText("/api/v1/guides", lead.file("/api/v1/guides/corn-snake-eggs/file")).body().get("guide").get("id").asString();
        String batchId = UUID.randomUUID().toString();
        assertEquals(201, lead.post(chamber + "/batches", batch(batchId, own, today(), ",\"despite\":\"a test\"")).status());
        assertEquals(204, lead.delete("/api/v1/guides/" + own).status());
        LocalDateTime from = today();
        assertTrue(tasks(from).stream().anyMatch(each -> batchId.equals(each.path("batchId").asString(""))), "its tasks stay as they were");
        JsonNode left = lead.get("/api/v1/batches/" + batchId).body();
        assertEquals("Marans 0", left.get("name").asString() + " " + left.get("stages").size());
        assertEquals("guideId", lead.get("/api/v1/batches/" + batchId + "/stages/incubation/keys").refusedField());
        assertEquals(200, lead.post("/api/v1/batches/" + batchId + "/end", "{\"note\":\"\"}").status());
    }

    @Test
    void aStageTickedAtAnImpossibleTimeIsNotTicked() {
        LocalDateTime from = today();
        put(from);
        JsonNode lock = tasks(from).stream().filter(each -> each.get("code").asString().equals("STAGE_BEGINS") && each.get("stageId").asString().equals("lock-down")).findFirst()
                .orElseThrow();
        String path = "/api/v1/tasks/" + lock.get("id").asString();
        assertEquals("at", keeper.post(path + "/done", "{\"note\":\"\",\"at\":\"" + from.minusDays(1).atZone(ZONE).toInstant() + "\"}").refusedField());
        assertTrue(tasks(from).stream().noneMatch(each -> each.get("id").equals(lock.get("id")) && each.hasNonNull("doneAt")), "both or neither");
        Answer early = keeper.post(path + "/done", "{\"note\":\"pipped early\"}");
        // Now is the very hour of the start, or a little after it.
        assertTrue(early.status() == 200 && early.body().get("moved").size() > 0 || early.refusedField().equals("at"), early.toString());
    }

    @Test
    void twoWhoTickOneTask() {
        LocalDateTime from = today();
        put(from);
        String path = "/api/v1/tasks/" + task(from, "CANDLE").get("id").asString();
        assertEquals(200, keeper.post(path + "/done", "{\"note\":\"three clear\"}").status());
        Answer second = lead.post(path + "/done", "{\"note\":\"me too\"}");
        assertEquals(409, second.status());
        assertTrue(second.toString().contains("three clear"), "nothing of the first is lost: " + second);
        assertEquals("at",
                lead.post("/api/v1/tasks/" + task(from, "TURNING_STOPS").get("id").asString() + "/done", "{\"note\":\"\",\"at\":\"" + Instant.now().plus(1, ChronoUnit.DAYS)
                        + "\"}").refusedField());
        assertEquals(200, keeper.post(path + "/undone", "{}").status());
        assertEquals(200, lead.post(path + "/assign", "{\"who\":\"keeper\"}").status());
        // What comes again stands on its next day once it is done, at its hour.
        String own = UUID.randomUUID().toString();
        assertEquals(201, keeper.post(chamber + "/tasks", "{\"id\":\"" + own + "\",\"title\":\"Wipe the glass\",\"due\":\"" + from.minusDays(2) + "\",\"everyDays\":3}").status());
        JsonNode overdue = list(lead.get("/api/v1/tasks?hours=0").body()).stream().filter(each -> each.get("id").asString().equals(own)).findFirst().orElseThrow();
        assertTrue(overdue.get("overdue").asBoolean());
        assertEquals(200, keeper.post("/api/v1/tasks/" + own + "/done", "{\"note\":\"\"}").status());
        JsonNode next = tasks(from).stream().filter(each -> "Wipe the glass".equals(each.path("title").asString("")) && !each.hasNonNull("doneAt")).findFirst().orElseThrow();
        assertEquals(from.toLocalDate().plusDays(3), due(next).toLocalDate());
    }

    @Test
    void aRemovedChamberTakesItsTasksAlong() {
        String own = UUID.randomUUID().toString();
        String asked = "{\"id\":\"" + own + "\",\"title\":\"Wipe the glass\",\"due\":\"" + today() + "\",\"everyDays\":3}";
        String gone = "/api/v1/chambers/" + lead.post("/api/v1/chambers", "{\"name\":\"Soon gone\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        assertEquals(201, lead.post(gone + "/tasks", asked).status());
        assertEquals("id", lead.post(chamber + "/tasks", asked).refusedField());
        assertEquals(204, lead.delete(gone).status());
        for (String deed : List.of("done", "undone", "assign", "call-off")) {
            assertEquals(404, lead.post("/api/v1/tasks/" + own + "/" + deed, deed.equals("done") ? "{\"note\":\"\"}" : "{}").status(), deed);
        }
        assertEquals("id", lead.post(chamber + "/tasks", asked).refusedField());
    }

    private Map<String, VEvent> read(String text) throws IOException, ParserException {
        Calendar calendar = new CalendarBuilder().build(new StringReader(text));
        calendar.validate();
        return calendar.<VEvent>getComponents("VEVENT").stream().collect(Collectors.toMap(each -> each.getUid().orElseThrow().getValue(), each -> each));
    }

    @Test
    void calendarsTakeUpTenChanges() throws IOException, ParserException {
        LocalDateTime from = today().plusDays(1);
        String batchId = put(from);
        JsonNode feed = keeper.post("/api/v1/feeds", "{}").body();
        String address = feed.get("address").asString();
        ApiClient nobody = ApiClient.nobody(server);
        String uid = task(from, "LID_STAYS_SHUT").get("id").asString() + "@kiln-ward";
        VEvent before = read(nobody.file(address)).get(uid);
        assertEquals(from.plusDays(18).atZone(ZONE).toInstant(), Instant.from(before.<Temporal>getDateTimeStart().getDate()),
                "the clock of the place, with its zone");
        assertEquals(1, before.getAlarms().size(), "what cannot wait rings");
        // What is for somebody else is not in one's own calendar, but in the file of all.
        JsonNode candle = task(from, "CANDLE");
        assertEquals(200, lead.post("/api/v1/tasks/" + candle.get("id").asString() + "/assign", "{\"who\":\"lead\"}").status());
        assertFalse(read(nobody.file(address)).containsKey(candle.get("id").asString() + "@kiln-ward"));
        assertTrue(read(lead.file("/api/v1/calendar.ics")).containsKey(candle.get("id").asString() + "@kiln-ward"));
        int sequence = 0;
        for (int i = 1; i <= 10; i++) {
            JsonNode held = lead.get("/api/v1/batches/" + batchId).body();
            assertEquals(200, lead.put("/api/v1/batches/" + batchId, "{\"version\":" + held.get("version").asInt() + ",\"name\":\"Marans\",\"startsAt\":\"" + from.plusDays(i)
                    + "\",\"pieces\":24,\"source\":\"\",\"note\":\"\"}").status());
            VEvent now = read(nobody.file(address)).get(uid);
            assertEquals(from.plusDays(18L + i).atZone(ZONE).toInstant(), Instant.from(now.<Temporal>getDateTimeStart().getDate()));
            int counted = Integer.parseInt(now.getProperty("SEQUENCE").orElseThrow().getValue());
            assertTrue(counted > sequence, "the newer one tells that it is newer");
            sequence = counted;
        }
        lead.post("/api/v1/batches/" + batchId + "/end", "{\"note\":\"\"}");
        assertEquals("CANCELLED", read(nobody.file(address)).get(uid).getProperty("STATUS").orElseThrow().getValue());
        assertTrue(read(lead.file("/api/v1/calendar.ics")).keySet().containsAll(read(nobody.file(address)).keySet()));
        assertEquals(404, ApiClient.as(server, "LEAD").delete("/api/v1/feeds/" + feed.get("id").asString()).status(), "somebody else's");
        assertEquals(204, keeper.delete("/api/v1/feeds/" + feed.get("id").asString()).status());
        assertEquals(404, nobody.get(address).status());
        assertEquals(404, nobody.get("/api/v1/feed/guessed.ics").status());
    }

    @Test
    void theLogIsWrittenOnceAndCorrectedByEntries() {
        String entry = UUID.randomUUID().toString();
        Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        String topped = "{\"id\":\"" + entry + "\",\"kind\":\"TOPPED_UP\",\"at\":\"" + now + "\",\"amount\":0.2,\"said\":\"left jar\"}";
        assertEquals(201, keeper.post(chamber + "/entries", topped).status());
        assertEquals(201, keeper.post(chamber + "/entries", topped).status(), "sent twice, written once");
        assertEquals(409, keeper.post(chamber + "/entries", topped.replace("0.2", "0.4")).status());
        String right = "{\"id\":\"" + UUID.randomUUID() + "\",\"kind\":\"TOPPED_UP\",\"at\":\"" + now + "\",\"amount\":0.4,\"said\":\"left jar\",\"corrects\":\"" + entry + "\"}";
        assertEquals(201, keeper.post(chamber + "/entries", right).status());
        List<JsonNode> kept = list(lead.get(chamber + "/entries?from=" + now.minusSeconds(60) + "&to=" + now.plusSeconds(60) + "&kinds=TOPPED_UP&words=LEFT").body());
        assertEquals(2, kept.size(), "a correction is an entry; what it corrects stays");
        assertTrue(kept.stream().anyMatch(each -> each.get("id").asString().equals(entry) && each.hasNonNull("correctedBy")));
        assertEquals(409, keeper.post(chamber + "/entries", right.replaceFirst("\"id\":\"[^\"]+\"", "\"id\":\"" + UUID.randomUUID() + "\"")).status());
        assertEquals("at",
                keeper.post(chamber + "/entries", "{\"id\":\"" + UUID.randomUUID() + "\",\"kind\":\"MISTED\",\"at\":\"" + now.plus(1, ChronoUnit.DAYS) + "\",\"said\":\"\"}")
                        .refusedField());
        String quail = lead.post("/api/v1/chambers", "{\"name\":\"Quails\",\"guideId\":\"coturnix-quail-eggs\"}").body().get("id").asString();
        assertEquals("amount", keeper.post("/api/v1/chambers/" + quail + "/entries",
                "{\"id\":\"" + UUID.randomUUID() + "\",\"kind\":\"WEIGHED\",\"at\":\"" + now + "\",\"amount\":300,\"pieces\":1,\"said\":\"\"}").refusedField());
        JsonNode understood = keeper.post("/api/v1/calc/entry-line", "{\"text\":\"26.1 71 topped up 200 ml\",\"fahrenheit\":false}").body();
        assertEquals("TOPPED_UP 0.2 26.1 71.0", understood.get(0).get("kind").asString() + " " + understood.get(0).get("amount").asDouble() + " "
                + understood.get(0).get("temperatureC").asDouble() + " " + understood.get(0).get("humidityPct").asDouble());
        assertEquals("TOPPED_UP", lead.get(chamber + "/entries/usual").body().get(0).get("kind").asString());
        assertTrue(lead.get(chamber + "/timeline?from=" + now.minusSeconds(600) + "&to=" + now.plusSeconds(600)).toString().contains("\"ENTRY\""));
    }

    @Test
    void aStageTellsItsKeysAndABoxChangesItsUse() {
        String path = "/api/v1/chambers/0051e4e4-d000-7000-8000-000000000001";
        JsonNode reedbox = lead.get(path).body();
        String copy = lead.post("/api/v1/chambers", "{\"name\":\"Reedbox copy\",\"guideId\":\"leopard-gecko-eggs\"}").body().get("id").asString();
        JsonNode now = lead.get("/api/v1/chambers/" + copy).body();
        // By its own name: others look the demo's up by theirs.
        String plan = reedbox.get("plan").toString().replace("\"name\":\"Reedbox\"", "\"name\":\"Reedbox copy\"");
        for (String old : plan.split("\"id\":\"")) {
            if (old.length() > 36 && old.charAt(8) == '-') {
                plan = plan.replace(old.substring(0, 36), UUID.randomUUID().toString());
            }
        }
        assertEquals(200, lead.put("/api/v1/chambers/" + copy, "{\"version\":" + now.get("version").asInt() + ",\"plan\":" + plan + "}").status());
        id = copy;
        chamber = "/api/v1/chambers/" + copy;
        String batchId = UUID.randomUUID().toString();
        assertEquals(201, lead.post(chamber + "/batches", batch(batchId, "leopard-gecko-eggs", today(), ",\"despite\":\"no run for a test\"")).status());
        List<String> asked = list(lead.get("/api/v1/tasks?hours=8000").body()).stream().filter(each -> copy.equals(each.path("chamberId").asString("")))
                .map(each -> each.get("code")
                        .asString())
                .toList();
        assertTrue(asked.contains("SPARE_PARTS"), "what a chamber asks for again and again stands on its day: " + asked);
        assertEquals(1, list(lead.get("/api/v1/tasks?hours=8000").body()).stream().filter(each -> each.get("code").asString().equals("TEST_BACKUP")).count(),
                "once for the whole site");
        Answer keys = lead.get("/api/v1/batches/" + batchId + "/stages/incubation/keys");
        assertEquals(200, keys.status(), keys.toString());
        JsonNode first = keys.body().get("controllers").get(0);
        assertTrue(first.get("keys").size() > 0, keys.toString());
        Answer taken = lead.post("/api/v1/batches/" + batchId + "/stages/incubation/take-over",
                "{\"version\":" + keys.body().get("version").asInt() + ",\"controllers\":[{\"controllerId\":\""
                        + first.get("controllerId").asString() + "\",\"basedOn\":" + first.get("basedOn").asInt() + ",\"values\":" + first.get("values") + "}]}");
        assertEquals(200, taken.status(), taken.toString());
        assertEquals("leopard-gecko-eggs", taken.body().get("plan").get("occupancy").get("guideId").asString());
        assertEquals("Marans: Incubation", taken.body().get("settings").get(0).get("reason").asString());
        assertEquals(409, lead.post("/api/v1/batches/" + batchId + "/stages/incubation/take-over", "{\"version\":1,\"controllers\":[]}").status());
        // Another device in its place: everything is to be keyed in again, without the offset of the one that is gone.
        Answer renewed = lead.post(chamber + "/controllers/" + first.get("controllerId").asString() + "/renewed", "{\"otherDevice\":true,\"note\":\"the old one died\"}");
        assertEquals(200, renewed.status(), renewed.toString());
        assertEquals(first.get("basedOn").asInt() + 2, renewed.body().get("number").asInt());
        Answer changed = lead.post(chamber + "/change-over", "{\"version\":" + taken.body().get("version").asInt() + ",\"reason\":\"winter: it warms bread\"}");
        assertEquals(200, changed.status(), changed.toString());
        assertEquals("1 1", changed.body().get("settings").asInt() + " " + changed.body().get("ended").asInt());
        assertFalse(changed.body().get("chamber").get("plan").hasNonNull("occupancy"));
        assertTrue(changed.body().get("shutDown").size() >= 4, changed.toString());
        assertEquals(1, lead.get(chamber + "/settings/retired").body().size());
    }

    @Test
    void aProvingRunIsReadJudgedAndLetsLivingThingsIn() {
        JsonNode reedbox = lead.get("/api/v1/chambers/0051e4e4-d000-7000-8000-000000000001").body();
        String controller = reedbox.get("plan").get("controllers").get(0).get("id").asString();
        String runs = "/api/v1/chambers/0051e4e4-d000-7000-8000-000000000001/proving-runs";
        String run = UUID.randomUUID().toString();
        Instant begun = Instant.now().minus(9, ChronoUnit.HOURS).truncatedTo(ChronoUnit.SECONDS);
        String asked = "{\"id\":\"" + run + "\",\"controllerId\":\"" + controller + "\",\"loaded\":true,\"begunAt\":\"" + begun + "\",\"roomC\":19,\"note\":\"\"}";
        assertEquals("begunAt", keeper.post(runs, asked.replace(begun.toString(), begun.minus(30, ChronoUnit.DAYS).toString())).refusedField());
        assertEquals(201, keeper.post(runs, asked).status());
        assertEquals(409, keeper.post(runs, asked.replace(run, UUID.randomUUID().toString())).status());
        assertEquals("CANNOT_TELL", keeper.post(runs + "/" + run + "/judge", "{}").body().get("verdict").get("state").asString());
        for (int i = 0; i < 36; i++) {
            Answer typed = keeper.post(runs + "/" + run + "/readings", "{\"at\":\"" + begun.plusSeconds(900L * i) + "\",\"value\":" + (19 + i / 4.0) + "}");
            assertEquals(200, typed.status(), typed.toString());
        }
        assertEquals("value", keeper.post(runs + "/" + run + "/readings", "{\"at\":\"" + begun + "\",\"value\":25}").refusedField());
        Answer judged = keeper.post(runs + "/" + run + "/judge", "{}");
        assertEquals("NOT_YET", judged.body().get("verdict").get("state").asString(), judged.toString());
        assertEquals(403, keeper.post(runs + "/" + run + "/accept", "{\"reason\":\"good enough\"}").status());
        assertEquals("ACCEPTED", lead.post(runs + "/" + run + "/accept", "{\"reason\":\"the eggs are here today\"}").body().get("state").asString());
        assertTrue(lead.post("/api/v1/chambers/0051e4e4-d000-7000-8000-000000000001/batches/preview", batch(UUID.randomUUID().toString(), "corn-snake-eggs", today(), "")).body()
                .get("proven").asBoolean());
        assertEquals(409, keeper.post(runs + "/" + run + "/stop", "{}").status());
    }

    /** Ticked, unticked and ticked again as often as one likes; several times a day it keeps its hours. */
    @Test
    void whatComesAgainIsTickedAndUntickedAtWill() {
        LocalDateTime due = today().minusHours(2);
        String own = UUID.randomUUID().toString();
        String asked = "{\"id\":\"" + own + "\",\"title\":\"Turn by hand\",\"due\":\"" + due + "\",\"everyDays\":0.5}";
        assertEquals(201, keeper.post(chamber + "/tasks", asked).status());
        for (int i = 0; i < 3; i++) {
            Answer done = keeper.post("/api/v1/tasks/" + own + "/done", "{\"note\":\"\"}");
            assertEquals(200, done.status(), "round " + i + ": " + done);
            assertEquals(List.of(due.plusHours(12).toString()),
                    tasks(due).stream().filter(each -> each.path("title").asString("").equals("Turn by hand") && each.get("doneAt").isNull())
                            .map(each -> each.get("due").asString())
                            .map(each -> LocalDateTime.parse(each).toString()).toList());
            assertEquals(200, keeper.post("/api/v1/tasks/" + own + "/undone", "{}").status());
            assertEquals(1, tasks(due).stream().filter(each -> each.path("title").asString("").equals("Turn by hand")).count(), "only itself, open again");
        }
        assertEquals("everyDays", keeper.post(chamber + "/tasks", asked.replace(own, UUID.randomUUID().toString()).replace("0.5", "0.01")).refusedField());
    }
}
