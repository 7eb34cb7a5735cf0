package kilnward.server.store;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Sites. */
public interface SiteRepository extends JpaRepository<SiteEntity, UUID> {
}
