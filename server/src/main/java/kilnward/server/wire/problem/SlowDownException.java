package kilnward.server.wire.problem;

/** Somebody tries too often. */
public final class SlowDownException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final long waitS;

    /**
     * @param waitS how long to wait (s)
     */
    public SlowDownException(long waitS, String message) {
        super(message);
        this.waitS = waitS;
    }

    /** How long to wait (s). */
    public long waitS() {
        return waitS;
    }
}
