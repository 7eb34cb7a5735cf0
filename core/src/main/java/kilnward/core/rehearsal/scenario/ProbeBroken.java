package kilnward.core.rehearsal.scenario;

import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A probe that is unplugged, broken or shorted.
 *
 * @param subject the probe
 * @param open    whether its circuit is open; shorted otherwise
 * @param readsC  what the device takes it for (°C); NaN for one that tells a broken probe from a cold one: it shows a code and
 *                switches off
 */
public record ProbeBroken(String subject, boolean open, double readsC, double fromS) implements Fault {
    public ProbeBroken {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return open ? Kind.PROBE_UNPLUGGED : Kind.PROBE_SHORTED;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) ? (value, timeS) -> timeS >= fromS ? readsC : sound.sensed(value, timeS) : sound;
    }
}
