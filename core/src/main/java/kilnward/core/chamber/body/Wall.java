package kilnward.core.chamber.body;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * One wall: layers, inside first, with openings cut into it.
 *
 * @param layers   layers, inside first, at least one
 * @param openings glass and doors in it
 */
public record Wall(List<Layer> layers, List<Opening> openings) {
    public Wall {
        layers = List.copyOf(layers);
        openings = List.copyOf(openings);
        Require.that(!layers.isEmpty(), "layers", layers, "must hold at least one layer");
    }

    /** The layer that meets the room. */
    Layer outermost() {
        return layers.get(layers.size() - 1);
    }

    /** Total thickness (m). */
    public double thicknessM() {
        return layers.stream().mapToDouble(Layer::thicknessM).sum();
    }

    /** Area of all openings (m²). */
    public double openingsM2() {
        return openings.stream().mapToDouble(Opening::areaM2).sum();
    }
}
