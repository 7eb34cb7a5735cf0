package kilnward.server.proving;

/** How a proving run stands. */
public enum ProvingState {
    RUNNING,
    PASSED,
    FAILED,
    /** Failed or not finished, and taken as good for a reason that is written down. */
    ACCEPTED,
    STOPPED
}
