package kilnward.standins;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import kilnward.core.device.Settings;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.core.setup.Setup;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.PlanReader;
import tools.jackson.databind.JsonNode;

/** Starts everything, and keeps boxes and what Kiln Ward says of their chambers in step. */
public final class StandIns {
    private static final int MEASURED_EVERY_S = 5;
    private static final int LOOKED_AFTER_S = 10;
    private final Options options;
    private final Api api;
    private final Clock clock = Clock.systemUTC();
    private final Map<String, Running> running = new ConcurrentHashMap<>();
    private final Broker broker;
    private final Receivers receivers;
    private volatile String state = "starting";
    private long seconds;

    /**
     * A box with its line.
     *
     * @param planned what its plan, settings and series were when it was begun
     */
    record Running(SimulatedBox box, Line line, Way way, String planned, String by) {
    }

    private StandIns(Options options) throws IOException {
        this.options = options;
        this.api = new Api(options.server());
        this.broker = new Broker(options.server(), options.brokerPassword());
        Path folder = Files.createTempDirectory("stand-ins");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> remove(folder)));
        broker.start(options.mqttPort(), folder);
        this.receivers = new Receivers(options.mailPort());
    }

    private static void remove(Path folder) {
        try (var files = Files.walk(folder)) {
            for (Path file : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        } catch (IOException left) {
            // In the system's own folder for such things: it is cleared there.
            return;
        }
    }

    public static void main(String[] arguments) throws Exception {
        Options options = Options.of(arguments);
        StandIns all = new StandIns(options);
        Page page = new Page(all, options.pagePort());
        Runtime.getRuntime().addShutdownHook(new Thread(all::close));
        all.start();
        System.out.println("Stand-ins at http://127.0.0.1:" + page.port());
    }

    private void start() {
        ScheduledExecutorService timer = Executors.newScheduledThreadPool(2);
        timer.scheduleWithFixedDelay(this::lookAfter, 0, LOOKED_AFTER_S, TimeUnit.SECONDS);
        timer.scheduleAtFixedRate(this::tick, 1, 1, TimeUnit.SECONDS);
    }

    private void tick() {
        seconds++;
        for (Running each : running.values()) {
            try {
                each.box().tick();
                if (seconds % MEASURED_EVERY_S == 0) {
                    each.line().take(each.box().measure(clock.instant().truncatedTo(java.time.temporal.ChronoUnit.SECONDS)));
                }
                each.line().flush(System.currentTimeMillis());
            } catch (RuntimeException failed) {
                System.err.println(each.box().name() + ": " + failed);
            }
        }
    }

    /** Takes up chambers, series and settings as they are now. */
    private void lookAfter() {
        try {
            if (!state.equals("running")) {
                api.signIn();
            }
            ZoneId zone = ZoneId.of(api.get("/api/v1/site").get("timeZone").asString());
            Map<String, List<JsonNode>> series = new LinkedHashMap<>();
            api.get("/api/v1/series").forEach(each -> {
                if (!each.path("deviceId").isNull()) {
                    series.computeIfAbsent(each.get("chamberId").asString(), id -> new ArrayList<>()).add(each);
                }
            });
            for (JsonNode chamber : api.get("/api/v1/chambers")) {
                String id = chamber.get("id").asString();
                if (series.containsKey(id)) {
                    lookAfter(chamber, series.get(id), zone);
                }
            }
            running.keySet().stream().filter(id -> !series.containsKey(id)).toList().forEach(id -> running.remove(id).way().close());
            state = "running";
        } catch (IOException | RuntimeException away) {
            state = "Kiln Ward is not reached: " + away.getMessage();
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    private void lookAfter(JsonNode chamber, List<JsonNode> series, ZoneId zone) throws IOException, InterruptedException {
        String id = chamber.get("id").asString();
        String device = series.get(0).get("deviceId").asString();
        String planned = chamber.get("version").asLong() + chamber.get("settings").toString()
                + series.stream().map(each -> each.get("id").asString() + each.get("name").asString()).toList();
        Running before = running.get(id);
        if (before != null && before.planned().equals(planned)) {
            return;
        }
        JsonNode known = null;
        for (JsonNode each : api.get("/api/v1/chambers/" + id + "/devices")) {
            known = each.get("id").asString().equals(device) ? each : known;
        }
        if (known == null || !known.path("revokedAt").isNull()) {
            return;
        }
        Setup setup = setup(chamber);
        List<SimulatedBox.Gauge> gauges = series.stream().filter(each -> each.get("deviceId").asString().equals(device) && each.path("retiredAt").isNull())
                .map(each -> new SimulatedBox.Gauge(each.get("id").asString(), each.get("name").asString(), Quantity.valueOf(each.get("quantity").asString()),
                        SeriesUnit.valueOf(each.get("sentIn").asString()), text(each, "probeId"), text(each, "controllerId")))
                .toList();
        Instant now = clock.instant();
        SimulatedBox box = new SimulatedBox(id, chamber.get("plan").get("name").asString(), setup, gauges, zone, now);
        if (before != null) {
            running.put(id, new Running(box, before.line(), before.way(), planned, before.by()));
            return;
        }
        String token = api.post("/api/v1/chambers/" + id + "/devices/" + device + "/token", "{}").get("token").asString();
        boolean mqtt = setup.chamber().tank().isPresent();
        Way way = mqtt ? new MqttWay("127.0.0.1", options.mqttPort(), device, token) : new HttpWay(options.server(), token);
        running.put(id, new Running(box, new Line(way, new Random(id.hashCode())), way, planned, mqtt ? "MQTT" : "HTTP"));
    }

    private Setup setup(JsonNode chamber) {
        ChamberPlan plan = api.json().treeToValue(chamber.get("plan"), ChamberPlan.class);
        Map<String, Settings> keyed = new HashMap<>();
        for (JsonNode each : chamber.get("settings")) {
            Map<kilnward.core.device.Parameter, Double> values = new HashMap<>();
            each.get("values").properties().forEach(value -> values.put(kilnward.core.device.Parameter.valueOf(value.getKey()), value.getValue().asDouble()));
            keyed.put(each.get("controllerId").asString(), new Settings(values));
        }
        return PlanReader.setup(plan, keyed);
    }

    private static String text(JsonNode of, String field) {
        return of.path(field).isNull() || of.path(field).isMissingNode() ? null : of.get(field).asString();
    }

    List<Running> boxes() {
        return running.values().stream().sorted(java.util.Comparator.comparing(each -> each.box().name())).toList();
    }

    Running box(String id) {
        return running.get(id);
    }

    Receivers receivers() {
        return receivers;
    }

    String state() {
        return state;
    }

    private void close() {
        running.values().forEach(each -> each.way().close());
        broker.close();
        receivers.close();
    }
}
