package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.TenantId;

/** A document of the site's own, kept as it is exported. */
@MappedSuperclass
public abstract class OwnDocument extends Identified {
    @TenantId
    @SuppressWarnings("unused")
    private UUID siteId;
    @Column(columnDefinition = "mediumtext")
    public String document;
    @Column(length = 80)
    public String changedBy;
    public Instant changedAt;
    @Version
    private long version;

    protected OwnDocument() {
    }

    protected OwnDocument(UUID id) {
        super(id);
    }

    public long getVersion() {
        return version;
    }
}
