package kilnward.server.wire.problem;

import java.util.List;

/** Something that can be, but is doubtful: it is asked for again, confirmed. */
public class DoubtException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient List<?> doubts;

    /**
     * @param message the question
     * @param doubts  what is doubtful, for the page to ask about
     */
    public DoubtException(String message, List<?> doubts) {
        super(message);
        this.doubts = List.copyOf(doubts);
    }

    public List<?> doubts() {
        return doubts;
    }
}
