package kilnward.core.plan;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.finding.Require;

/** A set value that must change slowly, in presses that a person can make: one an hour at most. */
public final class Ramp {
    private static final int MOST = 48;

    private Ramp() {
    }

    /**
     * One press.
     *
     * @param afterHours hours after the first
     * @param value      what to key in then, in the device's unit
     */
    public record Press(double afterHours, double value) {
    }

    /**
     * The presses from one value to another, none faster than is borne.
     *
     * @param perHour greatest rate of change, in the device's unit an hour, above 0
     * @param step    the device's step, above 0
     * @return empty where it may be keyed in at once
     */
    public static List<Press> steps(double from, double to, double perHour, double step) {
        Require.positive("perHour", perHour, "1/h");
        Require.positive("step", step, "");
        double way = Math.abs(to - from);
        if (way <= perHour + 1e-9) {
            return List.of();
        }
        // In one press an hour no step may be smaller than the device's, and none faster than is borne.
        double pressed = Math.max(step, Math.floor(perHour / step + 1e-9) * step);
        double every = Math.max(1, pressed / perHour);
        int count = (int) Math.ceil(way / pressed - 1e-9);
        if (count > MOST) {
            pressed = Math.ceil(way / MOST / step) * step;
            every = pressed / perHour;
            count = (int) Math.ceil(way / pressed - 1e-9);
        }
        List<Press> presses = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            double value = i == count ? to : from + Math.signum(to - from) * i * pressed;
            presses.add(new Press((i - 1) * every, Math.rint(value * 1e6) / 1e6));
        }
        return presses;
    }
}
