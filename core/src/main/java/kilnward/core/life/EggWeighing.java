package kilnward.core.life;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * One weighing of eggs: always the same eggs, on the same scale.
 *
 * @param day   days since setting, 0 for the fresh weight
 * @param massG mass of all of them together (g)
 */
public record EggWeighing(@Bounded(min = 0, max = 400, unit = "days") double day, @Bounded(min = 0.05, max = 1_000_000, unit = "g") double massG) {
    public EggWeighing {
        Require.within(EggWeighing.class, "day", day);
        Require.within(EggWeighing.class, "massG", massG);
    }
}
