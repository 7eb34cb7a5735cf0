package kilnward.core.rehearsal;

import java.util.List;

/**
 * What happened, in buckets: lowest and highest of each, so that no spike is lost.
 *
 * @param bucketS   length of a bucket (s); the last one may be shorter
 * @param occupant  temperature at the occupant (°C)
 * @param displays  one a controller: value on its display, converted to °C
 * @param roomC     temperature of the room at the middle of each bucket (°C)
 * @param onShares  one a loop, in the order of controllers and loops: share of each bucket its output was on, 0 to 1
 */
public record Trace(double bucketS, Envelope occupant, List<Envelope> displays, double[] roomC,
                    List<double[]> onShares) {
    /**
     * Lowest and highest of each bucket (°C). The arrays are the trace's own and are not copied: a trace of a year is big.
     */
    public record Envelope(double[] lowC, double[] highC) {
        static Envelope of(int buckets) {
            Envelope envelope = new Envelope(new double[buckets], new double[buckets]);
            java.util.Arrays.fill(envelope.lowC, Double.POSITIVE_INFINITY);
            java.util.Arrays.fill(envelope.highC, Double.NEGATIVE_INFINITY);
            return envelope;
        }

        void see(int bucket, double valueC) {
            if (valueC < lowC[bucket]) {
                lowC[bucket] = valueC;
            }
            if (valueC > highC[bucket]) {
                highC[bucket] = valueC;
            }
        }
    }
}
