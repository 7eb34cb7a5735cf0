package kilnward.server.calendar;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.plan.Task;
import org.springframework.data.jpa.repository.JpaRepository;

interface TaskRepository extends JpaRepository<TaskEntity, UUID> {
    List<TaskEntity> findByBatchId(UUID batchId);

    List<TaskEntity> findByChamberIdAndBatchIdIsNull(UUID chamberId);

    List<TaskEntity> findByDueUsBetweenOrderByDueUsAscIdAsc(long fromUs, long toUs);

    List<TaskEntity> findByDoneAtIsNullAndCancelledAtIsNullAndDueUsLessThanEqualOrderByDueUsAscIdAsc(long untilUs);

    List<TaskEntity> findByChamberIdAndDoneAtBetween(UUID chamberId, Instant from, Instant to);

    List<TaskEntity> findByChamberIdIsNullAndCode(Task.Code code);
}
