package kilnward.benchmarks.cluster;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import kilnward.server.running.DeviceClient;

/** A device that sends each batch again and again until it is answered, as a good one does, and knows what was acknowledged. */
final class Sender implements Runnable {
    /** Readings of a batch: a hundred of each of ten series. */
    static final int BATCH = 1_000;
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();
    private final URI to;
    private final String token;
    private final List<String> series;
    private final Instant from;
    private final long pauseMs;
    private final AtomicLong acknowledged = new AtomicLong();
    private final AtomicLong again = new AtomicLong();
    private volatile long lastAnswerNs = System.nanoTime();
    private volatile long longestSilenceNs;
    private volatile boolean over;

    /** @param pauseMs between two batches; 0 for as fast as they are taken */
    Sender(String url, String token, List<String> series, Instant from, long pauseMs) {
        this.to = URI.create(url + "/api/v1/readings");
        this.token = token;
        this.series = series;
        this.from = from;
        this.pauseMs = pauseMs;
    }

    @Override
    public void run() {
        try {
            for (long batch = 0; !over; batch++) {
                String body = body(batch);
                while (!taken(body)) {
                    again.incrementAndGet();
                    Thread.sleep(200);
                }
                acknowledged.addAndGet(BATCH);
                if (pauseMs > 0) {
                    Thread.sleep(pauseMs);
                }
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    /** The instant of a reading by its number in its series. */
    private String body(long batch) {
        int each = BATCH / series.size();
        return DeviceClient.readings(series, BATCH, i -> from.plusSeconds(batch * each + i / series.size()), i -> 20 + (i + batch) % 100 / 10.0);
    }

    private boolean taken(String body) throws InterruptedException {
        try {
            HttpResponse<String> answer = http.send(HttpRequest.newBuilder(to).timeout(Duration.ofSeconds(10)).header("Content-Type", "application/json")
                    .header("Authorization", "Bearer " + token).POST(HttpRequest.BodyPublishers.ofString(body)).build(), HttpResponse.BodyHandlers.ofString());
            if (answer.statusCode() == 200) {
                long now = System.nanoTime();
                longestSilenceNs = Math.max(longestSilenceNs, now - lastAnswerNs);
                lastAnswerNs = now;
                return true;
            }
            if (answer.statusCode() == 400 || answer.statusCode() == 401) {
                throw new IllegalStateException("refused: " + answer.body());
            }
            return false;
        } catch (IOException gone) {
            return false;
        }
    }

    void stop() {
        over = true;
    }

    /** Readings that were acknowledged so far. */
    long acknowledged() {
        return acknowledged.get();
    }

    /** How often a batch was sent once more. */
    long again() {
        return again.get();
    }

    /** Readings of each series that were acknowledged so far: the first so many of it. */
    long ofEach() {
        return acknowledged.get() / series.size();
    }

    List<String> series() {
        return series;
    }

    Instant from() {
        return from;
    }

    /** The longest time without an answer since this was last asked (s). */
    double longestSilenceS() {
        double longestS = Math.max(longestSilenceNs, System.nanoTime() - lastAnswerNs) / 1e9;
        longestSilenceNs = 0;
        return longestS;
    }
}
