package kilnward.benchmarks;

import java.util.ArrayList;
import java.util.List;
import kilnward.server.running.ApiClient;
import kilnward.server.running.Figures;
import kilnward.server.running.ServedServer;

/** Whether the time of an answer tells that somebody has an account; and what a signed-in request costs beside one that asks for nobody. */
public final class SignInBench {
    private static final int PEOPLE = 15;
    private static final int LOOKS = 400;
    private static final String PASSWORD = "nobody weighs the pike twice";

    private SignInBench() {
    }

    public static void main(String[] arguments) throws Exception {
        ServedServer.Served served = ServedServer.Served.start();
        try {
            System.out.println("| | measured | wanted |\n|---|---|---|");
            measure(served);
        } finally {
            served.close();
        }
    }

    private static void measure(ServedServer.Served served) throws Exception {
        ApiClient owner = ApiClient.nobody(served.server());
        owner.get("/api/v1/session");
        join(owner, served.firstSecret(), "Wren", ",\"site\":{\"name\":\"Bench\",\"timeZone\":\"Europe/London\",\"altitudeM\":0}");
        for (int i = 0; i < PEOPLE; i++) {
            ApiClient somebody = ApiClient.nobody(served.server());
            somebody.get("/api/v1/session");
            String link = owner.post("/api/v1/invitations", "{\"level\":\"VISITOR\",\"days\":1}").body().get("link").asString();
            join(somebody, link.replaceFirst(".*#", ""), "Person " + i, ",\"site\":null");
        }
        List<Double> known = new ArrayList<>();
        List<Double> unknown = new ArrayList<>();
        // In turn; of each name fewer tries than are slowed.
        for (int round = 0; round < 3; round++) {
            for (int i = 0; i < PEOPLE; i++) {
                known.add(refused(owner, "Person " + i));
                unknown.add(refused(owner, "Nobody " + i));
            }
        }
        System.out.printf("| a wrong password for a name that is there, of the time of one that is not (median of %d, in turn) | **%.2f** (%.0f and %.0f ms) | 0.9 to 1.1 |%n",
                known.size(),
                Figures.median(known) / Figures.median(unknown), Figures.median(known), Figures.median(unknown));
        List<Double> looks = new ArrayList<>();
        for (int i = 0; i < LOOKS; i++) {
            long begun = System.nanoTime();
            owner.get("/api/v1/people");
            looks.add((System.nanoTime() - begun) / 1e6);
        }
        System.out.printf("| a page's question with session, level and site looked up, 95th percentile (%d asked) | %.0f ms | 50 ms |%n", LOOKS, Figures.percentile(looks, 0.95));
    }

    private static void join(ApiClient who, String secret, String name, String more) {
        int status = who.post("/api/v1/join",
                "{\"secret\":\"" + secret + "\",\"name\":\"" + name + "\",\"email\":null,\"password\":\"" + PASSWORD + "\",\"credential\":null" + more + "}").status();
        if (status != 200) {
            throw new IllegalStateException("could not join: " + status);
        }
    }

    private static double refused(ApiClient by, String name) {
        long begun = System.nanoTime();
        int status = by.post("/api/v1/session/password", "{\"name\":\"" + name + "\",\"password\":\"not this one at all\"}").status();
        if (status != 400) {
            throw new IllegalStateException("not refused: " + status);
        }
        return (System.nanoTime() - begun) / 1e6;
    }
}
