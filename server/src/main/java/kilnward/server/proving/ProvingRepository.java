package kilnward.server.proving;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface ProvingRepository extends JpaRepository<ProvingEntity, UUID> {
    List<ProvingEntity> findByChamberIdOrderByBegunUsDescIdAsc(UUID chamberId);
}
