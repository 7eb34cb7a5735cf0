package kilnward.benchmarks.cluster;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BooleanSupplier;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * What a cluster that {@code ./kiln} has started does: how many readings a second it takes, what is lost and how long it takes when one of its parts is killed, cut off or
 * replaced, and whether it works out the same as one machine. Prints rows of tables; anything lost or missed ends it with an error.
 */
public final class ClusterSoak {
    private static final String URL = "http://127.0.0.1:8490";
    private static final List<String> SERVERS = List.of("http://127.0.0.1:8495", "http://127.0.0.1:8496");
    private static final int BROKER_PORT = 8493;
    private static final int SENDERS = 4;
    private static final int SERIES = 10;
    private static final int RATE_S = Integer.getInteger("kiln.rate.seconds", 20);
    /** Between one disturbance and the next, and between a kill and the start of what was killed (s). */
    private static final int CALM_S = 6;
    private static final int DOWN_S = 5;
    private static final int SPLIT_S = 20;
    private static final long PATIENCE_S = 180;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final ApiClient lead = ApiClient.as(URL, "LEAD");
    private final Record record;

    private ClusterSoak(String ownerPassword) throws Exception {
        record = new Record("jdbc:mariadb://127.0.0.1:8500/kilnward?connectTimeout=3000&socketTimeout=60000", "kilnward_owner", ownerPassword);
    }

    public static void main(String[] arguments) {
        // Clients of brokers and of the web leave threads behind.
        System.exit(held(arguments) ? 0 : 1);
    }

    private static boolean held(String[] arguments) {
        try {
            ClusterSoak soak = new ClusterSoak(Files.readString(Path.of(arguments[1])).strip());
            switch (arguments[0]) {
                case "rate" -> soak.rate(arguments[2]);
                case "faults" -> soak.faults(List.of(arguments).contains("upgrade"), !List.of(arguments).contains("nosplit"));
                case "equal" -> soak.equal();
                default -> throw new IllegalArgumentException(arguments[0]);
            }
            return true;
        } catch (Exception failed) {
            failed.printStackTrace();
            return false;
        }
    }

