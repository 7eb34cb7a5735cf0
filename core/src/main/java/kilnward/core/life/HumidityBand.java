package kilnward.core.life;

import kilnward.core.finding.Require;

/**
 * The range of relative humidity wanted at the occupant.
 *
 * @param lowPct  lowest wanted (%RH)
 * @param highPct highest wanted (%RH), above {@code lowPct}
 */
public record HumidityBand(double lowPct, double highPct) {
    public HumidityBand {
        Require.within("keepLowPct", lowPct, 0, 100, "%RH");
        Require.within("keepHighPct", highPct, 0, 100, "%RH");
        Require.that(highPct > lowPct, "keepHighPct", highPct, "must be above keepLowPct (" + Require.plain(lowPct) + " %RH)");
    }

    /** Middle of the band (%RH). */
    public double middlePct() {
        return 0.5 * (lowPct + highPct);
    }
}
