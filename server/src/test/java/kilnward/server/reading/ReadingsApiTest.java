package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.RunningServer;
import kilnward.server.series.SeriesService;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Readings over HTTP: what is stored, known, held back and refused, and what charts and files say of it. */
@ExtendWith(RunningServer.class)
class ReadingsApiTest {
    private static final Instant T = Instant.now().truncatedTo(ChronoUnit.HOURS).minus(2, ChronoUnit.HOURS);
    private ApiClient lead;
    private String chamber;
    private DeviceClient device;
    private String series;

    @BeforeEach
    void aChamberWithADevice(RunningServer.Running server) {
        lead = ApiClient.as(server, "LEAD");
        chamber = lead.post("/api/v1/chambers", "{\"name\":\"Measured\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        device = DeviceClient.added(lead, server.url(), chamber, "logger");
        series = device.series("among the eggs", "TEMPERATURE", "C");
    }

    private String one(String series, Instant at, String value) {
        return "{\"series\":\"" + series + "\",\"at\":\"" + at + "\",\"value\":" + value + "}";
    }

    private String list(String... readings) {
        return "{\"readings\":[" + String.join(",", readings) + "]}";
    }

    private JsonNode chart(String of, String query) {
        return lead.get("/api/v1/series/" + of + "/chart?" + query).body();
    }

    @Test
    void whatIsSentIsStoredOnceAndSaysSo(RunningServer.Running server) {
        Answer first = device.send(list(one(series, T, "28.5"), one(series, T.plusSeconds(60), "28.6")));
        assertEquals(200, first.status(), first.toString());
        assertEquals(2, first.body().get("stored").asInt());
        for (int i = 0; i < 100; i++) {
            Answer again = device.send(list(one(series, T, "28.5"), one(series, T.plusSeconds(60), "28.6")));
            assertEquals("0 2 0", again.body().get("stored").asInt() + " " + again.body().get("known").asInt() + " " + again.body().get("heldBack").size());
        }
        Answer other = device.send(list(one(series, T, "30"), one(series, T, "28.50"), one(series, T.plusSeconds(120), "28.7"), one(series, T.plusSeconds(120), "28.7"),
                one(series, T.plusSeconds(120), "28.8")));
        assertEquals(1, other.body().get("stored").asInt());
        assertEquals(2, other.body().get("known").asInt());
        assertEquals("[{\"index\":0,\"reason\":\"CHANGED\"},{\"index\":4,\"reason\":\"CHANGED\"}]", other.body().get("heldBack").toString());
        Recount.assertExact(server.bean(JdbcClient.class));
        JsonNode latest = lead.get("/api/v1/chambers/" + chamber + "/series").body().at("/0/latest");
        assertEquals(28.7, latest.get("value").asDouble());
        assertEquals(T.plusSeconds(120).toString(), latest.get("at").asString());
    }

    @Test
    void whenADeviceSentLastStandsOnItsPageWithinSeconds() throws Exception {
        Instant before = Instant.now();
        assertEquals(200, device.send(list(one(series, T, "28.5"))).status());
        Instant after = Instant.now();
        JsonNode told = lead.get("/api/v1/chambers/" + chamber + "/devices").body().at("/0/usedAt");
        while (told.isNull()) {
            assertTrue(Instant.now().isBefore(after.plusSeconds(60)), "it is noted by then");
            Thread.sleep(200);
            told = lead.get("/api/v1/chambers/" + chamber + "/devices").body().at("/0/usedAt");
        }
        Instant noted = Instant.parse(told.asString());
        assertFalse(noted.isBefore(before.truncatedTo(ChronoUnit.MILLIS)) || noted.isAfter(after), noted + " is when it sent, not when that was noted");
    }

    /** What was read of a series while somebody else was changing it, and before that was committed, is not remembered afterwards. */
    @Test
    void aChangeIsKnownAtOnceWhoeverLookedMeanwhile(RunningServer.Running server) {
        SeriesService service = server.bean(SeriesService.class);
        UUID id = UUID.fromString(series);
        server.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            service.retire(UUID.fromString(chamber), id, true);
            assertFalse(CompletableFuture.supplyAsync(() -> service.find(id)).join().orElseThrow().retired(), "it is not committed yet");
        });
        assertTrue(service.find(id).orElseThrow().retired());
        assertEquals("UNKNOWN_SERIES", device.send(list(one(series, T, "28"))).body().at("/heldBack/0/reason").asString());
    }

    @Test
    void fahrenheitComesInAndCelsiusIsKept() {
        String warm = device.series("in degrees Fahrenheit", "TEMPERATURE", "°F");
        assertEquals(1, device.send(list(one(warm, T, "77"))).body().get("stored").asInt());
        assertEquals(1, device.send(list("{\"series\":\"" + warm + "\",\"at\":\"" + T.plusSeconds(60) + "\",\"value\":26,\"unit\":\"C\"}")).body().get("stored").asInt());
        JsonNode chart = chart(warm, "from=" + T + "&to=" + T.plusSeconds(120));
        assertEquals("C", chart.get("unit").asString());
        assertEquals(25, chart.at("/low/0").asDouble());
        assertEquals(26, chart.at("/low/1").asDouble());
        Answer wrong = device.send(list("{\"series\":\"" + warm + "\",\"at\":\"" + T.plusSeconds(180) + "\",\"value\":60,\"unit\":\"%RH\"}"));
        assertEquals(400, wrong.status());
        assertEquals("readings[0].unit", wrong.refusedField());
    }

    @Test
    void whatCannotBeIsHeldBackWithItsReasonAndDecidedOf(RunningServer.Running server) {
        Instant ahead = Instant.now().plus(1, ChronoUnit.DAYS).truncatedTo(ChronoUnit.SECONDS);
        String unknown = UUID.randomUUID().toString();
        Answer sent = device.send(list(one(series, ahead, "28.4"), one(series, T, "-127"), one(unknown, T, "28.4"), one(series, T, "28.4")));
        assertEquals(1, sent.body().get("stored").asInt());
        assertEquals("FUTURE,IMPOSSIBLE,UNKNOWN_SERIES", sent.body().get("heldBack").valueStream().map(each -> each.get("reason").asString()).collect(Collectors.joining(",")));
        device.send(list(one(series, T, "31")));
        String path = "/api/v1/chambers/" + chamber + "/held-back";
        JsonNode held = lead.get(path).body();
        assertEquals(4, held.get("waiting").asInt());
        JsonNode changed = held.get("some").valueStream().filter(each -> each.get("reason").asString().equals("CHANGED")).findFirst().orElseThrow();
        assertEquals(28.4, changed.get("keptValue").asDouble());
        Answer blank = lead.post(path + "/decide", decide(changed, "LET_IN", " ", null));
        assertEquals("note", blank.refusedField());
        assertEquals(200, lead.post(path + "/decide", decide(changed, "LET_IN", "the logger was set right", null)).status());
        assertEquals(31, chart(series, "from=" + T + "&to=" + T.plusSeconds(60)).at("/low/0").asDouble());
        Recount.assertExact(server.bean(JdbcClient.class));
        Answer future = lead.post(path + "/decide", decide(of(held, "FUTURE"), "LET_IN", "no", null));
        assertEquals(400, future.status());
        assertEquals(200, lead.post(path + "/decide", decide(of(held, "FUTURE"), "THROWN_AWAY", "its clock was a day ahead", null)).status());
        Answer nowhere = lead.post(path + "/decide", decide(of(held, "UNKNOWN_SERIES"), "LET_IN", "ours", null));
        assertEquals("seriesId", nowhere.refusedField());
        String other = device.series("the one that was meant", "TEMPERATURE", "C");
        assertEquals(200, lead.post(path + "/decide", decide(of(held, "UNKNOWN_SERIES"), "LET_IN", "ours", other)).status());
        assertEquals(1, chart(other, "from=" + T + "&to=" + T.plusSeconds(60)).at("/summary/count").asInt());
        JsonNode after = lead.get(path).body();
        assertEquals(1, after.get("waiting").asInt(), "what cannot be at all waits still");
        assertEquals("its clock was a day ahead", of(after, "FUTURE").get("note").asString());
    }

    private static JsonNode of(JsonNode held, String reason) {
        return held.get("some").valueStream().filter(each -> each.get("reason").asString().equals(reason)).findFirst().orElseThrow();
    }

    private static String decide(JsonNode held, String decision, String note, String into) {
        return "{\"ids\":[\"" + held.get("id").asString() + "\"],\"decision\":\"" + decision + "\",\"note\":\"" + note + "\",\"seriesId\":"
                + (into == null ? "null" : "\"" + into + "\"") + "}";
    }

    @Test
    void whatCannotBeReadIsNamedByItsLineAndNothingIsKeptUnlessAskedFor() {
        String csv = "series,at,value\r\n" + series + "," + T + ",28.5\r\n" + series + ",yesterday,28.5\r\n" + series + "," + T.plusSeconds(60) + ",\"28,5\"\r\n"
                + series + "," + T.plusSeconds(120) + "\r\n" + series + "," + T.plusSeconds(180).toString().replace("Z", "+00:00") + ",28.6\r\n";
        Answer whole = device.sendCsv(csv, false);
        assertEquals(400, whole.status());
        assertEquals("[3,4,5]", whole.body().get("errors").valueStream().map(each -> each.get("line").asInt()).toList().toString().replace(" ", ""));
        assertEquals(0, chart(series, "from=" + T + "&to=" + T.plusSeconds(600)).at("/summary/count").asInt());
        Answer part = device.sendCsv(csv, true);
        assertEquals(200, part.status(), part.toString());
        assertEquals(2, part.body().get("stored").asInt());
        assertEquals(3, part.body().get("malformed").size());
        for (String wrong : List.of("", "{", "[]", "{\"readings\":{}}", "{\"readings\":[],\"more\":1}", "{}", "{\"readings\":[1]}", list(one(series, T, "\"28\"")),
                list(one(series, T, "NaN")),
                list(one(series, T, "1e400")), "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"2026-02-30T00:00:00Z\",\"value\":1}]}",
                "{\"readings\":[{\"series\":\"" + series + "\",\"at\":1764000000,\"value\":1}]}", list(one("\\ud800", T, "1")))) {
            assertEquals(400, device.send(wrong).status(), wrong);
        }
        assertTrue(lead.get("/api/v1/chambers/" + chamber + "/devices").body().at("/0/trouble").asString().contains("could not be read"));
    }

    /** RFC 4180: quoted fields, doubled quotes, CRLF or LF, with or without one after the last line. */
    @Test
    void csvIsReadAsItIsWritten() {
        assertEquals(2, device.sendCsv("\ufeffseries,at,value\n\"" + series + "\",\"" + T + "\",\"28.5\"\n" + series + "," + T.plusSeconds(60) + ",28.5", false).body()
                .get("stored").asInt());
        assertEquals(400, device.sendCsv("series,at,value\n\"" + series + "," + T + ",28.5\n", false).status(), "a quote that does not end");
        assertEquals(400, device.sendCsv("at,series,value\n", false).status());
        assertEquals("columns 2", device.sendCsv("series,at,value\n" + series + "," + T + "\n", false).body().at("/errors/0").path("field").asString() + " "
                + device.sendCsv("series,at,value\n" + series + "," + T + "\n", false).body().at("/errors/0").path("given").asInt());
    }

    /** RFC 3339, section 5.8, and its offsets. */
    @Test
    void timesAreReadAsRfc3339WritesThem() {
        for (String time : List.of("1985-04-12T23:20:50.52Z", "1996-12-19T16:39:57-08:00", "1990-12-31T23:59:59Z", "1937-01-01T12:00:27.87+00:20", "2026-01-01t00:00:00z",
                "2026-01-01 00:00:00Z")) {
            Answer sent = device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + time + "\",\"value\":20}]}");
            assertEquals(time.startsWith("1937") ? 400 : 200, sent.status(), time);
        }
        JsonNode kept = chart(series, "from=1996-12-20T00:39:00Z&to=1996-12-20T00:40:00Z");
        assertEquals(1, kept.at("/summary/count").asInt());
    }

    @Test
    void whoHasNoTokenIsNotLetInAndARevokedOneIsToldOfOnThePage(RunningServer.Running server) {
        assertEquals(401, new DeviceClient(lead, server.url(), chamber, "x", "").send(list()).status());
        assertEquals(401, new DeviceClient(lead, server.url(), chamber, "x", "guessed").send(list()).status());
        assertEquals(200, lead.post("/api/v1/chambers/" + chamber + "/devices/" + device.id() + "/revoke", "{}").status());
        assertEquals(401, device.send(list(one(series, T, "28"))).status());
        JsonNode told = lead.get("/api/v1/chambers/" + chamber + "/devices").body().get(0);
        assertTrue(told.get("trouble").asString().contains("revoked"));
        assertEquals("Lead", told.get("revokedBy").asString());
        String fresh = lead.post("/api/v1/chambers/" + chamber + "/devices/" + device.id() + "/token", "{}").body().get("token").asString();
        assertEquals(1, new DeviceClient(lead, server.url(), chamber, device.id(), fresh).send(list(one(series, T, "28"))).body().get("stored").asInt());
        assertFalse(lead.file("/api/v1/chambers/" + chamber + "/devices").contains(fresh), "it was shown that once");
        ApiClient keeper = ApiClient.as(server, "KEEPER");
        assertEquals(403, keeper.post("/api/v1/chambers/" + chamber + "/devices", "{\"name\":\"x\"}").status());
    }

    @Test
    void anothersSeriesIsNotFound(RunningServer.Running server) {
        JdbcClient sql = server.bean(JdbcClient.class);
        DeviceClient stranger = DeviceClient.added(lead, server.url(), chamber, "of another site");
        sql.sql("update device set site_id = ? where id = ?").param(UUID.randomUUID()).param(UUID.fromString(stranger.id())).update();
        assertEquals(404, stranger.send(list(one(series, T, "28"))).status());
        DeviceClient neighbour = DeviceClient.added(lead, server.url(), chamber, "neighbour");
        assertEquals(404, neighbour.send(list(one(series, T, "28"))).status(), "the series is tied to the other device");
        assertEquals(0, chart(series, "from=" + T + "&to=" + T.plusSeconds(600)).at("/summary/count").asInt());
    }

    @Test
    void tooMuchAtOnceIsRefusedBeforeAnybodyLooksAtIt() {
        assertEquals(413, device.sendCsv("series,at,value\n" + "x".repeat(5 * 1024 * 1024), false).status());
        String many = IntStream.rangeClosed(0, 10_000).mapToObj(i -> series + "," + T.minusSeconds(i) + ",20").collect(Collectors.joining("\n", "series,at,value\n", "\n"));
        Answer over = device.sendCsv(many, true);
        assertEquals(400, over.status());
        assertTrue(over.allowed().contains("10000"));
        String most = many.substring(0, many.lastIndexOf('\n', many.length() - 2) + 1);
        assertEquals(10_000, device.sendCsv(most, false).body().get("stored").asInt());
    }

    @Test
    void aChartHidesNoSpikeAndShowsGapsAsGaps() {
        StringBuilder csv = new StringBuilder("series,at,value\n");
        for (int i = 0; i < 120; i++) {
            if (i < 40 || i >= 55) {
                csv.append(series).append(',').append(T.plusSeconds(60L * i)).append(',').append(i == 90 ? 45 : 28).append('\n');
            }
        }
        device.sendCsv(csv.toString(), false);
        JsonNode wide = chart(series, "from=" + T.minus(30, ChronoUnit.DAYS) + "&to=" + T.plus(2, ChronoUnit.HOURS) + "&buckets=100");
        assertTrue(wide.get("at").size() <= 100);
        assertEquals(45, wide.at("/summary/high").asDouble(), "the spike of a minute in a month");
        assertTrue(wide.at("/high/" + (wide.get("high").size() - 1)).asDouble() == 45 || wide.at("/high/" + (wide.get("high").size() - 2)).asDouble() == 45);
        assertTrue(wide.at("/low/0").isNull());
        JsonNode fine = chart(series, "from=" + T + "&to=" + T.plusSeconds(7200) + "&buckets=2000");
        assertEquals(60, fine.get("bucketS").asInt());
        assertEquals(120, fine.get("at").size());
        assertTrue(fine.at("/mean/40").isNull());
        assertEquals(T.plusSeconds(2400).toString(), fine.at("/gaps/0/from").asString());
        assertEquals(T.plusSeconds(3300).toString(), fine.at("/gaps/0/to").asString());
        assertEquals(1 - 15.0 / 120, fine.at("/summary/knownShare").asDouble(), 1e-9);
        // Over a minute before and after the spike it rises to 45 and falls again; the gap counts for nothing.
        assertEquals((28 * (39 + 64) + 17.0) / (39 + 64), fine.at("/summary/mean").asDouble(), 1e-9);
        for (String wrong : List.of("buckets=0", "buckets=2001", "from=now", "to=" + T.minus(9, ChronoUnit.DAYS) + "&from=" + T, "from=1900-01-01T00:00:00Z")) {
            assertEquals(400, lead.get("/api/v1/series/" + series + "/chart?" + wrong).status(), wrong);
        }
        assertEquals(404, lead.get("/api/v1/series/" + UUID.randomUUID() + "/chart").status());
    }

    @Test
    void aSpanIsExportedAndNoNameBecomesAFormula() {
        String odd = device.series("=cmd()", "TEMPERATURE", "C");
        device.send(list(one(odd, T, "-1.25"), one(odd, T.plusMillis(1500), "20")));
        String csv = lead.file("/api/v1/chambers/" + chamber + "/readings.csv?from=" + T + "&to=" + T.plusSeconds(60));
        assertEquals(
                "series,name,quantity,unit,at,value\r\n" + odd + ",'=cmd(),TEMPERATURE,C," + T + ",-1.25\r\n" + odd + ",'=cmd(),TEMPERATURE,C," + T.plusMillis(1500) + ",20\r\n",
                csv);
        JsonNode json = lead.get("/api/v1/chambers/" + chamber + "/readings.json?series=" + odd + "&from=" + T + "&to=" + T.plusSeconds(60)).body();
        assertEquals(-1.25, json.at("/series/0/readings/0/value").asDouble());
        assertEquals(2, json.at("/series/0/readings").size());
        assertEquals(400, lead.get("/api/v1/chambers/" + chamber + "/readings.json?series=" + UUID.randomUUID()).status());
    }

    @Test
    void daysAreThoseOfTheSite() {
        assertEquals(23, lead.get("/api/v1/days/2026-03-29").body().get("hours").asDouble());
        assertEquals("2025-03-29", lead.get("/api/v1/days/2026-03-29").body().get("lastYear").asString());
        assertEquals(400, lead.get("/api/v1/days/2026-02-30").status());
        assertEquals(200, lead.get("/api/v1/days/today").status());
    }

    @Test
    void whoeverWatchesIsToldAtOnceAndAgainWhatWasMissed(RunningServer.Running server) throws Exception {
        device.send(list(one(series, T, "28.1")));
        String lastId;
        try (Listening page = Listening.to(server.url() + "/api/v1/stream?chamber=" + chamber, null)) {
            assertEquals(28.1, page.await("reading").data().get("value").asDouble(), "it begins with the newest");
            page.await("beat");
            long sent = System.nanoTime();
            device.send(list(one(series, T.plusSeconds(60), "28.2")));
            Listening.Event told = page.await("reading");
            assertEquals(28.2, told.data().get("value").asDouble());
            assertEquals(series, told.data().get("series").asString());
            assertTrue(System.nanoTime() - sent < 5_000_000_000L);
            device.send(list(one(series, T.minusSeconds(600), "27")));
            assertEquals(T.minusSeconds(600).toString(), page.await("late").data().get("from").asString());
            lastId = told.id();
        }
        device.send(list(one(series, T.plusSeconds(120), "28.3"), one(series, T.plusSeconds(180), "28.4")));
        try (Listening page = Listening.to(server.url() + "/api/v1/stream?chamber=" + chamber, lastId)) {
            List<Double> values = new java.util.ArrayList<>();
            for (Listening.Event event = page.await(null); !event.name().equals("beat"); event = page.await(null)) {
                if (event.name().equals("reading")) {
                    values.add(event.data().get("value").asDouble());
                }
            }
            assertTrue(values.contains(28.4), "what came while nobody watched: " + values);
        }
        assertEquals(404, lead.get("/api/v1/stream?chamber=" + UUID.randomUUID()).status());
    }

    @Test
    void aPolicyTakesOutWhatItSaysAndNothingElseAndWritesItDown(RunningServer.Running server) {
        Instant old = Instant.now().minus(40, ChronoUnit.DAYS).truncatedTo(ChronoUnit.HOURS);
        device.send(list(one(series, old, "20"), one(series, old.plusSeconds(60), "22"), one(series, T, "28")));
        String path = "/api/v1/chambers/" + chamber + "/series/" + series + "/retention";
        assertEquals(400, lead.put(path, "{\"rawDays\":1,\"minuteDays\":null,\"hourDays\":null}").status());
        assertEquals(200, lead.put(path, "{\"rawDays\":30,\"minuteDays\":null,\"hourDays\":null}").status());
        server.bean(kilnward.server.reading.Upkeep.class).now();
        JsonNode kept = lead.get(path).body();
        assertEquals(2, kept.at("/removed/0/readings").asInt());
        assertEquals("RAW", kept.at("/removed/0/kind").asString());
        JsonNode minutes = chart(series, "from=" + old + "&to=" + old.plusSeconds(120));
        assertEquals(2, minutes.at("/summary/count").asInt(), "what was kept of each minute stays");
        assertEquals("TOO_OLD", device.send(list(one(series, old, "25"))).body().at("/heldBack/0/reason").asString());
        assertEquals(0, device.send(list(one(series, T, "28"))).body().get("heldBack").size());
    }

    @Test
    void aChamberThatIsRemovedTakesNothingInAnyMore() throws Exception {
        assertEquals(1, device.send(list(one(series, T, "28"))).body().get("stored").asInt());
        assertEquals(204, lead.delete("/api/v1/chambers/" + chamber).status());
        // It is remembered for a few seconds.
        long until = System.nanoTime() + 15_000_000_000L;
        for (int i = 1; device.send(list(one(series, T.plusSeconds(60L * i), "28"))).body().get("heldBack").isEmpty(); i++) {
            assertTrue(System.nanoTime() < until, "it goes on taking in");
            Thread.sleep(500);
        }
    }

    @Test
    void aSeriesIsOfOneQuantityAndOfThisChamber() {
        String path = "/api/v1/chambers/" + chamber + "/series";
        assertEquals("unit", lead.post(path, "{\"name\":\"x\",\"quantity\":\"PH\",\"unit\":\"C\",\"deviceId\":null,\"probeId\":null}").refusedField());
        assertEquals("deviceId", lead.post(path, "{\"name\":\"x\",\"quantity\":\"PH\",\"unit\":\"PH\",\"deviceId\":\"" + UUID.randomUUID() + "\"}").refusedField());
        assertEquals("probeId", lead.post(path, "{\"name\":\"x\",\"quantity\":\"PH\",\"unit\":\"PH\",\"probeId\":\"" + UUID.randomUUID() + "\"}").refusedField());
        assertEquals(201, lead.post(path, "{\"name\":\"x\",\"quantity\":\"PH\",\"unit\":\"PH\"}").status());
        assertEquals(200, lead.post(path + "/" + series + "/retire", "{}").status());
        assertEquals("UNKNOWN_SERIES", device.send(list(one(series, T, "28"))).body().at("/heldBack/0/reason").asString());
    }

    /** A server whose clock is behind quarantines everything: once there is no room for more, the device is told to keep it, and what is fit is kept all the same. */
    @Test
    void whatThereIsNoRoomForIsNotAnsweredAsKept() {
        Instant ahead = Instant.now().plusSeconds(86_400);
        String all = IntStream.range(0, 10_000).mapToObj(i -> series + "," + ahead.plusSeconds(i) + ",20").collect(Collectors.joining("\n", "series,at,value\n", "\n"));
        assertEquals(200, device.sendCsv(all, false).status());
        assertEquals(200, device.sendCsv(all, false).status(), "sent again it takes no room");
        Instant now = Instant.now().truncatedTo(java.time.temporal.ChronoUnit.MILLIS);
        String both = "series,at,value\n" + series + "," + now + ",21\n" + series + "," + ahead.plusSeconds(20_000) + ",22\n";
        ApiClient.Answer full = device.sendCsv(both, false);
        assertEquals(503, full.status(), full.toString());
        assertTrue(full.toString().contains("The other 1 are kept"), full.toString());
        assertEquals(503, device.sendCsv(both, false).status());
        // Other reasons have room of their own.
        assertEquals(200, device.sendCsv("series,at,value\n" + series + "," + now.minusSeconds(5) + ",1000\n", false).status());
        assertEquals(1, device.sendCsv("series,at,value\n" + series + "," + now + ",21\n", false).body().get("known").asInt());
    }
}
