package kilnward.core.life;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * A level that does not kill but costs: a poorer hatch, slower growth.
 *
 * @param limit level and how long it can stand beyond it without that cost
 * @param costs what it costs, in a few words
 */
public record PoorerLimit(HarmLimit limit, String costs) {
    public PoorerLimit {
        Objects.requireNonNull(limit, "limit");
        Require.that(costs != null && !costs.isBlank(), "costs", costs, "must be given");
    }

    /**
     * Whether a course costs so much: the time beyond it adds up as {@link HarmClock} adds up what harms.
     *
     * @param lowC    lowest of each bucket (°C)
     * @param highC   highest of each bucket (°C)
     * @param bucketS length of a bucket (s)
     */
    public boolean isReached(double[] lowC, double[] highC, double bucketS) {
        HarmClock clock = new HarmClock(List.of(limit));
        boolean always = lowC.length > 0;
        for (int i = 0; i < lowC.length; i++) {
            // A bucket counts where all of it is beyond.
            double mildC = limit.side() == Side.HIGH ? lowC[i] : highC[i];
            clock.see(i * bucketS, mildC);
            clock.see((i + 1) * bucketS, mildC);
            always &= limit.isReachedAt(mildC);
        }
        // What is beyond from end to end goes on so.
        return always || clock.harmedAtS().isPresent();
    }
}
