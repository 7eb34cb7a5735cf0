package kilnward.core.device;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * One key or menu entry of a user's controller.
 *
 * @param parameter what it means
 * @param label     what is printed on it or shown for it, in the user's words
 * @param step      step in which it moves, in the profile's unit (minutes for durations)
 * @param lowest    lowest value it takes
 * @param highest   highest value it takes; the same as {@code lowest} for what is fixed in the device and not keyed in at all
 * @param factory   value from the factory; null where unknown
 * @param words     for a choice, what the device shows for each, from 0 on; otherwise empty
 * @param offAt     value that stands for "off", outside of the range too ("off, then 20 to 100 %"); null where it cannot be off
 * @param also      what the same key means besides (pulse and rest alike); null where it means one thing
 */
public record ProfileKey(Parameter parameter, String label, @Bounded(min = 0.001, max = 1000) double step, double lowest, double highest, Double factory,
        List<String> words, Double offAt, Parameter also) {
    private static final int MOST_WORDS = 12;

    public ProfileKey {
        Objects.requireNonNull(parameter, "parameter");
        Require.that(label != null && !label.isBlank() && label.length() <= 40, "label", label,
                "must have 1 to 40 characters");
        Require.within(ProfileKey.class, "step", step);
        Require.finite("lowest", lowest);
        Require.finite("highest", highest);
        Require.that(highest >= lowest, "highest", highest, "must not be below lowest (" + Require.plain(lowest) + ")");
        words = words == null ? List.of() : List.copyOf(words);
        boolean plain = parameter.kind() == Parameter.Kind.PLAIN;
        Require.that(plain ? words.size() <= MOST_WORDS && words.size() != 1 : words.size() == parameter.choices(), "words", words,
                plain ? "must be none, or 2 to " + MOST_WORDS : parameter.choices() == 0 ? "must be empty for a number" : "must hold " + parameter.choices() + " words");
        Require.that(words.isEmpty() || lowest == 0 && highest == words.size() - 1 && step == 1, "highest", highest,
                "must be one choice a step, from 0 to " + (words.size() - 1));
        if (offAt != null) {
            Require.finite("offAt", offAt);
            Require.that(words.isEmpty(), "offAt", offAt, "must not be given for a choice: make it one of its words");
        }
        Require.that(also == null || also != parameter && also.kind() == parameter.kind() && words.isEmpty(), "also", also, "must be another meaning that is counted alike");
    }

    /** A key that means one thing and is never off. */
    public ProfileKey(Parameter parameter, String label, double step, double lowest, double highest, Double factory, List<String> words) {
        this(parameter, label, step, lowest, highest, factory, words, null, null);
    }

    /** Whether it is fixed in the device: there is nothing to key in. */
    public boolean isFixed() {
        return lowest == highest;
    }

    /** Whether a value stands for "off". */
    public boolean isOff(double value) {
        return offAt != null && Math.abs(value - offAt) < 1e-9;
    }

    /** Nearest value on the step, exact in decimals, within the range. */
    public double nearest(double value) {
        double ranged = clamp(onStep(value, RoundingMode.HALF_UP));
        return offAt != null && Math.abs(value - offAt) < Math.abs(value - ranged) ? offAt : ranged;
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
        return isOff(value) || isFixed() || Math.abs(onStep(value, RoundingMode.HALF_UP) - value) < 1e-6;
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
