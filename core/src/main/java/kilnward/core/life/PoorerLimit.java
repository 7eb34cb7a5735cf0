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
public record PoorerLimit(DangerLimit limit, String costs) {
    public PoorerLimit {
        Objects.requireNonNull(limit, "limit");
        Require.that(costs != null && !costs.isBlank(), "costs", costs, "must be given");
    }

    /**
     * Whether a course costs so much: the time beyond it adds up as {@link HarmClock} adds up what harms.
     *
     * @param low     lowest of each bucket, in the model's unit
     * @param high    highest of each bucket
     * @param bucketS length of a bucket (s)
     */
    public boolean isReached(double[] low, double[] high, double bucketS) {
        HarmClock clock = new HarmClock(List.of(limit));
        boolean always = low.length > 0;
        for (int i = 0; i < low.length; i++) {
            // A bucket counts where all of it is beyond.
            double mild = limit.side() == Side.HIGH ? low[i] : high[i];
            clock.see(i * bucketS, mild);
            clock.see((i + 1) * bucketS, mild);
            always &= limit.isReachedAt(mild);
        }
        // What is beyond from end to end goes on so.
        return always || clock.harmedAtS().isPresent();
    }
}
