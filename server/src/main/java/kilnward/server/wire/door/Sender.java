package kilnward.server.wire.door;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;

/** Tells who sends a request before its body is read: who is unknown gets little. */
public interface Sender {
    /** Whether it can know who sends such a request. */
    boolean knows(HttpServletRequest request);

    /** What stands for who sends it; empty for who is not known. */
    Optional<String> of(HttpServletRequest request);
}
