package kilnward.core.rehearsal.scenario;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A probe whose error grows, slowly enough that the controller follows it and the display shows what it always did.
 *
 * @param subject the probe
 * @param by      what it shows too much (K or points of %RH); below 0 too little
 */
public record ProbeDrifted(String subject, @Bounded(min = -50, max = 50) double by, double fromS) implements Fault {
    /** Weeks in truth; half a day shows the same, since a controller follows within the hour (s). */
    private static final double GROWS_S = 12 * 3600;

    public ProbeDrifted {
        Fault.check(subject, fromS);
        Require.within(ProbeDrifted.class, "by", by);
    }

    @Override
    public Kind kind() {
        return Kind.PROBE_DRIFTED;
    }

    @Override
    public Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
        return probe.id().equals(subject) ? (value, timeS) -> sound.sensed(value, timeS) + by * Math.max(0, Math.min(1, (timeS - fromS) / GROWS_S)) : sound;
    }
}
