package kilnward.core.rehearsal.scenario;

import java.util.List;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.finding.Require;

/**
 * A controller that overheats: exhaust at full, all else off, until it has cooled; then it goes back to its program by itself, and only a flag
 * stays until its power is cut (common practice, no source).
 *
 * @param subject   the controller
 * @param onLoopIds the loops that go on at full: exhaust fans
 * @param hotS      how long it is too hot (s), above 0
 */
public record ControllerOverheated(String subject, List<String> onLoopIds, double hotS, double fromS) implements Fault {
    public ControllerOverheated {
        Fault.check(subject, fromS);
        onLoopIds = List.copyOf(onLoopIds);
        Require.positive("hotS", hotS, "s");
    }

    @Override
    public double untilS() {
        return fromS + hotS;
    }

    @Override
    public Kind kind() {
        return Kind.CONTROLLER_OVERHEATED;
    }

    @Override
    public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return !controller.id().equals(subject) ? sound : new Forced(sound, fromS, untilS(), onLoopIds.contains(loop.id()));
    }
}
