package kilnward.core.life;

import kilnward.core.finding.Require;

/**
 * The range wanted at the occupant.
 *
 * @param lowC  lowest wanted temperature at the occupant (°C)
 * @param highC highest wanted temperature at the occupant (°C), above {@code lowC}
 */
public record KeepBand(double lowC, double highC) {
    public KeepBand {
        Require.within("keepLowC", lowC, -30, 60, "°C");
        Require.within("keepHighC", highC, -30, 60, "°C");
        Require.that(highC > lowC, "keepHighC", highC, "must be above keepLowC (" + Require.plain(lowC) + " °C)");
    }

    /** Middle of the band (°C). */
    public double middleC() {
        return 0.5 * (lowC + highC);
    }
}
