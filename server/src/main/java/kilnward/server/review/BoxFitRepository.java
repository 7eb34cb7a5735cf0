package kilnward.server.review;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface BoxFitRepository extends JpaRepository<BoxFitEntity, UUID> {
    List<BoxFitEntity> findByChamberIdOrderByMadeUsDescIdAsc(UUID chamberId, Limit limit);

    Optional<BoxFitEntity> findByIdAndChamberId(UUID id, UUID chamberId);
}
