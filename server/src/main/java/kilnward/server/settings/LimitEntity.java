package kilnward.server.settings;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.server.store.Identified;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Within what a keeper may set one key, in the unit of the key. */
@Entity
@Table(name = "key_limit")
class LimitEntity extends Identified {
    UUID chamberId;
    UUID controllerId;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 24)
    Parameter parameter;
    Double askedLow;
    Double askedHigh;
    Double refusedLow;
    Double refusedHigh;
    @Column(length = 80)
    String setBy;
    Instant setAt;

    protected LimitEntity() {
    }

    LimitEntity(UUID chamberId, UUID controllerId, Parameter parameter) {
        super(UUID.randomUUID());
        this.chamberId = chamberId;
        this.controllerId = controllerId;
        this.parameter = parameter;
    }
}
