package kilnward.server.review;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.TenantId;

/** What was learned of a box at one time. Never changed. */
@Entity
@Immutable
@Table(name = "box_fit")
class BoxFitEntity extends Identified {
    @TenantId
    UUID siteId;
    UUID chamberId;
    UUID seriesId;
    @Column(name = "made_us")
    long madeUs;
    @Column(length = 80)
    String author;
    @Column(columnDefinition = "mediumtext")
    String document;

    protected BoxFitEntity() {
    }

    BoxFitEntity(UUID id, UUID siteId, UUID chamberId) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
    }
}
