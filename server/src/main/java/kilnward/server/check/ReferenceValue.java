package kilnward.server.check;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.LocalDate;
import kilnward.core.calibration.Reference;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A reference of a check, in the check's unit; {@code fixedReading} is what a known point always reads. */
@Embeddable
public record ReferenceValue(@Column(length = 80) String name, double stated,
        @Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 12) Reference.Basis basis,
        double correction, LocalDate validTo, Double fixedReading) {
}
