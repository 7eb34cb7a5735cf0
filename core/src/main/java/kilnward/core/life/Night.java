package kilnward.core.life;

import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Require;

/**
 * What is wanted by night, where that differs.
 *
 * @param keep     keep band by night
 * @param humidity range of humidity by night; empty where it is that of the day
 * @param fromHour when the night begins (h), 0 to 24
 * @param toHour   when it ends (h), 0 to 24
 */
public record Night(KeepBand keep, Optional<HumidityBand> humidity, double fromHour, double toHour) {
    public Night {
        Objects.requireNonNull(keep, "keep");
        Objects.requireNonNull(humidity, "humidity");
        Require.within("fromHour", fromHour, 0, 24, "h");
        Require.within("toHour", toHour, 0, 24, "h");
        Require.that(fromHour != toHour, "toHour", toHour, "must differ from when the night begins");
    }

    /** Whether an hour lies in the night. */
    public boolean isNight(double hour) {
        double of = hour - 24 * Math.floor(hour / 24);
        return fromHour < toHour ? of >= fromHour && of < toHour : of >= fromHour || of < toHour;
    }
}
