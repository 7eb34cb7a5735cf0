package kilnward.core.setup;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.load.Supply;

/**
 * What feeds the appliances of a chamber.
 *
 * @param mains        the circuit of the mains; empty where it is not known
 * @param lowVoltage   the low-voltage supply; empty where there is none or it is not known
 * @param onLowVoltage ids of the appliances on the low-voltage supply; all others are on the mains
 * @param pricePerKWh  what energy costs (any currency a kWh); empty where it is not known
 */
public record Power(Optional<Supply> mains, Optional<Supply> lowVoltage, Set<String> onLowVoltage, @Bounded(min = 0, max = 1000, unit = "1/kWh") OptionalDouble pricePerKWh) {
    /** Nothing is known. */
    public static final Power UNKNOWN = new Power(Optional.empty(), Optional.empty(), Set.of(), OptionalDouble.empty());

    public Power {
        onLowVoltage = Set.copyOf(onLowVoltage);
        pricePerKWh.ifPresent(price -> Require.within(Power.class, "pricePerKWh", price));
    }

    /** What feeds an appliance; empty where that is not known. */
    public Optional<Supply> of(String applianceId) {
        return onLowVoltage.contains(applianceId) ? lowVoltage : mains;
    }
}
