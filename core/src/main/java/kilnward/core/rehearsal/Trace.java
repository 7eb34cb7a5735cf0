package kilnward.core.rehearsal;

import java.util.List;
import java.util.Optional;

/**
 * What happened, in buckets: lowest and highest of each, so that no spike is lost.
 *
 * @param bucketS   length of a bucket (s); the last one may be shorter
 * @param occupant  temperature at the occupant (°C)
 * @param humidity  relative humidity of the air (%RH); empty in a tank or where moisture is not simulated
 * @param displays  one a controller: value on its display, converted to °C or %RH
 * @param roomC     temperature of the room at the middle of each bucket (°C)
 * @param onShares  one a loop, in the order of controllers and loops: mean share of its full output in each bucket, 0 to 1
 */
public record Trace(double bucketS, Envelope occupant, Optional<Envelope> humidity, List<Envelope> displays, double[] roomC,
                    List<double[]> onShares) {
    /**
     * Lowest and highest of each bucket (°C or %RH). The arrays are the trace's own and are not copied: a trace of a year is big.
     */
    public record Envelope(double[] low, double[] high) {
        static Envelope of(int buckets) {
            return new Envelope(new double[buckets], new double[buckets]);
        }
    }
}
