package kilnward.benchmarks;

import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.Figures;
import kilnward.server.running.Station;

/** Two hundred people at one server: half of them watch the ward, half one chamber, while every chamber of a station sends once a minute. */
final class Watched {
    private static final int WATCHERS = 200;
    private static final int WATCHED_S = 20;
    /** Ten thousand series once a minute, ten to a sending. */
    private static final int SENDINGS_A_SECOND = 17;
    private final String url;
    private final ApiClient lead;
    private final Station station;
    /** When a reading that is followed was sent, by its value. */
    private final Map<String, Long> sent = new ConcurrentHashMap<>();
    private final List<Double> behindMs = Collections.synchronizedList(new ArrayList<>());

    Watched(String url, ApiClient lead, Station station) {
        this.url = url;
        this.lead = lead;
        this.station = station;
    }

    void measure() throws Exception {
        HttpClient http = HttpClient.newHttpClient();
        List<Stream<String>> streams = new ArrayList<>();
        for (int i = 0; i < WATCHERS; i++) {
            streams.add(watching(http, i % 2 == 0 ? "" : "?chamber=" + station.boxes().get(0).chamber()));
        }
        Thread.sleep(5_000);
        behindMs.clear();
        long begun = System.nanoTime();
        int sendings = 0;
        List<Double> pagesMs = new ArrayList<>();
        while (System.nanoTime() - begun < WATCHED_S * 1_000_000_000L) {
            long due = begun + sendings * 1_000_000_000L / SENDINGS_A_SECOND;
            while (System.nanoTime() < due) {
                Thread.sleep(1);
            }
            boolean followed = sendings % SENDINGS_A_SECOND == 0;
            Station.Box box = station.boxes().get(followed ? 0 : sendings * 7 % station.boxes().size());
            double value = followed ? 40 + sent.size() / 10.0 : 25.5;
            Instant now = Instant.now();
            String body = DeviceClient.readings(box.series(), Station.SERIES, i -> now, i -> i == 0 ? Math.rint(10 * value) / 10 : 25.5);
            if (followed) {
                sent.put(String.format(Locale.ROOT, "%.1f", value), System.nanoTime());
            }
            box.device().send(body).done();
            if (sendings % 5 == 0) {
                pagesMs.add(Figures.tookMs(() -> lead.get("/api/v1/chambers/" + box.chamber()).done()));
            }
            sendings++;
        }
        Thread.sleep(3_000);
        List<Double> behind = List.copyOf(behindMs);
        System.out.printf("| %d people watch one server, half of them a ward of %,d chambers that send each minute | | wanted |%n", WATCHERS, station.boxes().size());
        System.out.println("|---|---|---|");
        System.out.printf("| readings that were followed, and reached all | %,d of %,d | all |%n", behind.size(), sent.size() * WATCHERS);
        System.out.printf("| from sending to a page, median and 95th percentile | %.0f and %.0f ms | under 2,000 |%n", Figures.median(behind), Figures.percentile(behind, 0.95));
        System.out.printf("| other pages meanwhile, 95th percentile | %.0f ms | under 150 |%n", Figures.percentile(pagesMs, 0.95));
        System.out.printf("| sendings of ten readings | %.1f a second | %d |%n", sendings / (double) WATCHED_S, SENDINGS_A_SECOND);
        streams.forEach(Stream::close);
    }

    private Stream<String> watching(HttpClient http, String of) throws Exception {
        HttpResponse<Stream<String>> stream = http.send(HttpRequest.newBuilder(URI.create(url + "/api/v1/stream" + of)).build(), HttpResponse.BodyHandlers.ofLines());
        if (stream.statusCode() != 200) {
            throw new IllegalStateException("somebody was not let in: " + stream.statusCode());
        }
        Thread listens = new Thread(() -> {
            try {
                stream.body().filter(line -> line.startsWith("data:") && line.contains("\"value\":4")).forEach(line -> {
                    Long then = sent.get(line.replaceAll(".*\"value\":([0-9.]+).*", "$1"));
                    if (then != null) {
                        behindMs.add((System.nanoTime() - then) / 1e6);
                    }
                });
            } catch (UncheckedIOException over) {
                return;
            }
        }, "watcher");
        listens.setDaemon(true);
        listens.start();
        return stream.body();
    }
}
