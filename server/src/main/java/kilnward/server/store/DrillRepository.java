package kilnward.server.store;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Drills. */
public interface DrillRepository extends JpaRepository<DrillEntity, UUID> {
    /** Those that somebody has answered, newest first. */
    List<DrillEntity> findByAuthorAndAnsweredAtNotNullOrderByAnsweredAtDesc(String author);
}
