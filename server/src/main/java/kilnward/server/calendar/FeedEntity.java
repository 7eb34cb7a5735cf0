package kilnward.server.calendar;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** A secret address of somebody's calendar; only its digest is kept. Revoked, never deleted. */
@Entity
@Table(name = "calendar_feed")
class FeedEntity extends Identified {
    @TenantId
    UUID siteId;
    @Column(length = 80)
    String person;
    @JdbcTypeCode(SqlTypes.CHAR)
    @Column(name = "secret_sha256", length = 64)
    String secretSha256;
    Instant madeAt;
    Instant readAt;
    Instant revokedAt;

    protected FeedEntity() {
    }

    FeedEntity(UUID id, UUID siteId) {
        super(id);
        this.siteId = siteId;
    }
}
