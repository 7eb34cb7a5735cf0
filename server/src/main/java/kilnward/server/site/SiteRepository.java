package kilnward.server.site;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Sites. */
public interface SiteRepository extends JpaRepository<SiteEntity, UUID> {
    List<SiteEntity> findAllByOrderById();
}
