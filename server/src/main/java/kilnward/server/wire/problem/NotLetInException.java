package kilnward.server.wire.problem;

/** Whoever sends showed no token, or one that lets nobody in. */
public final class NotLetInException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public NotLetInException(String message) {
        super(message);
    }
}
