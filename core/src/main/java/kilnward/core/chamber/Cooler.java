package kilnward.core.chamber;

import java.util.Objects;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * A cooler that takes heat out of the air, or of a tank's water.
 *
 * @param id          stable name within the chamber
 * @param kind        what drives it
 * @param removesW    heat taken out while on (W), with inside as warm as the room
 * @param electricalW electrical power while on (W), above 0
 * @param limitK      how far below the room it can hold nothing any more (K); what it takes out falls evenly from 0 K to
 *                    there. Empty: it takes out the same wherever it is
 */
public record Cooler(String id, Kind kind, double removesW, double electricalW, OptionalDouble limitK) implements Appliance {
    /** What drives a cooler. */
    public enum Kind {
        /** A fridge or an air conditioner: wants a rest before it starts again. */
        COMPRESSOR,
        /** A chiller in a tank's circuit, with a compressor too. */
        CHILLER,
        /** A thermoelectric module: no compressor, but it soon reaches its limit. */
        THERMOELECTRIC
    }

    public Cooler {
        Require.named("id", id);
        Objects.requireNonNull(kind, "kind");
        Require.within("removesW", removesW, 0.1, 100_000, "W");
        Require.within("electricalW", electricalW, 0.1, 100_000, "W");
        limitK.ifPresent(limit -> Require.within("limitK", limit, 1, 100, "K"));
    }

    /** Heat it takes out (W) at a temperature inside and in the room (both °C). */
    public double removesW(double insideC, double roomC) {
        return limitK.isEmpty() ? removesW
                : removesW * Math.max(0, Math.min(1, 1 - (roomC - insideC) / limitK.getAsDouble()));
    }

    @Override
    public Effect effect() {
        return Effect.COOLS;
    }

    @Override
    public double heatInsideW() {
        return 0;
    }

    @Override
    public boolean runsByItself() {
        return false;
    }
}
