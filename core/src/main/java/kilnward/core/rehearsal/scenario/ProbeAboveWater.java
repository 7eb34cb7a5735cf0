package kilnward.core.rehearsal.scenario;

import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A probe above the water line of a tank: it takes on the temperature of the room's air. By hand, or because the water went.
 *
 * @param subject the probe
 * @param topUp   whether the water went because nothing topped it up
 */
public record ProbeAboveWater(String subject, boolean topUp, double fromS) implements Fault {
    public ProbeAboveWater {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return topUp ? Kind.TOP_UP_FAILED : Kind.PROBE_ABOVE_WATER;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) ? new Elsewhere(sound, fromS, probe.place().lagS(), () -> around.room(Quantity.TEMPERATURE)) : sound;
    }
}
