package kilnward.server.settings;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** What was keyed in and read back. */
public interface KeyingRepository extends JpaRepository<KeyingEntity, UUID> {
    /** All of a controller, newest first. */
    List<KeyingEntity> findByControllerIdOrderByKeyedAtDescIdAsc(UUID controllerId);

    /** The last of each of some controllers, with what was shown and tried, in one sentence; those of one instant all, the first of them being the last. */
    @Query("select k from KeyingEntity k left join fetch k.shown left join fetch k.tried where k.controllerId in :controllerIds"
            + " and k.keyedAt = (select max(later.keyedAt) from KeyingEntity later where later.controllerId = k.controllerId) order by k.id")
    List<KeyingEntity> last(Collection<UUID> controllerIds);
}
