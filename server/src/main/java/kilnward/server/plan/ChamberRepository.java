package kilnward.server.plan;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Chambers that stand. */
interface ChamberRepository extends JpaRepository<ChamberEntity, UUID> {
    List<ChamberEntity> findByRemovedAtIsNullOrderByCreatedAtAscIdAsc();

    List<ChamberEntity> findByIdInAndRemovedAtIsNull(List<UUID> ids);

    Optional<ChamberEntity> findByIdAndRemovedAtIsNull(UUID id);

    boolean existsByIdAndRemovedAtIsNull(UUID id);

    /** How many there ever were of an id: 0 or 1. Counted by a question, which minds the site. */
    @Query("select count(each) from ChamberEntity each where each.id = :id")
    long existsKnown(UUID id);

    /** What chambers are called, removed ones too. */
    @Query("select each.id, each.name from ChamberEntity each")
    List<Object[]> names();

    /** Those that stand. */
    @Query("select each.id from ChamberEntity each where each.removedAt is null")
    List<UUID> standing();

    /** Those that stand with their versions, oldest first. */
    @Query("select each.id, each.version from ChamberEntity each where each.removedAt is null order by each.createdAt, each.id")
    List<Object[]> versions();

    /** Changes with every change of any chamber. */
    @Query("select count(each), sum(each.version), max(each.changedAt), count(each.removedAt) from ChamberEntity each")
    List<Object[]> mark();

    /** One, held against everybody else who would change it until the transaction ends. Asked for first, so that what is read afterwards is what others left. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select each from ChamberEntity each where each.id = :id and each.removedAt is null")
    Optional<ChamberEntity> hold(UUID id);
}
