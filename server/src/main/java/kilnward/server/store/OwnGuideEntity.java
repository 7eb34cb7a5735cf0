package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** A guide of somebody's own, kept as the document it is exported as. */
@Entity
@Audited
@Table(name = "own_guide")
public class OwnGuideEntity extends Identified {
    /** Its name within the site, unique. */
    @Column(length = 80)
    public String guideId;
    @Column(columnDefinition = "mediumtext")
    public String document;
    @Column(length = 80)
    public String changedBy;
    public Instant changedAt;
    @Version
    private long version;

    protected OwnGuideEntity() {
    }

    public OwnGuideEntity(String guideId) {
        super(UUID.randomUUID());
        this.guideId = guideId;
    }

    public long getVersion() {
        return version;
    }
}
