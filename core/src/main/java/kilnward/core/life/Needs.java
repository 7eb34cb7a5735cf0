package kilnward.core.life;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Require;

/**
 * What an occupant needs now: the keep band and the harm limits on both sides, all at the occupant.
 *
 * @param keep       keep band
 * @param harmLimits levels and how long each can be borne, on either side, in any order
 */
public record Needs(KeepBand keep, List<HarmLimit> harmLimits) {
    public Needs {
        Objects.requireNonNull(keep, "keep");
        harmLimits = List.copyOf(harmLimits);
        for (int i = 0; i < harmLimits.size(); i++) {
            HarmLimit limit = harmLimits.get(i);
            boolean outside = limit.side() == Side.HIGH ? limit.levelC() > keep.highC() : limit.levelC() < keep.lowC();
            Require.that(outside, "harmLimits[" + i + "].levelC", limit.levelC(), limit.side() == Side.HIGH
                    ? "must be above the keep band (" + Require.plain(keep.highC()) + " °C)"
                    : "must be below the keep band (" + Require.plain(keep.lowC()) + " °C)");
        }
    }

    /** The harm limit on a side that lies nearest to the keep band. */
    public Optional<HarmLimit> nearest(Side side) {
        Comparator<HarmLimit> byLevel = Comparator.comparingDouble(HarmLimit::levelC);
        return harmLimits.stream().filter(limit -> limit.side() == side)
                .min(side == Side.HIGH ? byLevel : byLevel.reversed());
    }
}
