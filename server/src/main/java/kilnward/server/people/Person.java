package kilnward.server.people;

import java.io.Serializable;
import java.security.Principal;
import java.util.UUID;

/**
 * Somebody who is signed in.
 *
 * @param account their account; null for who picked a role in the demo
 * @param name    unique in this installation, and under which they stand in every record
 * @param site    at which they look now; null where they belong to none
 * @param level   what they may do there; null where they belong to none
 */
public record Person(UUID account, String name, UUID site, Role level) implements Principal, Serializable {
    @Override
    public String getName() {
        return name;
    }

    /** Whether they may do what wants a level. */
    public boolean may(Role least) {
        return level != null && level.compareTo(least) >= 0;
    }
}
