package kilnward.standins;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.stream.Collectors;

/** Over HTTP, with the device's token. */
final class HttpWay implements Way {
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    private final URI to;
    private final String token;
    private volatile String last = "nothing yet";

    HttpWay(URI server, String token) {
        this.to = server.resolve("/api/v1/readings");
        this.token = token;
    }

    @Override
    public Sent send(List<Reading> readings) {
        String body = readings.stream().map(each -> "{\"series\":\"" + each.series() + "\",\"at\":\"" + each.at() + "\",\"value\":" + each.value() + "}")
                .collect(Collectors.joining(",", "{\"readings\":[", "]}"));
        try {
            HttpResponse<String> answer = http.send(HttpRequest.newBuilder(to).timeout(Duration.ofSeconds(20)).header("Content-Type", "application/json")
                    .header("Authorization", "Bearer " + token).POST(HttpRequest.BodyPublishers.ofString(body)).build(), HttpResponse.BodyHandlers.ofString());
            last = answer.statusCode() + " " + answer.body();
            // Too much at once, or the record is away: that passes. What is refused will be refused again.
            return answer.statusCode() == 429 || answer.statusCode() >= 500 ? Sent.AGAIN : Sent.DONE;
        } catch (IOException away) {
            last = "not reached: " + away.getMessage();
            return Sent.AGAIN;
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            return Sent.AGAIN;
        }
    }

    @Override
    public String last() {
        return last;
    }

    @Override
    public void close() {
        // Nothing is held open.
    }
}
