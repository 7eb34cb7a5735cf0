package kilnward.core.life;

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
     * Whether a course stands beyond it for so long without a break.
     *
     * @param lowC    lowest of each bucket (°C)
     * @param highC   highest of each bucket (°C)
     * @param bucketS length of a bucket (s)
     */
    public boolean isReached(double[] lowC, double[] highC, double bucketS) {
        double beyondS = 0;
        for (int i = 0; i < lowC.length; i++) {
            // A bucket counts where all of it is beyond.
            boolean beyond = limit.side() == Side.HIGH ? lowC[i] >= limit.levelC() : highC[i] <= limit.levelC();
            beyondS = beyond ? beyondS + bucketS : 0;
            if (beyond && beyondS >= limit.durationS()) {
                return true;
            }
        }
        // What is beyond from end to end goes on so.
        return lowC.length > 0 && beyondS >= lowC.length * bucketS - 1e-6;
    }
}
