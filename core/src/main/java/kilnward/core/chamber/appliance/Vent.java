package kilnward.core.chamber.appliance;

import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A vent that something opens; without power it is shut.
 *
 * @param id          stable name within the chamber
 * @param openPerHour air changes with the room while it is open, on top of the leaks (1/h); what its size and height say, where those are known
 * @param electricalW power of what holds it open (W)
 * @param opening     how big it is; empty where nobody has measured it
 */
public record Vent(String id, @Bounded(min = LEAST_PER_HOUR, max = 500, unit = "1/h") double openPerHour, @Bounded(min = 0.01, max = 10_000, unit = "W") double electricalW,
        Optional<Size> opening) implements Appliance {
    private static final double LEAST_PER_HOUR = 0.01;

    /** Discharge of a sharp-edged opening, and the difference it is reckoned for (K): a few kelvins, as in a house that is kept cool; handbook values from memory. */
    private static final double DISCHARGE = 0.6;
    private static final double WARMER_K = 5;
    private static final double OUTSIDE_K = 293;
    private static final double GRAVITY_MS2 = 9.81;

    /**
     * How big a vent is.
     *
     * @param areaM2  free area while open (m²)
     * @param heightM height of its middle above the middle of where air comes in (m)
     */
    public record Size(@Bounded(min = 0.0001, max = 100, unit = "m²") double areaM2, @Bounded(min = 0.05, max = 20, unit = "m") double heightM) {
        public Size {
            Require.within(Size.class, "areaM2", areaM2);
            Require.within(Size.class, "heightM", heightM);
        }

        /** Air that rises through it and a way in of the same size: C_d·A·√(2·g·h·ΔT/T)/√2 (EN 16798-7, from memory), for 5 K (m³/h). */
        public double flowM3h() {
            return 3600 * DISCHARGE * areaM2 * StrictMath.sqrt(2 * GRAVITY_MS2 * heightM * WARMER_K / OUTSIDE_K) / StrictMath.sqrt(2);
        }
    }

    /** One that nobody has measured. */
    public Vent(String id, double openPerHour, double electricalW) {
        this(id, openPerHour, electricalW, Optional.empty());
    }

    /** Air it lets through while open (m³/h) in a box of a volume (m³). */
    public double flowM3h(double volumeM3) {
        return opening.map(Size::flowM3h).orElse(openPerHour * volumeM3);
    }

    public Vent {
        Require.named("id", id);
        Require.within(Vent.class, "openPerHour", openPerHour);
        Require.within(Vent.class, "electricalW", electricalW);
    }

    @Override
    public Effect effect() {
        return Effect.AIRS;
    }

    @Override
    public double heatInsideW() {
        return 0;
    }

    @Override
    public boolean runsByItself() {
        return false;
    }

    @Override
    public double powerShare(double level) {
        return 1;
    }

    @Override
    public Vent atLevel(double level) {
        return new Vent(id, Math.max(LEAST_PER_HOUR, openPerHour * level), electricalW, opening.map(size -> new Size(Math.max(0.0001, size.areaM2() * level), size.heightM())));
    }
}
