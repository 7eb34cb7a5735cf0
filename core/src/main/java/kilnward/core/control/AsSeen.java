package kilnward.core.control;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * Does what an output was seen to do: on and off at given moments, whatever the display shows. So a rehearsal follows a log, to be compared with it.
 *
 * <p>A moment between two samples counts: the sample before it gives the share of the time until the next during which it is on.
 *
 * @param switchS   when it switches (s since the start of the run), rising
 * @param beginsOn  whether it is on before the first
 * @param samplingS how often the controller looks (s), above 0
 */
public record AsSeen(List<Double> switchS, boolean beginsOn, double samplingS) implements Law {
    public AsSeen {
        switchS = List.copyOf(switchS);
        Require.positive("samplingS", samplingS, "s");
        for (int i = 1; i < switchS.size(); i++) {
            Require.that(switchS.get(i) >= switchS.get(i - 1), "switchS[" + i + "]", switchS.get(i), "must not be before the one before");
        }
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public Runner start() {
        double[] at = switchS.stream().mapToDouble(Double::doubleValue).toArray();
        return new Runner() {
            private int next;
            private boolean on = beginsOn;

            @Override
            public double demand(Seen seen) {
                double fromS = seen.timeS();
                double untilS = fromS + samplingS;
                double since = fromS;
                double onS = 0;
                for (; next < at.length && at[next] < untilS; next++) {
                    double switches = Math.max(fromS, at[next]);
                    onS += on ? switches - since : 0;
                    since = switches;
                    on = !on;
                }
                return (onS + (on ? untilS - since : 0)) / samplingS;
            }
        };
    }
}
