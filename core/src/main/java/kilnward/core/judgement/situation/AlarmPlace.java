package kilnward.core.judgement.situation;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.device.Parameter;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.ladder.Rekey;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Where an alarm belongs: outside what is wanted and outside the normal swing of the display, or it cries for nothing and gets switched off; and before harm,
 * with as much of the way to it left as can be.
 */
public final class AlarmPlace {
    /** Nearer than this share of its range to the end of what a sensor reads, drops alone can make it read so. */
    private static final double ENDS = 0.01;

    private AlarmPlace() {
    }

    /** The places for an alarm of a controller of a situation, the best first. */
    public static List<Settings> candidates(Situation situation, int i, Parameter alarm) {
        boolean high = alarm == Parameter.HIGH_ALARM;
        Optional<double[]> wanted = situation.wanted(situation.aim(i));
        if (wanted.isEmpty()) {
            return List.of();
        }
        return candidates(situation.controller(i), alarm, wanted.get()[high ? 1 : 0], high ? situation.display(i).highest() : situation.display(i).lowest(),
                situation.placement(i), situation.aim(i) == Aim.OTHER ? OptionalDouble.empty() : harm(situation.setup(), situation.aim(i).quantity(), high));
    }

    /** The nearest danger limit of a quantity on one side, in the model's unit. */
    public static OptionalDouble harm(Setup setup, Quantity quantity, boolean high) {
        return setup.needs().nearest(quantity, high ? Side.HIGH : Side.LOW).map(DangerLimit::level).map(OptionalDouble::of).orElse(OptionalDouble.empty());
    }

    /**
     * @param keepEdge  end of what is wanted on that side, at the occupant (°C or %RH)
     * @param reached   farthest that the display comes on that side in a sound day (°C or %RH)
     * @param placement occupant less display (K or points)
     * @param harm      where harm begins on that side, at the occupant, in the model's unit
     * @return settings that differ from the controller's in the alarm alone, the best first; none where there is no place
     */
    public static List<Settings> candidates(PlannedController controller, Parameter alarm, double keepEdge, double reached, double placement, OptionalDouble harm) {
        Quantity reads = controller.reads();
        boolean high = alarm == Parameter.HIGH_ALARM;
        double sign = high ? 1 : -1;
        DisplayUnit unit = controller.settings().unit(controller.profile());
        double stepC = unit.differenceToModel(controller.profile().resolution());
        // The first place that is outside of both, as shown.
        double outsideBand = keepEdge - placement + sign * stepC;
        double outsideSwing = reached + sign * Math.max(stepC, reads.margins().clear());
        double nearest = high ? Math.max(outsideBand, outsideSwing) : Math.min(outsideBand, outsideSwing);
        double usual = keepEdge - placement + sign * (harm.isPresent() ? Math.abs(harm.getAsDouble() - keepEdge) / 3 : reads.margins().alarmOut());
        double farthest = harm.isPresent() ? harm.getAsDouble() - Math.max(0, sign * placement) * sign - sign * stepC
                : controller.readsTemperature() ? Double.POSITIVE_INFINITY * sign : lastReading(reads, high);
        List<Settings> places = new ArrayList<>();
        for (double shown : new double[] {high ? Math.max(nearest, usual) : Math.min(nearest, usual), nearest}) {
            if (sign * shown <= sign * farthest) {
                keyed(controller, alarm, unit.fromModel(shown), unit.fromModel(nearest), unit.fromModel(farthest)).filter(settings -> !places.contains(settings))
                        .ifPresent(places::add);
            }
        }
        return places;
    }

    private static double lastReading(Quantity reads, boolean high) {
        Quantity.Holding of = reads.holding();
        double inside = ENDS * (of.highest() - of.lowest());
        return high ? of.highest() - inside : of.lowest() + inside;
    }

    /** The nearest step that lies between two levels, all as displayed; empty where the controller cannot be given one. */
    private static Optional<Settings> keyed(PlannedController controller, Parameter alarm, double shown, double nearest, double farthest) {
        if (controller.profile().key(alarm).isEmpty()) {
            return Optional.empty();
        }
        ProfileKey key = Translation.key(controller.profile(), controller.settings(), alarm);
        boolean high = alarm == Parameter.HIGH_ALARM;
        // A device that wants its alarms farther from the set value gets them as near as it takes.
        double limit = controller.profile().alarmLimit(controller.settings(), alarm).orElse(shown);
        double wished = high ? Math.max(shown, limit) : Math.min(shown, limit);
        double level = key.nearest(wished);
        if (high ? level < nearest - 1e-9 || level < limit - 1e-9 : level > nearest + 1e-9 || level > limit + 1e-9) {
            level = high ? key.up(wished) : key.down(wished);
        }
        boolean between = high ? level >= nearest - 1e-9 && level <= farthest + 1e-9 : level <= nearest + 1e-9 && level >= farthest - 1e-9;
        return between ? Rekey.acceptable(controller, controller.settings().with(alarm, level)) : Optional.empty();
    }
}
