package kilnward.server.compute;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.wire.problem.NotDoneException;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import kilnward.server.wire.door.Limits;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What is worked out has threads of its own, a share, and an end. */
@ExtendWith(RunningServer.class)
class ComputingTest {
    private final Computing computing = new Computing();

    @Test
    void itWorksBesideTheSharedPoolAndTellsWhatWasRefused() {
        RefusedValueException refused = assertThrows(RefusedValueException.class, () -> computing.run(workers -> {
            throw new RefusedValueException("stepS", 0, "must be above 0");
        }));
        assertEquals("stepS", refused.field());
        assertEquals(List.of(true, true),
                computing.run(workers -> workers.each(List.of(1, 2), each -> ForkJoinTask.getPool() != ForkJoinPool.commonPool() && ForkJoinTask.inForkJoinPool())));
        assertEquals(0, computing.underWay());
    }

    /** Whoever has gone is noticed by the sign of life that cannot be given, and the work is interrupted. */
    @Test
    void itEndsWithWhoeverWaits() throws Exception {
        CountDownLatch interrupted = new CountDownLatch(1);
        assertThrows(IllegalStateException.class, () -> computing.run("desk", workers -> {
            try {
                Thread.sleep(60_000);
            } catch (InterruptedException ended) {
                interrupted.countDown();
            }
            return null;
        }, () -> {
            throw new IllegalStateException("gone");
        }));
        assertTrue(interrupted.await(20, TimeUnit.SECONDS));
        assertEquals(0, computing.underWay());
    }

    @Test
    void oneAddressHasItsShareAndAnotherHasItsOwn() throws Exception {
        CountDownLatch begun = new CountDownLatch(Limits.SHARE);
        CountDownLatch on = new CountDownLatch(1);
        List<Thread> waiting = new ArrayList<>();
        for (int i = 0; i < Limits.SHARE; i++) {
            Thread thread = new Thread(() -> computing.run("one", workers -> {
                begun.countDown();
                try {
                    on.await();
                } catch (InterruptedException ended) {
                    Thread.currentThread().interrupt();
                }
                return null;
            }, () -> {
            }));
            thread.start();
            waiting.add(thread);
        }
        assertTrue(begun.await(20, TimeUnit.SECONDS));
        assertEquals("other", computing.run("another", workers -> "other", () -> {
        }));
        assertTrue(assertThrows(NotDoneException.class, () -> computing.run("one", workers -> "more", () -> {
        })).busy());
        on.countDown();
        for (Thread thread : waiting) {
            thread.join(20_000);
        }
        assertEquals("more", computing.run("one", workers -> "more", () -> {
        }));
    }

    private static String search(RunningServer.Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        JsonNode tank = owner.get("/api/v1/chambers").body().valueStream().filter(each -> each.at("/plan/name").asString().equals("Loft tent")).findFirst().orElseThrow();
        ObjectNode request = JsonMapper.shared().createObjectNode();
        request.set("chamber", tank.get("plan"));
        var settings = request.putArray("settings");
        tank.get("settings").forEach(each -> settings.addObject().put("controllerId", each.get("controllerId").asString()).set("values", each.get("values")));
        request.put("controllerId", tank.at("/plan/controllers/0/id").asString());
        return request.toString();
    }

    /** The first line comes while the search still goes on; who hangs up after it leaves nothing working. */
    @Test
    void aSearchTellsHowFarItIsAndStopsWhenNobodyListens(RunningServer.Running server) throws Exception {
        byte[] body = search(server).getBytes(StandardCharsets.UTF_8);
        URI uri = URI.create(server.url());
        Computing real = server.bean(Computing.class);
        AtomicReference<String> first = new AtomicReference<>();
        try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
            socket.getOutputStream().write(("POST /api/v1/suggestions/lines HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: " + body.length
                    + "\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
            socket.getOutputStream().write(body);
            BufferedReader lines = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
            String line = lines.readLine();
            while (line != null && !line.startsWith("{")) {
                line = lines.readLine();
            }
            first.set(line);
            assertTrue(line != null && line.contains("\"answer\":null"), String.valueOf(line));
        }
        for (int tries = 0; real.underWay() > 0 && tries < 200; tries++) {
            Thread.sleep(100);
        }
        assertEquals(0, real.underWay(), "nothing goes on");
        JsonNode all = ApiClient.nobody(server).post("/api/v1/suggestions/lines", new String(body, StandardCharsets.UTF_8)).body();
        assertTrue(all.size() > 2 && !all.get(all.size() - 1).get("answer").isNull(), "and who stays gets the answer");
    }
}
