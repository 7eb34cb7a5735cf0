package kilnward.server.store;

import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import java.util.UUID;

/** Something with an identifier that is safe to make on any node. */
@MappedSuperclass
abstract class Identified {
    @Id
    private UUID id;

    protected Identified() {
    }

    protected Identified(UUID id) {
        this.id = id;
    }

    public UUID getId() {
        return id;
    }
}
