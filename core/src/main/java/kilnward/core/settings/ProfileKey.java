package kilnward.core.settings;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * One key or menu entry of a user's controller.
 *
 * @param parameter what it means
 * @param label     what is printed on it or shown for it, in the user's words
 * @param step      step in which it moves, in the profile's unit (minutes for durations)
 * @param lowest    lowest value it takes
 * @param highest   highest value it takes, above {@code lowest}
 * @param factory   value from the factory; null where unknown
 * @param words     for a choice, what the device shows for each, from 0 on; otherwise empty
 */
public record ProfileKey(Parameter parameter, String label, double step, double lowest, double highest, Double factory,
                         List<String> words) {
    public ProfileKey {
        Objects.requireNonNull(parameter, "parameter");
        Require.that(label != null && !label.isBlank() && label.length() <= 40, "label", label,
                "must have 1 to 40 characters");
        Require.within("step", step, 0.001, 1000, "");
        Require.finite("lowest", lowest);
        Require.finite("highest", highest);
        Require.that(highest > lowest, "highest", highest, "must be above lowest (" + Require.plain(lowest) + ")");
        words = words == null ? List.of() : List.copyOf(words);
        Require.that(words.size() == parameter.choices(), "words", words,
                parameter.choices() == 0 ? "must be empty for a number" : "must hold " + parameter.choices() + " words");
        Require.that(parameter.choices() == 0 || lowest == 0 && highest == parameter.choices() - 1 && step == 1, "highest", highest,
                "must be one choice a step, from 0 to " + (parameter.choices() - 1));
    }

    /** Nearest value on the step, exact in decimals, within the range. */
    public double nearest(double value) {
        return clamp(onStep(value, RoundingMode.HALF_UP));
    }

    /** Next value on the step at or above, within the range. */
    public double up(double value) {
        return clamp(onStep(value, RoundingMode.CEILING));
    }

    /** Next value on the step at or below, within the range. */
    public double down(double value) {
        return clamp(onStep(value, RoundingMode.FLOOR));
    }

    /** Whether a value lies on the step. */
    public boolean isOnStep(double value) {
        return Math.abs(onStep(value, RoundingMode.HALF_UP) - value) < 1e-6;
    }

    private double onStep(double value, RoundingMode mode) {
        BigDecimal exactStep = BigDecimal.valueOf(step);
        // Binary noise from a conversion must not push a value to the next step.
        BigDecimal exact = BigDecimal.valueOf(value).setScale(9, RoundingMode.HALF_EVEN);
        return exact.divide(exactStep, MathContext.DECIMAL64).setScale(0, mode).multiply(exactStep).doubleValue();
    }

    private double clamp(double value) {
        return Math.max(lowest, Math.min(highest, value));
    }
}
