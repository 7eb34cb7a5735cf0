package kilnward.benchmarks;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import kilnward.core.series.SeriesUnit;
import kilnward.server.reading.Arriving;
import kilnward.server.reading.ReadingStore;
import kilnward.server.reading.Recount;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.Figures;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The store of readings: against LOAD DATA of the same rows, under load over HTTP, and charts of a year against those of a day. Prints ratios. */
public final class ReadingsBench {
    private static final int SERIES = 10;
    private static final int BATCH = 10_000;
    private static final int ROUNDS = 7;
    private static final int LOAD_S = Integer.getInteger("kiln.load.seconds", 60);
    private static final int LOAD_PER_S = 20_000;
    private static final int SENDERS = 4;
    private static final int YEAR_DAYS = Integer.getInteger("kiln.year.days", 365);

    private final RunningServer.Running server;
    private final Connection database;
    private final ApiClient lead;

    private ReadingsBench(RunningServer.Running server) throws SQLException {
        this.server = server;
        this.database = DriverManager.getConnection(server.database().url() + "?user=root&allowLocalInfile=true");
        this.lead = ApiClient.as(server, "LEAD");
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start());
        try {
            while (!server.bean(kilnward.server.demo.History.class).done()) {
                Thread.sleep(200);
            }
            System.out.println("| | measured | wanted | |\n|---|---|---|---|");
            ReadingsBench bench = new ReadingsBench(server);
            bench.againstLoadData();
            bench.underLoad();
            bench.yearAgainstDay();
        } finally {
            server.close();
        }
    }

    private String chamber(String name) {
        return lead.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
    }

    private List<Series> series(DeviceClient device, int count) {
        SeriesService all = server.bean(SeriesService.class);
        List<Series> made = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            made.add(all.find(UUID.fromString(device.series("series " + i, "TEMPERATURE", "C"))).orElseThrow());
        }
        return made;
    }

    /** Batches of 10,000 readings, ten series of one a second, and the same rows by LOAD DATA into the same table under other numbers. */
    private void againstLoadData() throws SQLException, IOException {
        ReadingStore store = server.bean(ReadingStore.class);
        List<Series> mine = series(DeviceClient.added(lead, server.url(), chamber("Loaded"), "x"), SERIES);
        double[] ours = new double[ROUNDS];
        double[] load = new double[ROUNDS];
        int batches = 10;
        Instant from = Instant.parse("2026-01-05T00:00:00Z");
        Path file = Files.createTempFile("load", ".tsv");
        try (Statement statement = database.createStatement()) {
            statement.execute("set global local_infile = 1");
            for (int round = 0; round < ROUNDS; round++) {
                long begun = System.nanoTime();
                for (int batch = 0; batch < batches; batch++) {
                    List<Arriving> rows = new ArrayList<>(BATCH);
                    for (int i = 0; i < BATCH; i++) {
                        Series one = mine.get(i % SERIES);
                        rows.add(new Arriving(i, "", one, from.plusSeconds(1_000L * (batches * round + batch) + i / SERIES), 25 + i % 97 / 100.0, SeriesUnit.C, null));
                    }
                    store.write(rows, true);
                }
                ours[round] = System.nanoTime() - begun;
                begun = System.nanoTime();
                for (int batch = 0; batch < batches; batch++) {
                    StringBuilder rows = new StringBuilder(BATCH * 40);
                    for (int i = 0; i < BATCH; i++) {
                        long us = from.plusSeconds(1_000L * (batches * round + batch) + i / SERIES).getEpochSecond() * 1_000_000;
                        rows.append(1_000_000 + i % SERIES).append('\t').append(us).append('\t').append(25_000_000 + i % 97 * 10_000).append('\n');
                    }
                    Files.writeString(file, rows);
                    statement.execute("load data local infile '" + file + "' into table reading");
                }
                load[round] = System.nanoTime() - begun;
            }
            statement.execute("delete from reading where series >= 1000000");
        }
        Files.delete(file);
        System.out.printf(
                "| 100,000 readings in batches of 10,000, minutes, hours and newest kept up, of the time of LOAD DATA of the same rows | %.2f | at most 2.5 | %.0f ms, %.0f ms |%n",
                Figures.median(ours) / Figures.median(load), Figures.median(ours) / 1e6, Figures.median(load) / 1e6);
    }

    /** Several senders over HTTP at a fixed pace, while others look at pages and one watches. */
    private void underLoad() throws Exception {
        String chamber = chamber("Under load");
        AtomicLong stored = new AtomicLong();
        AtomicLong refused = new AtomicLong();
        List<DeviceClient> devices = new ArrayList<>();
        List<List<String>> all = new ArrayList<>();
        for (int i = 0; i < SENDERS; i++) {
            DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "sender " + i);
            devices.add(device);
            all.add(series(device, SERIES).stream().map(each -> each.id().toString()).toList());
        }
        ExecutorService senders = Executors.newFixedThreadPool(SENDERS);
        long begun = System.nanoTime();
        int perBatch = LOAD_PER_S / SENDERS;
        Instant from = Instant.now().truncatedTo(ChronoUnit.SECONDS).minus(Duration.ofDays(2));
        for (int sender = 0; sender < SENDERS; sender++) {
            int mine = sender;
            senders.submit(() -> {
                for (int second = 0; second < LOAD_S; second++) {
                    // Five hundred seconds of each series in each batch.
                    Instant first = from.plusSeconds((long) second * (perBatch / SERIES));
                    String body = DeviceClient.readings(all.get(mine), perBatch, i -> first.plusSeconds(i / SERIES), i -> 20 + i % 100 / 10.0);
                    long due = begun + second * 1_000_000_000L;
                    while (System.nanoTime() < due) {
                        Thread.sleep(1);
                    }
                    while (true) {
                        ApiClient.Answer answer = devices.get(mine).send(body);
                        if (answer.status() == 200) {
                            stored.addAndGet(answer.body().get("stored").asInt());
                            break;
                        }
                        refused.incrementAndGet();
                        Thread.sleep(500);
                    }
                }
                return null;
            });
        }
        List<Double> pagesMs = new ArrayList<>();
        List<Double> behindMs = new ArrayList<>();
        DeviceClient watched = DeviceClient.added(lead, server.url(), chamber("Watched"), "watched");
        String one = watched.series("watched", "TEMPERATURE", "C");
        Watching watching = new Watching(server.url() + "/api/v1/stream?chamber=" + watched.chamber());
        Thread watches = new Thread(watching, "watches");
        watches.setDaemon(true);
        watches.start();
        HttpClient http = HttpClient.newHttpClient();
        long until = begun + LOAD_S * 1_000_000_000L;
        for (int i = 0; System.nanoTime() < until; i++) {
            long asked = System.nanoTime();
            http.send(HttpRequest.newBuilder(URI.create(server.url() + (i % 2 == 0 ? "/api/v1/chambers/" + chamber : "/api/v1/series/" + all.get(0).get(0) + "/chart"))).build(),
                    HttpResponse.BodyHandlers.ofString());
            pagesMs.add((System.nanoTime() - asked) / 1e6);
            if (i % 10 == 0) {
                Instant at = Instant.now().truncatedTo(ChronoUnit.MILLIS);
                long sent = System.nanoTime();
                watched.send("{\"readings\":[{\"series\":\"" + one + "\",\"at\":\"" + at + "\",\"value\":25}]}");
                watching.await(at);
                behindMs.add((System.nanoTime() - sent) / 1e6);
            }
            Thread.sleep(100);
        }
        senders.shutdown();
        senders.awaitTermination(120, TimeUnit.SECONDS);
        double tookS = (System.nanoTime() - begun) / 1e9;
        watching.close();
        System.out.printf("| readings over HTTP from %d senders, asked for %,d a second for %d s | %,d stored, %,.0f a second | all of %,d | %d times told to come again |%n",
                SENDERS,
                LOAD_PER_S, LOAD_S, stored.get(), stored.get() / tookS, (long) LOAD_PER_S * LOAD_S, refused.get());
        System.out.printf("| other pages meanwhile, 95th percentile | %.0f ms | under 150 | %d asked |%n", Figures.percentile(pagesMs, 0.95), pagesMs.size());
        System.out.printf("| from sending a reading to its being on a watching page meanwhile, 95th percentile | %.0f ms | under 2000 | %d sent |%n",
                Figures.percentile(behindMs, 0.95),
                behindMs.size());
        System.out.printf("| minutes, hours and quarters that are not what their readings are | %d | 0 | |%n", Recount.differing(server.bean(JdbcClient.class)));
    }

    /** Ten probes, a reading a minute for a year. */
    private void yearAgainstDay() throws Exception {
        ReadingStore store = server.bean(ReadingStore.class);
        List<Series> probes = series(DeviceClient.added(lead, server.url(), chamber("A year"), "y"), 10);
        Instant from = Instant.parse("2025-11-01T00:00:00Z");
        long begun = System.nanoTime();
        List<Arriving> rows = new ArrayList<>();
        for (int day = 0; day < YEAR_DAYS; day++) {
            for (Series one : probes) {
                for (int minute = 0; minute < 1440; minute++) {
                    rows.add(new Arriving(0, "", one, from.plus(day, ChronoUnit.DAYS).plusSeconds(60L * minute), 25 + 3 * Math.sin(minute / 229.0) + day % 7 / 10.0, SeriesUnit.C,
                            null));
                }
            }
            if (rows.size() > 20_000) {
                store.write(rows, true);
                rows.clear();
            }
        }
        store.write(rows, true);
        double writtenS = (System.nanoTime() - begun) / 1e9;
        Instant to = from.plus(YEAR_DAYS, ChronoUnit.DAYS);
        double[] year = new double[40];
        double[] day = new double[40];
        for (int i = 0; i < year.length; i++) {
            String id = probes.get(i % probes.size()).id().toString();
            year[i] = chartMs(id, from, to);
            day[i] = chartMs(id, to.minus(20 + i, ChronoUnit.DAYS), to.minus(19 + i, ChronoUnit.DAYS));
        }
        System.out.printf("| chart of a year of minutes of one of ten probes, of the time of one of a day | %.2f | at most 1.3 | %.0f ms, %.0f ms (both under 100) |%n",
                Figures.median(year) / Figures.median(day), Figures.median(year), Figures.median(day));
        try (Statement statement = database.createStatement();
                var size = statement.executeQuery(
                        "select sum(data_length + index_length) / 1048576, (select count(*) from reading) from information_schema.tables where table_schema = 'kilnward'"
                                + " and table_name like 'reading%'")) {
            size.next();
            System.out.printf("| on disk, with minutes and hours | %,.0f MB | | %,d readings; the year was written in %.0f s |%n", size.getDouble(1), size.getLong(2), writtenS);
        }
    }

    private double chartMs(String id, Instant from, Instant to) {
        long asked = System.nanoTime();
        lead.get("/api/v1/series/" + id + "/chart?from=" + from + "&to=" + to + "&buckets=2000").done();
        return (System.nanoTime() - asked) / 1e6;
    }

    /** A page that watches one chamber. */
    private static final class Watching implements Runnable, AutoCloseable {
        private final HttpResponse<java.util.stream.Stream<String>> stream;
        private volatile Optional<Instant> newest = Optional.empty();

        Watching(String url) throws IOException, InterruptedException {
            stream = HttpClient.newHttpClient().send(HttpRequest.newBuilder(URI.create(url)).build(), HttpResponse.BodyHandlers.ofLines());
        }

        @Override
        public void run() {
            try {
                listen();
            } catch (java.io.UncheckedIOException over) {
                // Closed from here.
                return;
            }
        }

        private void listen() {
            stream.body().filter(line -> line.startsWith("data:") && line.contains("\"value\"")).forEach(line -> {
                int at = line.indexOf("\"at\":\"") + 6;
                newest = Optional.of(Instant.parse(line.substring(at, line.indexOf('"', at))));
            });
        }

        void await(Instant at) throws InterruptedException {
            long until = System.nanoTime() + 20_000_000_000L;
            while ((newest.isEmpty() || newest.get().isBefore(at)) && System.nanoTime() < until) {
                Thread.sleep(2);
            }
        }

        @Override
        public void close() {
            stream.body().close();
        }
    }
}
