package kilnward.server.guide;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import kilnward.server.store.OwnDocument;

/** A guide of somebody's own. */
@Entity
@Table(name = "own_guide")
public class OwnGuideEntity extends OwnDocument {
    /** Its name within the site, unique. */
    @Column(length = 80)
    public String guideId;

    protected OwnGuideEntity() {
    }

    public OwnGuideEntity(String guideId) {
        super(UUID.randomUUID());
        this.guideId = guideId;
    }
}
