package kilnward.core.calibration;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import kilnward.core.finding.RefusedValueException;

/**
 * Saturated salt solutions: the humidity of the air above them in a closed jar.
 *
 * <p>L. Greenspan, "Humidity fixed points of binary saturated aqueous solutions", J. Res. NBS 81A (1977) 89–96, at every 5 °C;
 * the values are from memory. Between them linear; outside a salt's range nothing is said.
 */
public enum Salt {
    LITHIUM_CHLORIDE("lithium chloride", 0.3, true, 10, 11.29, 11.30, 11.31, 11.30, 11.28, 11.25, 11.21),
    MAGNESIUM_CHLORIDE("magnesium chloride", 0.2, false, 10, 33.47, 33.30, 33.07, 32.78, 32.44, 32.05, 31.60),
    POTASSIUM_CARBONATE("potassium carbonate", 0.4, true, 10, 43.14, 43.15, 43.16, 43.16, 43.17),
    MAGNESIUM_NITRATE("magnesium nitrate", 0.3, true, 10, 57.36, 55.87, 54.38, 52.89, 51.40, 49.91, 48.42),
    SODIUM_CHLORIDE("sodium chloride", 0.2, false, 10, 75.67, 75.61, 75.47, 75.29, 75.09, 74.87, 74.68),
    POTASSIUM_CHLORIDE("potassium chloride", 0.3, false, 10, 86.77, 85.92, 85.11, 84.34, 83.62, 82.95, 82.32),
    POTASSIUM_SULFATE("potassium sulfate", 0.5, false, 10, 98.18, 97.89, 97.59, 97.30, 97.00, 96.71, 96.41);

    private static final double STEP_C = 5;
    private final String words;
    private final double standardPct;
    private final boolean irritant;
    private final double fromC;
    private final List<Double> pct;

    Salt(String words, double standardPct, boolean irritant, double fromC, double... pct) {
        this.words = words;
        this.standardPct = standardPct;
        this.irritant = irritant;
        this.fromC = fromC;
        this.pct = Arrays.stream(pct).boxed().toList();
    }

    /** What a chemist calls it. */
    public String words() {
        return words;
    }

    /** Standard uncertainty of a jar made with care (points of %RH); order of magnitude, from memory. */
    public double standardPct() {
        return standardPct;
    }

    /** Whether it irritates skin or eyes, more than kitchen salt does. */
    public boolean isIrritant() {
        return irritant;
    }

    /** Lowest temperature of its table (°C). */
    public double lowestC() {
        return fromC;
    }

    /** Highest temperature of its table (°C). */
    public double highestC() {
        return fromC + STEP_C * (pct.size() - 1);
    }

    /**
     * Humidity of the air above it (%RH).
     *
     * @param temperatureC temperature of the jar (°C), from {@link #lowestC()} to {@link #highestC()}
     * @throws RefusedValueException outside that range: there is nothing to go by
     */
    public double humidityPct(double temperatureC) {
        if (!(temperatureC >= lowestC() && temperatureC <= highestC())) {
            throw new RefusedValueException("temperatureC", temperatureC, String.format(Locale.ROOT,
                    "must be from %.0f to %.0f °C for %s: nothing is known outside that", lowestC(), highestC(), words));
        }
        double place = (temperatureC - fromC) / STEP_C;
        int below = (int) Math.min(pct.size() - 2, Math.floor(place));
        return pct.get(below) + (place - below) * (pct.get(below + 1) - pct.get(below));
    }
}
