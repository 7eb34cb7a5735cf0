package kilnward.server.running;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/** Where messages of alarms go to: knows how often each came, by its key. */
public final class HookReceiver implements AutoCloseable {
    private final Map<String, Integer> called = new ConcurrentHashMap<>();
    private final AtomicInteger requests = new AtomicInteger();
    private final ExecutorService workers = Executors.newCachedThreadPool();
    private final HttpServer server;

    /** @param takesMs how long it thinks before it answers */
    public HookReceiver(long takesMs) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(workers);
        server.createContext("/", exchange -> {
            exchange.getRequestBody().readAllBytes();
            String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
            try {
                Thread.sleep(takesMs);
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
            requests.incrementAndGet();
            if (key != null) {
                called.merge(key, 1, Integer::sum);
            }
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        server.createContext("/elsewhere", exchange -> {
            exchange.getResponseHeaders().set("Location", "/");
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
        });
        server.start();
    }

    /** Where it listens on this machine. */
    public int port() {
        return server.getAddress().getPort();
    }

    /** Calls that came, with a key or without. */
    public int requests() {
        return requests.get();
    }

    /** Has everything told to it that is soon or now; it is not encrypted, which only an owner may allow. */
    public void told(ApiClient owner) {
        ApiClient.Answer added = owner.post("/api/v1/ways", "{\"person\":\"Hook\",\"kind\":\"HOOK\",\"address\":\"http://127.0.0.1:" + port()
                + "/\",\"least\":\"SOON\",\"turn\":0,\"fahrenheit\":false,\"plainHttp\":true,\"quietFrom\":null,\"quietUntil\":null}");
        if (added.status() != 200) {
            throw new IllegalStateException(added.toString());
        }
    }

    /** Messages that came, and how often each. */
    public Map<String, Integer> called() {
        return called;
    }

    /** How often one came that had come before. */
    public int again() {
        return called.values().stream().mapToInt(times -> times - 1).sum();
    }

    @Override
    public void close() {
        server.stop(0);
        workers.shutdown();
    }
}
