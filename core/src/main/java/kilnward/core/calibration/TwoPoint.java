package kilnward.core.calibration;

import java.math.BigDecimal;
import kilnward.core.finding.Require;

/**
 * A correction from two known points: true value = shift + gain × what the sensor shows. A controller with an offset alone can be
 * right at one level only.
 *
 * @param gain  slope, near 1
 * @param shift shift
 */
public record TwoPoint(double gain, double shift) {
    /** Farther from 1 than this it is no correction but a broken probe or a mistake. */
    private static final double MOST = 0.5;

    public TwoPoint {
        Require.within("gain", gain, 1 - MOST, 1 + MOST, "");
        Require.finite("shift", shift);
    }

    /**
     * @param lowShown  shown at the lower point, without an offset
     * @param lowTrue   what it was
     * @param highShown shown at the upper point, above {@code lowShown}
     * @param highTrue  what it was
     */
    public static TwoPoint of(double lowShown, double lowTrue, double highShown, double highTrue) {
        Require.that(highShown > lowShown, "highShown", highShown, "must be above what was shown at the lower point");
        double gain = (highTrue - lowTrue) / (highShown - lowShown);
        return new TwoPoint(gain, lowTrue - gain * lowShown);
    }

    /** What is, where the sensor shows this. */
    public double corrected(double shown) {
        return shift + gain * shown;
    }

    /** The offset that makes a controller right at one level, for a device that has no gain to be set. */
    public double offsetAt(double level) {
        return level - shown(level);
    }

    /** What the sensor shows at a level. */
    public double shown(double level) {
        return (level - shift) / gain;
    }

    /** An offset in a controller's step, halves away from zero. */
    public static double inStep(double offset, double step) {
        return OffsetDecision.newOffset(offset, BigDecimal.ZERO, step);
    }

    /** What is left wrong at another level, once that offset is keyed in. */
    public double leftAt(double level, double rightAt) {
        return shown(level) + offsetAt(rightAt) - level;
    }
}
