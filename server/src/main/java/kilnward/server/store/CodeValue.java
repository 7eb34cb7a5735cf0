package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import kilnward.core.settings.Habits;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A code that a controller shows instead of a number. */
@Embeddable
public record CodeValue(@Column(length = 20) String shown,
                        @Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 20) Habits.Meaning meaning) {
}
