package kilnward.server.wire.problem;

/** What was sent is fit to be kept, and there is no room for it until somebody has made some. */
public final class NoRoomException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public NoRoomException(String message) {
        super(message);
    }
}
