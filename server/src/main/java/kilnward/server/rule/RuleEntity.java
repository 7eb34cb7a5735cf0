package kilnward.server.rule;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.Rule;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.server.store.Identified;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** An armed rule of a chamber. Retired, never deleted. */
@Entity
@DynamicUpdate
@Table(name = "alarm_rule")
class RuleEntity extends Identified {
    @TenantId
    UUID siteId;
    UUID chamberId;
    UUID seriesId;
    @Column(length = 2000)
    private String others;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 16)
    private RuleKind kind;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 8)
    private Urgency urgency;
    private double limitValue;
    private Double secondLimit;
    private double deadband;
    @Column(name = "over_s")
    private Double overS;
    @Column(name = "on_delay_s")
    private double onDelayS;
    @Column(name = "off_delay_s")
    private double offDelayS;
    /** Its limits are those the plan proposes, as long as nobody has changed them. */
    boolean followsPlan;
    @Column(length = 200)
    String planMark;
    /** Occupant less what its series measures (K). */
    @Column(name = "to_occupant_k")
    double toOccupantK;
    @Column(columnDefinition = "text")
    String trial;
    Instant triedAt;
    @Column(length = 300)
    String outReason;
    Instant outUntil;
    @Column(length = 80)
    String outBy;
    private Instant madeAt;
    @Column(length = 80)
    private String madeBy;
    Instant changedAt;
    @Column(length = 80)
    String changedBy;
    Instant retiredAt;
    @Version
    private long version;

    protected RuleEntity() {
    }

    RuleEntity(UUID id, UUID siteId, UUID chamberId, UUID seriesId, Instant madeAt, String madeBy) {
        super(id);
        this.siteId = siteId;
        this.chamberId = chamberId;
        this.seriesId = seriesId;
        this.madeAt = madeAt;
        this.madeBy = madeBy;
    }

    void set(Rule rule, List<UUID> heldAgainst) {
        kind = rule.kind();
        urgency = rule.urgency();
        limitValue = rule.limit();
        secondLimit = boxed(rule.secondLimit());
        deadband = rule.deadband();
        overS = boxed(rule.overS());
        onDelayS = rule.delays().onS();
        offDelayS = rule.delays().offS();
        others = heldAgainst.stream().map(UUID::toString).collect(Collectors.joining(","));
    }

    private static Double boxed(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }

    private static OptionalDouble optional(Double value) {
        return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
    }

    Rule rule() {
        return new Rule(kind, urgency, limitValue, optional(secondLimit), deadband, optional(overS), new Delays(onDelayS, offDelayS));
    }

    RuleKind kind() {
        return kind;
    }

    List<UUID> others() {
        return others.isEmpty() ? List.of() : Arrays.stream(others.split(",")).map(UUID::fromString).toList();
    }

    Instant madeAt() {
        return madeAt;
    }
}
