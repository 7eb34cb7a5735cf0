package kilnward.server.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A series of a chamber looked back on, over the wire. */
@ExtendWith(RunningServer.class)
class ReviewApiTest {
    private static final Instant FROM = Instant.now().minus(4, ChronoUnit.DAYS).truncatedTo(ChronoUnit.HOURS);

    /** Three days of a saw of 40 min between 28 and 28.8, with a spike, and two hours of one value. */
    private static String send(ApiClient lead, DeviceClient device, String series) {
        List<String> lines = new ArrayList<>();
        for (int minute = 0; minute < 3 * 1440; minute++) {
            double value = minute == 700 ? 61 : minute >= 2000 && minute < 2160 ? 28.3 : 28 + 0.8 * (minute % 40 < 15 ? minute % 40 / 15.0 : (40 - minute % 40) / 25.0);
            lines.add("{\"series\":\"" + series + "\",\"at\":\"" + FROM.plusSeconds(60L * minute) + "\",\"value\":" + value + "}");
        }
        assertEquals(3 * 1440, device.send("{\"readings\":[" + String.join(",", lines) + "]}").body().get("stored").asInt());
        return "from=" + FROM + "&to=" + FROM.plus(3, ChronoUnit.DAYS);
    }

    private static JsonNode sight(JsonNode review, String sign) {
        return review.get("seen").valueStream().filter(each -> each.get("sign").asString().equals(sign)).findFirst().orElseThrow(() -> new AssertionError(review));
    }

    @Test
    void whatWasSentIsLookedBackOn(RunningServer.Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Looked back on\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        String series = device.series("among the eggs", "TEMPERATURE", "C");
        String span = send(lead, device, series);
        String path = "/api/v1/chambers/" + chamber + "/series/" + series + "/review?";
        JsonNode review = ApiClient.as(server, "VISITOR").get(path + span).body();
        JsonNode figures = review.get("figures");
        assertEquals(61, figures.get("highest").asDouble());
        assertEquals(2400, figures.get("periodS").asDouble(), 1);
        assertEquals(15 / 40.0, figures.get("riseShare").asDouble(), 0.03);
        assertEquals(0.75, figures.get("swing").asDouble(), 0.06);
        assertEquals(FROM.plusSeconds(60 * 700).toString(), sight(review, "SPIKE").at("/where/0/from").asString());
        assertEquals(160 * 60, sight(review, "STUCK_VALUE").at("/numbers/longestS").asDouble(), 130);
        assertTrue(review.get("singly").asBoolean());
        assertEquals(0, lead.get(path + "from=2020-01-01T00:00:00Z&to=2020-01-02T00:00:00Z").body().get("seen").size());
        assertTrue(lead.get(path + "from=2020-01-01T00:00:00Z&to=2020-01-02T00:00:00Z").body().get("figures").isNull());
    }

    @Test
    void anOpeningThatNobodyWroteDownIsToldFromOneThatSomebodyDid(RunningServer.Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Opened twice\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        String series = device.series("among the eggs", "TEMPERATURE", "C");
        List<String> lines = new ArrayList<>();
        for (int minute = 0; minute < 2 * 1440; minute++) {
            double saw = 28 + 0.8 * (minute % 40 < 15 ? minute % 40 / 15.0 : (40 - minute % 40) / 25.0);
            int since = Math.min(Math.floorMod(minute - 900, 3000), Math.floorMod(minute - 2000, 3000));
            double opened = since < 3 ? -2.0 * (since + 1) : since < 33 ? -6 + 0.2 * (since - 3) : 0;
            lines.add("{\"series\":\"" + series + "\",\"at\":\"" + FROM.plusSeconds(60L * minute) + "\",\"value\":" + (saw + opened) + "}");
        }
        assertEquals(200, device.send("{\"readings\":[" + String.join(",", lines) + "]}").status());
        assertEquals(201, lead.post("/api/v1/chambers/" + chamber + "/entries", "{\"id\":\"" + UUID.randomUUID() + "\",\"kind\":\"OPENED\",\"at\":\"" + FROM.plusSeconds(60 * 905)
                + "\",\"amount\":null,\"pieces\":null,\"temperatureC\":null,\"humidityPct\":null,\"said\":\"\",\"batchId\":null,\"corrects\":null}").status());
        JsonNode review = lead.get("/api/v1/chambers/" + chamber + "/series/" + series + "/review?from=" + FROM + "&to=" + FROM.plus(2, ChronoUnit.DAYS)).body();
        assertEquals(2, sight(review, "OPENING").at("/numbers/times").asInt(), review.toString());
        assertEquals(1, sight(review, "OPENING").at("/numbers/writtenDown").asInt());
    }

    @Test
    void whatCannotBeLookedBackOnIsSaid(RunningServer.Running server) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Looked at wrongly\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        String light = device.series("light", "LIGHT", "LX");
        String warm = device.series("warmth", "TEMPERATURE", "C");
        String path = "/api/v1/chambers/" + chamber + "/series/";
        assertEquals("seriesId", lead.get(path + light + "/review").refusedField());
        assertEquals("from", lead.get(path + warm + "/review?from=2026-01-02T00:00:00Z&to=2026-01-01T00:00:00Z").refusedField());
        assertEquals("from", lead.get(path + warm + "/review?from=2025-01-02T00:00:00Z&to=2026-01-01T00:00:00Z").refusedField());
        assertEquals(404, lead.get(path + UUID.randomUUID() + "/review").status());
        assertEquals(404, lead.get("/api/v1/chambers/" + UUID.randomUUID() + "/series/" + warm + "/review").status());
    }
}
