package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * The range of a quantity of the air that is wanted at the occupant.
 *
 * @param quantity what is wanted so
 * @param low      lowest wanted, in the model's unit
 * @param high     highest wanted, above {@code low}
 */
public record Band(Quantity quantity, double low, double high) {
    public Band {
        Objects.requireNonNull(quantity, "quantity");
        Quantity.Holding of = quantity.holding();
        Require.within("low", low, of.lowest(), of.highest(), quantity.sign());
        Require.within("high", high, of.lowest(), of.highest(), quantity.sign());
        Require.that(high > low, "high", high, "must be above low (" + Require.plain(low) + " " + quantity.sign() + ")");
    }

    /** A range of relative humidity (%RH). */
    public static Band humidity(double lowPct, double highPct) {
        return new Band(Quantity.RELATIVE_HUMIDITY, lowPct, highPct);
    }

    /** A range of carbon dioxide (ppm). */
    public static Band carbonDioxide(double lowPpm, double highPpm) {
        return new Band(Quantity.CARBON_DIOXIDE, lowPpm, highPpm);
    }

    /** Middle of the range. */
    public double middle() {
        return 0.5 * (low + high);
    }

    /** How far a value is outside of it; below 0 inside. */
    public double outside(double value) {
        return Math.max(low - value, value - high);
    }

    /** Both together: what is outside of this is in neither. */
    Band with(Band other) {
        return new Band(quantity, Math.min(low, other.low), Math.max(high, other.high));
    }
}
