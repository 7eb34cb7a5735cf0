package kilnward.core.alarm;

import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * Strictly outside a band; back when inside by the deadband. How long is too long is the delay of its rule.
 *
 * @param low      lower end, in the unit of the readings
 * @param high     upper end, above the lower
 * @param deadband less than half of the band
 */
public record OutOfBand(double low, double high, double deadband) implements Condition {
    public OutOfBand {
        Require.finite("limit", low);
        Require.that(high > low, "secondLimit", high, "must be above limit (" + Require.plain(low) + ")");
        Require.that(deadband >= 0 && deadband < 0.5 * (high - low), "deadband", deadband, "must be 0 or more, and less than half of the band");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble value = heard.at(atS);
        if (value.isEmpty()) {
            return false;
        }
        double inside = was ? deadband : 0;
        return value.getAsDouble() > high - inside || value.getAsDouble() < low + inside;
    }

    @Override
    public double lookBackS() {
        return 0;
    }
}
