package kilnward.server.check;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Rows of checks. */
public interface CheckRowRepository extends JpaRepository<CheckRowEntity, UUID> {
    /** Of some checks, in the order they were taken. */
    List<CheckRowEntity> findByCheckIdInOrderByTakenAtAscWrittenAtAsc(Collection<UUID> checkIds);
}
