package kilnward.server.proving;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A proving run. Judged as often as somebody asks until it is decided, then never again. */
@Entity
@Table(name = "proving_run")
class ProvingEntity extends Identified {
    UUID chamberId;
    UUID controllerId;
    UUID seriesId;
    boolean loaded;
    @Column(name = "begun_us")
    long begunUs;
    @Column(length = 80)
    String begunBy;
    @Column(name = "room_c")
    double roomC;
    @JdbcTypeCode(SqlTypes.CHAR)
    @Column(length = 64)
    String boxMark;
    @Column(length = 300)
    String note;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    ProvingState state;
    @Column(columnDefinition = "text")
    String verdict;
    Instant judgedAt;
    Instant endedAt;
    @Column(length = 80)
    String endedBy;
    @Column(length = 300)
    String reason;
    @Version
    private long version;

    protected ProvingEntity() {
    }

    ProvingEntity(UUID id, UUID chamberId) {
        super(id);
        this.chamberId = chamberId;
    }
}
