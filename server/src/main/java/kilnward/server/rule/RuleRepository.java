package kilnward.server.rule;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Rules. */
interface RuleRepository extends JpaRepository<RuleEntity, UUID> {
    List<RuleEntity> findByChamberIdAndRetiredAtIsNullOrderByMadeAtAscIdAsc(UUID chamberId);

    List<RuleEntity> findByRetiredAtIsNull();
}
