package kilnward.core.chamber;

import java.util.Arrays;
import java.util.Optional;

/**
 * Materials of walls. Conductivities are handbook values written down from memory (ISO 10456 and similar), densities and
 * specific heats likewise; a label on the board itself is better.
 */
public enum Material {
    EXPANDED_POLYSTYRENE("expanded polystyrene", 0.036, 20, 1450),
    EXTRUDED_POLYSTYRENE("extruded polystyrene", 0.033, 33, 1450),
    POLYURETHANE_FOAM("polyurethane foam", 0.025, 32, 1400),
    MINERAL_WOOL("mineral wool", 0.037, 40, 1030),
    PLYWOOD("plywood", 0.13, 500, 1600),
    OSB("oriented strand board", 0.13, 650, 1700),
    SOFTWOOD("softwood", 0.12, 450, 1600),
    CHIPBOARD("chipboard", 0.14, 650, 1700),
    CORRUGATED_CARD("corrugated card", 0.06, 130, 1400),
    ACRYLIC("acrylic", 0.19, 1180, 1500),
    WINDOW_GLASS("window glass", 1.0, 2500, 750),
    PVC("rigid PVC", 0.17, 1390, 900);

    private final String label;
    private final double conductivityWmK;
    private final double densityKgM3;
    private final double specificHeatJkgK;

    Material(String label, double conductivityWmK, double densityKgM3, double specificHeatJkgK) {
        this.label = label;
        this.conductivityWmK = conductivityWmK;
        this.densityKgM3 = densityKgM3;
        this.specificHeatJkgK = specificHeatJkgK;
    }

    /** Stable name in kebab case ({@code expanded-polystyrene}). */
    public String id() {
        return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    /** What a keeper calls it. */
    public String label() {
        return label;
    }

    /** Thermal conductivity (W/(m K)). */
    public double conductivityWmK() {
        return conductivityWmK;
    }

    /** Density (kg/m³). */
    public double densityKgM3() {
        return densityKgM3;
    }

    /** Specific heat (J/(kg K)). */
    public double specificHeatJkgK() {
        return specificHeatJkgK;
    }

    /** The material of an {@link #id()}; empty where there is none. */
    public static Optional<Material> ofId(String id) {
        return Arrays.stream(values()).filter(material -> material.id().equals(id)).findFirst();
    }
}
