package kilnward.core.rehearsal;

import kilnward.core.probe.Probe;

/**
 * A probe that goes on saying what it said when it broke, as one does that sends by radio and has stopped measuring.
 *
 * @param subject the probe
 */
public record ProbeStuck(String subject, double fromS) implements Fault {
    public ProbeStuck {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.PROBE_STUCK;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
        if (!probe.id().equals(subject)) {
            return sound;
        }
        double[] last = {Double.NaN};
        return (value, timeS) -> {
            if (timeS < fromS || Double.isNaN(last[0])) {
                last[0] = sound.sensed(value, timeS);
            }
            return last[0];
        };
    }
}
