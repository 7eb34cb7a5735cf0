package kilnward.core.rehearsal.scenario;

import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A probe that has slipped onto the heater.
 *
 * @param subject the probe
 */
public record ProbeOnHeater(String subject, double fromS) implements Fault {
    public ProbeOnHeater {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.PROBE_ON_HEATER;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) && quantity == Quantity.TEMPERATURE ? new Elsewhere(sound, fromS, probe.place().lagS(), around::elementC) : sound;
    }
}
