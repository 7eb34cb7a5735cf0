package kilnward.server.store;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Checks. */
public interface CheckRepository extends JpaRepository<CheckEntity, UUID> {
    /** All of a chamber, newest first. */
    List<CheckEntity> findByChamberIdOrderByBegunAtDescIdAsc(UUID chamberId);

    /** All, newest first. */
    List<CheckEntity> findAllByOrderByBegunAtDescIdAsc();
}
