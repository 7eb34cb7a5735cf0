package kilnward.core.setup;

import java.util.Optional;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OtherPlace;
import kilnward.core.rehearsal.Metrics;

/** What a controller governs: a temperature at the occupant, a temperature in the second place, or the humidity of the air. */
public enum Aim {
    /** The occupant's temperature. */
    OCCUPANT,
    /** The temperature of the second place: roots below plants, air over eggs. */
    OTHER,
    /** The humidity of the air. */
    HUMIDITY;

    /** The lower and the upper end of what is wanted (°C or %RH); empty where nothing is. */
    public Optional<double[]> wanted(Needs needs) {
        return switch (this) {
            case OCCUPANT -> Optional.of(ends(needs.keep()));
            case OTHER -> needs.other().map(OtherPlace::keep).map(Aim::ends);
            case HUMIDITY -> needs.humidity().map(band -> new double[] {band.lowPct(), band.highPct()});
        };
    }

    /** What it came to in a rehearsal (°C or %RH); empty where that was not rehearsed. */
    public Optional<Metrics.Level> there(Metrics metrics) {
        return switch (this) {
            case OCCUPANT -> Optional.of(metrics.occupant());
            case OTHER -> metrics.other();
            case HUMIDITY -> metrics.humidity();
        };
    }

    private static double[] ends(KeepBand keep) {
        return new double[] {keep.lowC(), keep.highC()};
    }
}
