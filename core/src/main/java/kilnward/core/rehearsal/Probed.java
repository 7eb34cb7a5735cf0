package kilnward.core.rehearsal;

/** What the probes say at one moment. */
final class Probed {
    private final int firstProbe;
    private final double[] humidityPct;
    private double[] state;

    /**
     * @param firstProbe  index of the first probe's temperature among the states
     * @param humidityPct what each probe's humidity sensor feels (%RH), the caller's own
     */
    Probed(int firstProbe, double[] humidityPct) {
        this.firstProbe = firstProbe;
        this.humidityPct = humidityPct;
    }

    /** The states to read from now on. */
    Probed of(double[] now) {
        state = now;
        return this;
    }

    /** Temperature of a probe (°C), or what its humidity sensor feels (%RH). */
    double value(int probe, boolean humidity) {
        return humidity ? humidityPct[probe] : state[firstProbe + probe];
    }
}
