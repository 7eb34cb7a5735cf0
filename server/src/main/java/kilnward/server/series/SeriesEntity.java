package kilnward.server.series;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Generated;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** One quantity at one place of a chamber. Retired, never deleted. */
@Entity
@DynamicUpdate
@Table(name = "series")
class SeriesEntity extends Identified {
    /** The small key of its readings; made by the database. */
    @Generated
    @Column(insertable = false, updatable = false)
    private Integer number;
    @TenantId
    private UUID siteId;
    private UUID chamberId;
    @Column(length = 80)
    String name;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    private Quantity measured;
    /** What it is sent in unless a reading says otherwise. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    private SeriesUnit unit;
    /** Who sends it; null for any device of the site. */
    UUID deviceId;
    /** Where it is measured; null for no probe of the plan. */
    UUID probeId;
    /** Whose display it is; null for what no display shows. */
    UUID controllerId;
    /** Usual distance of two readings (s). */
    @Column(name = "every_s")
    double everyS;
    Integer keepRawDays;
    Integer keepMinuteDays;
    Integer keepHourDays;
    /** Single readings before it have been taken out; null where none have (µs since 1970). */
    @Column(insertable = false, updatable = false)
    private Long rawFromUs;
    private Instant madeAt;
    @Column(length = 80)
    private String madeBy;
    Instant retiredAt;
    @Version
    private long version;

    protected SeriesEntity() {
    }

    SeriesEntity(UUID id, UUID siteId, UUID chamberId, Quantity measured, SeriesUnit unit, Instant madeAt, String madeBy) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
        this.measured = measured;
        this.unit = unit;
        this.madeAt = madeAt;
        this.madeBy = madeBy;
    }

    int number() {
        return number;
    }

    UUID siteId() {
        return siteId;
    }

    UUID chamberId() {
        return chamberId;
    }

    Quantity measured() {
        return measured;
    }

    SeriesUnit unit() {
        return unit;
    }

    Instant madeAt() {
        return madeAt;
    }

    Long rawFromUs() {
        return rawFromUs;
    }
}
