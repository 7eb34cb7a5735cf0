package kilnward.benchmarks;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A flood: five hundred rules that sound at once, and what the pages say meanwhile. */
public final class AlarmBench {
    private static final int SERIES = 50;
    private static final int RULES = 10;

    private AlarmBench() {
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start());
        try {
            flood(server);
        } finally {
            server.close();
        }
    }

    private static void flood(RunningServer.Running server) throws InterruptedException {
        ApiClient lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Flooded\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        StringBuilder hot = new StringBuilder("{\"readings\":[");
        for (int i = 0; i < SERIES; i++) {
            String series = device.series("series " + i, "TEMPERATURE", "C");
            for (int rule = 0; rule < RULES; rule++) {
                int status = lead.post("/api/v1/chambers/" + chamber + "/rules",
                        "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + series + "\",\"kind\":\"HIGH\",\"urgency\":\"SOON\",\"limit\":" + (31 + rule / 10.0) + "}}").status();
                if (status != 201) {
                    throw new IllegalStateException("no rule was armed: " + status);
                }
            }
            hot.append(i == 0 ? "" : ",").append("{\"series\":\"").append(series).append("\",\"at\":\"").append(Instant.now()).append("\",\"value\":40}");
        }
        JdbcClient sql = server.bean(JdbcClient.class);
        List<Double> alarmsMs = new ArrayList<>();
        long begun = System.nanoTime();
        device.send(hot.append("]}").toString());
        double raisedS = Double.NaN;
        while (alarmsMs.size() < 200 || Double.isNaN(raisedS)) {
            long asked = System.nanoTime();
            if (lead.get("/api/v1/alarms").status() != 200) {
                throw new IllegalStateException("no answer");
            }
            alarmsMs.add((System.nanoTime() - asked) / 1e6);
            if (Double.isNaN(raisedS)
                    && sql.sql("select count(*) from alarm where chamber_id = ?").param(java.util.UUID.fromString(chamber)).query(Integer.class).single() == SERIES * RULES) {
                raisedS = (System.nanoTime() - begun) / 1e9;
            }
            Thread.sleep(20);
        }
        double[] sorted = alarmsMs.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        int causes = sql.sql("select count(distinct cause_id) from alarm where chamber_id = ?").param(java.util.UUID.fromString(chamber)).query(Integer.class).single();
        System.out.println("| a flood of alarms | measured | wanted | |");
        System.out.println("|---|---|---|---|");
        System.out.printf("| %d alarms raised after one batch of readings | %.1f s | | %d entries on the page, the first out in front |%n", SERIES * RULES, raisedS, causes);
        System.out.printf("| all open alarms asked for meanwhile and after, 95th percentile | %.0f ms | under 150 | %d asked |%n", sorted[(int) (0.95 * sorted.length)],
                sorted.length);
    }
}
