package kilnward.core.life;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * What the occupant needs now: the keep band and the harm limits on both sides, all at the occupant.
 *
 * @param keep       keep band
 * @param harmLimits levels and how long each can be borne, on either side, in any order
 * @param humidity   range of humidity wanted; empty where it does not matter
 * @param maxRateKh  greatest rate of change it bears (K/h); empty where none is known
 * @param other      a second place with a keep band of its own; empty where the occupant lives in one place
 */
public record Needs(KeepBand keep, List<HarmLimit> harmLimits, Optional<HumidityBand> humidity, OptionalDouble maxRateKh, Optional<OtherPlace> other) {
    public Needs {
        Objects.requireNonNull(keep, "keep");
        harmLimits = List.copyOf(harmLimits);
        Objects.requireNonNull(humidity, "humidity");
        maxRateKh.ifPresent(rate -> Require.within("maxRateKh", rate, 0.01, 100, "K/h"));
        for (int i = 0; i < harmLimits.size(); i++) {
            HarmLimit limit = harmLimits.get(i);
            boolean outside = limit.side() == Side.HIGH ? limit.levelC() > keep.highC() : limit.levelC() < keep.lowC();
            Require.that(outside, "harmLimits[" + i + "].levelC", limit.levelC(), limit.side() == Side.HIGH
                    ? "must be above the keep band (" + Require.plain(keep.highC()) + " °C)"
                    : "must be below the keep band (" + Require.plain(keep.lowC()) + " °C)");
        }
    }

    /** Needs in one place. */
    public Needs(KeepBand keep, List<HarmLimit> harmLimits, Optional<HumidityBand> humidity, OptionalDouble maxRateKh) {
        this(keep, harmLimits, humidity, maxRateKh, Optional.empty());
    }

    /** Needs of temperature alone. */
    public Needs(KeepBand keep, List<HarmLimit> harmLimits) {
        this(keep, harmLimits, Optional.empty(), OptionalDouble.empty());
    }

    /** The harm limit on a side that lies nearest to the keep band. */
    public Optional<HarmLimit> nearest(Side side) {
        Comparator<HarmLimit> byLevel = Comparator.comparingDouble(HarmLimit::levelC);
        return harmLimits.stream().filter(limit -> limit.side() == side)
                .min(side == Side.HIGH ? byLevel : byLevel.reversed());
    }
}
