package kilnward.core.rehearsal.scenario;

import java.util.Set;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The mains goes and comes back. What delays a controller keeps after that is its own.
 *
 * @param durationS  how long it is gone (s)
 * @param staysOff   ids of appliances that do not start again by themselves, as those with electronic panels may
 */
public record PowerCut(double durationS, Set<String> staysOff, @Bounded(min = 0, max = Scenario.LONGEST_S, unit = "s") double fromS) implements Fault {
    public PowerCut {
        Require.within(PowerCut.class, "fromS", fromS);
        staysOff = Set.copyOf(staysOff);
    }

    @Override
    public Kind kind() {
        return staysOff.isEmpty() ? Kind.POWER_CUT : Kind.NO_RESTART;
    }

    @Override
    public String subject() {
        return "";
    }

    @Override
    public boolean showsAtOnce() {
        return staysOff.isEmpty();
    }

    @Override
    public Scenario around(Scenario sound) {
        return sound.with(new Scenario.PowerCut(fromS, durationS));
    }

    @Override
    public boolean stops(Appliance appliance) {
        return staysOff.contains(appliance.id());
    }
}
