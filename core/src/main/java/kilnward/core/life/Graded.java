package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * A number of a guide with the grade of its source.
 *
 * @param value the number, in the unit of the field it stands in
 * @param grade grade of the source
 */
public record Graded(double value, SourceGrade grade) {
    public Graded {
        Require.finite("value", value);
        Objects.requireNonNull(grade, "grade");
    }
}
