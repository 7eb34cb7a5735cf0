package kilnward.server.store;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Settings revisions. */
public interface SettingsRevisionRepository extends JpaRepository<SettingsRevisionEntity, UUID> {
    /** All of a controller, newest first. */
    List<SettingsRevisionEntity> findByControllerIdOrderByNumberDesc(UUID controllerId);

    /** One by its number. */
    Optional<SettingsRevisionEntity> findByControllerIdAndNumber(UUID controllerId, int number);

    /** The one in force. */
    Optional<SettingsRevisionEntity> findFirstByControllerIdOrderByNumberDesc(UUID controllerId);
}
