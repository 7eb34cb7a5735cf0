package kilnward.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import kilnward.core.rehearsal.LiveRun;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The small page on which boxes are watched and faults switched on and off, and what mails and web hooks were sent. Only for this machine. */
final class Page {
    private static final int BIGGEST = 256 * 1024;
    private final StandIns all;
    private final HttpServer server;
    private final JsonMapper json = JsonMapper.builder().build();

    /** A series as the page shows it. */
    record GaugeState(String name, String sign, Double value) {
    }

    /** A trouble of a line. */
    record TroubleState(String id, String says, boolean on) {
    }

    /** A box. */
    record BoxState(String id, String name, String by, double hurry, double occupantC, double roomC, List<GaugeState> gauges, List<SimulatedBox.Possible> faults,
            List<TroubleState> troubles, int waiting, long sent, String last) {
    }

    /** Everything. */
    record State(String state, List<BoxState> boxes, List<Receivers.Mail> mails, List<Receivers.Hook> hooks, Instant beatAt) {
    }

    Page(StandIns all, int port) throws IOException {
        this.all = all;
        this.server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 50);
        server.createContext("/", exchange -> answer(exchange, () -> file("page.html"), "text/html; charset=utf-8"));
        server.createContext("/state", exchange -> answer(exchange, () -> json.writeValueAsBytes(state()), "application/json"));
        server.createContext("/act", this::act);
        server.createContext("/hook", this::hook);
        server.createContext("/beat", exchange -> answer(exchange, () -> {
            all.receivers().beaten(Clock.systemUTC().instant());
            return new byte[0];
        }, "text/plain"));
        server.setExecutor(Executors.newFixedThreadPool(4, task -> {
            Thread thread = new Thread(task, "page");
            thread.setDaemon(true);
            return thread;
        }));
        server.start();
    }

    int port() {
        return server.getAddress().getPort();
    }

    private State state() {
        return new State(all.state(), all.boxes().stream().map(this::box).toList(), all.receivers().mails(), all.receivers().hooks(), all.receivers().beatAt());
    }

    private BoxState box(StandIns.Running each) {
        LiveRun.Seen seen = each.box().seen();
        List<Reading> now = each.box().measure(Clock.systemUTC().instant());
        return new BoxState(each.box().id(), each.box().name(), each.by(), each.box().hurry(), seen.occupantC(), seen.roomC(),
                each.box().gauges().stream().map(gauge -> new GaugeState(gauge.name(), gauge.sentIn().sign(),
                        now.stream().filter(one -> one.series().equals(gauge.series())).map(Reading::value).findFirst().orElse(null))).toList(),
                each.box().possible(), Arrays.stream(Line.Trouble.values()).map(one -> new TroubleState(one.name(), one.says(), each.line().troubles().contains(one))).toList(),
                each.line().waiting(), each.line().sent(), each.line().last());
    }

    private static byte[] file(String name) {
        try (InputStream in = Page.class.getResourceAsStream(name)) {
            return in.readAllBytes();
        } catch (IOException missing) {
            throw new IllegalStateException(missing);
        }
    }

    /** {@code {"box", "fault" | "trouble" | "hurry", "on" | "times"}}; only from this page itself. */
    private void act(HttpExchange exchange) throws IOException {
        answer(exchange, () -> {
            if (!"POST".equals(exchange.getRequestMethod()) || exchange.getRequestHeaders().getFirst("X-Stand-Ins") == null) {
                throw new IllegalArgumentException("only from the page");
            }
            JsonNode asked = json.readTree(body(exchange));
            StandIns.Running box = all.box(asked.path("box").asString(""));
            if (box == null) {
                throw new IllegalArgumentException("no such box");
            }
            if (asked.has("fault")) {
                box.box().befall(asked.get("fault").asString(), asked.path("on").asBoolean());
            } else if (asked.has("trouble")) {
                box.line().set(Line.Trouble.valueOf(asked.get("trouble").asString()), asked.path("on").asBoolean());
            } else if (asked.has("hurry")) {
                box.box().hurry(asked.get("hurry").asDouble());
            }
            return json.writeValueAsBytes(state());
        }, "application/json");
    }

    private void hook(HttpExchange exchange) throws IOException {
        answer(exchange, () -> {
            all.receivers().called(Clock.systemUTC().instant(), exchange.getRequestHeaders().getFirst("Kiln-Ward-Signature"), new String(body(exchange), StandardCharsets.UTF_8));
            return new byte[0];
        }, "text/plain");
    }

    private static byte[] body(HttpExchange exchange) {
        try {
            return exchange.getRequestBody().readNBytes(BIGGEST);
        } catch (IOException broken) {
            throw new IllegalArgumentException(broken);
        }
    }

    private static void answer(HttpExchange exchange, Supplier<byte[]> body, String type) throws IOException {
        String host = String.valueOf(exchange.getRequestHeaders().getFirst("Host"));
        byte[] answer;
        int status = 200;
        try {
            // No other site may come here under a name that leads to this machine.
            if (!host.startsWith("127.0.0.1") && !host.startsWith("localhost")) {
                throw new IllegalArgumentException("this machine only");
            }
            answer = body.get();
        } catch (RuntimeException refused) {
            answer = String.valueOf(refused.getMessage()).getBytes(StandardCharsets.UTF_8);
            status = 400;
        }
        exchange.getResponseHeaders().set("Content-Type", status == 200 ? type : "text/plain; charset=utf-8");
        exchange.sendResponseHeaders(status, answer.length == 0 ? -1 : answer.length);
        try (OutputStream out = exchange.getResponseBody()) {
            out.write(answer);
        }
    }
}
