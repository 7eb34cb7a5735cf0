package kilnward.server.profile;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import kilnward.server.store.OwnDocument;

/** A profile of somebody's own. */
@Entity
@Table(name = "own_profile")
public class OwnProfileEntity extends OwnDocument {
    /** Its name within the site, unique. */
    @Column(length = 80)
    public String profileId;

    protected OwnProfileEntity() {
    }

    public OwnProfileEntity(String profileId) {
        super(UUID.randomUUID());
        this.profileId = profileId;
    }
}
