package kilnward.core.life;

import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * What is wanted by night, where that differs.
 *
 * @param keep     target range by night
 * @param air      ranges of what the air holds by night; what is that of the day is not there
 * @param fromHour when the night begins (h), 0 to 24
 * @param toHour   when it ends (h), 0 to 24
 */
public record Night(KeepBand keep, Map<Quantity, Band> air, @Bounded(min = 0, max = 24, unit = "h") double fromHour, @Bounded(min = 0, max = 24, unit = "h") double toHour) {
    public Night {
        Objects.requireNonNull(keep, "keep");
        air = Map.copyOf(air);
        Require.within(Night.class, "fromHour", fromHour);
        Require.within(Night.class, "toHour", toHour);
        Require.that(fromHour != toHour, "toHour", toHour, "must differ from when the night begins");
    }

    /** What is wanted of a quantity by night, where that differs. */
    public Optional<Band> band(Quantity quantity) {
        return Optional.ofNullable(air.get(quantity));
    }

    /** Whether an hour lies in the night. */
    public boolean isNight(double hour) {
        double of = hour - 24 * Math.floor(hour / 24);
        return fromHour < toHour ? of >= fromHour && of < toHour : of >= fromHour || of < toHour;
    }
}
