package kilnward.core.rehearsal.scenario;

import kilnward.core.chamber.appliance.Appliance;

/**
 * An appliance that does nothing any more: a burnt-out heater, one of several, a fan that stands, a dry humidifier.
 *
 * @param subject the appliance
 */
public record ApplianceDead(String subject, double fromS) implements Fault {
    public ApplianceDead {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.APPLIANCE_DEAD;
    }

    @Override
    public boolean stops(Appliance appliance) {
        return appliance.id().equals(subject);
    }
}
