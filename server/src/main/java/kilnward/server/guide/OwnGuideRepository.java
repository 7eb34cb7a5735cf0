package kilnward.server.guide;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Guides of somebody's own. */
public interface OwnGuideRepository extends JpaRepository<OwnGuideEntity, UUID> {
    /** One by its name. */
    Optional<OwnGuideEntity> findByGuideId(String guideId);
}
