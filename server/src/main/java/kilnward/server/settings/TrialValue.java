package kilnward.server.settings;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.util.UUID;
import kilnward.core.device.StyleLearning;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Where an output was seen to switch, as displayed, and where it should have. */
@Embeddable
public record TrialValue(UUID loopId, @Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 8) StyleLearning.Switched switched,
        @Column(name = "wanted_value") double wanted, @Column(name = "seen_value") double at) {
}
