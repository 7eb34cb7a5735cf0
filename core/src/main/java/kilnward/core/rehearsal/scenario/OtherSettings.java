package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Controller;

/**
 * A controller with other values in force than those that were wanted.
 *
 * @param subject the controller
 * @param mistake how it came to that
 * @param other   the controller as it then stands
 */
public record OtherSettings(String subject, Mistake mistake, Controller other, double fromS) implements Fault {
    public OtherSettings {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.valueOf(mistake.name());
    }

    @Override
    public Fault withoutLayers() {
        return new OtherSettings(subject, mistake, other.withoutLayers(), fromS);
    }

    @Override
    public Controller settings(Controller sound) {
        return sound.id().equals(subject) ? other : sound;
    }
}
