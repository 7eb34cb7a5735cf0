package kilnward.core.rehearsal;

import kilnward.core.probe.Probe;

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
    public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) && !humidity ? new Elsewhere(sound, fromS, probe.place().lagS(), around::elementC) : sound;
    }
}
