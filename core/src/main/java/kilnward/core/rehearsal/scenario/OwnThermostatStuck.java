package kilnward.core.rehearsal.scenario;

import kilnward.core.chamber.appliance.Appliance;

/**
 * An appliance's own thermostat whose contact has welded.
 *
 * @param subject the appliance
 */
public record OwnThermostatStuck(String subject, double fromS) implements Fault {
    public OwnThermostatStuck {
        Fault.check(subject, fromS);
    }

    @Override
    public Kind kind() {
        return Kind.OWN_THERMOSTAT_STUCK;
    }

    @Override
    public boolean bridges(Appliance appliance) {
        return appliance.id().equals(subject);
    }
}
