package kilnward.core.life;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The range wanted at the occupant.
 *
 * @param lowC  lowest wanted temperature at the occupant (°C)
 * @param highC highest wanted temperature at the occupant (°C), above {@code lowC}
 */
public record KeepBand(@Bounded(min = -30, max = 60, unit = "°C") double lowC, @Bounded(min = -30, max = 60, unit = "°C") double highC) {
    public KeepBand {
        Require.within(KeepBand.class, "lowC", lowC, "keepLowC");
        Require.within(KeepBand.class, "highC", highC, "keepHighC");
        Require.that(highC > lowC, "keepHighC", highC, "must be above keepLowC (" + Require.plain(lowC) + " °C)");
    }

    /** Middle of the band (°C). */
    public double middleC() {
        return 0.5 * (lowC + highC);
    }
}
