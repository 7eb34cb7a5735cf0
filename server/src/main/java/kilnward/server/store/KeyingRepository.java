package kilnward.server.store;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** What was keyed in and read back. */
public interface KeyingRepository extends JpaRepository<KeyingEntity, UUID> {
    /** All of a controller, newest first. */
    List<KeyingEntity> findByControllerIdOrderByKeyedAtDescIdAsc(UUID controllerId);

    /** The last of a controller. */
    Optional<KeyingEntity> findFirstByControllerIdOrderByKeyedAtDescIdAsc(UUID controllerId);
}
