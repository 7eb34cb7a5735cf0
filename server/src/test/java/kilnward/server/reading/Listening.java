package kilnward.server.reading;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A page that listens to a stream of server-sent events. */
final class Listening implements AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final BlockingQueue<Event> events = new LinkedBlockingQueue<>();
    private final HttpResponse<java.io.InputStream> response;

    record Event(String id, String name, JsonNode data) {
    }

    private Listening(HttpResponse<java.io.InputStream> response) {
        this.response = response;
        Thread reader = new Thread(this::read, "listens");
        reader.setDaemon(true);
        reader.start();
    }

    static Listening to(String url, String lastId) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url)).header("Accept", "text/event-stream");
        if (lastId != null) {
            request.header("Last-Event-ID", lastId);
        }
        HttpResponse<java.io.InputStream> response = HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofInputStream());
        if (response.statusCode() != 200) {
            throw new IllegalStateException("not let in: " + response.statusCode());
        }
        return new Listening(response);
    }

    private void read() {
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(response.body(), StandardCharsets.UTF_8))) {
            String id = null;
            String name = "message";
            StringBuilder data = new StringBuilder();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("id:")) {
                    id = line.substring(3).strip();
                } else if (line.startsWith("event:")) {
                    name = line.substring(6).strip();
                } else if (line.startsWith("data:")) {
                    data.append(line.substring(5));
                } else if (line.isEmpty() && !data.isEmpty()) {
                    events.add(new Event(id, name, JSON.readTree(data.toString())));
                    data.setLength(0);
                    name = "message";
                }
            }
        } catch (IOException over) {
            events.add(new Event(null, "over", null));
        }
    }

    /** The next event of a name, or of any; fails where none comes within fifteen seconds. */
    Event await(String name) throws InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(15);
        while (true) {
            Event next = events.poll(Math.max(0, until - System.nanoTime()), TimeUnit.NANOSECONDS);
            if (next == null) {
                throw new AssertionError("no " + name + " came");
            }
            if (name == null || next.name().equals(name)) {
                return next;
            }
        }
    }

    @Override
    public void close() throws IOException {
        response.body().close();
    }
}
