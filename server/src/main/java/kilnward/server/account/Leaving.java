package kilnward.server.account;

import java.util.UUID;

/** What a room does that lets somebody in, or tells them something, when they leave. */
public interface Leaving {
    /** Somebody of a name belongs to a site no longer. */
    void left(String name, UUID site);
}
