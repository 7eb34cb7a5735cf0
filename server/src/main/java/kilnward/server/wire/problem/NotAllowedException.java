package kilnward.server.wire.problem;

/** Somebody may look at a thing, but not do this to it. */
public final class NotAllowedException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /**
     * @param message what they may not do, and whom to ask
     */
    public NotAllowedException(String message) {
        super(message);
    }
}
