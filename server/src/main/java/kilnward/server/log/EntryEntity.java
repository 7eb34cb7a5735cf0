package kilnward.server.log;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.core.logbook.EntryKind;
import kilnward.server.store.Identified;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** An entry. Never changed: a correction is an entry of its own. */
@Entity
@Immutable
@Table(name = "log_entry")
class EntryEntity extends Identified {
    @TenantId
    UUID siteId;
    UUID chamberId;
    UUID batchId;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 16)
    EntryKind kind;
    @Column(name = "at_us")
    long atUs;
    Double amount;
    Integer pieces;
    @Column(name = "temperature_c")
    Double temperatureC;
    Double humidityPct;
    @Column(length = 1000)
    String said;
    /** The entry that this one takes the place of; null for one of its own. */
    UUID corrects;
    @Column(length = 80)
    String author;
    Instant writtenAt;

    protected EntryEntity() {
    }

    EntryEntity(UUID id, UUID siteId, UUID chamberId) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
    }
}
