package kilnward.core.setup;

import java.util.Arrays;
import java.util.Optional;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OtherPlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Metrics;

/** What a controller governs: a temperature at the occupant, a temperature in the second place, or what the air holds. */
public enum Aim {
    /** The occupant's temperature. */
    OCCUPANT(Quantity.TEMPERATURE),
    /** The temperature of the second place: roots below plants, air over eggs. */
    OTHER(Quantity.TEMPERATURE),
    /** The humidity of the air. */
    HUMIDITY(Quantity.RELATIVE_HUMIDITY),
    /** The carbon dioxide of the air. */
    CARBON_DIOXIDE(Quantity.CARBON_DIOXIDE);

    private final Quantity quantity;

    Aim(Quantity quantity) {
        this.quantity = quantity;
    }

    /** What it is that is governed. */
    public Quantity quantity() {
        return quantity;
    }

    /** What is governed of a quantity of the air. */
    public static Aim of(Quantity quantity) {
        return Arrays.stream(values()).filter(aim -> aim.quantity == quantity).findFirst().orElseThrow(() -> new IllegalArgumentException("nothing governs " + quantity));
    }

    /** The lower and the upper end of what is wanted (in the model's unit); empty where nothing is. */
    public Optional<double[]> wanted(Needs needs) {
        return switch (this) {
            case OCCUPANT -> Optional.of(ends(needs.keep()));
            case OTHER -> needs.other().map(OtherPlace::keep).map(Aim::ends);
            case HUMIDITY, CARBON_DIOXIDE -> needs.band(quantity).map(band -> new double[] {band.low(), band.high()});
        };
    }

    /** What it came to in a rehearsal (in the model's unit); empty where that was not rehearsed. */
    public Optional<Metrics.Level> there(Metrics metrics) {
        return switch (this) {
            case OCCUPANT -> Optional.of(metrics.occupant());
            case OTHER -> metrics.other();
            case HUMIDITY, CARBON_DIOXIDE -> metrics.air(quantity);
        };
    }

    private static double[] ends(KeepBand keep) {
        return new double[] {keep.lowC(), keep.highC()};
    }
}
