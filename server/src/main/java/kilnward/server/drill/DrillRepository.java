package kilnward.server.drill;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Drills. */
public interface DrillRepository extends JpaRepository<DrillEntity, UUID> {
    /** Those that somebody has answered, newest first. */
    List<DrillEntity> findByAuthorAndAnsweredAtNotNullOrderByAnsweredAtDesc(String author);

    /** One, held against everybody else who would change it until the transaction ends. Asked for first, so that what is read afterwards is what others left. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select each from DrillEntity each where each.id = :id")
    Optional<DrillEntity> hold(UUID id);
}
