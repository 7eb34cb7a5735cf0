package kilnward.core.rehearsal.scenario;

import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A probe that has fallen out of the box and takes on the temperature of the room.
 *
 * @param subject the probe
 */
public record ProbeFallenOut(String subject, double fromS) implements Fault {
    public ProbeFallenOut {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.PROBE_FALLEN_OUT;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) ? new Elsewhere(sound, fromS, probe.place().lagS(), () -> around.room(quantity)) : sound;
    }
}
