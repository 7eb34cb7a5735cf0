package kilnward.core.load;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * What feeds outlets: the circuit of the mains, or a low-voltage supply.
 *
 * @param name     what the keeper calls it
 * @param current  alternating or direct
 * @param voltageV voltage (V)
 * @param ratedA   rating of the circuit, its fuse, or the supply (A)
 */
public record Supply(String name, Current current, double voltageV, double ratedA) {
    public Supply {
        Require.named("name", name);
        Objects.requireNonNull(current, "current");
        Require.within("supplyV", voltageV, 3, 480, "V");
        Require.within("circuitA", ratedA, 0.1, 1000, "A");
    }
}
