package kilnward.core.chamber.appliance;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A fan, or in a tank a pump.
 *
 * @param id          stable name within the chamber
 * @param kind        what it moves
 * @param flowM3h     air it moves (m³/h); for circulation and for a pump it does not matter how much
 * @param electricalW power while on (W)
 */
public record Fan(String id, Kind kind, @Bounded(min = 0, max = 100_000, unit = "m³/h") double flowM3h,
        @Bounded(min = 0.01, max = 10_000, unit = "W") double electricalW) implements Appliance {
    /** What a fan moves, and whether its heat stays inside. */
    public enum Kind {
        /** Stirs the air inside, or the water of a tank. */
        CIRCULATION(true, Effect.STIRS),
        /** Draws air out. */
        EXHAUST(false, Effect.AIRS),
        /** Pushes air in. */
        INTAKE(true, Effect.AIRS),
        /** Blows over the surface of a tank. */
        SURFACE(false, Effect.COOLS);

        private final boolean warmsInside;
        private final Effect effect;

        Kind(boolean warmsInside, Effect effect) {
            this.warmsInside = warmsInside;
            this.effect = effect;
        }
    }

    public Fan {
        Require.named("id", id);
        Objects.requireNonNull(kind, "kind");
        Require.within(Fan.class, "flowM3h", flowM3h);
        Require.within(Fan.class, "electricalW", electricalW);
    }

    @Override
    public Effect effect() {
        return kind.effect;
    }

    @Override
    public double heatInsideW() {
        return kind.warmsInside ? electricalW : 0;
    }

    @Override
    public boolean runsByItself() {
        return true;
    }

    /** By the affinity laws of fans: power goes with the third power of speed. */
    @Override
    public double powerShare(double level) {
        return level * level * level;
    }

    @Override
    public Fan atLevel(double level) {
        return new Fan(id, kind, flowM3h * level, electricalW);
    }
}
