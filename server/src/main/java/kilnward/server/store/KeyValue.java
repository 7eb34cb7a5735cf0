package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import kilnward.core.settings.Parameter;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One key of a controller's profile. The words of a choice are null for a number, the third also for one of two. */
@Embeddable
public record KeyValue(@Enumerated(EnumType.STRING) @JdbcTypeCode(SqlTypes.VARCHAR) @Column(length = 24) Parameter parameter,
                       @Column(length = 40) String label, @Column(name = "key_step") double step, double lowest,
                       double highest, Double factory, @Column(length = 20) String firstWord,
                       @Column(length = 20) String secondWord, @Column(length = 20) String thirdWord) {
}
