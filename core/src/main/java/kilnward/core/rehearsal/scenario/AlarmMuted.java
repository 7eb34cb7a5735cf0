package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;

/**
 * An alarm that nobody hears: muted, or set past what the probe can read.
 *
 * @param subject the controller
 */
public record AlarmMuted(String subject, double fromS) implements Fault {
    public AlarmMuted {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.ALARM_MUTED;
    }

    @Override
    public boolean silences(Controller controller) {
        return controller.id().equals(subject);
    }
}
