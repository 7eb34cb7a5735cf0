package kilnward.benchmarks.cluster;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * What a cluster that {@code ./kiln} has started does: how many readings a second it takes, what is lost and how long it takes when one of its parts is killed, cut off or
 * replaced, and whether it works out the same as one machine. Prints rows of tables; anything lost or missed ends it with an error.
 */
public final class ClusterSoak {
    private static final int SENDERS = 8;
    private static final int RATE_S = Integer.getInteger("kiln.rate.seconds", 20);

    private ClusterSoak() {
    }

    /** @param arguments what is measured, the file that the owner's password stands in, and what it is measured with */
    public static void main(String[] arguments) {
        // Clients of brokers and of the web leave threads behind.
        System.exit(held(arguments) ? 0 : 1);
    }

    private static boolean held(String[] arguments) {
        try {
            Cluster cluster = new Cluster(Path.of(arguments[1]));
            List<String> with = List.of(arguments).subList(2, arguments.length);
            switch (arguments[0]) {
                case "rate" -> rate(cluster, with.get(0));
                case "faults" -> new Faults(cluster).measure(with.contains("upgrade"), !with.contains("nosplit"));
                case "equal" -> OneAndMany.compare(cluster);
                default -> throw new IllegalArgumentException(arguments[0]);
            }
            return true;
        } catch (Exception failed) {
            failed.printStackTrace();
            return false;
        }
    }

    /** As many readings as are taken from senders that never rest. */
    private static void rate(Cluster cluster, String shape) throws Exception {
        String chamber = cluster.chamber("As fast as it goes");
        List<Sender> senders = cluster.senders(chamber, SENDERS, 0);
        Looker looker = new Looker(List.of(Cluster.URL + "/api/v1/chambers/" + chamber, Cluster.URL + "/api/v1/series/" + senders.get(0).series().get(0) + "/chart"),
                Cluster.session());
        List<Thread> threads = new ArrayList<>();
        senders.forEach(each -> threads.add(Cluster.started("sends", each)));
        Thread.sleep(5_000);
        Cluster.started("looks", looker);
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
        Cluster.say("| %s | %,.0f | %.0f ms | %d |", shape, taken / tookS, seen.p95Ms(), cluster.lost(senders));
    }
}
