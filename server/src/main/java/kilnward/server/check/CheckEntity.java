package kilnward.server.check;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.calibration.CheckSession;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.store.Identified;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** How a check was begun: where the reference hangs, which references, and what was in force. Never changed. */
@Entity
@Immutable
@Table(name = "calibration_check")
public class CheckEntity extends Identified {
    public UUID chamberId;
    public UUID controllerId;
    /** Which offset it is about. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 24)
    public Parameter offsetKey;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    public CheckSession.Place place;
    /** Unit of everything that is read. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 4)
    public DisplayUnit unit;
    /** Offset in force when it began, and how it is keyed in. */
    public double offsetThen;
    public double offsetStep;
    public double offsetLowest;
    public double offsetHighest;
    public double resolution;
    @Column(name = "least_s")
    public double leastS;
    @Column(length = 300)
    public String reason;
    @Column(name = "room_c")
    public Double roomC;
    @Column(length = 500)
    public String note;
    @Column(length = 80)
    public String author;
    public Instant begunAt;
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "check_reference", joinColumns = @JoinColumn(name = "check_id"))
    @OrderColumn(name = "position")
    public List<ReferenceValue> references = new ArrayList<>();

    protected CheckEntity() {
    }

    public CheckEntity(UUID id, UUID chamberId) {
        super(id);
        this.chamberId = chamberId;
    }
}
