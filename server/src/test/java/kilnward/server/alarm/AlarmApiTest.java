package kilnward.server.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Supplier;
import java.util.stream.StreamSupport;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.Attacks;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.HookReceiver;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Rules over the API: tried, armed, sounding, acknowledged, shelved, told by mail and web hook, followed and disarmed. */
@ExtendWith(RunningServer.class)
class AlarmApiTest {
    private static final String DUCKLINGS = "/api/v1/chambers/0051e4e4-d000-7000-8000-000000000002";
    private static final String AT_DUCKLINGS = "0051e4e4-d000-7000-8000-000000002002";
    private ApiClient lead;
    private ApiClient owner;
    private String chamber;
    private DeviceClient device;
    private String series;
    private final List<String> ways = new ArrayList<>();

    @BeforeEach
    void aChamberWithADevice(RunningServer.Running server) {
        lead = ApiClient.as(server, "LEAD");
        owner = ApiClient.as(server, "OWNER");
        chamber = lead.post("/api/v1/chambers", "{\"name\":\"Alarmed\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        device = DeviceClient.added(lead, server.url(), chamber, "logger");
        series = device.series("among the eggs", "TEMPERATURE", "C");
    }

    @AfterEach
    void nobodyIsTold() {
        ways.forEach(id -> lead.delete("/api/v1/ways/" + id));
        rules(chamber).forEach(rule -> lead.delete("/api/v1/chambers/" + chamber + "/rules/" + rule.get("id").asString()));
    }

    private JsonNode rules(String of) {
        return lead.get("/api/v1/chambers/" + of + "/rules").body();
    }

    private void send(String to, double value) {
        assertEquals(1, device.send("{\"readings\":[{\"series\":\"" + to + "\",\"at\":\"" + Instant.now().truncatedTo(ChronoUnit.MICROS) + "\",\"value\":" + value + "}]}").body()
                .get("stored").asInt());
    }

    private String rule(String watched, String kind, String urgency, String rest) {
        return "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + watched + "\",\"kind\":\"" + kind + "\",\"urgency\":\"" + urgency + "\"," + rest + "}}";
    }

    private void arm(String watched, String kind, String urgency, String rest) {
        Answer armed = lead.post("/api/v1/chambers/" + chamber + "/rules", rule(watched, kind, urgency, rest));
        assertEquals(201, armed.status(), armed.toString());
    }

    private List<JsonNode> open() {
        return StreamSupport.stream(lead.get("/api/v1/alarms").body().spliterator(), false).filter(each -> each.get("chamberId").asString().equals(chamber)).toList();
    }

    private String states() {
        return open().stream().map(each -> each.get("kind").asString() + " " + each.get("state").asString()).sorted().toList().toString();
    }

    private static void await(String wanted, Supplier<String> is) {
        Instant until = Instant.now().plus(Duration.ofSeconds(60));
        while (!wanted.equals(is.get()) && Instant.now().isBefore(until)) {
            try {
                Thread.sleep(50);
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        }
        assertEquals(wanted, is.get());
    }

    @Test
    void whatIsTooHotSoundsIsAcknowledgedAndIsNormalAgain() {
        arm(series, "HIGH", "SOON", "\"limit\":31,\"deadband\":0.2");
        send(series, 28);
        send(series, 31.5);
        await("[HIGH UNACKNOWLEDGED]", this::states);
        JsonNode alarm = open().get(0);
        assertEquals("31.5 31.0 HIGH true 1", alarm.get("value").asDouble() + " " + alarm.get("limit").asDouble() + " " + alarm.get("side").asString() + " "
                + alarm.get("told").asBoolean() + " " + alarm.get("times").asInt());
        String path = "/api/v1/alarms/" + alarm.get("id").asString();
        assertEquals(200, lead.post(path + "/acknowledge", "{\"note\":\"going down to look\"}").status());
        assertEquals("[HIGH ACKNOWLEDGED]", states());
        send(series, 28);
        await("[]", this::states);
        String today = "?from=" + Instant.now().minusSeconds(600) + "&to=" + Instant.now().plusSeconds(600);
        JsonNode marks = lead.get("/api/v1/chambers/" + chamber + "/timeline" + today).body();
        assertEquals(List.of("UNACKNOWLEDGED null", "ACKNOWLEDGED going down to look", "NORMAL null"),
                StreamSupport.stream(marks.spliterator(), false).filter(each -> each.get("of").asString().equals("ALARM"))
                        .map(each -> each.get("state").asString() + " " + each.path("note").asString("null")).toList());
        assertEquals("lead", lead.get("/api/v1/chambers/" + chamber + "/alarms" + today).body().at("/0/acknowledgedBy").asString().toLowerCase());
        assertTrue(lead.get("/api/v1/alarm-figures?days=2").body().get("raised").asInt() >= 1);
    }

    @Test
    void whoseRoleItIsNotMayNotSayThatTheyKnow(RunningServer.Running server) {
        arm(series, "HIGH", "SOON", "\"limit\":31");
        send(series, 32);
        await("[HIGH UNACKNOWLEDGED]", this::states);
        String path = "/api/v1/alarms/" + open().get(0).get("id").asString() + "/acknowledge";
        assertEquals(403, ApiClient.as(server, "VISITOR").post(path, "{}").status());
        assertEquals(403, ApiClient.as(server, "KEEPER").post("/api/v1/chambers/" + chamber + "/rules", rule(series, "HIGH", "SOON", "\"limit\":30")).status());
        assertEquals(401, ApiClient.nobody(server).get("/api/v1/ways").status());
        assertEquals(200, ApiClient.as(server, "KEEPER").post(path, "{}").status());
    }

    @Test
    void oneCauseIsOneAlarmAndTheMoreUrgentIsToldAgain() {
        arm(series, "OUT_OF_BAND", "MIND", "\"limit\":27,\"secondLimit\":29");
        arm(series, "HIGH", "SOON", "\"limit\":31");
        arm(series, "RATE", "MIND", "\"limit\":500");
        send(series, 29.5);
        await("[OUT_OF_BAND UNACKNOWLEDGED]", this::states);
        send(series, 32);
        await("[HIGH UNACKNOWLEDGED, OUT_OF_BAND UNACKNOWLEDGED]", this::states);
        List<JsonNode> both = open();
        assertEquals(both.get(0).get("causeId"), both.get(1).get("causeId"), "one cause");
        JsonNode first = both.stream().filter(each -> each.get("kind").asString().equals("OUT_OF_BAND")).findFirst().orElseThrow();
        assertEquals(first.get("id"), first.get("causeId"), "the first out is marked");
        lead.post("/api/v1/alarms/" + first.get("id").asString() + "/acknowledge", "{}");
        assertEquals("[HIGH ACKNOWLEDGED, OUT_OF_BAND ACKNOWLEDGED]", states(), "who knows of one knows of both");
    }

    @Test
    void whatIsLessUrgentAndOfOneCauseIsNotTold() {
        arm(series, "HIGH", "NOW", "\"limit\":31");
        arm(series, "OUT_OF_BAND", "MIND", "\"limit\":27,\"secondLimit\":32");
        send(series, 31.5);
        await("[HIGH UNACKNOWLEDGED]", this::states);
        send(series, 33);
        await("[HIGH UNACKNOWLEDGED, OUT_OF_BAND UNACKNOWLEDGED]", this::states);
        assertEquals("[HIGH true, OUT_OF_BAND false]",
                open().stream().map(each -> each.get("kind").asString() + " " + each.get("told").asBoolean()).sorted().toList().toString());
    }

    @Test
    void aProbeThatChattersRaisesOneAlarm(RunningServer.Running server) {
        arm(series, "HIGH", "SOON", "\"limit\":31");
        for (int i = 0; i < 5; i++) {
            send(series, 31.5);
            await("[HIGH UNACKNOWLEDGED]", this::states);
            if (i == 1) {
                lead.post("/api/v1/alarms/" + open().get(0).get("id").asString() + "/acknowledge", "{}");
            }
            send(series, 28);
            await(i == 1 ? "[]" : "[HIGH RETURNED]", this::states);
        }
        assertEquals("5 true", open().get(0).get("times").asInt() + " " + open().get(0).get("chattering").asBoolean());
        assertEquals(1,
                server.bean(JdbcClient.class).sql("select count(*) from alarm where chamber_id = ?").param(java.util.UUID.fromString(chamber)).query(Integer.class).single());
    }

    @Test
    void aShelfHasAnEndAndServiceToo() {
        arm(series, "HIGH", "SOON", "\"limit\":31");
        send(series, 32);
        await("[HIGH UNACKNOWLEDGED]", this::states);
        String path = "/api/v1/alarms/" + open().get(0).get("id").asString();
        assertEquals("until", lead.post(path + "/shelve", "{\"reason\":\"cleaning\",\"until\":\"2020-01-01T00:00:00Z\"}").refusedField());
        assertEquals("reason", lead.post(path + "/shelve", "{\"reason\":\" \",\"until\":\"2099-01-01T00:00:00Z\"}").refusedField());
        assertEquals(200, lead.post(path + "/shelve", "{\"reason\":\"cleaning\",\"until\":\"" + Instant.now().plusSeconds(2) + "\"}").status());
        assertEquals("[HIGH SHELVED]", states());
        await("[HIGH UNACKNOWLEDGED]", this::states);
        String rule = rules(chamber).get(0).get("id").asString();
        String rules = "/api/v1/chambers/" + chamber + "/rules/" + rule;
        assertEquals("cleaning out", lead.post(rules + "/out-of-service", "{\"reason\":\"cleaning out\",\"until\":\"" + Instant.now().plusSeconds(3600) + "\"}").body()
                .at("/0/outReason").asString());
        await("[HIGH RETURNED]", this::states);
        lead.post(rules + "/in-service", "{}");
        await("[HIGH UNACKNOWLEDGED]", this::states);
        lead.delete(rules);
        await("[]", this::states);
    }

    @Test
    void aDeviceThatFallsSilentIsToldAndThatCoversWhatHangsOnIt() {
        String damp = device.series("damp among the eggs", "RELATIVE_HUMIDITY", "RH");
        arm(damp, "BROKEN_PROBE", "SOON", "\"limit\":1,\"others\":[\"" + series + "\"]");
        send(damp, 80);
        await("[BROKEN_PROBE UNACKNOWLEDGED]", () -> {
            send(series, 28);
            return states();
        });
        send(damp, 80);
        await("[BROKEN_PROBE RETURNED]", this::states);
        lead.post("/api/v1/alarms/" + open().get(0).get("id").asString() + "/acknowledge", "{}");
        rules(chamber).forEach(rule -> lead.delete("/api/v1/chambers/" + chamber + "/rules/" + rule.get("id").asString()));
        arm(series, "SILENCE", "SOON", "\"limit\":2");
        arm(series, "HARM_NEAR", "MIND", "\"limit\":3600,\"onDelayS\":0");
        send(damp, 80);
        await("[SILENCE UNACKNOWLEDGED]", this::states);
        send(series, 60);
        await("[HARM_NEAR UNACKNOWLEDGED, SILENCE RETURNED]", () -> states().replace("SILENCE UNACKNOWLEDGED", "SILENCE RETURNED"));
        JsonNode harm = open().stream().filter(each -> each.get("kind").asString().equals("HARM_NEAR")).findFirst().orElseThrow();
        assertEquals(open().stream().filter(each -> each.get("kind").asString().equals("SILENCE")).findFirst().orElseThrow().get("id"), harm.get("causeId"),
                "the device was silent");
        assertFalse(harm.get("told").asBoolean());
    }

    @Test
    void whatARuleCannotWatchIsRefusedAtItsField() {
        String path = "/api/v1/chambers/" + chamber + "/rules";
        assertEquals("kind", lead.post(path, rule(series, "WATER_LOW", "SOON", "\"limit\":31")).refusedField());
        assertEquals("secondLimit", lead.post(path, rule(series, "OUT_OF_BAND", "SOON", "\"limit\":31")).refusedField());
        assertEquals("others", lead.post(path, rule(series, "OUTLIER", "SOON", "\"limit\":1")).refusedField());
        assertEquals("seriesId", lead.post(path, rule(AT_DUCKLINGS, "HIGH", "SOON", "\"limit\":1")).refusedField(), "of another chamber");
        assertEquals(404, lead.get("/api/v1/alarms/0051e4e4-0000-7000-8000-000000000002").status());
        assertEquals("days", lead.get("/api/v1/alarm-figures?days=0").refusedField());
    }

    @Test
    void mailAndHookAreToldOnceSignedAndProven() throws Exception {
        List<String> called = new CopyOnWriteArrayList<>();
        HttpServer hook = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        hook.createContext("/", exchange -> {
            String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            called.add(exchange.getRequestHeaders().getFirst("Kiln-Ward-Time") + "\n" + body + "\n" + exchange.getRequestHeaders().getFirst("Kiln-Ward-Signature"));
            exchange.sendResponseHeaders(called.size() == 1 ? 500 : 204, -1);
            exchange.close();
        });
        hook.start();
        GreenMail mail = new GreenMail(new ServerSetup(RunningServer.MAIL_PORT, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        mail.start();
        try {
            assertEquals("address", lead.post("/api/v1/ways", way("EMAIL", "not an address", 0)).refusedField());
            assertEquals("address", lead.post("/api/v1/ways", way("HOOK", "ftp://osier-end.example/", 0)).refusedField());
            String plain = way("HOOK", "http://127.0.0.1:" + hook.getAddress().getPort() + "/hook", 0);
            assertEquals("plainHttp", lead.post("/api/v1/ways", plain).refusedField(), "only an owner allows what is not encrypted");
            assertEquals("address", owner.post("/api/v1/ways", plain.replace("\"plainHttp\":true", "\"plainHttp\":false")).refusedField());
            String secret = added(owner.post("/api/v1/ways", way("HOOK", "http://127.0.0.1:" + hook.getAddress().getPort() + "/hook", 0)).body()).get("secret").asString();
            String mailId = added(lead.post("/api/v1/ways", way("EMAIL", "keeper@osier-end.example", 0)).body()).get("id").asString();
            added(lead.post("/api/v1/ways", way("EMAIL", "second@osier-end.example", 1)).body());
            lead.post("/api/v1/ways/" + mailId + "/test", "{}");
            assertTrue(mail.waitForIncomingEmail(20_000, 1));
            await("true", () -> "" + !added(lead.get("/api/v1/ways").body(), mailId).path("provenAt").isMissingNode());
            arm(series, "HIGH", "SOON", "\"limit\":31");
            send(series, 32);
            await("[HIGH UNACKNOWLEDGED]", this::states);
            assertTrue(mail.waitForIncomingEmail(20_000, 2));
            assertEquals("▲ Soon: Alarmed, among the eggs: 32.0 °C, at or above 31.0 °C.", mail.getReceivedMessages()[1].getSubject());
            assertEquals("keeper@osier-end.example", mail.getReceivedMessages()[1].getAllRecipients()[0].toString(), "the second is told when nobody acknowledges in time");
            // The hook answered 500 first and is called again, under the same key.
            await("2", () -> "" + called.size());
            String[] parts = called.get(1).split("\n");
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            assertEquals(java.util.HexFormat.of().formatHex(mac.doFinal((parts[0] + "\n" + parts[1]).getBytes(StandardCharsets.UTF_8))), parts[2]);
            assertEquals(called.get(0).replaceAll("(?s).*\"id\":\"([^\"]*)\".*", "$1"), called.get(1).replaceAll("(?s).*\"id\":\"([^\"]*)\".*", "$1"));
            lead.post("/api/v1/alarms/" + open().get(0).get("id").asString() + "/acknowledge", "{}");
            assertEquals("ACKNOWLEDGED", StreamSupport.stream(lead.get("/api/v1/ways").body().get("messages").spliterator(), false)
                    .filter(each -> each.get("address").asString().startsWith("second")).findFirst().orElseThrow().get("droppedWhy").asString());
            assertEquals(2, mail.getReceivedMessages().length);
        } finally {
            hook.stop(0);
            mail.stop();
        }
    }

    /** Hooks that hang at every stage, and a mail server that is away, are told at the same time as one that works. */
    @Test
    void whoHangsHoldsUpNobodyElse(RunningServer.Running server) throws Exception {
        try (HookReceiver works = new HookReceiver(0); Hanging hanging = new Hanging(12)) {
            for (String address : hanging.addresses()) {
                added(owner.post("/api/v1/ways", way("HOOK", address, 0)).body());
            }
            added(lead.post("/api/v1/ways", way("EMAIL", "keeper@osier-end.example", 0)).body());
            added(owner.post("/api/v1/ways", way("HOOK", "http://127.0.0.1:" + works.port() + "/", 0)).body());
            arm(series, "HIGH", "NOW", "\"limit\":31");
            long longestMs = 0;
            for (int round = 0; round < 3; round++) {
                int before = works.called().size();
                Instant sent = Instant.now();
                send(series, 32);
                await("[HIGH UNACKNOWLEDGED]", this::states);
                await("true", () -> "" + (works.called().size() > before));
                longestMs = Math.max(longestMs, Duration.between(sent, Instant.now()).toMillis());
                assertTrue(longestMs < 10_000, "from reading to message: " + longestMs + " ms");
                send(series, 28);
                await("[HIGH RETURNED]", this::states);
                lead.post("/api/v1/alarms/" + open().get(0).get("id").asString() + "/acknowledge", "{}");
                await("[]", this::states);
            }
            Attacks.tried("twelve hooks that never answer and no mail server, beside one hook that works", "from reading to message " + longestMs + " ms at the most");
        }
        // What does not get out is said: its time came a while ago.
        server.bean(JdbcClient.class)
                .sql("update alarm_message set planned_us = planned_us - 120000000, dropped_us = null where chamber_id = ? and sent_us is null and what = 'RAISED'")
                .param(java.util.UUID.fromString(chamber)).update();
        JsonNode overdue = ApiClient.as(server, "VISITOR").get("/api/v1/notices").body().get("overdue");
        List<JsonNode> ours = StreamSupport.stream(overdue.spliterator(), false).filter(each -> each.get("chamberId").asString().equals(chamber)).toList();
        assertEquals("Keeper NOW", ours.get(0).get("person").asString() + " " + ours.get(0).get("urgency").asString());
        nobodyIsTold();
        overdue = lead.get("/api/v1/notices").body().get("overdue");
        assertTrue(StreamSupport.stream(overdue.spliterator(), false).noneMatch(each -> each.get("chamberId").asString().equals(chamber)),
                "a channel that is removed owes nothing");
    }

    /** Accepts connections and never answers. */
    private static final class Hanging implements AutoCloseable {
        private final List<ServerSocket> listeners = new ArrayList<>();

        private Hanging(int many) throws IOException {
            for (int i = 0; i < many; i++) {
                listeners.add(new ServerSocket(0, 50, InetAddress.getLoopbackAddress()));
            }
        }

        private List<String> addresses() {
            return listeners.stream().map(each -> "http://127.0.0.1:" + each.getLocalPort() + "/").toList();
        }

        @Override
        public void close() throws IOException {
            for (ServerSocket each : listeners) {
                each.close();
            }
        }
    }

    private String way(String kind, String address, int turn) {
        return "{\"person\":\"Keeper\",\"kind\":\"" + kind + "\",\"address\":\"" + address + "\",\"least\":\"SOON\",\"quietFrom\":null,\"quietUntil\":null,\"turn\":" + turn
                + ",\"fahrenheit\":false,\"plainHttp\":" + address.startsWith("http:") + "}";
    }

    private JsonNode added(JsonNode telling) {
        JsonNode found = StreamSupport.stream(telling.get("ways").spliterator(), false).filter(each -> !ways.contains(each.get("id").asString())).findFirst().orElseThrow();
        ways.add(found.get("id").asString());
        return found;
    }

    private static JsonNode added(JsonNode telling, String id) {
        return StreamSupport.stream(telling.get("ways").spliterator(), false).filter(each -> each.get("id").asString().equals(id)).findFirst().orElseThrow();
    }

    /** A rule that goes with the plan has the plan's own limits after it was changed; one set by hand stays; a chamber that is removed disarms both. */
    @Test
    void rulesGoWithThePlanAndWithTheChamber() {
        JsonNode ducklings = lead.get(DUCKLINGS).body();
        JsonNode proposals = lead.get(DUCKLINGS + "/rules/proposals").body().get("proposals");
        String wanted = StreamSupport.stream(proposals.spliterator(), false)
                .filter(each -> each.at("/rule/kind").asString().equals("OUT_OF_BAND") && each.at("/rule/seriesId").asString().equals(AT_DUCKLINGS)).findFirst().orElseThrow()
                .get("rule").toString();
        double before = Double.parseDouble(wanted.replaceAll(".*\"limit\":([0-9.]+).*", "$1"));
        try {
            assertEquals(201, lead.post(DUCKLINGS + "/rules", "{\"followsPlan\":true,\"rule\":" + wanted + "}").status());
            assertEquals(201, lead.post(DUCKLINGS + "/rules", rule(AT_DUCKLINGS, "HIGH", "SOON", "\"limit\":44")).status());
            double keepLow = ducklings.at("/plan/occupancy/keepLowC").asDouble();
            String plan = ducklings.get("plan").toString().replace("\"keepLowC\":" + ducklings.at("/plan/occupancy/keepLowC"), "\"keepLowC\":" + (keepLow - 1.5));
            assertEquals(200, lead.put(DUCKLINGS, "{\"version\":" + ducklings.get("version") + ",\"plan\":" + plan + "}").status());
            await(Math.round((before - 1.5) * 10) / 10.0 + " 44.0",
                    () -> StreamSupport.stream(lead.get(DUCKLINGS + "/rules").body().spliterator(), false).map(each -> each.at("/rule/limit").asDouble()).sorted()
                            .map(each -> "" + Math.round(each * 10) / 10.0).collect(java.util.stream.Collectors.joining(" ")));
        } finally {
            JsonNode now = lead.get(DUCKLINGS).body();
            lead.put(DUCKLINGS, "{\"version\":" + now.get("version") + ",\"plan\":" + ducklings.get("plan") + "}");
            rules(DUCKLINGS.substring(DUCKLINGS.lastIndexOf('/') + 1)).forEach(rule -> lead.delete(DUCKLINGS + "/rules/" + rule.get("id").asString()));
        }
        arm(series, "HIGH", "SOON", "\"limit\":31");
        send(series, 35);
        await("[HIGH UNACKNOWLEDGED]", this::states);
        assertEquals(204, lead.delete("/api/v1/chambers/" + chamber).status());
        await("[]", this::states);
        chamber = lead.post("/api/v1/chambers", "{\"name\":\"Alarmed\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
    }

    /** Five hundred alarms at once: the page that is looked at in the night stays quick and legible. */
    @Test
    void aFloodStaysLegible(RunningServer.Running server) {
        JdbcClient sql = server.bean(JdbcClient.class);
        arm(series, "HIGH", "SOON", "\"limit\":31");
        String rule = rules(chamber).get(0).get("id").asString();
        long nowUs = Instant.now().toEpochMilli() * 1000;
        java.util.UUID first = java.util.UUID.randomUUID();
        for (int i = 0; i < 500; i++) {
            sql.sql("insert into alarm (id, site_id, chamber_id, rule_id, series_id, kind, urgency, measured, unit, side, cause_id, told, state, limit_value, value, raised_us, times, harmed,"
                    + " changed_us) select ?, site_id, chamber_id, id, series_id, 'HIGH', 'SOON', 'TEMPERATURE', 'C', 'HIGH', ?, ?, 'UNACKNOWLEDGED', 31, 32, ?, 1, false, ? from alarm_rule"
                    + " where id = ?").param(i == 0 ? first : java.util.UUID.randomUUID()).param(first).param(i == 0).param(nowUs + i).param(nowUs)
                    .param(java.util.UUID.fromString(rule)).update();
        }
        try {
            List<JsonNode> open = open();
            assertEquals(500, open.size());
            assertEquals(1, open.stream().map(each -> each.get("causeId").asString()).distinct().count(), "one cause");
            assertEquals(first.toString(), open.get(0).get("id").asString(), "the first out stands first");
        } finally {
            sql.sql("delete from alarm where cause_id = ?").param(first).update();
        }
    }

    /** The ducklings' pen was rehearsed and replayed: what is proposed sounds on no good day, and would have told of the heater that stuck five days ago. */
    @Test
    void theDemosRulesAreTriedAndFirstThingsAreTold() {
        JsonNode proposals = lead.get(DUCKLINGS + "/rules/proposals").body().get("proposals");
        JsonNode high = StreamSupport.stream(proposals.spliterator(), false)
                .filter(each -> each.at("/rule/kind").asString().equals("HIGH") && each.at("/rule/seriesId").asString().equals(AT_DUCKLINGS)).findFirst().orElseThrow();
        assertEquals(0, high.at("/trial/goodDaySounds").asInt());
        assertTrue(high.at("/trial/told").size() > 0, high.toString());
        assertFalse(high.at("/trial/pastDays").asDouble() < 1, "the demo has two days in tests: " + high.get("trial"));
        JsonNode tight = lead.post(DUCKLINGS + "/rules/trial", "{\"seriesId\":\"" + AT_DUCKLINGS + "\",\"kind\":\"HIGH\",\"urgency\":\"SOON\",\"limit\":30}").body();
        assertTrue(tight.get("goodDaySounds").asInt() + tight.get("pastSounded").asInt() > 0, tight.toString());
        JsonNode first = lead.get(DUCKLINGS + "/first-things").body();
        assertTrue(first.get("forecast").size() >= 3 || !first.path("cannot").isMissingNode(), first.toString());
    }
}
