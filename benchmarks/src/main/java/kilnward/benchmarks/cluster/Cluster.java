package kilnward.benchmarks.cluster;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BooleanSupplier;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;

/** The cluster that {@code ./kiln} has started, as it is reached from outside, and what is done to its parts. */
final class Cluster {
    /** Where everybody comes in. */
    static final String URL = "http://127.0.0.1:8490";
    /** Each by itself. */
    static final List<String> SERVERS = List.of("http://127.0.0.1:8495", "http://127.0.0.1:8496");
    static final int BROKER_PORT = 8493;
    private static final String DATABASES = "jdbc:mariadb://127.0.0.1:8500/kilnward?connectTimeout=3000&socketTimeout=60000";
    private static final int SERIES = 10;
    private static final long PATIENCE_S = 180;

    private final ApiClient lead = ApiClient.as(URL, "LEAD");
    private final Record record;

    /** @param ownerPassword the file that the password of the database's owner stands in */
    Cluster(Path ownerPassword) throws IOException {
        record = new Record(DATABASES, "kilnward_owner", Files.readString(ownerPassword).strip());
    }

    ApiClient lead() {
        return lead;
    }

    Record record() {
        return record;
    }

    static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, format + "%n", values);
    }

    /** The session of somebody who may look, as a browser would send it. */
    static String session() {
        return "SESSION=" + ApiClient.as(URL, "VISITOR").cookie("SESSION");
    }

    String chamber(String name) {
        return lead.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}").done().get("id").asString();
    }

    /** Devices of a chamber that send by themselves once they are started; {@code pauseMs} between two batches. */
    List<Sender> senders(String chamber, int count, long pauseMs) {
        List<Sender> made = new ArrayList<>();
        Instant from = Instant.now().minus(Duration.ofDays(20)).truncatedTo(ChronoUnit.HOURS);
        for (int i = 0; i < count; i++) {
            DeviceClient device = DeviceClient.added(lead, URL, chamber, "sender " + i);
            List<String> series = new ArrayList<>();
            for (int j = 0; j < SERIES; j++) {
                series.add(device.series("series " + j, "TEMPERATURE", "C"));
            }
            made.add(new Sender(URL, device.token(), series, from, pauseMs));
        }
        return made;
    }

    static Thread started(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.start();
        return thread;
    }

    static void awaited(String what, BooleanSupplier is) throws InterruptedException {
        long until = System.nanoTime() + PATIENCE_S * 1_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > until) {
                throw new IllegalStateException("waited in vain for " + PATIENCE_S + " s: " + what);
            }
            Thread.sleep(50);
        }
    }

    /** How many readings that were acknowledged are not in the record. */
    long lost(List<Sender> senders) {
        long lost = 0;
        for (Sender sender : senders) {
            for (String series : sender.series()) {
                lost += sender.ofEach() - record.readings(series, sender.from(), sender.ofEach());
            }
        }
        return lost;
    }

    private static int part(String... command) throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of("./kiln", "part"));
        all.addAll(List.of(command));
        return new ProcessBuilder(all).inheritIO().start().waitFor();
    }

    static void must(String... command) throws IOException, InterruptedException {
        if (part(command) != 0) {
            throw new IllegalStateException("could not: ./kiln part " + String.join(" ", command));
        }
    }

    private static boolean healthy(String server) {
        return ApiClient.answers(server + "/actuator/health");
    }

    /** Whether every part is there and well. */
    static boolean whole() {
        try {
            return SERVERS.stream().allMatch(Cluster::healthy) && healthy(URL) && part("ready") == 0;
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }
}
