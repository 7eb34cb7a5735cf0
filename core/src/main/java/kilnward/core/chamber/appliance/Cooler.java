package kilnward.core.chamber.appliance;

import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A cooler that takes heat out of the air, or of a tank's water.
 *
 * @param id          stable name within the chamber
 * @param kind        what drives it
 * @param removesW    heat taken out while on (W), with inside as warm as the room
 * @param electricalW electrical power while on (W), above 0
 * @param limitK      how far below the room it can hold nothing any more (K); what it takes out falls evenly from 0 K to
 *                    there. Empty: it takes out the same whatever the room is
 * @param lowestC     inside it gets no colder than this (°C): what it takes out fades over the last kelvins
 * @param ownThermostat its own thermostat, in series with the controller
 */
public record Cooler(String id, Kind kind, @Bounded(min = 0.1, max = 100_000, unit = "W") double removesW, @Bounded(min = 0.1, max = 100_000, unit = "W") double electricalW,
        @Bounded(min = 1, max = 100, unit = "K") OptionalDouble limitK, @Bounded(min = -40, max = 30, unit = "°C") double lowestC,
        Optional<OwnThermostat> ownThermostat) implements Appliance {
    /** It fades over so many kelvins above its lowest temperature. */
    private static final double FADES_K = 4;
    /** How far its coil is below the air (K), and the coldest a coil gets before it ices up (°C); orders of magnitude, from memory. */
    private static final double COIL_BELOW_K = 10;
    private static final double ICED_C = 0.5;

    /** What drives a cooler. */
    public enum Kind {
        /** A fridge or an air conditioner: wants a rest before it starts again. */
        COMPRESSOR(-5),
        /** A chiller in a tank's circuit, with a compressor too. */
        CHILLER(3),
        /** A thermoelectric module: no compressor, but it soon reaches its limit. */
        THERMOELECTRIC(-5);

        private final double lowestC;

        Kind(double lowestC) {
            this.lowestC = lowestC;
        }

        /** Coldest that one of this kind usually makes it inside (°C); order of magnitude, from memory. */
        public double usualLowestC() {
            return lowestC;
        }
    }

    public Cooler {
        Require.named("id", id);
        Objects.requireNonNull(kind, "kind");
        Require.within(Cooler.class, "removesW", removesW);
        Require.within(Cooler.class, "electricalW", electricalW);
        limitK.ifPresent(limit -> Require.within(Cooler.class, "limitK", limit));
        Require.within(Cooler.class, "lowestC", lowestC);
        ownThermostat.ifPresent(own -> Require.that(own.isOfCooler(), "closesAtC", own.closesAtC(), "must be above opensAtC: a cooler stops when it is cold enough"));
    }

    /** One of the usual kind, without a thermostat of its own. */
    public Cooler(String id, Kind kind, double removesW, double electricalW, OptionalDouble limitK) {
        this(id, kind, removesW, electricalW, limitK, kind.usualLowestC(), Optional.empty());
    }

    /** Heat it takes out (W) at a temperature inside and in the room (both °C). */
    public double removesW(double insideC, double roomC) {
        double byRoom = limitK.isEmpty() ? 1 : Math.max(0, Math.min(1, 1 - (roomC - insideC) / limitK.getAsDouble()));
        return removesW * byRoom * Math.max(0, Math.min(1, (insideC - lowestC) / FADES_K));
    }

    /** What it conducts to the room, on or off (W/K): 0 for all but a thermoelectric module in the wall. */
    public double leakWK() {
        return kind == Kind.THERMOELECTRIC ? Thermoelectric.leakWK(electricalW) : 0;
    }

    /** Heat it takes out while on, what it conducts back at the same time included (W): that is a path of the box. */
    public double pumpsW(double insideC, double roomC) {
        return removesW(insideC, roomC) + leakWK() * Math.max(0, roomC - insideC);
    }

    /** The coldest it can make it inside with the room at a temperature (°C). */
    public double lowestC(double roomC) {
        return limitK.isEmpty() ? lowestC : Math.max(lowestC, roomC - limitK.getAsDouble());
    }

    /** Whether its coil hangs in the air, and so dries it; a chiller's is in the water's circuit. */
    public boolean dries() {
        return kind != Kind.CHILLER;
    }

    /** Temperature of a coil in air (°C) of a temperature (°C). */
    public static double coilC(double airC) {
        return Math.min(airC, Math.max(ICED_C, airC - COIL_BELOW_K));
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
        return ownThermostat.isPresent();
    }
}
