package kilnward.core.chamber.body;

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
    PVC("rigid PVC", 0.17, 1390, 900),
    TWIN_WALL_POLYCARBONATE("twin-wall polycarbonate", 0.05, 200, 1200),
    FELT("wool felt", 0.05, 200, 1400),
    BRICK("brick", 0.77, 1700, 900),
    /** Air shut in between two boards; it insulates by no more than a hand's breadth of it does, however deep it is. */
    AIR_GAP("air gap", 0.13, 1.2, 1006),
    SHEET_STEEL("sheet steel", 50, 7800, 460),
    ALUMINIUM_SHEET("aluminium sheet", 160, 2700, 900),
    ALUMINIUM_FOIL("aluminium foil", 160, 2700, 900);

    /** An unventilated air layer by ISO 6946, heat flowing sideways: thickness (mm) and resistance (m²K/W), from memory. */
    private static final double[][] STILL_LAYER = {{0, 0}, {5, 0.11}, {7, 0.13}, {10, 0.15}, {15, 0.17}, {25, 0.18}};

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

    /** Resistance of a layer (m²K/W) of a thickness (mm): of an air gap by table, of anything else in proportion. */
    public double resistanceM2KW(double thicknessMm) {
        if (this != AIR_GAP) {
            return thicknessMm / 1000 / conductivityWmK;
        }
        for (int i = 1; i < STILL_LAYER.length; i++) {
            if (thicknessMm <= STILL_LAYER[i][0]) {
                double share = (thicknessMm - STILL_LAYER[i - 1][0]) / (STILL_LAYER[i][0] - STILL_LAYER[i - 1][0]);
                return STILL_LAYER[i - 1][1] + share * (STILL_LAYER[i][1] - STILL_LAYER[i - 1][1]);
            }
        }
        return STILL_LAYER[STILL_LAYER.length - 1][1];
    }

    /** Density (kg/m³). */
    public double densityKgM3() {
        return densityKgM3;
    }

    /** Specific heat (J/(kg K)). */
    public double specificHeatJkgK() {
        return specificHeatJkgK;
    }

    /** Emissivity of its surface for warmth: 0.9 for ordinary surfaces, 0.05 for bright foil (handbook values from memory). */
    public double emissivity() {
        return this == ALUMINIUM_FOIL ? 0.05 : 0.9;
    }

    /** Whether the sun comes through. */
    public boolean transparent() {
        return switch (this) {
            case WINDOW_GLASS, ACRYLIC, TWIN_WALL_POLYCARBONATE -> true;
            default -> false;
        };
    }

    /**
     * Water it takes up from dry to damp air (kg/m³ for 0 to 100 %RH): wood and card about a fifth of their own mass, a
     * straight line for the sorption curve; handbook order of magnitude from memory. 0 for what takes up none.
     */
    public double sorptionKgM3() {
        return switch (this) {
            case PLYWOOD, OSB, SOFTWOOD, CHIPBOARD, CORRUGATED_CARD, FELT -> 0.2 * densityKgM3;
            default -> 0;
        };
    }

    /** The material of an {@link #id()}; empty where there is none. */
    public static Optional<Material> ofId(String id) {
        return Arrays.stream(values()).filter(material -> material.id().equals(id)).findFirst();
    }
}
