package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;
import kilnward.core.control.Loop;

/**
 * A relay that no longer closes: no current flows whatever is commanded.
 *
 * @param subject the loop
 */
public record RelayStuckOff(String subject, double fromS) implements Fault {
    public RelayStuckOff {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.RELAY_STUCK_OFF;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, false) : sound;
    }
}
