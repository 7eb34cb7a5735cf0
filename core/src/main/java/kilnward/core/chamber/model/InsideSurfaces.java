package kilnward.core.chamber.model;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Film;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;

/**
 * The inside surfaces of a box as water meets them.
 *
 * @param areaM2    areas on which it condenses; what is alike in U·Rsi is one (m²)
 * @param cooling   U·Rsi of each: how far from the air towards the room its surface is
 * @param onOpening whether the heat of each goes past the shell
 * @param sorbingM2 area of wood or card, which takes water up (m²)
 * @param sorbedKg  what that holds at saturation (kg)
 */
record InsideSurfaces(double[] areaM2, double[] cooling, boolean[] onOpening, double sorbingM2, double sorbedKg) {
    /** Depth of wood or card that takes part within hours to days (m); order of magnitude, from memory. */
    private static final double SORPTION_DEPTH_M = 0.002;

    /** A surface while those alike are gathered. */
    private record Surface(double areaM2, double cooling, boolean opening) {
        boolean isLike(Surface other) {
            return cooling == other.cooling && opening == other.opening;
        }
    }

    static InsideSurfaces of(Chamber chamber) {
        List<Surface> films = new ArrayList<>();
        double sorbing = 0;
        double full = 0;
        for (WallSide side : WallSide.values()) {
            Wall wall = chamber.box().walls().get(side.ordinal());
            double opaque = chamber.box().innerAreaM2(side) - wall.openingsM2();
            add(films, chamber, opaque, wall.layers(), false);
            for (Opening opening : wall.openings()) {
                add(films, chamber, opening.areaM2(), opening.layers(), true);
            }
            double sorption = wall.layers().get(0).material().sorptionKgM3();
            if (sorption > 0) {
                sorbing += opaque;
                full += opaque * sorption * Math.min(SORPTION_DEPTH_M, wall.layers().get(0).thicknessM());
            }
        }
        boolean[] onOpening = new boolean[films.size()];
        for (int i = 0; i < onOpening.length; i++) {
            onOpening[i] = films.get(i).opening();
        }
        return new InsideSurfaces(films.stream().mapToDouble(Surface::areaM2).toArray(), films.stream().mapToDouble(Surface::cooling).toArray(), onOpening, sorbing, full);
    }

    private static void add(List<Surface> films, Chamber chamber, double areaM2, List<Layer> layers, boolean opening) {
        AirMovement movement = chamber.usualMovement();
        Surface film = new Surface(areaM2, Layer.transmittanceWm2K(layers, movement, chamber.isOutdoors()) * Film.surfaceM2KW(layers.get(0).material(), movement), opening);
        for (int i = 0; i < films.size(); i++) {
            if (films.get(i).isLike(film)) {
                films.set(i, new Surface(films.get(i).areaM2() + areaM2, film.cooling(), opening));
                return;
            }
        }
        films.add(film);
    }
}
