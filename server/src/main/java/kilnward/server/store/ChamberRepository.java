package kilnward.server.store;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Chambers. */
public interface ChamberRepository extends JpaRepository<ChamberEntity, UUID> {
    List<ChamberEntity> findAllByOrderByCreatedAtAscIdAsc();
}
