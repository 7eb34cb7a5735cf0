package kilnward.core.load;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What feeds outlets: the circuit of the mains, or a low-voltage supply.
 *
 * @param name     what the keeper calls it
 * @param current  alternating or direct
 * @param voltageV voltage (V)
 * @param ratedA   rating of the circuit, its fuse, or the supply (A)
 */
public record Supply(String name, Current current, @Bounded(min = 3, max = 480, unit = "V") double voltageV, @Bounded(min = 0.1, max = 1000, unit = "A") double ratedA) {
    public Supply {
        Require.named("name", name);
        Objects.requireNonNull(current, "current");
        Require.within(Supply.class, "voltageV", voltageV, "supplyV");
        Require.within(Supply.class, "ratedA", ratedA, "circuitA");
    }
}
