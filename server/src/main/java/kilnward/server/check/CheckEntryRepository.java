package kilnward.server.check;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** What was done in checks beside rows. */
public interface CheckEntryRepository extends JpaRepository<CheckEntryEntity, UUID> {
    /** Of some checks, in the order they were written. */
    List<CheckEntryEntity> findByCheckIdInOrderByWrittenAtAscIdAsc(Collection<UUID> checkIds);
}
