package kilnward.server.settings;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Settings revisions. */
public interface SettingsRevisionRepository extends JpaRepository<SettingsRevisionEntity, UUID> {
    /** All of a controller, newest first. */
    List<SettingsRevisionEntity> findByControllerIdOrderByNumberDesc(UUID controllerId);

    /** One by its number. */
    Optional<SettingsRevisionEntity> findByControllerIdAndNumber(UUID controllerId, int number);

    /** Of some controllers the ones in force, and those that were keyed in last where that was another; with their values, in one sentence. */
    @Query("select r from SettingsRevisionEntity r left join fetch r.values where r.controllerId in :controllerIds"
            + " and (r.number = (select max(later.number) from SettingsRevisionEntity later where later.controllerId = r.controllerId)"
            + " or r.number in (select k.number from KeyingEntity k where k.controllerId = r.controllerId"
            + " and k.keyedAt = (select max(later.keyedAt) from KeyingEntity later where later.controllerId = k.controllerId)))")
    List<SettingsRevisionEntity> inForceOrKeyed(Collection<UUID> controllerIds);

    /** Each controller with the number of its settings in force. */
    @Query("select r.controllerId, max(r.number) from SettingsRevisionEntity r group by r.controllerId")
    List<Object[]> numbers();

    /** The one in force. */
    Optional<SettingsRevisionEntity> findFirstByControllerIdOrderByNumberDesc(UUID controllerId);
}
