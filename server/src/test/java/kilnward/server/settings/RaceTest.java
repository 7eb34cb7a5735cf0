package kilnward.server.settings;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.KilnWard;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import tools.jackson.databind.JsonNode;

/** Twenty at once, and who they are. */
@ExtendWith(RunningServer.class)
class RaceTest {
    private RunningServer.Running server;
    private ApiClient owner;

    @BeforeEach
    void comeIn(RunningServer.Running running) {
        server = running;
        owner = ApiClient.as(server, "OWNER");
    }

    private static List<Answer> atOnce(int many, Callable<Answer> one) throws Exception {
        ExecutorService crowd = Executors.newFixedThreadPool(many);
        try {
            List<Answer> answers = new ArrayList<>();
            for (Future<Answer> each : crowd.invokeAll(java.util.Collections.nCopies(many, one))) {
                answers.add(each.get());
            }
            return answers;
        } finally {
            crowd.shutdownNow();
        }
    }

    private JsonNode chamber(String name) {
        return owner.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}").body();
    }

    private static String settings(JsonNode chamber) {
        return "/api/v1/chambers/" + chamber.get("id").asString() + "/controllers/" + chamber.at("/plan/controllers/0/id").asString() + "/settings";
    }

    private static final String FIRST = """
            {"basedOn":0,"reason":"first","values":{"UNIT":0,"DIRECTION":0,"SET_VALUE":28.6,"DIFFERENTIAL":0.6,"ACT_DELAY":0,"HIGH_ALARM":31,"LOW_ALARM":25,"OFFSET":0}}""";

    @Test
    void everyLoserIsShownWhatWon() throws Exception {
        JsonNode chamber = chamber("Raced");
        String plan = "{\"version\":" + chamber.get("version") + ",\"plan\":" + chamber.get("plan").toString().replace("\"Raced\"", "\"Raced again\"") + "}";
        List<Answer> saved = atOnce(10, () -> owner.put("/api/v1/chambers/" + chamber.get("id").asString(), plan));
        assertEquals(1, saved.stream().filter(each -> each.status() == 200).count(), saved.toString());
        assertTrue(
                saved.stream().filter(each -> each.status() != 200).allMatch(each -> each.status() == 409 && each.body().at("/current/plan/name").asString().equals("Raced again")),
                saved.toString());
        List<Answer> keyed = atOnce(10, () -> owner.post(settings(chamber), FIRST));
        assertEquals(1, keyed.stream().filter(each -> each.status() == 201).count(), keyed.toString());
        assertTrue(keyed.stream().filter(each -> each.status() != 201).allMatch(each -> each.status() == 409 && each.body().at("/current/number").asInt() == 1), keyed.toString());
    }

    @Test
    void ofTwentyWhoCloseACheckOneDoesAndOfTenWhoAnswerADrillOneIsHeard() throws Exception {
        JsonNode chamber = chamber("Closed");
        assertEquals(201, owner.post(settings(chamber), FIRST).status());
        String checks = "/api/v1/chambers/" + chamber.get("id").asString() + "/checks";
        String id = UUID.randomUUID().toString();
        assertEquals(201,
                owner.post(checks,
                        """
                                {"id":"%s","controllerId":"%s","offsetKey":"OFFSET","place":"PROBE","references":[{"name":"glass","stated":0.1,"basis":"LIMITS","correction":0,"validTo":null,"fixedReading":null}],
                                "leastS":3600,"reason":"","roomC":20,"note":""}"""
                                .formatted(id, chamber.at("/plan/controllers/0/id").asString()))
                        .status());
        atOnce(20, () -> owner.post(checks + "/" + id + "/close", "{\"note\":\"\"}"));
        assertEquals(1, owner.get(checks + "/" + id).body().get("entries").size());

        String drills = "/api/v1/chambers/" + chamber.get("id").asString() + "/drills";
        JsonNode drill = owner.post(drills, "{}").body();
        String said = "{\"kind\":" + drill.at("/kinds/0") + ",\"act\":" + drill.at("/acts/0") + "}";
        int before = owner.get("/api/v1/drills/score").body().get("drills").asInt();
        List<Answer> answers = atOnce(10, () -> owner.post(drills + "/" + drill.get("id").asString() + "/answer", said));
        assertEquals(1, answers.stream().filter(each -> each.status() == 200).count(), answers.toString());
        assertEquals(before + 1, owner.get("/api/v1/drills/score").body().get("drills").asInt());

        assertEquals(204, owner.delete("/api/v1/chambers/" + chamber.get("id").asString()).status());
        assertEquals(404, owner.get(checks).status(), "what was removed is not read");
        assertEquals(404, owner.get(checks + "/" + id).status());
    }

    @Test
    void anotherRoleIsAnotherSession() {
        String before = owner.cookie("SESSION");
        assertFalse(before.isEmpty());
        owner.post("/api/v1/session", "{\"role\":\"VISITOR\"}");
        assertNotEquals(before, owner.cookie("SESSION"));
        assertEquals("VISITOR", owner.get("/api/v1/session").body().get("role").asString());
    }

    /** The same records, served in earnest: who played the owner is nobody. */
    @Test
    void whoWasPickedInTheDemoIsNobodyElsewhere() {
        try (var earnest = new SpringApplicationBuilder(KilnWard.class).run("--server.port=0", "--spring.datasource.url=" + server.database().url(),
                "--spring.datasource.username=root",
                "--spring.datasource.password=", "--kilnward.demo=false", "--logging.level.root=OFF", "--spring.main.banner-mode=off", "--spring.jmx.enabled=false")) {
            ApiClient there = owner.at("http://127.0.0.1:" + ((WebServerApplicationContext) earnest).getWebServer().getPort());
            assertTrue(there.get("/api/v1/session").body().get("role").isNull());
            assertEquals(401, there.get("/api/v1/chambers").status());
        }
    }

    @Test
    void whatCannotEvenBeReadIsAProblemToo() throws Exception {
        URI uri = URI.create(server.url());
        for (String line : List.of("GET /%zz HTTP/1.1", "GET /api/v1/\u0001 HTTP/1.1", "GET /api/v1/../../etc/passwd HTTP/1.1")) {
            try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
                socket.getOutputStream().write((line + "\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n").getBytes(StandardCharsets.ISO_8859_1));
                InputStream in = socket.getInputStream();
                String answer = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                assertTrue(answer.startsWith("HTTP/1.1 4"), answer);
                assertFalse(answer.contains("<html") || answer.contains("<!doctype"), answer);
            }
        }
    }

    @Test
    void noSwitchingPointLiesOutsideWhatAHumidityCanBe() {
        for (String set : List.of("2", "99")) {
            Answer answer = owner.post("/api/v1/calc/switching", "{\"style\":\"EACH_SIDE\",\"direction\":\"RAISE\",\"unit\":\"RH\",\"setValue\":" + set + ",\"differential\":50}");
            assertEquals(400, answer.status());
            assertEquals("differential", answer.refusedField());
        }
    }

    @Test
    void aMissingTokenIsNotCalledARole() {
        Answer answer = ApiClient.nobody(server).post("/api/v1/session", "{\"role\":\"OWNER\"}");
        assertEquals(403, answer.status());
        assertEquals("This page is out of date", answer.body().get("title").asString());
    }
}
