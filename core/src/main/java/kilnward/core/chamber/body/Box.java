package kilnward.core.chamber.body;

import java.util.Arrays;
import java.util.List;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The body of a chamber.
 *
 * <p>Conduction through walls counts edges and corners by the shape factor of a hollow box, I. Langmuir, E. Q. Adams and
 * G. S. Meikle, "Flow of heat through furnace walls: the shape factor", Trans. Am. Electrochem. Soc. 24 (1913) 53–84 (from
 * memory): S = A/d + 0.54 per metre of edge + 0.15 d per corner, valid where every inside length is more than a fifth of
 * the wall's thickness. An edge is shared by two walls and a corner by three, so each wall carries 0.27 of its perimeter
 * and 0.2 d.
 *
 * @param innerLengthM inside length, left to right (m)
 * @param innerWidthM  inside width, front to back (m)
 * @param innerHeightM inside height (m)
 * @param walls        six walls in the order of {@link WallSide}
 */
public record Box(@Bounded(min = 0.02, max = 50, unit = "m") double innerLengthM, @Bounded(min = 0.02, max = 50, unit = "m") double innerWidthM,
        @Bounded(min = 0.02, max = 50, unit = "m") double innerHeightM, List<Wall> walls) {
    public Box {
        Require.within(Box.class, "innerLengthM", innerLengthM);
        Require.within(Box.class, "innerWidthM", innerWidthM);
        Require.within(Box.class, "innerHeightM", innerHeightM);
        walls = List.copyOf(walls);
        Require.that(walls.size() == WallSide.values().length, "walls", walls.size(), "must be six walls");
        for (WallSide side : WallSide.values()) {
            Wall wall = walls.get(side.ordinal());
            double area = area(side, innerLengthM, innerWidthM, innerHeightM);
            Require.that(wall.openingsM2() < area, "walls[" + side.ordinal() + "].openings", wall.openingsM2() + " m²",
                    "must take up less than the wall's " + Require.plain(Math.round(area * 1e4) / 1e4) + " m²");
            double shortest = Math.min(innerLengthM, Math.min(innerWidthM, innerHeightM));
            Require.that(wall.thicknessM() < 5 * shortest, "walls[" + side.ordinal() + "].layers",
                    wall.thicknessM() + " m", "must be thinner than five times the shortest inside length");
        }
    }

    /** Inside volume (m³). */
    public double volumeM3() {
        return innerLengthM * innerWidthM * innerHeightM;
    }

    /** Inside area of a wall, openings included (m²). */
    public double innerAreaM2(WallSide side) {
        return area(side, innerLengthM, innerWidthM, innerHeightM);
    }

    /** The opaque part of a wall as resistances in series (K/W): the film inside, conduction, the film outside. */
    public record OpaquePath(double insideKW, double conductionKW, double outsideKW) {
        public double conductanceWK() {
            return 1 / (insideKW + conductionKW + outsideKW);
        }
    }

    /** The opaque part of a wall in contact with air that moves in a certain way. */
    public OpaquePath opaquePath(WallSide side, AirMovement movement, boolean windy) {
        Wall wall = walls.get(side.ordinal());
        return opaquePath(side, 1, Film.surfaceM2KW(wall.layers().get(0).material(), movement), windy);
    }

    /**
     * @param share      share of the wall that is in contact with what is inside, above 0 to 1
     * @param insideM2KW resistance of the inside surface (m²K/W)
     * @param windy      whether it stands in the wind
     */
    public OpaquePath opaquePath(WallSide side, double share, double insideM2KW, boolean windy) {
        Wall wall = walls.get(side.ordinal());
        double d = wall.thicknessM();
        double whole = innerAreaM2(side);
        double opaque = share * (whole - wall.openingsM2());
        double edgeFactor = 1 + (0.27 * perimeterM(side) * d + 0.2 * d * d) / whole;
        double outer = area(side, innerLengthM + 2 * d, innerWidthM + 2 * d, innerHeightM + 2 * d) * opaque / whole;
        return new OpaquePath(insideM2KW / opaque, Layer.resistanceM2KW(wall.layers()) / (opaque * edgeFactor),
                Film.outsideM2KW(wall.outermost().material(), windy) / outer);
    }

    /** Conductance of all openings (W/K) with the air inside moving in a certain way. */
    public double openingsWK(AirMovement movement, boolean windy) {
        return walls.stream().flatMap(wall -> wall.openings().stream())
                .mapToDouble(opening -> opening.areaM2() * Layer.transmittanceWm2K(opening.layers(), movement, windy)).sum();
    }

    /** Conductance of all openings between still airs (W/K). */
    public double openingsWK() {
        return openingsWK(AirMovement.STILL, false);
    }

    /** Conductance of the opaque walls between still airs, edges included (W/K). */
    public double wallsWK() {
        double sum = 0;
        for (WallSide side : WallSide.values()) {
            sum += opaquePath(side, AirMovement.STILL, false).conductanceWK();
        }
        return sum;
    }

    /**
     * Heat capacity of the opaque part of a wall in slices of like resistance, inside first (J/K). A layer weighs where it lies: a board outside the foam is in the last
     * slice. Farther out the wall is wider, and its edges and corners are counted with it.
     */
    public double[] shellJK(WallSide side, int slices) {
        Wall wall = walls.get(side.ordinal());
        double whole = innerAreaM2(side);
        double opaqueShare = (whole - wall.openingsM2()) / whole;
        double all = Layer.resistanceM2KW(wall.layers());
        double[] found = new double[slices];
        double depthM = 0;
        double before = 0;
        for (Layer layer : wall.layers()) {
            double share = layer.resistanceM2KW() / all;
            for (int i = 0; i < slices; i++) {
                double from = Math.max(before, (double) i / slices);
                double to = Math.min(before + share, (i + 1.0) / slices);
                if (to > from) {
                    double thickM = layer.thicknessM() * (to - from) / share;
                    double middleM = depthM + layer.thicknessM() * ((from + to) / 2 - before) / share;
                    double areaM2 = opaqueShare * area(side, innerLengthM + 2 * middleM, innerWidthM + 2 * middleM, innerHeightM + 2 * middleM);
                    found[i] += areaM2 * thickM * layer.material().densityKgM3() * layer.material().specificHeatJkgK();
                }
            }
            before += share;
            depthM += layer.thicknessM();
        }
        return found;
    }

    /** Heat capacity of the opaque walls (J/K). */
    public double shellJK() {
        return Arrays.stream(WallSide.values()).mapToDouble(side -> shellJK(side, 1)[0]).sum();
    }

    private double perimeterM(WallSide side) {
        return 2 * switch (side) {
            case BOTTOM, TOP -> innerLengthM + innerWidthM;
            case FRONT, BACK -> innerLengthM + innerHeightM;
            case LEFT, RIGHT -> innerWidthM + innerHeightM;
        };
    }

    private static double area(WallSide side, double length, double width, double height) {
        return switch (side) {
            case BOTTOM, TOP -> length * width;
            case FRONT, BACK -> length * height;
            case LEFT, RIGHT -> width * height;
        };
    }
}
