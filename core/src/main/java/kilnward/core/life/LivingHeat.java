package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * Heat that what lives there gives off by itself, at its most in a stage.
 *
 * @param watts heat of one, or of a kilogram where {@code eachG} is null (W)
 * @param eachG mass of one (g); null where it is counted by mass
 * @param grade grade of the source
 */
public record LivingHeat(double watts, Double eachG, SourceGrade grade) {
    public LivingHeat {
        Require.within("watts", watts, 0, 10_000, "W");
        if (eachG != null) {
            Require.within("eachG", eachG, 0.01, 1_000_000, "g");
        }
        Objects.requireNonNull(grade, "grade");
    }

    /** Heat of a kilogram (W/kg). */
    public double wattsPerKg() {
        return eachG == null ? watts : 1000 * watts / eachG;
    }
}
