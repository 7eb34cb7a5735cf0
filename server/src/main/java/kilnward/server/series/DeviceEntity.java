package kilnward.server.series;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.TenantId;

/** What sends. Its token is kept as a hash only. */
@Entity
@DynamicUpdate
@Table(name = "device")
class DeviceEntity extends Identified {
    @TenantId
    private UUID siteId;
    private UUID chamberId;
    @Column(length = 80)
    String name;
    @Column(columnDefinition = "binary(32)")
    byte[] tokenHash;
    Instant tokenAt;
    private Instant madeAt;
    @Column(length = 80)
    private String madeBy;
    /** When it last sent. */
    @Column(insertable = false, updatable = false)
    private Instant usedAt;
    Instant revokedAt;
    @Column(length = 80)
    String revokedBy;
    /** What went wrong last with what it sent; null for nothing. */
    @Column(length = 300, insertable = false, updatable = false)
    private String trouble;
    @Column(insertable = false, updatable = false)
    private Instant troubleAt;
    /** Readings that would have been held back and were not kept, because too many wait already. */
    @Column(insertable = false, updatable = false)
    private Long notKept;
    @Version
    private long version;

    protected DeviceEntity() {
    }

    DeviceEntity(UUID id, UUID siteId, UUID chamberId, Instant madeAt, String madeBy) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
        this.madeAt = madeAt;
        this.madeBy = madeBy;
    }

    UUID siteId() {
        return siteId;
    }

    UUID chamberId() {
        return chamberId;
    }

    Instant madeAt() {
        return madeAt;
    }

    String madeBy() {
        return madeBy;
    }

    Instant usedAt() {
        return usedAt;
    }

    String trouble() {
        return trouble;
    }

    Instant troubleAt() {
        return troubleAt;
    }

    long notKept() {
        return notKept == null ? 0 : notKept;
    }
}
