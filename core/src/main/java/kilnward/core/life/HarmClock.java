package kilnward.core.life;

import java.util.List;
import java.util.OptionalDouble;

/**
 * Follows a temperature at the occupant and says when the first harm limit is used up: level by duration without a break.
 * Mutable; one clock per simulated run.
 */
public final class HarmClock {
    private final List<HarmLimit> limits;
    /** The limits once more as numbers: a box that is too cold for weeks asks for them each second. */
    private final double[] sign;
    private final double[] signedLevelC;
    private final double[] durationS;
    private final double[] beyondSinceS;
    /** Between these nothing is reached; nearly every sample of a run lies there. */
    private final double safeAboveC;
    private final double safeBelowC;
    private boolean beyond;
    private double harmedAtS = Double.NaN;
    private HarmLimit harmedBy;

    public HarmClock(List<HarmLimit> limits) {
        this.limits = List.copyOf(limits);
        this.sign = limits.stream().mapToDouble(limit -> limit.side() == Side.HIGH ? 1 : -1).toArray();
        this.signedLevelC = limits.stream().mapToDouble(limit -> limit.side() == Side.HIGH ? limit.levelC() : -limit.levelC())
                .toArray();
        this.durationS = limits.stream().mapToDouble(HarmLimit::durationS).toArray();
        this.beyondSinceS = new double[this.limits.size()];
        java.util.Arrays.fill(beyondSinceS, Double.NaN);
        this.safeAboveC = limits.stream().filter(limit -> limit.side() == Side.LOW).mapToDouble(HarmLimit::levelC).max()
                .orElse(Double.NEGATIVE_INFINITY);
        this.safeBelowC = limits.stream().filter(limit -> limit.side() == Side.HIGH).mapToDouble(HarmLimit::levelC).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    /**
     * Takes the next sample.
     *
     * @param timeS     time of the sample (s), not before the last one
     * @param occupantC temperature at the occupant (°C)
     */
    public void see(double timeS, double occupantC) {
        boolean safe = occupantC > safeAboveC && occupantC < safeBelowC;
        if (safe && !beyond) {
            return;
        }
        beyond = !safe;
        for (int i = 0; i < beyondSinceS.length; i++) {
            if (sign[i] * occupantC < signedLevelC[i]) {
                beyondSinceS[i] = Double.NaN;
                continue;
            }
            if (Double.isNaN(beyondSinceS[i])) {
                beyondSinceS[i] = timeS;
            }
            if (Double.isNaN(harmedAtS) && timeS - beyondSinceS[i] >= durationS[i]) {
                harmedAtS = timeS;
                harmedBy = limits.get(i);
            }
        }
    }

    /** When the first limit was used up (s); empty while none is. */
    public OptionalDouble harmedAtS() {
        return Double.isNaN(harmedAtS) ? OptionalDouble.empty() : OptionalDouble.of(harmedAtS);
    }

    /** The limit that was used up first; empty while none is. */
    public java.util.Optional<HarmLimit> harmedBy() {
        return java.util.Optional.ofNullable(harmedBy);
    }
}
