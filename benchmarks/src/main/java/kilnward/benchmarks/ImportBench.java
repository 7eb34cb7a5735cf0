package kilnward.benchmarks;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import kilnward.server.running.ApiClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A logger's file of a million rows, from the page to readings, of the time of LOAD DATA of the same rows. Prints ratios. */
public final class ImportBench {
    private static final int ROWS = Integer.getInteger("kiln.import.rows", 1_000_000);
    private static final int ROUNDS = 3;
    private static final Instant FROM = Instant.parse("2026-01-01T00:00:00Z");

    private ImportBench() {
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start());
        try (Connection database = DriverManager.getConnection(server.database().url() + "?user=root&allowLocalInfile=true"); Statement sql = database.createStatement()) {
            while (!server.bean(kilnward.server.demo.History.class).done()) {
                Thread.sleep(200);
            }
            System.out.println("| | measured | wanted |\n|---|---|---|");
            sql.execute("set global local_infile = 1");
            ApiClient lead = ApiClient.as(server, "LEAD");
            double best = Double.POSITIVE_INFINITY;
            double bestLoad = Double.POSITIVE_INFINITY;
            for (int round = 0; round < ROUNDS; round++) {
                best = Math.min(best, imported(lead, round));
                bestLoad = Math.min(bestLoad, loaded(sql, round));
            }
            System.out.printf(
                    "| a logger's file of %,d rows taken in, of the time of LOAD DATA of the same rows (best of %d each, in turn) | **%.2f** (%.1f s, %.1f s) | at most 2, 10 s |%n",
                    ROWS,
                    ROUNDS, best / bestLoad, best, bestLoad);
        } finally {
            server.close();
        }
    }

    /** From when it is said what is in it until it is done (s). */
    private static double imported(ApiClient lead, int round) throws InterruptedException {
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Million " + round + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        String path = "/api/v1/chambers/" + chamber + "/imports";
        DateTimeFormatter at = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss").withZone(ZoneOffset.UTC);
        StringBuilder text = new StringBuilder(30 * ROWS).append("moment;eggs (°C)\n");
        for (int i = 0; i < ROWS; i++) {
            text.append(at.format(FROM.plusSeconds(10L * i))).append(';').append(value(i, round) / 1e6).append('\n');
        }
        JsonNode file = lead.postFile(path + "?name=million.csv", text.toString().getBytes(StandardCharsets.UTF_8)).body();
        ObjectNode plan = (ObjectNode) file.get("guess").deepCopy();
        plan.put("zone", "UTC");
        String one = path + "/" + file.get("id").asString();
        long begun = System.nanoTime();
        lead.post(one + "/run", plan.toString());
        JsonNode now = lead.get(one).body();
        while (now.get("state").asString().equals("RUNNING")) {
            Thread.sleep(100);
            now = lead.get(one).body();
        }
        if (now.get("stored").asInt() != ROWS) {
            throw new IllegalStateException(now.toString());
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private static double loaded(Statement sql, int round) throws IOException, java.sql.SQLException {
        Path file = Files.createTempFile("load", ".tsv");
        long begun = System.nanoTime();
        StringBuilder rows = new StringBuilder(40 * ROWS);
        for (int i = 0; i < ROWS; i++) {
            rows.append(2_000_000 + round).append('\t').append(FROM.plusSeconds(10L * i).getEpochSecond() * 1_000_000).append('\t').append(value(i, round)).append('\n');
        }
        Files.writeString(file, rows);
        sql.execute("load data local infile '" + file + "' into table reading");
        double took = (System.nanoTime() - begun) / 1e9;
        sql.execute("delete from reading where series >= 2000000");
        Files.delete(file);
        return took;
    }

    private static long value(int i, int round) {
        return 28_000_000 + i % 97 * 10_000L + 100_000L * round;
    }
}
