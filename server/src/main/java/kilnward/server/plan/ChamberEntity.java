package kilnward.server.plan;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.TenantId;

/** A chamber: its plan as one document, and who changed it when. Retired, never deleted. */
@Entity
@DynamicUpdate
@Table(name = "chamber")
class ChamberEntity extends Identified {
    @TenantId
    private UUID siteId;
    @Version
    private long version;
    @Column(nullable = false)
    private Instant createdAt;
    @Column(nullable = false)
    Instant changedAt;
    @Column(nullable = false, length = 80)
    String changedBy;
    /** As in the document; here too so that lists need not read it. */
    @Column(nullable = false, length = 80)
    String name;
    /** The format of the document; see {@link PlanDocuments}. */
    int format;
    @Column(columnDefinition = "json")
    String document;
    /** When it was removed; null while it stands. */
    Instant removedAt;

    protected ChamberEntity() {
    }

    ChamberEntity(UUID id, UUID siteId, Instant createdAt) {
        super(id);
        this.siteId = siteId;
        this.createdAt = createdAt;
    }

    UUID siteId() {
        return siteId;
    }

    long getVersion() {
        return version;
    }
}
