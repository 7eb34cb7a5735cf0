package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;
import kilnward.core.control.Loop;

/**
 * An output somebody left switched by hand.
 *
 * @param subject the loop
 * @param on      whether it was left on
 */
public record LeftInManual(String subject, boolean on, double fromS) implements Fault {
    public LeftInManual {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return on ? Kind.LEFT_ON_BY_HAND : Kind.LEFT_OFF_BY_HAND;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, on) : sound;
    }

    @Override
    public Fault same() {
        return on ? new RelayStuckOn(subject, fromS) : new RelayStuckOff(subject, fromS);
    }
}
