package kilnward.server.plan;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Parts that stand and parts that stood. */
interface PartRepository extends JpaRepository<PartEntity, UUID> {
    List<PartEntity> findByChamberIdAndRemovedAtIsNull(UUID chamberId);
}
