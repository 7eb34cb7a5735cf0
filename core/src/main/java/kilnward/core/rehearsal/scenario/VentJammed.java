package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;
import kilnward.core.control.Loop;

/**
 * The motor of a vent that jams where it stands.
 *
 * @param subject the loop of the vent
 */
public record VentJammed(String subject, double fromS) implements Fault {
    public VentJammed {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.VENT_JAMMED;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return loop.id().equals(subject) ? new Frozen(sound, fromS) : sound;
    }
}
