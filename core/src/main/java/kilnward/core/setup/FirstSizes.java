package kilnward.core.setup;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.life.Metabolism;
import kilnward.core.life.Needs;

/**
 * How much bigger the heaters and coolers of a usual build have to be for what is to live in it: heaters for the coldest room with nothing living inside, coolers for
 * the warmest with all that lives giving off its most. What is big enough stays as it is.
 */
public final class FirstSizes {
    /** Sizes that are sold (W), common practice, no source; beyond them in steps of the last. */
    private static final double[] SOLD_W = {5, 8, 10, 15, 20, 25, 30, 40, 50, 60, 75, 100, 120, 150, 200, 250, 300, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 2500, 3000};

    private FirstSizes() {
    }

    /**
     * How many times as strong all heaters have to be, at least 1.
     *
     * @param chamber as it is built
     */
    public static double heaters(Chamber chamber, Needs needs) {
        double hasW = chamber.heaters().stream().mapToDouble(Heater::powerW).sum();
        if (hasW <= 0) {
            return 1;
        }
        SteadyState bare = SteadyState.of(chamber.with(chamber.contents().with(Metabolism.NONE)));
        double neededW = bare.holdingW(needs.keepAt(chamber.room().coldestHour()).middleC(), chamber.room().coldestC()) / Sizing.LARGEST_SHARE;
        return Double.isFinite(neededW) ? Math.max(1, neededW / hasW) : 1;
    }

    /**
     * How many times as strong all coolers have to be, at least 1; 1 too where no size does it, as the room is too warm for their kind.
     *
     * @param most what lives there on its warmest day
     */
    public static double coolers(Chamber chamber, Needs needs, Metabolism most) {
        double warmestC = chamber.room().warmestC();
        List<Appliance> others = new ArrayList<>();
        chamber.appliances().stream().filter(each -> !(each instanceof Cooler)).forEach(others::add);
        double hasW = chamber.of(Cooler.class).stream().mapToDouble(each -> each.pumpsW(needs.keep().highC(), warmestC)).sum();
        if (hasW <= 0) {
            return 1;
        }
        SteadyState aired = SteadyState.aired(chamber.with(chamber.contents().with(most)).with(others));
        double wantedW = aired.holdingCoolingW(needs.keep().middleC(), warmestC) / Sizing.LARGEST_SHARE;
        return Double.isFinite(wantedW) ? Math.max(1, wantedW / hasW) : 1;
    }

    /** The size that is sold from a power upward (W). */
    public static double sold(double powerW) {
        for (double size : SOLD_W) {
            if (size >= powerW * (1 - 1e-9)) {
                return size;
            }
        }
        double step = 500;
        return Math.ceil(powerW / step) * step;
    }
}
