package kilnward.server.people;

/** What a person may do, each including what stands before it. */
public enum Role {
    /** Look only. */
    VISITOR,
    /** Everyday values: settings and notes. */
    KEEPER,
    /** All settings, the chambers themselves. */
    LEAD,
    /** People. */
    OWNER
}
