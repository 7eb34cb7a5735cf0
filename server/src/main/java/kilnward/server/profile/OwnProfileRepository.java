package kilnward.server.profile;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Guides of somebody's own. */
public interface OwnProfileRepository extends JpaRepository<OwnProfileEntity, UUID> {
    /** One by its name. */
    Optional<OwnProfileEntity> findByProfileId(String profileId);
}
