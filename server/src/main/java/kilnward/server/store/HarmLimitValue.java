package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import kilnward.core.life.Side;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A level at the occupant and how long it can be borne. */
@Embeddable
public record HarmLimitValue(@Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 8) Side side, @Column(name = "level_c") double levelC,
                             @Column(name = "duration_s") double durationS) {
}
