package kilnward.core.life;

import java.util.Objects;

/**
 * A harm limit of a guide, with the grade of its source.
 *
 * @param side      beyond which side of the level it harms
 * @param levelC    temperature at the occupant (°C)
 * @param durationS how long it can be borne (s)
 * @param grade     grade of the source
 * @param costs     what it costs where it does not kill; null where it does
 */
public record GuideHarm(Side side, double levelC, double durationS, SourceGrade grade, String costs) {
    /** One that kills. */
    public GuideHarm(Side side, double levelC, double durationS, SourceGrade grade) {
        this(side, levelC, durationS, grade, null);
    }

    public GuideHarm {
        Objects.requireNonNull(grade, "grade");
        new HarmLimit(side, levelC, durationS);
    }

    /** The limit without its source. */
    public HarmLimit limit() {
        return new HarmLimit(side, levelC, durationS);
    }
}
