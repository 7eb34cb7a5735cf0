package kilnward.server.settings;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Limits for keepers. */
interface LimitRepository extends JpaRepository<LimitEntity, UUID> {
    List<LimitEntity> findByControllerId(UUID controllerId);
}
