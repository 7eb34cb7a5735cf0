package kilnward.core.load;

/** Kind of current. */
public enum Current {
    /** Alternating: the arc of an opening contact goes out at the next zero crossing. */
    AC,
    /** Direct: nothing puts the arc out, so that a contact breaks far less of it. */
    DC
}
