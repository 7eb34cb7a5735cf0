package kilnward.server.calendar;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.TenantId;

/** Living things in a chamber, put in together. Ended, never deleted. */
@Entity
@DynamicUpdate
@Table(name = "batch")
class BatchEntity extends Identified {
    @TenantId
    UUID siteId;
    UUID chamberId;
    @Column(length = 80)
    String guideId;
    @Column(length = 80)
    String schoolId;
    @Column(length = 80)
    String name;
    /** By the clock of the zone, to the minute. */
    @Column(length = 16)
    String startsAt;
    @Column(length = 60)
    String zone;
    /** How many: eggs, trays, jars. */
    int pieces;
    @Column(length = 200)
    String source;
    @Column(length = 2000)
    String note;
    /** When stages really began: "stage=2026-03-20T18:00", one a line. */
    @Column(length = 4000)
    String begun;
    /** Why they went in although the box was not proven or others in it want something else; null where nothing stood against it. */
    @Column(length = 300)
    String despite;
    Instant endedAt;
    @Column(length = 80)
    String endedBy;
    @Column(length = 300)
    String endNote;
    Instant madeAt;
    @Column(length = 80)
    String madeBy;
    Instant changedAt;
    @Column(length = 80)
    String changedBy;
    @Version
    private long version;

    protected BatchEntity() {
    }

    BatchEntity(UUID id, UUID siteId, UUID chamberId) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
    }

    long version() {
        return version;
    }
}
