package kilnward.core.alarm;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * An output runs without a break and what it acts on does not move: heat is on and nothing warms.
 *
 * @param onAt   at this and above the output counts as on, in the unit of its series
 * @param change what it must have moved at least in that time, in the unit of the readings; above 0 for what raises, below for what lowers
 * @param overS  for so long (s)
 */
public record NoEffect(double onAt, double change, double overS) implements Condition {
    public NoEffect {
        Require.finite("limit", onAt);
        Require.that(Double.isFinite(change) && change != 0, "secondLimit", change, "must be given, and not 0");
        Require.positive("overS", overS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        List<Reading> output = heard.other();
        int first = Heard.index(output, atS, overS);
        OptionalDouble then = heard.at(heard.own(), atS, overS);
        if (first < 0 || then.isEmpty()) {
            return false;
        }
        for (int i = first; i < output.size() && output.get(i).atS() <= atS; i++) {
            if (output.get(i).value() < onAt) {
                return false;
            }
        }
        double moved = heard.at(atS).orElseThrow() - then.getAsDouble();
        return change > 0 ? moved < change : moved > change;
    }

    @Override
    public double[] echoesS() {
        return new double[] {overS};
    }

    /** That the output is off now says enough; that it ran all the time, and that nothing moved, must be known of all the time. */
    @Override
    public boolean isKnown(Heard heard, double atS) {
        if (!Condition.super.isKnown(heard, atS) || !heard.isKnown(heard.other(), atS)) {
            return false;
        }
        boolean began = Heard.index(heard.other(), atS, overS) < 0 || Heard.index(heard.own(), atS, overS) < 0;
        return began || Heard.at(heard.other(), atS).orElseThrow() < onAt || heard.isKnown(heard.other(), atS - overS, atS) && heard.isKnown(heard.own(), atS - overS, atS);
    }

    @Override
    public double lookBackS() {
        return overS;
    }
}
