package kilnward.core.finding;

import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What to do about a finding: either values that can be put in with one press, or the step where the keeper mends it.
 *
 * <p>A judgement gives values to be <em>tried</em>, with what is to be said where they prove wrong. What reaches people has been tried:
 * it has no {@code otherwise} any more.
 *
 * @param text      what to do, plain and short; slots refer to the finding's numbers
 * @param step      the step in which it is done
 * @param changes   the values to put in, in order; empty where a person has to do something
 * @param otherwise what comes in its place where it does not prove right; empty for what a person does
 */
public record Remedy(String text, Step step, List<Change> changes, Optional<Remedy> otherwise) {
    /** None of its own. */
    public static final Remedy NONE = new Remedy("", Step.SETTINGS, List.of(), Optional.empty());

    public Remedy {
        Objects.requireNonNull(text, "text");
        Objects.requireNonNull(step, "step");
        changes = List.copyOf(changes);
        if (changes.isEmpty() && otherwise.isPresent()) {
            throw new IllegalArgumentException("what a person does has not to be tried");
        }
    }

    /**
     * One value to put in.
     *
     * @param controllerId whose settings change
     * @param parameter    the meaning of the key ({@code HIGH_ALARM}, …)
     * @param value        the value in the controller's own unit
     */
    public record Change(String controllerId, String parameter, double value) {
    }

    /** A remedy that a person carries out in a step. */
    public static Remedy byHand(String text, Step step) {
        return new Remedy(text, step, List.of(), Optional.empty());
    }

    /** Values to be tried, in the settings, and what is said where they prove wrong. */
    public static Remedy tried(String text, List<Change> changes, Remedy otherwise) {
        return changes.isEmpty() ? otherwise : new Remedy(text, Step.SETTINGS, changes, Optional.of(otherwise));
    }

    /** Whether it is values to put in with one press. */
    public boolean isOnePress() {
        return !changes.isEmpty();
    }

    /** The same values, proven. */
    public Remedy proven() {
        return new Remedy(text, step, changes, Optional.empty());
    }
}
