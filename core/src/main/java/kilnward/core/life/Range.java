package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * A range of a guide with where it comes from.
 *
 * @param low    lowest wanted value, in the unit of the field it stands in
 * @param high   highest wanted value, above {@code low}
 * @param grade  grade of the source
 * @param source the publication for {@link SourceGrade#PUBLISHED}; otherwise a word of explanation or empty
 */
public record Range(double low, double high, SourceGrade grade, String source) {
    public Range {
        Require.finite("low", low);
        Require.finite("high", high);
        Require.that(high > low, "high", high, "must be above low (" + Require.plain(low) + ")");
        Objects.requireNonNull(grade, "grade");
        source = source == null ? "" : source;
        Require.that(grade != SourceGrade.PUBLISHED || !source.isBlank(), "source", source,
                "must name the publication of a published value");
    }
}
