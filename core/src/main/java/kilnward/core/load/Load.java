package kilnward.core.load;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * One appliance on an outlet.
 *
 * @param name   what the keeper calls it
 * @param kind   how it begins to draw
 * @param powerW power while running (W), above 0
 */
public record Load(String name, LoadKind kind, @Bounded(min = 0.1, max = 100_000, unit = "W") double powerW) {
    public Load {
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        Objects.requireNonNull(kind, "kind");
        Require.within(Load.class, "powerW", powerW);
    }
}
