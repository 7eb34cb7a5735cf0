package kilnward.core.rehearsal;

import kilnward.core.finding.Require;

/** A single fault: it replaces parts of the chain of one loop. A closed family, one record a member. */
public sealed interface Fault {
    /** The loop it befalls. */
    String loopId();

    /** The chain with the faulty part in it. */
    Chain installIn(Chain sound);

    /**
     * A relay whose contact has welded: current flows whatever is commanded.
     *
     * @param loopId the loop
     * @param fromS  from when on, since the start (s)
     */
    record RelayStuckOn(String loopId, double fromS) implements Fault {
        public RelayStuckOn {
            Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
        }

        @Override
        public Chain installIn(Chain sound) {
            return sound.withRelay((commanded, timeS) -> commanded || timeS >= fromS);
        }
    }

    /**
     * A relay that no longer closes: no current flows whatever is commanded.
     *
     * @param loopId the loop
     * @param fromS  from when on, since the start (s)
     */
    record RelayStuckOff(String loopId, double fromS) implements Fault {
        public RelayStuckOff {
            Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
        }

        @Override
        public Chain installIn(Chain sound) {
            return sound.withRelay((commanded, timeS) -> commanded && timeS < fromS);
        }
    }
}
