package kilnward.core.chamber.body;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * One layer of a wall or an opening.
 *
 * @param material    what it is made of
 * @param thicknessMm thickness (mm), 0.1 to 1000
 */
public record Layer(Material material, @Bounded(min = 0.1, max = 1000, unit = "mm") double thicknessMm) {
    /** Surface resistance between a wall and still air, horizontal heat flow (ISO 6946), m²K/W. */
    public static final double STILL_AIR_M2KW = 0.13;

    public Layer {
        Objects.requireNonNull(material, "material");
        Require.within(Layer.class, "thicknessMm", thicknessMm);
    }

    /** Thickness (m). */
    public double thicknessM() {
        return thicknessMm / 1000;
    }

    /** Resistance to conduction, without surfaces (m²K/W). */
    public double resistanceM2KW() {
        return material.resistanceM2KW(thicknessMm);
    }

    /** Resistance of layers one behind the other, without surfaces (m²K/W). */
    public static double resistanceM2KW(List<Layer> layers) {
        return layers.stream().mapToDouble(Layer::resistanceM2KW).sum();
    }

    /** Thermal transmittance of layers between still airs on both sides, by ISO 6946 (W/(m²K)). */
    public static double transmittanceWm2K(List<Layer> layers) {
        return 1 / (STILL_AIR_M2KW + resistanceM2KW(layers) + STILL_AIR_M2KW);
    }

    /** The same with the air inside moving in a certain way, what foil facing it does, and wind outside or none (W/(m²K)). */
    public static double transmittanceWm2K(List<Layer> layers, AirMovement movement, boolean windy) {
        return 1 / (Film.surfaceM2KW(layers.get(0).material(), movement) + resistanceM2KW(layers)
                + Film.outsideM2KW(layers.get(layers.size() - 1).material(), windy));
    }
}
