package kilnward.core.chamber.body;

import java.util.List;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Glass or a door in a wall: it passes heat straight to the room, past the wall's own mass.
 *
 * @param areaM2 area (m²)
 * @param layers its layers, inside first, at least one
 */
public record Opening(@Bounded(min = 0.0001, max = 100, unit = "m²") double areaM2, List<Layer> layers) {
    public Opening {
        Require.within(Opening.class, "areaM2", areaM2);
        layers = List.copyOf(layers);
        Require.that(!layers.isEmpty(), "layers", layers, "must hold at least one layer");
    }
}
