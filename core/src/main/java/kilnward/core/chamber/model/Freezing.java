package kilnward.core.chamber.model;

import java.util.Optional;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Cooler;

/**
 * Water that freezes: at 0 °C it gives off its heat of fusion until all of it is ice, and takes it up again as it thaws. Ice is taken to hold as much heat a
 * kelvin as water, twice what it does: below freezing it cools a little slower than it would.
 */
public final class Freezing {
    /** Heat of fusion of water (J/kg), CRC Handbook, from memory. */
    private static final double FUSION_JKG = 333_600;
    private static final double WATER_JKGK = 4180;

    private final double waterJK;
    private final double allJ;
    private double givenJ;

    /**
     * @param waterJK heat capacity of the water (J/K)
     */
    public Freezing(double waterJK) {
        this.waterJK = waterJK;
        this.allJ = waterJK / WATER_JKGK * FUSION_JKG;
    }

    /** That of a chamber of water that has somewhere below freezing around it; empty for any other. */
    public static Optional<Freezing> of(Chamber chamber) {
        boolean cold = chamber.room().coldestC() < 0 || chamber.room().groundC().orElse(1) < 0 || chamber.of(Cooler.class).stream().anyMatch(each -> each.lowestC() < 0);
        return chamber.tank().isPresent() && cold ? Optional.of(new Freezing(ThermalModel.of(chamber).airJK())) : Optional.empty();
    }

    /** Where it begins (°C): what is below freezing then is ice already. */
    public void begin(double waterC) {
        givenJ = waterC < 0 ? allJ : 0;
    }

    /**
     * What freezing gives to the water, and thawing takes from it (W, then negative), over a step; taken note of.
     *
     * @param waterC where the water stands (°C)
     * @param stepS  step (s)
     */
    public double heatW(double waterC, double stepS) {
        double joules = waterC < 0 ? Math.min(-waterC * waterJK, allJ - givenJ) : Math.max(-waterC * waterJK, -givenJ);
        givenJ += joules;
        return joules / stepS;
    }
}
