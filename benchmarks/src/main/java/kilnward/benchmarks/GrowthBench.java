package kilnward.benchmarks;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.Station;

/** What a reading and a chamber cost as a station grows from ten series to ten thousand, and two hundred people who watch. Prints tables. */
public final class GrowthBench {
    private static final int[] CHAMBERS = {1, 10, 100, 1_000};
    private static final int BATCHES = 300;
    /** A hundred of each of ten series. */
    private static final int BATCH = 1_000;
    private static final int LOOKS = 120;
    private static final int WATCHERS = 200;
    private static final int WATCHED_S = 20;

    private final RunningServer.Running server;
    private final ApiClient lead;
    private final Station station;
    private Instant at = Instant.now().truncatedTo(ChronoUnit.HOURS).minus(25, ChronoUnit.DAYS);

    private GrowthBench(RunningServer.Running server) {
        this.server = server;
        this.lead = ApiClient.as(server, "LEAD");
        this.station = new Station(lead, server.url());
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo-days=0");
        try {
            while (ApiClient.as(server, "LEAD").get("/api/v1/chambers").body().isEmpty()) {
                Thread.sleep(200);
            }
            GrowthBench bench = new GrowthBench(server);
            bench.growth();
            bench.watched();
        } finally {
            server.close();
        }
        System.exit(0);
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private void growth() {
        System.out.println(
                "| series | chambers | a reading, in sendings of 1,000 of one device | a sending of ten readings | a chamber's page (chamber, series, a day's chart) | all rows of the ward |");
        System.out.println("|---|---|---|---|---|---|");
        station.growTo(1);
        // The first numbers of a virtual machine are of no use.
        readingUs();
        pageMs();
        double first = 0;
        double last = 0;
        double firstPage = 0;
        double lastPage = 0;
        for (int chambers : CHAMBERS) {
            station.growTo(chambers);
            double us = readingUs();
            double sendingMs = sendingMs();
            double page = pageMs();
            double ward = wardMs();
            if (first == 0) {
                first = us;
                firstPage = page;
            }
            last = us;
            lastPage = page;
            System.out.printf("| %,d | %,d | %.1f µs | %.1f ms | %.1f ms | %.0f ms |%n", chambers * Station.SERIES, chambers, us, sendingMs, page, ward);
        }
        System.out.printf("%nFrom 10 to 10,000 series a reading costs %.2f times, a chamber's page %.2f times as much (wanted: at most 1.2).%n%n", last / first,
                lastPage / firstPage);
    }

    /** Devices send their backlog in turn, as many readings whatever the size of the station. */
    private double readingUs() {
        double[] us = new double[BATCHES];
        for (int batch = 0; batch < BATCHES; batch++) {
            Station.Box box = station.boxes().get(batch * 7 % station.boxes().size());
            StringBuilder body = new StringBuilder("{\"readings\":[");
            for (int i = 0; i < BATCH; i++) {
                body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(box.series().get(i % Station.SERIES)).append("\",\"at\":\"")
                        .append(at.plusSeconds(i / Station.SERIES))
                        .append("\",\"value\":").append(25 + i % 97 / 100.0).append('}');
            }
            at = at.plusSeconds(BATCH / Station.SERIES);
            us[batch] = sentNs(box.device(), body.append("]}").toString()) / 1e3 / BATCH;
        }
        return median(us);
    }

    /** The newest reading of each series of a device, as it comes each minute. */
    private double sendingMs() {
        double[] ms = new double[BATCHES];
        for (int batch = 0; batch < BATCHES; batch++) {
            Station.Box box = station.boxes().get(batch * 7 % station.boxes().size());
            StringBuilder body = new StringBuilder("{\"readings\":[");
            for (int i = 0; i < Station.SERIES; i++) {
                body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(box.series().get(i)).append("\",\"at\":\"").append(at).append("\",\"value\":25}");
            }
            at = at.plusSeconds(1);
            ms[batch] = sentNs(box.device(), body.append("]}").toString()) / 1e6;
        }
        return median(ms);
    }

    private static double sentNs(DeviceClient device, String body) {
        long begun = System.nanoTime();
        ApiClient.Answer answer = device.send(body);
        if (answer.status() != 200) {
            throw new IllegalStateException(answer.toString());
        }
        return System.nanoTime() - begun;
    }

    private double pageMs() {
        double[] ms = new double[LOOKS];
        for (int i = 0; i < LOOKS; i++) {
            Station.Box box = station.boxes().get(i * 7 % station.boxes().size());
            long begun = System.nanoTime();
            must("/api/v1/chambers/" + box.chamber());
            must("/api/v1/chambers/" + box.chamber() + "/series");
            must("/api/v1/series/" + box.series().get(0) + "/chart?from=" + at.minus(1, ChronoUnit.DAYS) + "&to=" + at);
            ms[i] = (System.nanoTime() - begun) / 1e6;
        }
        return median(ms);
    }

    private double wardMs() {
        double[] ms = new double[9];
        for (int i = 0; i < ms.length; i++) {
            long begun = System.nanoTime();
            must("/api/v1/ward");
            ms[i] = (System.nanoTime() - begun) / 1e6;
        }
        return median(ms);
    }

    private void must(String path) {
        ApiClient.Answer answer = lead.get(path);
        if (answer.status() != 200) {
            throw new IllegalStateException(path + " " + answer);
        }
    }

    /** Half of them the ward, half one chamber each, while every chamber sends as often as with ten thousand readings a minute. */
    private void watched() throws Exception {
        HttpClient http = HttpClient.newHttpClient();
        // By the value of a reading, when it was sent; and how long until each watcher had it.
        Map<String, Long> sent = new ConcurrentHashMap<>();
        List<Double> behindMs = java.util.Collections.synchronizedList(new ArrayList<>());
        List<Stream<String>> streams = new ArrayList<>();
        for (int i = 0; i < WATCHERS; i++) {
            String of = i % 2 == 0 ? "" : "?chamber=" + station.boxes().get(0).chamber();
            HttpResponse<Stream<String>> stream = http.send(HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/stream" + of)).build(), HttpResponse.BodyHandlers.ofLines());
            if (stream.statusCode() != 200) {
                throw new IllegalStateException("watcher " + i + " was not let in: " + stream.statusCode());
            }
            streams.add(stream.body());
            Thread listens = new Thread(() -> {
                try {
                    stream.body().filter(line -> line.startsWith("data:") && line.contains("\"value\":4")).forEach(line -> {
                        Long then = sent.get(line.replaceAll(".*\"value\":([0-9.]+).*", "$1"));
                        if (then != null) {
                            behindMs.add((System.nanoTime() - then) / 1e6);
                        }
                    });
                } catch (java.io.UncheckedIOException over) {
                    return;
                }
            }, "watcher");
            listens.setDaemon(true);
            listens.start();
        }
        Thread.sleep(5_000);
        behindMs.clear();
        long begun = System.nanoTime();
        long sendings = 0;
        int marked = 0;
        List<Double> pagesMs = new ArrayList<>();
        while (System.nanoTime() - begun < WATCHED_S * 1_000_000_000L) {
            // Seventeen sendings a second are ten thousand series once a minute.
            long due = begun + sendings * 1_000_000_000L / 17;
            while (System.nanoTime() < due) {
                Thread.sleep(1);
            }
            boolean marks = sendings % 17 == 0;
            Station.Box box = station.boxes().get(marks ? 0 : (int) (sendings * 7 % station.boxes().size()));
            String value = marks ? String.format(java.util.Locale.ROOT, "%.1f", 40 + marked / 10.0) : "25.5";
            StringBuilder body = new StringBuilder("{\"readings\":[");
            for (int i = 0; i < Station.SERIES; i++) {
                body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(box.series().get(i)).append("\",\"at\":\"").append(Instant.now()).append("\",\"value\":")
                        .append(i == 0 ? value : "25.5").append('}');
            }
            if (marks) {
                sent.put(value, System.nanoTime());
                marked++;
            }
            sentNs(box.device(), body.append("]}").toString());
            if (sendings % 5 == 0) {
                long asked = System.nanoTime();
                must("/api/v1/chambers/" + box.chamber());
                pagesMs.add((System.nanoTime() - asked) / 1e6);
            }
            sendings++;
        }
        Thread.sleep(3_000);
        double[] behind = behindMs.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        double[] pages = pagesMs.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        System.out.println("| 200 people watch one server, half of them a ward of 1,000 chambers that send each minute | | wanted |");
        System.out.println("|---|---|---|");
        System.out.printf("| readings that were followed, and reached all | %d of %d | all |%n", behind.length, (long) marked * WATCHERS);
        System.out.printf("| from sending to a page, median and 95th percentile | %.0f and %.0f ms | under 2,000 |%n", median(behind), behind[(int) (behind.length * 0.95)]);
        System.out.printf("| other pages meanwhile, 95th percentile | %.0f ms | under 150 |%n", pages[(int) (pages.length * 0.95)]);
        System.out.printf("| sendings of ten readings | %.1f a second | 17 |%n", sendings / (double) WATCHED_S);
        streams.forEach(Stream::close);
    }
}
