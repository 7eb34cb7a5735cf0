package kilnward.core.chamber;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;

/**
 * What a box takes in of the sun through its panes, and what leaves again. Each pane by its angle: the beam by the sun's path, the sky's and the ground's light evenly from
 * all sides.
 *
 * <p>Transmittance by angle after Fresnel for pairs of surfaces, with what the pane itself takes up; light that has come in once and is thrown back leaves in part through
 * the panes (effective absorptance of a room): J. A. Duffie and W. A. Beckman, <i>Solar Engineering of Thermal Processes</i>, chapters 1, 2 and 5. Not looked up again.
 *
 * <p>It assumes: the front faces the midday sun, nothing shades it, light inside falls evenly, what panes take up goes outside.
 */
public final class Glazing {
    private static final double REFRACTIVE_INDEX = 1.526;
    /** What a sheet takes up straight through (extinction by path); of ordinary glass 4 mm thick, others are alike. */
    private static final double EXTINCTION = 0.03;
    /** Light from all sides passes as a beam does at 60° from the straight. */
    private static final double DIFFUSE_COSINE = Math.cos(Math.toRadians(60));
    /** Frames and dirt; ASABE EP406 puts all of it, glass included, at 0.7 to 0.9 of what falls on a house. */
    private static final double FITTINGS = 0.85;
    /** What floor, plants and walls take up of what meets them. */
    private static final double ABSORPTANCE = 0.75;
    /** What the ground outside throws back. */
    private static final double GROUND_REFLECTANCE = 0.2;
    /** Toward south, west and up. */
    private static final double[][] NORMALS = {{0, 0, -1}, {0, 0, 1}, {1, 0, 0}, {-1, 0, 0}, {0, -1, 0}, {0, 1, 0}};

    /** A side: how much of it is glazed and how much not (m²), and sheets one behind the other. */
    private record Side(double glazedM2, double opaqueM2, int sheets, double[] normal) {
        double areaM2() {
            return glazedM2 + opaqueM2;
        }

        double facing(double[] sun) {
            return normal[0] * sun[0] + normal[1] * sun[1] + normal[2] * sun[2];
        }
    }

    private final Sun sun;
    private final List<Side> sides = new ArrayList<>();
    private final double glazedM2;
    private final double opaqueM2;
    private final double floorM2;
    /** Plants and benches stand in the light that would pass over the floor. */
    private final double contentsM2;

    private Glazing(Chamber chamber, Sun sun) {
        Box box = chamber.box();
        this.sun = sun;
        for (WallSide side : WallSide.values()) {
            sides.add(side(box, side));
        }
        // The floor takes light up whatever it is made of: soil, benches, plants.
        floorM2 = box.innerAreaM2(WallSide.BOTTOM);
        glazedM2 = sides.stream().mapToDouble(Side::glazedM2).sum();
        contentsM2 = chamber.contents().surfaceM2();
        opaqueM2 = sides.stream().mapToDouble(Side::opaqueM2).sum() + contentsM2;
    }

    /** What the sun brings into a chamber; empty where none shines on it, or nothing lets it in. */
    public static Optional<Glazing> of(Chamber chamber) {
        return chamber.room().sun().map(sun -> new Glazing(chamber, sun)).filter(found -> found.glazedM2 > 0);
    }

    private static Side side(Box box, WallSide which) {
        Wall wall = box.walls().get(which.ordinal());
        double areaM2 = box.innerAreaM2(which);
        double[] normal = NORMALS[which.ordinal()];
        if (which == WallSide.BOTTOM) {
            return new Side(0, areaM2, 1, normal);
        }
        double glazed = isClear(wall.layers()) ? areaM2 - wall.openingsM2() : 0;
        int sheets = glazed > 0 ? sheets(wall.layers()) : 1;
        for (Opening each : wall.openings()) {
            if (isClear(each.layers())) {
                glazed += each.areaM2();
                sheets = Math.max(sheets, sheets(each.layers()));
            }
        }
        return new Side(glazed, areaM2 - glazed, sheets, normal);
    }

    static boolean isClear(List<Layer> layers) {
        return layers.stream().allMatch(layer -> layer.material().transparent() || layer.material() == Material.AIR_GAP);
    }

    private static int sheets(List<Layer> layers) {
        return layers.stream().mapToInt(layer -> layer.material() == Material.TWIN_WALL_POLYCARBONATE ? 2 : layer.material() == Material.AIR_GAP ? 0 : 1).sum();
    }

    /** Halfway between rise and set (h since midnight). */
    public double noonHour() {
        return (sun.riseHour() + sun.setHour()) / 2;
    }

