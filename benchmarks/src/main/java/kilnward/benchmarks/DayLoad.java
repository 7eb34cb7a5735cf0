package kilnward.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import kilnward.server.running.ApiClient;
import kilnward.server.running.Figures;
import tools.jackson.databind.JsonNode;

/**
 * What a server goes through in a day, all of it at once: devices send, pages are looked at, traces, faults and reviews are asked for, alarms sound, backups are made. Watches how much
 * memory and how many file handles its process has, every minute, and prints a table: both must be flat.
 */
public final class DayLoad {
    private static final String[] LOOKS = {"/", "/api/v1/chambers", "/api/v1/alarms", "/api/v1/notices", "/api/v1/ward", "/api/v1/series", "/api/v1/tasks?hours=168",
            "/api/v1/alarm-figures?days=30", "/api/v1/audit", "/api/v1/backups", "/actuator/health"};
    /** Of the last quarter against the second: a heap breathes, so that a tenth says nothing. */
    private static final double FLAT = 1.15;

    private DayLoad() {
    }

    /** @param arguments where the server answers, its process, and for how many hours */
    public static void main(String[] arguments) throws Exception {
        String url = arguments[0];
        Path process = Path.of("/proc", arguments[1]);
        long lasts = Math.round(Double.parseDouble(arguments[2]) * 3600);
        SplittableRandom random = new SplittableRandom(24);
        List<Double> residentMb = new ArrayList<>();
        List<Double> handles = new ArrayList<>();
        long asked = 0;
        long failed = 0;
        Instant begin = Instant.now();
        Instant end = begin.plusSeconds(lasts);
        for (long second = 0; Instant.now().isBefore(end); second++) {
            Instant next = begin.plusSeconds(second + 1);
            try {
                ApiClient owner = ApiClient.as(url, "OWNER");
                List<String> chambers = owner.get("/api/v1/chambers").body().valueStream().map(each -> each.get("id").asString()).toList();
                String chamber = chambers.get(random.nextInt(chambers.size()));
                List<Integer> said = new ArrayList<>();
                said.add(owner.get(LOOKS[random.nextInt(LOOKS.length)]).status());
                said.add(owner.get("/api/v1/chambers/" + chamber).status());
                if (second % 10 == 0) {
                    chart(owner, random, said);
                }
                if (second % 30 == 0) {
                    JsonNode plan = owner.get("/api/v1/chambers/" + chamber).body().get("plan");
                    said.add(owner.post("/api/v1/faults", "{\"plan\":" + plan + "}").status());
                    said.add(owner.get("/api/v1/calendar?from=" + LocalDate.now() + "&to=" + LocalDate.now().plusDays(30)).status());
                }
                if (second % 3600 == 1800) {
                    said.add(owner.post("/api/v1/backups", null).status());
                }
                asked += said.size();
                failed += said.stream().filter(each -> each >= 500 && each != 503).count();
            } catch (IllegalStateException | NullPointerException notAnswered) {
                failed++;
            }
            if (second % 60 == 0) {
                residentMb.add(residentMb(process));
                handles.add(handles(process));
            }
            Duration left = Duration.between(Instant.now(), next);
            if (!left.isNegative()) {
                Thread.sleep(left.toMillis());
            }
        }
        double early = Figures.median(quarter(residentMb, 1));
        double late = Figures.median(quarter(residentMb, 3));
        double earlyHandles = Figures.median(quarter(handles, 1));
        double lateHandles = Figures.median(quarter(handles, 3));
        boolean flat = late <= FLAT * early && lateHandles <= FLAT * earlyHandles && failed == 0;
        System.out.println("| with everything on | second quarter | last quarter |");
        System.out.println("|---|---|---|");
        System.out.printf(Locale.ROOT, "| resident, median of each minute | %.0f MB | %.0f MB |%n", early, late);
        System.out.printf(Locale.ROOT, "| file handles | %.0f | %.0f |%n", earlyHandles, lateHandles);
        System.out.printf(Locale.ROOT, "| for %.1f h, %,d requests beside all that devices send | %d failed | %s |%n", lasts / 3600.0, asked, failed,
                flat ? "flat" : "**not flat**");
        System.exit(flat ? 0 : 1);
    }

    private static void chart(ApiClient owner, SplittableRandom random, List<Integer> said) {
        List<JsonNode> series = owner.get("/api/v1/series").body().valueStream().toList();
        if (!series.isEmpty()) {
            Instant now = Instant.now();
            said.add(owner.get("/api/v1/series/" + series.get(random.nextInt(series.size())).get("id").asString() + "/chart?from=" + now.minusSeconds(86_400L * 20) + "&to=" + now
                    + "&buckets=1000").status());
        }
    }

    private static List<Double> quarter(List<Double> all, int which) {
        return all.subList(which * all.size() / 4, Math.max(which * all.size() / 4 + 1, (which + 1) * all.size() / 4));
    }

    private static double residentMb(Path process) throws IOException {
        return Files.readAllLines(process.resolve("status")).stream().filter(each -> each.startsWith("VmRSS"))
                .mapToDouble(each -> Double.parseDouble(each.replaceAll("\\D", "")) / 1024)
                .findFirst().orElseThrow();
    }

    private static double handles(Path process) throws IOException {
        try (Stream<Path> all = Files.list(process.resolve("fd"))) {
            return all.count();
        }
    }
}
