package kilnward.benchmarks.cluster;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import kilnward.server.running.DeviceClient;

/** One part after another is killed, cut off or replaced while devices send, alarms sound and somebody looks; afterwards it is counted what the record holds. */
final class Faults {
    private static final int SENDERS = 4;
    /** Between two batches of a sender (ms). */
    private static final int PAUSE_MS = 400;
    /** Between one disturbance and the next, and between a kill and the start of what was killed (s). */
    private static final int CALM_S = 6;
    private static final int DOWN_S = 5;
    private static final int SPLIT_S = 20;
    private final Cluster cluster;

    Faults(Cluster cluster) {
        this.cluster = cluster;
    }

    /** What is done to the cluster, step by step. */
    private interface Deed {
        void now() throws Exception;
    }

    private record Disturbance(String name, Deed deed) {
    }

    private static Disturbance killed(String name, String part) {
        return new Disturbance(name, () -> {
            Cluster.must("kill", part);
            Thread.sleep(DOWN_S * 1_000L);
            Cluster.must("start", part);
        });
    }

    private static Disturbance cutOff() {
        return new Disturbance("node 1 cut off from the network for " + SPLIT_S + " s", () -> {
            Cluster.must("cut", "n1");
            Thread.sleep(SPLIT_S * 1_000L);
            Cluster.must("heal", "n1");
        });
    }

    /** Prints a table of what was done, and one of what the record holds; throws where anything was lost, missed or doubled. */
    void measure(boolean upgrade, boolean split) throws Exception {
        String chamber = cluster.chamber("Disturbed");
        List<Sender> senders = cluster.senders(chamber, SENDERS, PAUSE_MS);
        Rounds rounds = new Rounds(Cluster.URL, cluster.lead(), chamber);
        DeviceClient board = DeviceClient.added(cluster.lead(), Cluster.URL, chamber, "board");
        String overBroker = board.series("over the broker", "TEMPERATURE", "C");
        Instant from = senders.get(0).from();
        Broker broker = new Broker(Cluster.BROKER_PORT, board.id(), board.token(), overBroker, from);
        Looker looker = new Looker(
                List.of(Cluster.URL + "/api/v1/chambers/" + chamber, Cluster.URL + "/api/v1/series/" + senders.get(0).series().get(0) + "/chart", Cluster.URL + "/api/v1/alarms"),
                Cluster.session());
        List<Thread> threads = new ArrayList<>();
        senders.forEach(each -> threads.add(Cluster.started("sends", each)));
        threads.add(Cluster.started("alarms", rounds));
        threads.add(Cluster.started("broker", broker));
        Cluster.started("looks", looker);
        Thread.sleep(3 * CALM_S * 1_000L);

        List<Disturbance> all = new ArrayList<>();
        all.add(new Disturbance("nothing, for comparison", () -> Thread.sleep(2 * CALM_S * 1_000L)));
        if (upgrade) {
            for (String server : List.of("s1", "s2")) {
                all.add(new Disturbance("server " + server.charAt(1) + " of the version before replaced by this one", () -> {
                    Cluster.must("stop", server);
                    Cluster.must("start", server);
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
        Cluster.say("");
        concluded(senders, rounds, broker, overBroker, from);
    }

    private static void disturbed(Disturbance each, List<Sender> senders, Looker looker) throws Exception {
        Thread.sleep(CALM_S * 1_000L);
        looker.seen();
        senders.forEach(Sender::longestSilenceS);
        long before = senders.stream().mapToLong(Sender::acknowledged).sum();
        long begun = System.nanoTime();
        each.deed.now();
        Cluster.awaited(each.name + ": all parts are well", Cluster::whole);
        double wholeS = (System.nanoTime() - begun) / 1e9;
        List<Long> then = senders.stream().map(Sender::acknowledged).toList();
        Cluster.awaited(each.name + ": every sender is answered", () -> {
            for (int i = 0; i < then.size(); i++) {
                if (senders.get(i).acknowledged() <= then.get(i)) {
                    return false;
                }
            }
            return true;
        });
        double silenceS = senders.stream().mapToDouble(Sender::longestSilenceS).max().orElse(0);
        Looker.Seen seen = looker.seen();
        Cluster.say("| %s | %,d | %.1f s | %.0f ms | %d of %d | %.0f s |", each.name, senders.stream().mapToLong(Sender::acknowledged).sum() - before, silenceS, seen.p95Ms(),
                seen.failed(),
                seen.asked(), wholeS);
    }

    private void concluded(List<Sender> senders, Rounds rounds, Broker broker, String overBroker, Instant from) throws Exception {
        long lost = cluster.lost(senders);
        Set<Long> told = new HashSet<>(broker.acknowledged());
        long[] missing = {told.size()};
        Cluster.awaited("what the broker had is written", () -> {
            long last = told.stream().mapToLong(Long::longValue).max().orElse(0);
            missing[0] = told.size() - cluster.record().readings(overBroker, from, last + 1);
            return missing[0] <= 0;
        });
        long differing = cluster.record().differing();
        Cluster.awaited("all messages are sent", () -> cluster.record().one("select count(*) from alarm_message where sent_us is null and dropped_us is null") == 0);
        // What comes again soon after it was over is the same alarm once more, and counted at it.
        long sounded = cluster.record().one("select coalesce(sum(times), 0) from alarm where chamber_id = ?", rounds.chamber());
        long doubled = sounded - rounds.sounded();
        long notTold = cluster.record().one(
                "select count(*) from alarm a where chamber_id = ? and not exists (select * from alarm_message m where m.alarm_id = a.id and m.what = 'RAISED')",
                rounds.chamber());
        Cluster.say("| | |");
        Cluster.say("|---|---|");
        Cluster.say("| readings acknowledged over HTTP, batches sent once more | %,d, %d |", senders.stream().mapToLong(Sender::acknowledged).sum(),
                senders.stream().mapToLong(Sender::again).sum());
        Cluster.say("| of them lost | **%d** |", lost);
        Cluster.say("| readings that the broker acknowledged, of them lost | %,d, **%d** |", told.size(), Math.max(0, missing[0]));
        Cluster.say("| minutes, hours and quarters of a day that are not what their readings are | **%d** |", differing);
        Cluster.say("| times that an alarm had to sound, that it sounded, missed, doubled | %d, %d, **%d**, **%d** |", rounds.sounded() + rounds.missed(), sounded, rounds.missed(),
                doubled);
        Cluster.say("| longest from the reading to the alarm | %.1f s |", rounds.longestS());
        Cluster.say("| alarms of which nobody was told | **%d** |", notTold);
        Cluster.say("| messages that came, a second time under the same key | %d, %d |", rounds.told().called().size(), rounds.told().again());
        rounds.close();
        if (lost > 0 || missing[0] > 0 || differing > 0 || rounds.missed() > 0 || doubled != 0 || notTold > 0) {
            throw new IllegalStateException("something was lost, missed or doubled");
        }
    }
}
