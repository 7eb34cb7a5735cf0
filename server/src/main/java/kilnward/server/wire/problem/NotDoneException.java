package kilnward.server.wire.problem;

/** Nothing came of a computation: it took too long, or too many were under way at once. */
public final class NotDoneException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final boolean busy;

    /**
     * @param busy whether it was not even begun, because as much is under way as may be
     */
    public NotDoneException(boolean busy, String message) {
        super(message);
        this.busy = busy;
    }

    /** Whether it was not even begun. */
    public boolean busy() {
        return busy;
    }
}
