package kilnward.core.rehearsal;

/** A rehearsal whose thread was interrupted: nobody waits for it any more. */
public final class StoppedException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    StoppedException() {
        super("stopped: nobody waits for it any more");
    }
}
