package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import kilnward.server.account.Household;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient;
import kilnward.server.running.Attacks;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.ServedServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;

/** Whoever sends much, or slowly, or both, stops nobody else. It takes all that an address may have, so that it runs alone. */
@Isolated
@ExtendWith(ServedServer.class)
class FloodTest {
    private final List<Socket> open = new ArrayList<>();

    @AfterEach
    void hangUp() throws IOException {
        for (Socket each : open) {
            each.close();
        }
    }

    private Socket begun(String url, String text) throws IOException {
        URI uri = URI.create(url);
        Socket socket = new Socket(uri.getHost(), uri.getPort());
        open.add(socket);
        socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    private static int status(HttpClient client, String url) throws Exception {
        return client.send(HttpRequest.newBuilder(URI.create(url)).timeout(java.time.Duration.ofSeconds(5)).build(), HttpResponse.BodyHandlers.discarding()).statusCode();
    }

    /** 220 bodies that never come to an end, some to where devices send: health, pages and devices go on as before. */
    @Test
    void slowBodiesHoldUpNothingElse(ServedServer.Served served) throws Exception {
        String url = served.server().url();
        UUID site = Household.site(served.server(), "Flooded");
        ApiClient lead = Household.member(served.server(), site, Role.LEAD, "flood lead");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Flooded\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, url, chamber, "logger");
        String series = device.series("among the eggs", "TEMPERATURE", "C");
        String[] paths = {"/api/v1/calc/air", "/api/v1/session/password", "/api/v1/readings", "/api/v1/chambers"};
        for (int i = 0; i < 220; i++) {
            begun(url, "POST " + paths[i % paths.length]
                    + " HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nAuthorization: Bearer nobody\r\nContent-Length: 50000\r\n\r\n{");
        }
        HttpClient client = HttpClient.newHttpClient();
        long longestMs = 0;
        for (int i = 0; i < 10; i++) {
            long began = System.nanoTime();
            for (Socket each : open) {
                drip(each);
            }
            assertEquals(200, status(client, url + "/actuator/health"));
            assertEquals(200, status(client, url + "/"));
            String body = "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":28}]}";
            assertEquals(200, device.send(body).status());
            longestMs = Math.max(longestMs, (System.nanoTime() - began) / 1_000_000);
            assertTrue(longestMs < 5_000, "it took " + longestMs + " ms");
        }
        Attacks.tried("220 bodies at once that never come to an end", "health, a page and a device's reading together answered within " + longestMs + " ms, ten times");
    }

    private static void drip(Socket socket) {
        try {
            OutputStream out = socket.getOutputStream();
            out.write(' ');
            out.flush();
        } catch (IOException refused) {
            // That one was hung up on.
            return;
        }
    }

    /** Headers that never come to an end are hung up on. */
    @Test
    void slowHeadersAreHungUpOn(ServedServer.Served served) throws Exception {
        Socket slow = begun(served.server().url(), "GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: ");
        slow.setSoTimeout(1000);
        long began = System.nanoTime();
        boolean over = false;
        while (!over && System.nanoTime() - began < 25_000_000_000L) {
            drip(slow);
            over = isOver(slow);
        }
        assertTrue(over, "it was still open after 25 s");
        Attacks.tried("headers, a byte a second", "hung up on after " + (System.nanoTime() - began) / 1_000_000_000 + " s");
    }

    private static boolean isOver(Socket socket) {
        try {
            InputStream in = socket.getInputStream();
            return in.read() < 0;
        } catch (java.net.SocketTimeoutException silent) {
            return false;
        } catch (IOException closed) {
            return true;
        }
    }

    /** Twenty files of 32 MB at once, from nobody: each is refused before it is read. */
    @Test
    void whoIsUnknownSendsLittle(ServedServer.Served served) throws Exception {
        String url = served.server().url();
        byte[] large = new byte[32 * 1024 * 1024];
        List<CompletableFuture<Integer>> all = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            all.add(CompletableFuture.supplyAsync(() -> {
                try {
                    return HttpClient.newHttpClient().send(HttpRequest.newBuilder(URI.create(url + "/api/v1/chambers/0051e4e4-d000-7000-8000-000000000002/imports?name=a.csv"))
                            .header("Content-Type", "application/octet-stream").POST(HttpRequest.BodyPublishers.ofByteArray(large)).build(), HttpResponse.BodyHandlers.discarding())
                            .statusCode();
                } catch (IOException hungUp) {
                    return 413;
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                    return 0;
                }
            }));
        }
        for (CompletableFuture<Integer> each : all) {
            assertEquals(413, each.get());
        }
        assertEquals(200, status(HttpClient.newHttpClient(), url + "/actuator/health"));
        Attacks.tried("20 uploads of 32 MB at once by nobody", "each refused after 64 kB");
        String air = "{\"temperatureC\":20,\"relativeHumidityPct\":50,\"altitudeM\":0" + " ".repeat(70_000) + "}";
        assertEquals(413, HttpClient.newHttpClient().send(HttpRequest.newBuilder(URI.create(url + "/api/v1/calc/offset")).header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(air)).build(), HttpResponse.BodyHandlers.discarding()).statusCode());
    }
}
