package kilnward.server.settings;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.util.UUID;
import kilnward.core.device.Parameter;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One value keyed in, in the controller's unit; {@code loopId} is null for what belongs to the whole controller. */
@Embeddable
public record SettingValue(UUID loopId, @Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 24) Parameter parameter,
        @Column(name = "keyed_value") double value) {
}
