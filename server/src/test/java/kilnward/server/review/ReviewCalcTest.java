package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** How a log was, over the wire. */
@ExtendWith(RunningServer.class)
class ReviewCalcTest {
    private static String asked(String readings, String rest) {
        return "{\"readings\":[" + readings + "]," + rest + "}";
    }

    private static String reading(String at, double value) {
        return "{\"at\":\"" + at + "\",\"value\":" + value + "}";
    }

    @Test
    void itIsWorkedOutForAnybodyWhoAsks(RunningServer.Running server) {
        String readings = reading("2026-11-26T10:00:00Z", 28) + "," + reading("2026-11-26T10:10:00Z", 30) + "," + reading("2026-11-26T10:20:00Z", 28) + ","
                + reading("2026-11-26T11:00:00.5Z", 28) + "," + reading("2026-11-26T11:10:00.5Z", 28);
        JsonNode answer = ApiClient.nobody(server).post("/api/v1/calc/review", asked(readings, "\"keepLow\":27.5,\"keepHigh\":29,\"expectedEveryS\":600")).body();
        assertEquals(5, answer.get("count").asInt());
        assertEquals(86 / 3.0, answer.get("mean").asDouble(), 1e-12);
        assertEquals(1, answer.get("cycles").asInt());
        assertEquals(2, answer.get("cyclesPerHour").asDouble(), 1e-12);
        assertEquals(2 / 3.0, answer.get("inBandShare").asDouble(), 1e-12);
        assertEquals(600, answer.get("outOfBandS").asDouble(), 1e-9);
        assertEquals(1800 / 4200.5, answer.get("coverage").asDouble(), 1e-12);
        assertEquals("2026-11-26T10:20:00Z/2026-11-26T11:00:00.500Z", answer.at("/gaps/0/from").asString() + "/" + answer.at("/gaps/0/to").asString());
    }

    @Test
    void aMonthOfMinutesIsTaken(RunningServer.Running server) {
        Instant first = Instant.parse("2026-10-01T00:00:00Z");
        String readings = IntStream.range(0, 43_200).mapToObj(i -> reading(first.plusSeconds(60L * i).toString(), 28 + Math.sin(i / 10.0))).collect(Collectors.joining(","));
        ApiClient.Answer answer = ApiClient.nobody(server).post("/api/v1/calc/review", asked(readings, "\"keepLow\":27.5,\"keepHigh\":29,\"expectedEveryS\":60"));
        assertEquals(200, answer.status(), answer.toString());
        assertEquals(43_200 / 10.0 / (2 * Math.PI), answer.body().get("cycles").asDouble(), 1);
    }

    @Test
    void whatIsWrongIsNamed(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        String rest = "\"keepLow\":27.5,\"keepHigh\":29,\"expectedEveryS\":600";
        String one = reading("2026-11-26T10:00:00Z", 28);
        assertEquals("readings", nobody.post("/api/v1/calc/review", asked("", rest)).refusedField());
        assertEquals("readings[1].at", nobody.post("/api/v1/calc/review", asked(one + "," + one, rest)).refusedField());
        assertEquals("keepLow", nobody.post("/api/v1/calc/review", asked(one, "\"keepLow\":30,\"keepHigh\":29,\"expectedEveryS\":600")).refusedField());
        assertEquals("expectedEveryS", nobody.post("/api/v1/calc/review", asked(one, "\"keepLow\":28,\"keepHigh\":29,\"expectedEveryS\":0")).refusedField());
        assertEquals("readings[0].value", nobody.post("/api/v1/calc/review", asked(one.replace("28.0", "1e400"), rest)).refusedField());
        assertTrue(nobody.post("/api/v1/calc/review", asked(one, rest)).body().get("cyclesPerHour").isNull());
    }
}
