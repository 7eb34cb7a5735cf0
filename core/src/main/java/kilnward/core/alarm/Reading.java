package kilnward.core.alarm;

import kilnward.core.finding.Require;

/**
 * A value at a time. It holds until the next.
 *
 * @param atS   s since any beginning
 * @param value in the unit its series is kept in
 */
public record Reading(double atS, double value) {
    public Reading {
        Require.finite("at", atS);
        Require.finite("value", value);
    }
}
