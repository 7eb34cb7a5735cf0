package kilnward.server.store;

import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/** Something with an identifier that is safe to make on any node. It knows whether it was ever kept, so that nobody has to look for it first. */
@MappedSuperclass
public abstract class Identified implements Persistable<UUID> {
    @Id
    private UUID id;
    @Transient
    private boolean fresh;

    protected Identified() {
    }

    protected Identified(UUID id) {
        this.id = id;
        this.fresh = true;
    }

    @Override
    public UUID getId() {
        return id;
    }

    @Override
    public boolean isNew() {
        return fresh;
    }

    @PostLoad
    @PostPersist
    void kept() {
        fresh = false;
    }
}
