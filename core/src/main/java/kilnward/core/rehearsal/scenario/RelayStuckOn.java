package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;
import kilnward.core.control.Loop;

/**
 * A relay whose contact has welded, or a thermostat that sticks: current flows whatever is commanded.
 *
 * @param subject the loop
 */
public record RelayStuckOn(String subject, double fromS) implements Fault {
    public RelayStuckOn {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.RELAY_STUCK_ON;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, true) : sound;
    }
}
