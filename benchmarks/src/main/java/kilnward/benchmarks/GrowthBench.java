package kilnward.benchmarks;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.Figures;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.Station;

/**
 * What a reading and a chamber cost as a station grows from ten series to ten thousand, and two hundred people who watch it. Each size is measured in turn with a server
 * beside it that stays at ten series, so that neither a virtual machine that warms up nor a busy neighbour is taken for growth. Prints tables.
 */
public final class GrowthBench {
    private static final int[] CHAMBERS = {1, 10, 100, 1_000};
    private static final int TURNS = 300;
    /** A hundred of each of ten series. */
    private static final int BATCH = 1_000;
    private static final int LOOKS = 120;

    private final Side small;
    private final Side large;

    private GrowthBench(RunningServer.Running small, RunningServer.Running large) {
        this.small = new Side(small);
        this.large = new Side(large);
    }

    /** A server with its station, and how far each device of it has come. */
    private static final class Side {
        private final ApiClient lead;
        private final Station station;
        private final Map<Station.Box, Instant> come = new HashMap<>();
        private int turn;

        Side(RunningServer.Running server) {
            lead = ApiClient.as(server, "LEAD");
            station = new Station(lead, server.url());
        }

        /** Grows, until each series has readings and nothing is left to be rehearsed ahead: what is measured is a station that runs. */
        void growTo(int chambers) {
            int before = station.boxes().size();
            station.growTo(chambers);
            List<Station.Box> added = station.boxes().subList(before, chambers);
            added.forEach(box -> sent(box, BATCH, 1));
            added.parallelStream().forEach(box -> lead.get("/api/v1/chambers/" + box.chamber() + "/outlook").done());
        }

        private Station.Box next() {
            return station.boxes().get(turn++ * 7 % station.boxes().size());
        }

        /** Sends what comes next from a device, and how long that took (ms). */
        private double sent(Station.Box box, int count, int everyS) {
            Instant from = come.computeIfAbsent(box, first -> Instant.now().truncatedTo(ChronoUnit.HOURS).minus(25, ChronoUnit.DAYS));
            come.put(box, from.plusSeconds((long) everyS * count / Station.SERIES));
            String body = DeviceClient.readings(box.series(), count, i -> from.plusSeconds((long) everyS * (i / Station.SERIES)), i -> 25 + i % 97 / 100.0);
            return Figures.tookMs(() -> box.device().send(body).done());
        }

        /** A device that sends what it kept, as much whatever the size of the station; for each reading (µs). */
        double readingUs() {
            return 1e3 * sent(next(), BATCH, 1) / BATCH;
        }

        /** The newest reading of each series of a device, as it comes each minute (ms). */
        double sendingMs() {
            return sent(next(), Station.SERIES, 60);
        }

        /** What a chamber's page asks for (ms). */
        double pageMs() {
            Station.Box box = next();
            Instant to = come.get(box);
            return Figures.tookMs(() -> {
                lead.get("/api/v1/chambers/" + box.chamber()).done();
                lead.get("/api/v1/chambers/" + box.chamber() + "/series").done();
                lead.get("/api/v1/series/" + box.series().get(0) + "/chart?from=" + to.minus(1, ChronoUnit.DAYS) + "&to=" + to).done();
            });
        }

        /** What the ward asks for (ms). */
        double wardMs() {
            return Figures.tookMs(() -> List.of("/ward", "/checks/due", "/alarms", "/watched", "/tasks?hours=168").forEach(each -> lead.get("/api/v1" + each).done()));
        }
    }

    /** The median of something on the large side, and how many times that of the small one it is. */
    private record Grown(double large, double times) {
    }

    private Grown inTurn(int turns, ToDoubleFunction<Side> measured) {
        double[] ofSmall = new double[turns];
        double[] ofLarge = new double[turns];
        for (int i = 0; i < turns; i++) {
            ofSmall[i] = measured.applyAsDouble(small);
            ofLarge[i] = measured.applyAsDouble(large);
        }
        double median = Figures.median(ofLarge);
        return new Grown(median, median / Figures.median(ofSmall));
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running small = begun();
        RunningServer.Running large = begun();
        try {
            GrowthBench bench = new GrowthBench(small, large);
            bench.growth();
            new Watched(large.url(), bench.large.lead, bench.large.station).measure();
        } finally {
            large.close();
            small.close();
        }
        System.exit(0);
    }

    private static RunningServer.Running begun() throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start("--innodb-buffer-pool-size=1G"), "--kilnward.demo-days=0");
        while (ApiClient.as(server, "LEAD").get("/api/v1/chambers").body().isEmpty()) {
            Thread.sleep(200);
        }
        return server;
    }

    private void growth() {
        System.out.println("| series | chambers | a reading, in sendings of 1,000 of one device | a sending of ten readings | a chamber's page (chamber, series, a day's chart)"
                + " | the ward (all rows, due checks, alarms, tasks) |");
        System.out.println("|---|---|---|---|---|---|");
        small.growTo(1);
        large.growTo(1);
        // The first numbers of a virtual machine are of no use.
        inTurn(TURNS, Side::readingUs);
        inTurn(LOOKS, Side::pageMs);
        for (int chambers : CHAMBERS) {
            large.growTo(chambers);
            Grown reading = inTurn(TURNS, Side::readingUs);
            Grown sending = inTurn(TURNS, Side::sendingMs);
            Grown page = inTurn(LOOKS, Side::pageMs);
            Grown ward = inTurn(9, Side::wardMs);
            System.out.printf("| %,d | %,d | %.1f µs, **%.2f** times | %.1f ms, **%.2f** times | %.1f ms, **%.2f** times | %.0f ms |%n", chambers * Station.SERIES, chambers,
                    reading.large, reading.times, sending.large, sending.times, page.large, page.times, ward.large);
        }
        System.out.printf(
                "%nTimes: of what the same costs a server beside it that stays at ten series, medians of %d (pages %d) in turn; at most 1.2 wanted. Both databases may keep 1 GB at hand.%n%n",
                TURNS, LOOKS);
    }
}