    private static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, format + "%n", values);
    }

    private static String session() {
        return "SESSION=" + ApiClient.as(URL, "VISITOR").cookie("SESSION");
    }

    private String chamber(String name) {
        Answer made = lead.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}");
        if (made.status() != 201) {
            throw new IllegalStateException("no chamber: " + made);
        }
        return made.body().get("id").asString();
    }

    private List<Sender> senders(String chamber, int count, long pauseMs) {
        List<Sender> made = new ArrayList<>();
        Instant from = Instant.now().minus(Duration.ofDays(20)).truncatedTo(java.time.temporal.ChronoUnit.HOURS);
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

    private static Thread started(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.start();
        return thread;
    }

    private static void awaited(String what, BooleanSupplier is) throws InterruptedException {
        long until = System.nanoTime() + PATIENCE_S * 1_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > until) {
                throw new IllegalStateException("waited in vain for " + PATIENCE_S + " s: " + what);
            }
            Thread.sleep(50);
        }
    }

    /** As many readings as are taken from eight senders that never rest. */
    private void rate(String shape) throws Exception {
        String chamber = chamber("As fast as it goes");
        List<Sender> senders = senders(chamber, 2 * SENDERS, 0);
        Looker looker = new Looker(List.of(URL + "/api/v1/chambers/" + chamber, URL + "/api/v1/series/" + senders.get(0).series().get(0) + "/chart"), session());
        List<Thread> threads = new ArrayList<>();
        senders.forEach(each -> threads.add(started("sends", each)));
        Thread.sleep(5_000);
        started("looks", looker);
        long before = senders.stream().mapToLong(Sender::acknowledged).sum();
        long begun = System.nanoTime();
        Thread.sleep(RATE_S * 1_000L);
        long taken = senders.stream().mapToLong(Sender::acknowledged).sum() - before;
        double tookS = (System.nanoTime() - begun) / 1e9;
        Looker.Seen seen = looker.seen();
        looker.stop();
        senders.forEach(Sender::stop);
        for (Thread each : threads) {
            each.join(30_000);
        }
        say("| %s | %,.0f | %.0f ms | %d |", shape, taken / tookS, seen.p95Ms(), lost(senders));
    }

    private long lost(List<Sender> senders) throws Exception {
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

    private static void must(String... command) throws IOException, InterruptedException {
        if (part(command) != 0) {
            throw new IllegalStateException("could not: ./kiln part " + String.join(" ", command));
        }
    }

    private static boolean healthy(String server) {
        try {
            HttpURLConnection asked = (HttpURLConnection) URI.create(server + "/actuator/health").toURL().openConnection();
            asked.setConnectTimeout(1_000);
            asked.setReadTimeout(3_000);
            return asked.getResponseCode() == 200;
        } catch (IOException down) {
            return false;
        }
    }

    private static boolean whole() {
        try {
            return SERVERS.stream().allMatch(ClusterSoak::healthy) && healthy(URL) && part("ready") == 0;
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** What is done to the cluster, step by step. */
    private interface Deed {
        void now() throws Exception;
    }

    private record Disturbance(String name, Deed deed) {
    }

    private static Disturbance killed(String name, String part) {
        return new Disturbance(name, () -> {
            must("kill", part);
            Thread.sleep(DOWN_S * 1_000L);
            must("start", part);
        });
    }

    private static Disturbance cutOff() {
        return new Disturbance("node 1 cut off from the network for " + SPLIT_S + " s", () -> {
            must("cut", "n1");
            Thread.sleep(SPLIT_S * 1_000L);
            must("heal", "n1");
        });
    }

    private void faults(boolean upgrade, boolean split) throws Exception {
        String chamber = chamber("Disturbed");
        List<Sender> senders = senders(chamber, SENDERS, 400);
        Rounds rounds = new Rounds(URL, lead, chamber);
        DeviceClient board = DeviceClient.added(lead, URL, chamber, "board");
        String overBroker = board.series("over the broker", "TEMPERATURE", "C");
        Instant from = senders.get(0).from();
        Broker broker = new Broker(BROKER_PORT, board.id(), board.token(), overBroker, from);
        Looker looker = new Looker(List.of(URL + "/api/v1/chambers/" + chamber, URL + "/api/v1/series/" + senders.get(0).series().get(0) + "/chart", URL + "/api/v1/alarms"),
                session());
        List<Thread> threads = new ArrayList<>();
        senders.forEach(each -> threads.add(started("sends", each)));
        threads.add(started("alarms", rounds));
        threads.add(started("broker", broker));
        started("looks", looker);
        Thread.sleep(3 * CALM_S * 1_000L);

        List<Disturbance> all = new ArrayList<>();
        all.add(new Disturbance("nothing, for comparison", () -> Thread.sleep(2 * CALM_S * 1_000L)));
        if (upgrade) {
            for (String server : List.of("s1", "s2")) {
                all.add(new Disturbance("server " + server.charAt(1) + " of the version before replaced by this one", () -> {
                    must("stop", server);
                    must("start", server);
                }));
            }
        }
        all.add(killed("server 1 killed", "s1"));
        all.add(killed("server 2 killed", "s2"));
        all.add(killed("node 1 killed, which is written to", "n1"));
        all.add(killed("node 2 killed", "n2"));
        all.add(killed("node 3 killed", "n3"));
        all.add(killed("broker killed", "broker"));
        all.add(killed("balancer killed: nobody is reached until it is started again", "balancer"));
        if (split) {
            all.add(cutOff());
        }
        for (Disturbance each : all) {
            disturbed(each, senders, looker);
        }
        Thread.sleep(CALM_S * 1_000L);
        senders.forEach(Sender::stop);
        rounds.stop();
        broker.stop();
        for (Thread each : threads) {
            each.join(120_000);
        }
        looker.stop();
        say("");
        concluded(senders, rounds, broker, overBroker, from);
    }

    private static void disturbed(Disturbance each, List<Sender> senders, Looker looker) throws Exception {
        Thread.sleep(CALM_S * 1_000L);
        looker.seen();
        senders.forEach(Sender::longestSilenceS);
        long before = senders.stream().mapToLong(Sender::acknowledged).sum();
        long begun = System.nanoTime();
        each.deed.now();
        awaited(each.name + ": all parts are well", ClusterSoak::whole);
        double wholeS = (System.nanoTime() - begun) / 1e9;
        List<Long> then = senders.stream().map(Sender::acknowledged).toList();
        awaited(each.name + ": every sender is answered", () -> {
            for (int i = 0; i < then.size(); i++) {
                if (senders.get(i).acknowledged() <= then.get(i)) {
                    return false;
                }
            }
            return true;
        });
        double silenceS = senders.stream().mapToDouble(Sender::longestSilenceS).max().orElse(0);
        Looker.Seen seen = looker.seen();
        say("| %s | %,d | %.1f s | %.0f ms | %d of %d | %.0f s |", each.name, senders.stream().mapToLong(Sender::acknowledged).sum() - before, silenceS, seen.p95Ms(),
                seen.failed(),
                seen.asked(), wholeS);
    }

    private void concluded(List<Sender> senders, Rounds rounds, Broker broker, String overBroker, Instant from) throws Exception {
        long lost = lost(senders);
        Set<Long> told = new HashSet<>(broker.acknowledged());
        int number = record.number(overBroker);
        long[] missing = {told.size()};
        awaited("what the broker had is written", () -> {
            try {
                long last = told.stream().mapToLong(Long::longValue).max().orElse(0);
                missing[0] = told.size() - record.one("select count(*) from reading where series = ? and at_us >= ? and at_us <= ?", number, from.getEpochSecond() * 1_000_000L,
                        (from.getEpochSecond() + last) * 1_000_000L);
                return missing[0] <= 0;
            } catch (java.sql.SQLException failed) {
                throw new IllegalStateException(failed);
            }
        });
        List<String> all = new ArrayList<>();
        senders.forEach(each -> all.addAll(each.series()));
        all.add(overBroker);
        long differing = record.differing(all);
        awaited("all messages are sent", () -> {
            try {
                return record.one("select count(*) from alarm_message where sent_us is null and dropped_us is null") == 0;
            } catch (java.sql.SQLException failed) {
                throw new IllegalStateException(failed);
            }
        });
        // What comes again soon after it was over is the same alarm once more, and counted at it.
        long sounded = record.one("select coalesce(sum(times), 0) from alarm where chamber_id = ?", rounds.chamber());
        long doubled = sounded - rounds.sounded();
        long notTold = record.one("select count(*) from alarm a where chamber_id = ? and not exists (select * from alarm_message m where m.alarm_id = a.id and m.what = 'RAISED')",
                rounds.chamber());
        int again = rounds.called().values().stream().mapToInt(times -> times - 1).sum();
        say("| | |");
        say("|---|---|");
        say("| readings acknowledged over HTTP, batches sent once more | %,d, %d |", senders.stream().mapToLong(Sender::acknowledged).sum(),
                senders.stream().mapToLong(Sender::again).sum());
        say("| of them lost | **%d** |", lost);
        say("| readings that the broker acknowledged, of them lost | %,d, **%d** |", told.size(), Math.max(0, missing[0]));
        say("| minutes, hours and quarters of a day that are not what their readings are | **%d** |", differing);
        say("| times that an alarm had to sound, that it sounded, missed, doubled | %d, %d, **%d**, **%d** |", rounds.sounded() + rounds.missed(), sounded, rounds.missed(),
                doubled);
        say("| longest from the reading to the alarm | %.1f s |", rounds.longestS());
        say("| alarms of which nobody was told | **%d** |", notTold);
        say("| messages that came, a second time under the same key | %d, %d |", rounds.called().size(), again);
        rounds.close();
        if (lost > 0 || missing[0] > 0 || differing > 0 || rounds.missed() > 0 || doubled != 0 || notTold > 0) {
            throw new IllegalStateException("something was lost, missed or doubled");
        }
    }

    /** The same rehearsals asked of each server and of one machine by itself, and the same readings rolled up there and here. */
    private void equal() throws Exception {
        RunningServer.Running alone = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo-days=0");
        try {
            Record aside = new Record(alone.database().url(), "root", "");
            awaited("the demo is there", () -> ApiClient.as(alone, "LEAD").get("/api/v1/site").status() == 200);
            int same = 0;
            int asked = 0;
            for (JsonNode view : lead.get("/api/v1/chambers").body()) {
                if (view.get("settings").isEmpty()) {
                    continue;
                }
                ObjectNode request = JSON.createObjectNode();
                request.set("chamber", view.get("plan"));
                var keyed = request.putArray("settings");
                view.get("settings").forEach(each -> keyed.addObject().put("controllerId", each.get("controllerId").asString()).set("values", each.get("values")));
                request.set("scenario", JSON.readTree("{\"room\":\"DAY\",\"startHour\":21,\"durationS\":86400,\"stepS\":1,\"start\":\"SETTLED\",\"buckets\":2000}"));
                List<String> answers = new ArrayList<>();
                for (String server : List.of(SERVERS.get(0), SERVERS.get(1), alone.url())) {
                    answers.add(digest(ApiClient.as(server, "LEAD").post("/api/v1/rehearsals", request.toString())));
                }
                asked++;
                same += new HashSet<>(answers).size() == 1 ? 1 : 0;
            }
            String here = chamber("Rolled up");
            List<String> mine = sent(URL, lead, here);
            ApiClient there = ApiClient.as(alone, "LEAD");
            List<String> theirs = sent(alone.url(), there, there.post("/api/v1/chambers", "{\"name\":\"Rolled up\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString());
            boolean rolledUp = record.digest(mine).equals(aside.digest(theirs));
            say("| rehearsals of a day of %d chambers, asked of both servers and of one machine by itself: equal to the last digit | %d of %d |", asked, same, asked);
            say("| minutes, hours and quarters of a day of 30,000 readings in three series, on the cluster and on one machine | %s |", rolledUp ? "equal" : "**differ**");
            if (same != asked || asked == 0 || !rolledUp) {
                throw new IllegalStateException("one machine and the cluster differ");
            }
        } finally {
            alone.close();
        }
    }

    private static String digest(Answer answer) throws Exception {
        if (answer.status() != 200) {
            throw new IllegalStateException("not rehearsed: " + answer);
        }
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(answer.body().toString().getBytes(java.nio.charset.StandardCharsets.UTF_8)));
    }

    /** Thirty thousand readings of a seed in three series, in batches that overlap and come in another order. */
    private static List<String> sent(String url, ApiClient by, String chamber) {
        DeviceClient device = DeviceClient.added(by, url, chamber, "of a seed");
        List<String> series = List.of(device.series("a", "TEMPERATURE", "C"), device.series("b", "RELATIVE_HUMIDITY", "PCT"), device.series("c", "TEMPERATURE", "F"));
        java.util.SplittableRandom random = new java.util.SplittableRandom(19);
        Instant from = Instant.parse("2026-03-01T00:00:00Z");
        for (int batch = 0; batch < 12; batch++) {
            StringBuilder body = new StringBuilder("{\"readings\":[");
            for (int i = 0; i < 2_500; i++) {
                int at = (batch * 7 % 12) * 2_500 + i;
                body.append(i == 0 ? "" : ",").append("{\"series\":\"").append(series.get(at % 3)).append("\",\"at\":\"").append(from.plusSeconds(at * 7L)).append("\",\"value\":")
                        .append(random.nextInt(20_000, 90_000) / 1000.0).append('}');
            }
            Answer answer = device.send(body.append("]}").toString());
            if (answer.status() != 200) {
                throw new IllegalStateException(answer.toString());
            }
        }
        return series;
    }
}
