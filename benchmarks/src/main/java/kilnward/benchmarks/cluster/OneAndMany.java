package kilnward.benchmarks.cluster;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Whether the servers of a cluster work out what one machine by itself does, to the last digit. */
final class OneAndMany {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int BATCHES = 12;
    private static final int BATCH = 2_500;

    private OneAndMany() {
    }

    /** The same rehearsals asked of each server and of one machine by itself, and the same readings rolled up there and here. */
    static void compare(Cluster cluster) throws Exception {
        RunningServer.Running alone = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo-days=0");
        try {
            Record aside = new Record(alone.database().url(), "root", "");
            Cluster.awaited("the demo is there", () -> ApiClient.as(alone, "LEAD").get("/api/v1/site").status() == 200);
            int same = 0;
            int asked = 0;
            for (JsonNode view : cluster.lead().get("/api/v1/chambers").body()) {
                if (view.get("settings").isEmpty()) {
                    continue;
                }
                ObjectNode request = JSON.createObjectNode();
                request.set("chamber", view.get("plan"));
                var keyed = request.putArray("settings");
                view.get("settings").forEach(each -> keyed.addObject().put("controllerId", each.get("controllerId").asString()).set("values", each.get("values")));
                request.set("scenario", JSON.readTree("{\"room\":\"DAY\",\"startHour\":21,\"durationS\":86400,\"stepS\":1,\"start\":\"SETTLED\",\"buckets\":2000}"));
                List<String> answers = new ArrayList<>();
                for (String server : List.of(Cluster.SERVERS.get(0), Cluster.SERVERS.get(1), alone.url())) {
                    answers.add(digest(ApiClient.as(server, "LEAD").post("/api/v1/rehearsals", request.toString())));
                }
                asked++;
                same += new HashSet<>(answers).size() == 1 ? 1 : 0;
            }
            String here = cluster.chamber("Rolled up");
            List<String> mine = sent(Cluster.URL, cluster.lead(), here);
            ApiClient there = ApiClient.as(alone, "LEAD");
            List<String> theirs = sent(alone.url(), there, there.post("/api/v1/chambers", "{\"name\":\"Rolled up\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString());
            boolean rolledUp = cluster.record().digest(mine).equals(aside.digest(theirs));
            Cluster.say("| rehearsals of a day of %d chambers, asked of both servers and of one machine by itself: equal to the last digit | %d of %d |", asked, same, asked);
            Cluster.say("| minutes, hours and quarters of a day of 30,000 readings in three series, on the cluster and on one machine | %s |", rolledUp ? "equal" : "**differ**");
            if (same != asked || asked == 0 || !rolledUp) {
                throw new IllegalStateException("one machine and the cluster differ");
            }
        } finally {
            alone.close();
        }
    }

    private static String digest(ApiClient.Answer answer) throws NoSuchAlgorithmException {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(answer.done().toString().getBytes(StandardCharsets.UTF_8)));
    }

    /** Thirty thousand readings of a seed in three series, in batches that come in another order. */
    private static List<String> sent(String url, ApiClient by, String chamber) {
        DeviceClient device = DeviceClient.added(by, url, chamber, "of a seed");
        List<String> series = List.of(device.series("a", "TEMPERATURE", "C"), device.series("b", "RELATIVE_HUMIDITY", "PCT"), device.series("c", "TEMPERATURE", "F"));
        SplittableRandom random = new SplittableRandom(19);
        Instant from = Instant.parse("2026-03-01T00:00:00Z");
        for (int batch = 0; batch < BATCHES; batch++) {
            int first = batch * 7 % BATCHES * BATCH;
            device.send(DeviceClient.readings(series, BATCH, i -> from.plusSeconds((first + i) * 7L), i -> random.nextInt(20_000, 90_000) / 1000.0)).done();
        }
        return series;
    }
}
