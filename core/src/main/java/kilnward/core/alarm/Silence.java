package kilnward.core.alarm;

import kilnward.core.finding.Require;

/**
 * Nothing heard.
 *
 * @param limitS for so long since the last reading (s); before the first it cannot be told
 */
public record Silence(double limitS) implements Condition {
    public Silence {
        Require.positive("limit", limitS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        int i = Heard.index(heard.own(), atS);
        return i >= 0 && atS >= heard.own().get(i).atS() + limitS;
    }

    @Override
    public double[] echoesS() {
        return new double[] {limitS};
    }

    @Override
    public boolean isOfHearing() {
        return true;
    }

    @Override
    public double lookBackS() {
        return limitS;
    }
}
