package kilnward.server.wire.problem;

/** Somebody else has saved in the meantime. Carries what is in force now, so that nothing typed has to be thrown away. */
public class ConflictException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Object current;

    /**
     * @param message what happened and what to do
     * @param current what is in force now
     */
    public ConflictException(String message, Object current) {
        super(message);
        this.current = current;
    }

    public Object current() {
        return current;
    }
}
