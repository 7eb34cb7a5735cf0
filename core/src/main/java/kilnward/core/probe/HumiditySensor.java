package kilnward.core.probe;

import kilnward.core.finding.Require;

/**
 * The humidity sensor in a probe. It reads the humidity at its own temperature.
 *
 * @param lagS      time constant (s)
 * @param errorPct  what it reads too much (%RH); negative where it reads too little
 * @param mistShare how far droplets on its cap pull it towards 100 %RH while mist hangs in the air: 0 shielded, 1 in the stream
 */
public record HumiditySensor(double lagS, double errorPct, double mistShare) {
    public HumiditySensor {
        Require.within("lagS", lagS, 1, 7200, "s");
        Require.within("errorPct", errorPct, -50, 50, "%RH");
        Require.within("mistShare", mistShare, 0, 1, "");
    }
}
