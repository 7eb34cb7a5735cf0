package kilnward.core.alarm;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * A probe of which nothing comes that can be, though its device still sends other things: so it is told from a device that is silent. What a device sends for a broken
 * probe, a value that cannot be, is no reading of its series.
 *
 * @param limitS the device has sent something else so long after the last of it (s)
 */
public record Broken(double limitS) implements Condition {
    public Broken {
        Require.positive("limit", limitS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        int mine = Heard.index(heard.own(), atS);
        List<Reading> device = heard.other();
        int its = Heard.index(device, atS);
        return mine >= 0 && its >= 0 && device.get(its).atS() >= heard.own().get(mine).atS() + limitS;
    }

    @Override
    public boolean isOfHearing() {
        return true;
    }

    @Override
    public double lookBackS() {
        return 0;
    }
}
