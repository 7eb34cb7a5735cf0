package kilnward.benchmarks.cluster;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import kilnward.server.running.Figures;

/** Somebody who looks at pages ten times a second, and knows how long each took and which did not come. */
final class Looker implements Runnable {
    private static final long EVERY_MS = 100;
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();
    private final List<String> addresses;
    private final String session;
    private final List<Double> tookMs = new ArrayList<>();
    private int failed;
    private volatile boolean over;

    /** @param session the session that shows them, as a browser would send it */
    Looker(List<String> addresses, String session) {
        this.addresses = addresses;
        this.session = session;
    }

    /** How it went since it was last asked: 95th percentile (ms), how many were asked, and how many did not come. */
    record Seen(double p95Ms, int asked, int failed) {
    }

    @Override
    public void run() {
        try {
            for (int i = 0; !over; i++) {
                long begun = System.nanoTime();
                boolean came = comes(addresses.get(i % addresses.size()));
                double ms = (System.nanoTime() - begun) / 1e6;
                synchronized (this) {
                    tookMs.add(ms);
                    failed += came ? 0 : 1;
                }
                Thread.sleep(EVERY_MS);
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean comes(String address) throws InterruptedException {
        try {
            return http.send(HttpRequest.newBuilder(URI.create(address)).timeout(Duration.ofSeconds(10)).header("Cookie", session).build(), HttpResponse.BodyHandlers.ofString())
                    .statusCode() == 200;
        } catch (IOException gone) {
            return false;
        }
    }

    synchronized Seen seen() {
        Seen seen = new Seen(tookMs.isEmpty() ? 0 : Figures.percentile(tookMs, 0.95), tookMs.size(), failed);
        tookMs.clear();
        failed = 0;
        return seen;
    }

    void stop() {
        over = true;
    }
}
