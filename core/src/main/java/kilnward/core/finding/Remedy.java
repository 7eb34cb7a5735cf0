package kilnward.core.finding;

import java.util.List;
import java.util.Objects;

/**
 * What to do about a finding: either values that can be put in with one press, or the step where the keeper mends it.
 *
 * @param text    what to do, plain and short; slots refer to the finding's numbers
 * @param step    the step in which it is done
 * @param changes the values to put in, in order; empty where a person has to do something
 */
public record Remedy(String text, Step step, List<Change> changes) {
    public Remedy {
        Objects.requireNonNull(text, "text");
        Objects.requireNonNull(step, "step");
        changes = List.copyOf(changes);
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
        return new Remedy(text, step, List.of());
    }
}
