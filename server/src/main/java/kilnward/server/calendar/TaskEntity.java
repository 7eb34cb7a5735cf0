package kilnward.server.calendar;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.core.plan.Task;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** Something to be done or expected on a day. Called off, never deleted. */
@Entity
@DynamicUpdate
@Table(name = "task")
class TaskEntity extends Identified {
    @TenantId
    UUID siteId;
    UUID chamberId;
    UUID batchId;
    UUID controllerId;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    Task.Code code;
    @Column(length = 140)
    String taskKey;
    @Column(length = 80)
    String stageId;
    /** What somebody calls it; null for what its code says. */
    @Column(length = 200)
    String title;
    @Column(length = 16)
    String dueLocal;
    @Column(length = 60)
    String zone;
    @Column(name = "due_us")
    long dueUs;
    /** Days until it comes again once it is done; null where it does not. */
    Double everyDays;
    @Column(length = 80)
    String who;
    boolean cannotWait;
    Instant doneAt;
    @Column(length = 80)
    String doneBy;
    @Column(length = 500)
    String note;
    Instant cancelledAt;
    /** Counts changes, as calendars want it. */
    int sequence;
    @Column(name = "changed_us")
    long changedUs;
    @Version
    private long version;

    protected TaskEntity() {
    }

    TaskEntity(UUID id, UUID siteId) {
        super(id);
        this.siteId = siteId;
    }

    boolean isOpen() {
        return doneAt == null && cancelledAt == null;
    }
}
