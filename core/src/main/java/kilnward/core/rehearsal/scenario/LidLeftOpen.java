package kilnward.core.rehearsal.scenario;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The lid is left open.
 *
 * @param durationS how long (s)
 */
public record LidLeftOpen(double durationS, @Bounded(min = 0, max = Scenario.LONGEST_S, unit = "s") double fromS) implements Fault {
    public LidLeftOpen {
        Require.within(LidLeftOpen.class, "fromS", fromS);
    }

    @Override
    public Kind kind() {
        return Kind.LID_LEFT_OPEN;
    }

    @Override
    public String subject() {
        return "";
    }

    @Override
    public boolean showsAtOnce() {
        return true;
    }

    @Override
    public Scenario around(Scenario sound) {
        return sound.with(new Scenario.LidOpening(fromS, durationS));
    }
}
