package kilnward.server.drill;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.core.fault.FirstAct;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.server.store.Identified;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One drill of one person; answered once. */
@Entity
@Table(name = "drill")
public class DrillEntity extends Identified {
    public UUID chamberId;
    @Column(length = 80)
    public String author;
    public Instant begunAt;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 32)
    public Fault.Kind hiddenKind;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 32)
    public Fault.Kind saidKind;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 32)
    public FirstAct saidAct;
    public Boolean rightKind;
    public Boolean rightAct;
    public Instant answeredAt;

    protected DrillEntity() {
    }

    public DrillEntity(UUID id, UUID chamberId) {
        super(id);
        this.chamberId = chamberId;
    }
}
