package kilnward.server.calendar;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface BatchRepository extends JpaRepository<BatchEntity, UUID> {
    List<BatchEntity> findByChamberIdOrderByStartsAtAscIdAsc(UUID chamberId);

    List<BatchEntity> findByEndedAtIsNullOrderByStartsAtAscIdAsc();

    List<BatchEntity> findAllByOrderByStartsAtAscIdAsc();
}
