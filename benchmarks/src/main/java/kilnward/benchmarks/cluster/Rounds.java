package kilnward.benchmarks.cluster;

import java.io.IOException;
import java.time.Instant;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.HookReceiver;
import tools.jackson.databind.JsonNode;

/** One alarm after the other: a reading too high, the alarm, somebody who is told by a hook, a reading that is well again, and somebody who knows. */
final class Rounds implements Runnable, AutoCloseable {
    /** An alarm that has not come after so long is one that was missed. */
    private static final long MISSED_AFTER_S = 90;
    private final String url;
    private final String chamber;
    private final DeviceClient device;
    private final String series;
    private final HookReceiver hook;
    private ApiClient keeper;
    private int sounded;
    private int missed;
    private double longestS;
    private volatile boolean over;

    Rounds(String url, ApiClient lead, String chamber) throws IOException {
        this.url = url;
        this.chamber = chamber;
        this.keeper = lead;
        this.device = DeviceClient.added(lead, url, chamber, "of alarms");
        this.series = device.series("of alarms", "TEMPERATURE", "C");
        this.hook = new HookReceiver(0);
        hook.told(ApiClient.as(url, "OWNER"));
        lead.post("/api/v1/chambers/" + chamber + "/rules",
                "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + series + "\",\"kind\":\"HIGH\",\"urgency\":\"NOW\",\"limit\":31}}").done();
    }

    @Override
    public void run() {
        try {
            while (!over) {
                send(35);
                long begun = System.nanoTime();
                JsonNode alarm = awaited(true);
                if (alarm == null) {
                    missed++;
                } else {
                    sounded++;
                    longestS = Math.max(longestS, (System.nanoTime() - begun) / 1e9);
                }
                send(25);
                while ((alarm = awaited(false)) != null && !over) {
                    acknowledge(alarm.get("id").asString());
                    Thread.sleep(200);
                }
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private void send(double value) throws InterruptedException {
        String body = "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":" + value + "}]}";
        while (status(() -> device.send(body)) != 200) {
            Thread.sleep(200);
        }
    }

    private interface Asking {
        Answer ask();
    }

    private static int status(Asking asking) {
        try {
            return asking.ask().status();
        } catch (IllegalStateException gone) {
            return 0;
        }
    }

    /** The open alarm of the rule, once it is there; or null once there is none any more, or where none has come in time. */
    private JsonNode awaited(boolean there) throws InterruptedException {
        long until = System.nanoTime() + MISSED_AFTER_S * 1_000_000_000L;
        JsonNode last = null;
        while (System.nanoTime() < until) {
            try {
                Answer open = keeper.get("/api/v1/alarms");
                if (open.status() == 200) {
                    last = null;
                    for (JsonNode alarm : open.body()) {
                        if (alarm.get("seriesId").asString().equals(series)) {
                            last = alarm;
                        }
                    }
                    if (there == (last != null) || !there && last.get("state").asString().equals("RETURNED")) {
                        return last;
                    }
                }
            } catch (IllegalStateException gone) {
                // The next look tells.
            }
            Thread.sleep(50);
        }
        return last;
    }

    private void acknowledge(String id) {
        int status = status(() -> keeper.post("/api/v1/alarms/" + id + "/acknowledge", "{}"));
        if (status == 401 || status == 403) {
            keeper = ApiClient.as(url, "LEAD");
        }
    }

    void stop() {
        over = true;
    }

    int sounded() {
        return sounded;
    }

    int missed() {
        return missed;
    }

    double longestS() {
        return longestS;
    }

    String chamber() {
        return chamber;
    }

    HookReceiver told() {
        return hook;
    }

    @Override
    public void close() {
        hook.close();
    }
}
