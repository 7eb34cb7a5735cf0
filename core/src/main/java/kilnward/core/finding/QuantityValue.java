package kilnward.core.finding;

import java.util.Objects;

/**
 * A number with its unit, as evidence for a finding.
 *
 * @param value the number, finite
 * @param unit  its unit
 */
public record QuantityValue(double value, Unit unit) {
    public QuantityValue {
        Require.finite("value", value);
        Objects.requireNonNull(unit, "unit");
    }
}
