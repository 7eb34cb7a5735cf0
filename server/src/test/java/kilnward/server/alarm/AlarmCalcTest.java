package kilnward.server.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.stream.Collectors;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An alarm's course over the wire. */
@ExtendWith(RunningServer.class)
class AlarmCalcTest {
    private static String course(ApiClient.Answer answer) {
        assertEquals(200, answer.status(), answer.toString());
        return answer.body().get("transitions").valueStream()
                .map(each -> each.get("at").asString().substring(11) + " " + each.get("from").asString() + ">" + each.get("to").asString())
                .collect(Collectors.joining(", "));
    }

    private static String asked(String rule, String acts, String untilAt) {
        return "{\"rule\":" + rule
                + ",\"readings\":[{\"at\":\"2026-11-26T10:00:00Z\",\"value\":29},{\"at\":\"2026-11-26T10:01:00Z\",\"value\":31},{\"at\":\"2026-11-26T10:10:00Z\",\"value\":29}],\"acts\":"
                + acts + ",\"untilAt\":" + untilAt + "}";
    }

    @Test
    void itIsWorkedOutForAnybodyWhoAsks(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        String high = "{\"kind\":\"HIGH\",\"limit\":30,\"deadband\":0.5,\"onDelayS\":120,\"offDelayS\":0}";
        assertEquals("10:03:00Z NORMAL>UNACKNOWLEDGED, 10:05:00Z UNACKNOWLEDGED>ACKNOWLEDGED, 10:10:00Z ACKNOWLEDGED>NORMAL", course(nobody.post("/api/v1/calc/alarm",
                asked(high, "[{\"at\":\"2026-11-26T10:05:00Z\",\"act\":\"ACKNOWLEDGE\"}]", "\"2026-11-26T11:00:00Z\""))));
        assertEquals("10:40:00Z NORMAL>UNACKNOWLEDGED",
                course(nobody.post("/api/v1/calc/alarm",
                        asked("{\"kind\":\"SILENCE\",\"limit\":1800,\"deadband\":0,\"onDelayS\":0,\"offDelayS\":0}", "[]", "\"2026-11-26T11:00:00Z\""))));
        assertEquals("", course(nobody.post("/api/v1/calc/alarm", "{\"rule\":{\"kind\":\"LOW\",\"limit\":5},\"readings\":[]}")));
    }

    @Test
    void whatIsWrongIsNamed(RunningServer.Running server) {
        ApiClient nobody = ApiClient.nobody(server);
        String high = "{\"kind\":\"HIGH\",\"limit\":30}";
        assertEquals("acts[0].untilAt", nobody.post("/api/v1/calc/alarm", asked(high, "[{\"at\":\"2026-11-26T10:05:00Z\",\"act\":\"SHELVE\"}]", "null")).refusedField());
        assertEquals("rule.limit", nobody.post("/api/v1/calc/alarm", asked("{\"kind\":\"SILENCE\",\"limit\":0}", "[]", "null")).refusedField());
        assertEquals("rule.kind", nobody.post("/api/v1/calc/alarm", asked("{\"kind\":\"LOUD\",\"limit\":0}", "[]", "null")).refusedField());
        assertEquals("readings[1].at", nobody.post("/api/v1/calc/alarm",
                "{\"rule\":" + high + ",\"readings\":[{\"at\":\"2026-11-26T10:00:00Z\",\"value\":1},{\"at\":\"2026-11-26T10:00:00Z\",\"value\":1}]}").refusedField());
    }
}
