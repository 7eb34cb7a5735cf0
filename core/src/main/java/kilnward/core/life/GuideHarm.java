package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Bounded;

/**
 * A danger limit of a guide, with the grade of its source. Its level is said in the unit of its quantity: exactly one of the levels is given.
 *
 * @param side      beyond which side of the level it harms
 * @param levelC    temperature at the occupant (°C); null for another quantity
 * @param levelPct  relative humidity there (%RH); null likewise
 * @param levelPpm  carbon dioxide there (ppm); null likewise
 * @param durationS how long it can be borne (s)
 * @param grade     grade of the source
 * @param costs     what it costs where it does not kill; null where it does
 */
public record GuideHarm(Side side, @Bounded(min = -40, max = 80, unit = "°C") Double levelC, @Bounded(min = 0, max = 100, unit = "%RH") Double levelPct,
        @Bounded(min = 0, max = 200_000, unit = "ppm") Double levelPpm, double durationS, SourceGrade grade, String costs) {
    /** A temperature that kills (°C). */
    public GuideHarm(Side side, double levelC, double durationS, SourceGrade grade) {
        this(side, levelC, null, null, durationS, grade, null);
    }

    public GuideHarm {
        Objects.requireNonNull(grade, "grade");
        DangerLimit.of(side, levelC, levelPct, levelPpm, durationS);
    }

    /** The limit without its source. */
    public DangerLimit limit() {
        return DangerLimit.of(side, levelC, levelPct, levelPpm, durationS);
    }
}
