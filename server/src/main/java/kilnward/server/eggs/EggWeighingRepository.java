package kilnward.server.eggs;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Weighings of eggs. */
public interface EggWeighingRepository extends JpaRepository<EggWeighingEntity, UUID> {
    /** All of a chamber, in the order in which they were weighed. */
    List<EggWeighingEntity> findByChamberIdOrderByWeighedAtAscWrittenAtAsc(UUID chamberId);
}
