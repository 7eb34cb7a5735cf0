package kilnward.core.calibration;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;
import kilnward.core.finding.Require;

/**
 * The offset to key in: new offset = old offset + reference − display, in the step of the controller.
 *
 * <p>Worked in decimals, because 36.0 − 37.6 in binary is not −1.6 and a half step must round away from zero.
 *
 * @param newOffset           offset to key in (controller's unit)
 * @param error               mean of display − reference: what the display shows too much (controller's unit)
 * @param expandedUncertainty uncertainty of the error with coverage factor 2, about 95 % (controller's unit): resolution of
 *                            display and offset as δ/√12 each, scatter of the differences as s/√n, in quadrature
 *                            (JCGM 100:2008, 4.3.7, 4.2.3, 5.1.2). It knows nothing of the references' own uncertainty
 * @param inRange             whether the controller can be given that offset
 * @param verdict             what to do
 */
public record OffsetDecision(double newOffset, double error, double expandedUncertainty, boolean inRange,
        Verdict verdict) {
    private static final MathContext EXACT = MathContext.DECIMAL128;

    /** What to do with the offset. */
    public enum Verdict {
        /** Key the new offset in and save it. */
        KEY_IN,
        /** The error is below half a step: leave the offset as it is. */
        LEAVE,
        /** The controller cannot be given that offset: replace the probe. */
        REPLACE_PROBE
    }

    /**
     * @param currentOffset offset in force while the readings were taken (controller's unit)
     * @param readings      readings, at least one
     * @param step          step of the offset (controller's unit), above 0
     * @param rangeMin      lowest offset the controller takes
     * @param rangeMax      highest offset the controller takes, not below {@code rangeMin}
     */
    public static OffsetDecision of(double currentOffset, List<Comparison> readings, double step, double rangeMin,
            double rangeMax) {
        Require.finite("currentOffset", currentOffset);
        Require.that(!readings.isEmpty(), "readings", readings, "must hold at least one reading");
        Require.positive("step", step, "");
        Require.finite("rangeMin", rangeMin);
        Require.finite("rangeMax", rangeMax);
        Require.that(rangeMax >= rangeMin, "rangeMax", rangeMax, "must not be below rangeMin");

        BigDecimal sum = BigDecimal.ZERO;
        int count = 0;
        for (Comparison reading : readings) {
            for (double reference : reading.references()) {
                sum = sum.add(exact(reading.display()).subtract(exact(reference)));
                count++;
            }
        }
        BigDecimal error = sum.divide(BigDecimal.valueOf(count), EXACT);
        double newOffset = newOffset(currentOffset, error, step);

        double squares = 0;
        for (Comparison reading : readings) {
            for (double reference : reading.references()) {
                double residual = reading.display() - reference - error.doubleValue();
                squares += residual * residual;
            }
        }
        double scatter = count > 1 ? squares / (count - 1) / count : 0;
        double uncertainty = 2 * Math.sqrt(scatter + 2 * step * step / 12);

        boolean inRange = newOffset >= rangeMin && newOffset <= rangeMax;
        Verdict verdict = !inRange ? Verdict.REPLACE_PROBE
                : newOffset == currentOffset ? Verdict.LEAVE : Verdict.KEY_IN;
        return new OffsetDecision(newOffset, error.doubleValue(), uncertainty, inRange, verdict);
    }

    /** Current offset less the error, to the nearest step, halves away from zero. */
    static double newOffset(double currentOffset, BigDecimal error, double step) {
        // Averages are decimals only to rounding: a half must not fall to the wrong side by that.
        BigDecimal wanted = exact(currentOffset).subtract(error).setScale(9, RoundingMode.HALF_UP);
        return wanted.divide(exact(step), EXACT).setScale(0, RoundingMode.HALF_UP).multiply(exact(step)).doubleValue();
    }

    private static BigDecimal exact(double value) {
        return BigDecimal.valueOf(value);
    }
}
