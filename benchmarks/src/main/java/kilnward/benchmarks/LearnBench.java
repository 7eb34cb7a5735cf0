package kilnward.benchmarks;

import kilnward.server.running.Figures;
import kilnward.server.running.LoggedBox;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;

/** How long it takes to learn a box from its log, as the page asks for it. Prints a row. */
public final class LearnBench {
    private static final int TIMES = 7;

    private LearnBench() {
    }

    public static void main(String[] arguments) throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo-days=0");
        try {
            LoggedBox logged = LoggedBox.of(server, "Logged for a night");
            double[] tookS = new double[TIMES];
            for (int i = 0; i < TIMES; i++) {
                long begun = System.nanoTime();
                logged.lead().post("/api/v1/chambers/" + logged.chamber() + "/fits", logged.span(",\"roomC\":18,\"wattsSeriesId\":\"" + logged.watts() + "\"")).done();
                tookS[i] = (System.nanoTime() - begun) / 1e9;
            }
            System.out.println("| learning | measured | wanted |");
            System.out.println("|---|---|---|");
            System.out.printf("| a box learned from eight hours of a reading a minute and a plug, median of %d, slowest | %.1f s, %.1f s | 5 s |%n", TIMES,
                    Figures.median(tookS), Figures.percentile(tookS, 1));
        } finally {
            server.close();
        }
    }
}
