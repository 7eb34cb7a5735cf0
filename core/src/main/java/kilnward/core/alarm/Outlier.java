package kilnward.core.alarm;

import java.util.Arrays;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * Away from its peers: the one tank that runs hotter than the others on the same water. It is held against the median of at least two of them.
 *
 * @param limit    so far from the median, either way, in the unit of the readings, above 0
 * @param deadband back when nearer than limit less this
 */
public record Outlier(double limit, double deadband) implements Condition {
    private static final int FEWEST = 2;

    public Outlier {
        Require.positive("limit", limit, "");
        Require.within("deadband", deadband, 0, limit, "");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble away = away(heard, atS);
        return away.isPresent() && Math.abs(away.getAsDouble()) >= (was ? limit - deadband : limit);
    }

    /** How far it is above the median of its peers; empty where fewer than two of them, or it itself, are known. */
    static OptionalDouble away(Heard heard, double atS) {
        double[] peers = heard.others().stream().filter(each -> heard.isKnown(each, atS)).map(each -> Heard.at(each, atS)).mapToDouble(OptionalDouble::orElseThrow)
                .sorted().toArray();
        OptionalDouble own = heard.at(atS);
        if (peers.length < FEWEST || own.isEmpty()) {
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(own.getAsDouble() - 0.5 * (Arrays.stream(peers).skip((peers.length - 1) / 2).findFirst().orElseThrow() + peers[peers.length / 2]));
    }

    @Override
    public boolean isKnown(Heard heard, double atS) {
        return Condition.super.isKnown(heard, atS) && away(heard, atS).isPresent();
    }

    @Override
    public double lookBackS() {
        return 0;
    }
}