    /** Heat that stays inside at a time since midnight (W). */
    public double watts(double secondsSinceMidnight) {
        double levelWm2 = sun.wm2(secondsSinceMidnight);
        return levelWm2 <= 0 ? 0 : ofBeamW(secondsSinceMidnight) + diffuse(diffuseWm2(levelWm2, toSun(secondsSinceMidnight)), levelWm2);
    }

    /** The part of it that came straight from the sun (W). */
    public double ofBeamW(double secondsSinceMidnight) {
        return beam(beamWm2(secondsSinceMidnight), toSun(secondsSinceMidnight));
    }

    /** What comes straight from the sun, across its way (W/m²). */
    public double beamWm2(double secondsSinceMidnight) {
        double levelWm2 = sun.wm2(secondsSinceMidnight);
        double[] toSun = toSun(secondsSinceMidnight);
        return Math.min(Sun.ABOVE_THE_AIR_WM2, (levelWm2 - diffuseWm2(levelWm2, toSun)) / toSun[2]);
    }

    /** Toward the sun, as a vector of length 1: south, west, up. */
    public double[] toSun(double secondsSinceMidnight) {
        return sun.direction(secondsSinceMidnight);
    }

    private double diffuseWm2(double levelWm2, double[] toSun) {
        return levelWm2 * sun.diffuseShare(levelWm2, toSun[2]);
    }

    /** A ray that comes in by one side goes to the floor or to the sides that face away. */
    private double beam(double beamWm2, double[] toSun) {
        double met = 0;
        double cameIn = 0;
        double away = 0;
        double awayOpaque = 0;
        for (Side side : sides) {
            double facing = side.facing(toSun);
            if (facing > 0) {
                met += facing * side.areaM2();
                cameIn += FITTINGS * transmittance(facing, side.sheets()) * facing * side.glazedM2();
            } else if (side.normal()[2] == 0) {
                away -= facing * side.areaM2();
                awayOpaque -= facing * side.opaqueM2();
            }
        }
        double onFloor = Math.min(1, toSun[2] * floorM2 / met);
        // A body throws a shadow of a quarter of its surface, over all directions (Cauchy).
        double passesContents = Math.exp(-contentsM2 / 4 / met);
        double onFar = away > 0 ? awayOpaque / away : 0;
        return beamWm2 * cameIn * (1 - passesContents * (1 - onFloor) * (1 - onFar)) * staysOf();
    }

    private double diffuse(double skyWm2, double levelWm2) {
        double sum = 0;
        for (Side side : sides) {
            double up = side.normal()[2];
            double fallsWm2 = skyWm2 * (1 + up) / 2 + levelWm2 * GROUND_REFLECTANCE * (1 - up) / 2;
            double onOpaque = opaqueM2 / (opaqueM2 + glazedM2 - side.glazedM2());
            sum += FITTINGS * transmittance(DIFFUSE_COSINE, side.sheets()) * fallsWm2 * side.glazedM2() * onOpaque;
        }
        return sum * staysOf();
    }

    /** Share that stays of what has met something inside: what is thrown back meets something again, or leaves by the panes. */
    private double staysOf() {
        double passesM2 = sides.stream().mapToDouble(side -> transmittance(DIFFUSE_COSINE, side.sheets()) * side.glazedM2()).sum();
        double leaves = FITTINGS * passesM2 / opaqueM2;
        return ABSORPTANCE + (1 - ABSORPTANCE) * ABSORPTANCE / (ABSORPTANCE + (1 - ABSORPTANCE) * leaves);
    }

    /**
     * Share of a beam that passes sheets one behind the other, both polarisations alike.
     *
     * @param cosine of the angle from the straight, above 0
     */
    static double transmittance(double cosine, int sheets) {
        double in = Math.acos(Math.min(1, cosine));
        double within = Math.asin(Math.sin(in) / REFRACTIVE_INDEX);
        double straight = Math.pow((REFRACTIVE_INDEX - 1) / (REFRACTIVE_INDEX + 1), 2);
        double across = in < 1e-6 ? straight : Math.pow(Math.sin(within - in) / Math.sin(within + in), 2);
        double along = in < 1e-6 ? straight : Math.pow(Math.tan(within - in) / Math.tan(within + in), 2);
        double passes = 0.5 * ((1 - along) / (1 + (2 * sheets - 1) * along) + (1 - across) / (1 + (2 * sheets - 1) * across));
        return passes * Math.exp(-sheets * EXTINCTION / Math.cos(within));
    }
}
