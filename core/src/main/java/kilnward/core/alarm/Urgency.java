package kilnward.core.alarm;

/** How soon somebody is needed, the most urgent first. */
public enum Urgency {
    /** Harm is coming: it wakes people, whatever their quiet hours. */
    NOW,
    /** In time, before it becomes harm. */
    SOON,
    /** When somebody is about. */
    MIND;

    /** Whether this is at least as urgent. */
    public boolean covers(Urgency other) {
        return compareTo(other) <= 0;
    }
}
