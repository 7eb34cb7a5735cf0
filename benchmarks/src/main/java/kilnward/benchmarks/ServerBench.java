package kilnward.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The server as {@code ./kiln} starts it, in a process of its own: how long its second start takes, and what it holds in memory with a year of ten probes. Prints a table. */
public final class ServerBench {
    private static final int PROBES = 10;
    private static final int DAYS = Integer.getInteger("kiln.year.days", 365);
    private static final int BATCH = 10_000;
    private static final int PORT = 8497;
    private static final String URL = "http://127.0.0.1:" + PORT;

    private ServerBench() {
    }

    /** @param arguments the jar, and how the virtual machine is started */
    public static void main(String[] arguments) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        Path folder = Files.createTempDirectory("kiln-ward-server");
        Process first = start(database, folder, arguments, "-XX:ArchiveClassesAtExit=" + folder.resolve("app.jsa"));
        first.destroy();
        first.waitFor();
        long begun = System.nanoTime();
        Process server = start(database, folder, arguments, "-XX:SharedArchiveFile=" + folder.resolve("app.jsa"));
        double startS = (System.nanoTime() - begun) / 1e9;
        try {
            System.out.println("| the server as `./kiln` starts it | | wanted |");
            System.out.println("|---|---|---|");
            System.out.printf("| its second start, until it answers | %.1f s | 15 |%n", startS);
            aYear();
            System.out.printf("| resident right after %,d readings came over HTTP, as fast as they were taken | %.0f MB | |%n", PROBES * DAYS * 1440, residentMb(server, "VmRSS"));
            looked();
            Thread.sleep(90_000);
            System.out.printf("| resident with a year of ten probes, after charts of it, a rehearsal, all faults and a ward, a minute and a half later | **%.0f MB** | 512 |%n",
                    residentMb(server, "VmRSS"));
            System.out.printf("| the most it ever was | %.0f MB | |%n", residentMb(server, "VmHWM"));
        } finally {
            server.destroy();
            server.waitFor();
            database.close();
        }
        System.exit(0);
    }

    private static Process start(PrivateMariaDb database, Path folder, String[] arguments, String share) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString()));
        command.addAll(Arrays.asList(arguments).subList(1, arguments.length));
        command.addAll(List.of(share, "-Xlog:disable", "-Xlog:all=error", "-jar", arguments[0], "--server.port=" + PORT, "--spring.datasource.url=" + database.url(),
                "--spring.datasource.username=root", "--spring.datasource.password=", "--spring.flyway.user=root", "--spring.flyway.password=", "--kilnward.demo=true",
                "--kilnward.demo-days=0", "--kilnward.nightly-backups=false", "--kilnward.folder=" + folder));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.appendTo(folder.resolve("server.log").toFile())).start();
        long until = System.nanoTime() + Duration.ofSeconds(120).toNanos();
        while (!ApiClient.answers(URL + "/actuator/health")) {
            if (!process.isAlive() || System.nanoTime() > until) {
                throw new IllegalStateException("the server did not start: " + Files.readString(folder.resolve("server.log")));
            }
            Thread.sleep(20);
        }
        return process;
    }

    private static double residentMb(Process server, String what) throws IOException {
        return Files.readAllLines(Path.of("/proc", String.valueOf(server.pid()), "status")).stream().filter(line -> line.startsWith(what + ":"))
                .mapToDouble(line -> Double.parseDouble(line.replaceAll("[^0-9]", "")) / 1024).findFirst().orElseThrow();
    }

    private static final Instant FROM = Instant.now().truncatedTo(ChronoUnit.DAYS).minus(DAYS + 1L, ChronoUnit.DAYS);
    private static final List<String> SERIES = new ArrayList<>();

    private static void aYear() {
        ApiClient lead = ApiClient.as(URL, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"A year\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        DeviceClient device = DeviceClient.added(lead, URL, chamber, "logger");
        for (int i = 0; i < PROBES; i++) {
            SERIES.add(device.series("probe " + (i + 1), "TEMPERATURE", "C"));
        }
        for (int from = 0; from < DAYS * 1440; from += BATCH / PROBES) {
            int first = from;
            device.send(DeviceClient.readings(SERIES, BATCH, i -> FROM.plusSeconds(60L * (first + i / PROBES)),
                    i -> Math.rint(10 * (25 + 3 * Math.sin((first + i / PROBES) / 229.0))) / 10)).done();
        }
    }

    private static void looked() {
        ApiClient lead = ApiClient.as(URL, "LEAD");
        for (String series : SERIES) {
            lead.get("/api/v1/series/" + series + "/chart?from=" + FROM + "&to=" + FROM.plus(DAYS, ChronoUnit.DAYS) + "&buckets=2000").done();
        }
        lead.get("/api/v1/ward").done();
        JsonNode reedbox = lead.get("/api/v1/chambers").done().get(0);
        ObjectNode request = JsonMapper.builder().build().createObjectNode();
        request.set("chamber", reedbox.get("plan"));
        reedbox.get("settings")
                .forEach(each -> request.withArray("settings").addObject().put("controllerId", each.get("controllerId").asString()).set("values", each.get("values")));
        lead.post("/api/v1/faults", request.toString()).done();
        request.putObject("scenario").put("room", "DAY").put("startHour", 21).put("durationS", 259_200).put("stepS", 1).put("start", "SETTLED").put("buckets", 480);
        lead.post("/api/v1/rehearsals", request.toString()).done();
    }
}
