package kilnward.core.rehearsal;

import kilnward.core.quantity.Quantity;

/** What the probes say at one moment. */
final class Probed {
    private final int firstProbe;
    private final AirState air;
    private double[] state;

    /**
     * @param firstProbe index of the first probe's temperature among the states
     * @param air        what the sensors beside the thermometers feel
     */
    Probed(int firstProbe, AirState air) {
        this.firstProbe = firstProbe;
        this.air = air;
    }

    /** The states to read from now on. */
    Probed of(double[] now) {
        state = now;
        return this;
    }

    /** What a probe stands at, or what its sensor of the air feels, in the model's unit. */
    double value(int probe, Quantity quantity) {
        return quantity == Quantity.TEMPERATURE ? state[firstProbe + probe] : air.felt(quantity, probe);
    }
}
