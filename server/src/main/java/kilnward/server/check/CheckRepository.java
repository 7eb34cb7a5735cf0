package kilnward.server.check;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Checks. */
public interface CheckRepository extends JpaRepository<CheckEntity, UUID> {
    /** All of a chamber, newest first. */
    List<CheckEntity> findByChamberIdOrderByBegunAtDescIdAsc(UUID chamberId);

    /** All, newest first. */
    List<CheckEntity> findAllByOrderByBegunAtDescIdAsc();

    /** One, held against everybody else who would change it until the transaction ends. Asked for first, so that what is read afterwards is what others left. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select each from CheckEntity each where each.id = :id")
    Optional<CheckEntity> hold(UUID id);
}
