package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;
import kilnward.core.control.Loop;

/**
 * The link between a head unit and its outputs is lost. The head keeps its probe and its power, so it goes on measuring, and sounds.
 *
 * @param subject the controller
 * @param then    what its outputs do
 */
public record LinkLoss(String subject, LinkLost then, double fromS) implements Fault {
    public LinkLoss {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.LINK_LOST;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return !controller.id().equals(subject) ? sound : then == LinkLost.STAYS ? new Frozen(sound, fromS)
                : new Forced(sound, fromS, Double.POSITIVE_INFINITY, then == LinkLost.ON);
    }
}
