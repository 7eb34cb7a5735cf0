package kilnward.core.life;

import kilnward.core.finding.Require;

/**
 * One weighing of eggs: always the same eggs, on the same scale.
 *
 * @param day   days since setting, 0 for the fresh weight
 * @param massG mass of all of them together (g)
 */
public record EggWeighing(double day, double massG) {
    public EggWeighing {
        Require.within("day", day, 0, 400, "days");
        Require.within("massG", massG, 0.05, 1_000_000, "g");
    }
}
