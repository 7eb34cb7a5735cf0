package kilnward.server.plan;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/**
 * Something of a chamber that others point at: a probe, a controller, an output, an appliance. What it is like stands in the chamber's document; this row is who
 * it is, and stays when it is taken out of the plan, so that what was recorded of it keeps its owner and nobody else can take its id.
 */
@Entity
@Table(name = "part")
class PartEntity extends Identified {
    /** What can be pointed at. */
    enum Kind {
        APPLIANCE,
        PROBE,
        CONTROLLER,
        OUTPUT
    }

    /** A small key for rows that are many; made by the database. */
    @Column(insertable = false, updatable = false)
    private Long number;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(nullable = false, length = 12)
    private Kind kind;
    @Column(nullable = false)
    private UUID chamberId;
    /** The controller of an output; null for everything else. */
    private UUID controllerId;
    @Column(length = 80)
    String name;
    @Column(nullable = false)
    private Instant addedAt;
    /** When it was taken out of the plan; null while it stands there. */
    Instant removedAt;

    protected PartEntity() {
    }

    PartEntity(UUID id, Kind kind, UUID chamberId, UUID controllerId, Instant addedAt) {
        super(id);
        this.kind = kind;
        this.chamberId = chamberId;
        this.controllerId = controllerId;
        this.addedAt = addedAt;
    }

    /** Whether it is the same thing in the same place. */
    boolean is(Kind kind, UUID chamberId, UUID controllerId) {
        return this.kind == kind && this.chamberId.equals(chamberId) && Objects.equals(this.controllerId, controllerId);
    }
}
