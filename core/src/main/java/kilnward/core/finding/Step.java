package kilnward.core.finding;

/** The steps of the way through, in the order in which practitioners work. */
public enum Step {
    OCCUPANT,
    CHAMBER,
    PROBES,
    LOADS,
    SETTINGS,
    CARD,
    CHECK,
    FAULTS,
    PROVE,
    RUN,
    REVIEW
}
