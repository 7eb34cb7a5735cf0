package kilnward.core.rehearsal.outcome;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.air.MoistAir;
import kilnward.core.quantity.Quantity;

/**
 * What happened, in buckets: lowest and highest of each, so that no spike is lost.
 *
 * @param bucketS   length of a bucket (s); the last one may be shorter
 * @param occupant  temperature at the occupant (°C)
 * @param other     temperature in the second place (°C); empty where there is none
 * @param air       what of the air was simulated, by quantity; nothing in a tank
 * @param displays  one a controller: value on its display, in the model's unit
 * @param roomC     temperature of the room at the middle of each bucket (°C)
 * @param onShares  one a loop, in the order of controllers and loops: mean share of its full output in each bucket, 0 to 1
 */
public record Trace(double bucketS, Envelope occupant, Optional<Envelope> other, Map<Quantity, Envelope> air, List<Envelope> displays, double[] roomC,
        List<double[]> onShares) {
    /** A quantity at the occupant; empty where it is not simulated. */
    public Optional<Envelope> occupant(Quantity quantity) {
        return quantity == Quantity.TEMPERATURE ? Optional.of(occupant) : air(quantity);
    }

    /** A quantity of the air; empty where it is not simulated. */
    public Optional<Envelope> air(Quantity quantity) {
        return Optional.ofNullable(air.get(quantity));
    }

    /**
     * Lowest and highest of each bucket (in the model's unit). The arrays are the trace's own and are not copied: a trace of a year is big.
     */
    public record Envelope(double[] low, double[] high) {
        public static Envelope of(int buckets) {
            return new Envelope(new double[buckets], new double[buckets]);
        }
    }

    /**
     * What the air asked of what lives in it.
     *
     * @param deficitLowestPa  lowest vapour-pressure deficit of the air, not of a leaf (Pa)
     * @param deficitHighestPa highest (Pa)
     * @param dewPointLowestC  lowest dew point (°C)
     * @param dewPointHighestC highest (°C)
     */
    public record MoistRange(double deficitLowestPa, double deficitHighestPa, double dewPointLowestC, double dewPointHighestC) {
    }

    /**
     * The range of vapour-pressure deficit and dew point at the occupant, each bucket taken at its middle.
     *
     * @return empty where humidity is not rehearsed; of meaning only where the occupant's temperature is the air's
     */
    public Optional<MoistRange> moistRange() {
        return air(Quantity.RELATIVE_HUMIDITY).map(damp -> {
            double[] range = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
            for (int i = 0; i < damp.low.length; i++) {
                double saturation = MoistAir.saturationPressurePa(0.5 * (occupant.low[i] + occupant.high[i]));
                double vapour = saturation * Math.max(0.1, Math.min(100, 0.5 * (damp.low[i] + damp.high[i]))) / 100;
                double dewPointC = MoistAir.dewPointC(vapour).orElse(range[2]);
                range[0] = Math.min(range[0], saturation - vapour);
                range[1] = Math.max(range[1], saturation - vapour);
                range[2] = Math.min(range[2], dewPointC);
                range[3] = Math.max(range[3], dewPointC);
            }
            return new MoistRange(range[0], range[1], range[2], range[3]);
        });
    }
}
