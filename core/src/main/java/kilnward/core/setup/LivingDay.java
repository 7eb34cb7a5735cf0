package kilnward.core.setup;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.life.LivingCurve;
import kilnward.core.life.Metabolism;

/**
 * What lives in a chamber on one day.
 *
 * @param day    days since the batch began, as its guide counts them
 * @param living what it gives off on that day
 */
public record LivingDay(@Bounded(min = 0, max = 3650, unit = "days") double day, Metabolism living) {
    /** Heat (W) and water (g/h) that differ by less than this, or by this share, are not rehearsed apart. */
    private static final double SAME = 0.5;
    private static final double SAME_SHARE = 0.02;

    public LivingDay {
        Require.within(LivingDay.class, "day", day);
        Objects.requireNonNull(living, "living");
    }

    /** A curve on one day, for so many of what its points are for. */
    public static LivingDay of(LivingCurve curve, double units, double day) {
        return new LivingDay(day, curve.on(day).times(units));
    }

    /** The days of a span that are worth a rehearsal of their own: its first, then those that tell another. */
    public static List<LivingDay> telling(LivingCurve curve, double units, double firstDay, double lastDay) {
        List<LivingDay> telling = new ArrayList<>();
        for (double day : curve.telling(firstDay, lastDay)) {
            LivingDay next = of(curve, units, day);
            if (telling.stream().noneMatch(next::isLike)) {
                telling.add(next);
            }
        }
        return telling;
    }

    /**
     * From which day on what lives there gives a share of the warmth that the chamber asks for in its usual room, so that heaters rest longer; empty where it never does.
     *
     * @param share 0 to 1
     */
    public static OptionalDouble warmsFrom(Setup setup, LivingCurve curve, double units, double firstDay, double lastDay, double share) {
        double neededW = setup.chamber().heaters().isEmpty() ? 0
                : SteadyState.of(setup.with(Metabolism.NONE).chamber()).holdingW(setup.needs().keep().middleC(), setup.chamber().room().meanC());
        if (neededW <= 0) {
            return OptionalDouble.empty();
        }
        for (double day = firstDay; day <= lastDay; day += 0.5) {
            if (curve.on(day).heatW() * units >= share * neededW) {
                return OptionalDouble.of(day);
            }
        }
        return OptionalDouble.empty();
    }

    private boolean isLike(LivingDay other) {
        return isLike(living.heatW(), other.living.heatW()) && isLike(living.waterGh(), other.living.waterGh());
    }

    private static boolean isLike(double one, double other) {
        return Math.abs(one - other) < Math.max(SAME, SAME_SHARE * Math.max(one, other));
    }
}
