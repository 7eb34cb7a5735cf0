package kilnward.core.control;

/** Which way an output moves the quantity. */
public enum Direction {
    /** Heats, moistens. */
    RAISE,
    /** Cools, dries. */
    LOWER
}
