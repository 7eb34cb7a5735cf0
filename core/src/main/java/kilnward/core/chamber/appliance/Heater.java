package kilnward.core.chamber.appliance;

import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A heater with its element.
 *
 * @param id             stable name within the chamber
 * @param kind           kind
 * @param powerW         heat while on (W), above 0; of a self-limiting element that at 20 °C
 * @param elementJK      heat capacity of the element, with the liquid of a warm circuit (J/K), above 0
 * @param toAirWK        conductance from the element to the air, or the water of a tank (W/K), above 0, as the air usually moves
 * @param toContentsWK   conductance from the element to the contents, by contact or radiation (W/K), 0 or more
 * @param selfLimitC     element temperature at which a self-limiting element draws nothing any more (°C); empty for others
 * @param ownThermostat  the appliance's own thermostat, in series with the controller
 * @param shinesFromM    how far above the backs of animals it hangs (m): they feel it shine; empty where it does not, or nobody said
 */
public record Heater(String id, HeaterKind kind, @Bounded(min = 0.1, max = 100_000, unit = "W") double powerW, @Bounded(min = 0.1, max = 1e8, unit = "J/K") double elementJK,
        @Bounded(min = 0.0001, max = 1e6, unit = "W/K") double toAirWK, @Bounded(min = 0, max = 1e6, unit = "W/K") double toContentsWK,
        @Bounded(min = 25, max = 300, unit = "°C") OptionalDouble selfLimitC, Optional<OwnThermostat> ownThermostat,
        @Bounded(min = 0.1, max = 5, unit = "m") OptionalDouble shinesFromM) implements Appliance {
    private static final double RATED_AT_C = 20;

    public Heater {
        Require.named("id", id);
        Objects.requireNonNull(kind, "kind");
        Require.within(Heater.class, "powerW", powerW);
        Require.within(Heater.class, "elementJK", elementJK);
        Require.within(Heater.class, "toAirWK", toAirWK);
        Require.within(Heater.class, "toContentsWK", toContentsWK);
        selfLimitC.ifPresent(limit -> Require.within(Heater.class, "selfLimitC", limit));
        Objects.requireNonNull(ownThermostat, "ownThermostat");
        shinesFromM.ifPresent(distance -> {
            Require.that(kind.shines(), "shinesFromM", distance, "must be left out: only a lamp, an emitter or a panel shines");
            Require.within(Heater.class, "shinesFromM", distance);
        });
        ownThermostat.ifPresent(own -> Require.that(!own.isOfCooler(), "closesAtC", own.closesAtC(), "must be below opensAtC"));
    }

    /** Whether what it gives depends on temperatures. */
    public boolean varies() {
        return selfLimitC.isPresent() || kind == HeaterKind.REVERSED_MODULE;
    }

    /**
     * Heat it gives (W): a self-limiting element gives less the hotter it is, a module that pumps heat in less the farther inside is above the room.
     *
     * @param elementC its element (°C)
     * @param roomC    room (°C)
     */
    public double powerW(double elementC, double roomC) {
        if (kind == HeaterKind.REVERSED_MODULE) {
            return powerW * Thermoelectric.heatsShare(elementC, roomC);
        }
        return selfLimitC.isEmpty() ? powerW : powerW * Math.max(0, Math.min(1,
                (selfLimitC.getAsDouble() - elementC) / (selfLimitC.getAsDouble() - RATED_AT_C)));
    }

    /** Electrical power at those temperatures (W). */
    public double electricalW(double elementC, double roomC) {
        return kind == HeaterKind.REVERSED_MODULE ? electricalW() * Thermoelectric.drawsShare(elementC - roomC) : powerW(elementC, roomC) / kind.heatPerWatt();
    }

    /** What it conducts to the room, on or off (W/K): 0 for all but a module in the wall. */
    public double leakWK() {
        return kind == HeaterKind.REVERSED_MODULE ? Thermoelectric.leakWK(electricalW()) : 0;
    }

    /** One that nobody hung above animals. */
    public Heater(String id, HeaterKind kind, double powerW, double elementJK, double toAirWK, double toContentsWK, OptionalDouble selfLimitC,
            Optional<OwnThermostat> ownThermostat) {
        this(id, kind, powerW, elementJK, toAirWK, toContentsWK, selfLimitC, ownThermostat, OptionalDouble.empty());
    }

    /** The same heater with another thermostat of its own. */
    public Heater with(OwnThermostat other) {
        return of(id, powerW, elementJK, toAirWK, toContentsWK, Optional.of(other));
    }

    /** The same heater without a thermostat of its own. */
    public Heater withoutThermostat() {
        return of(id, powerW, elementJK, toAirWK, toContentsWK, Optional.empty());
    }

    /** The same heater with another power (W), held to what a heater can have. */
    public Heater withPowerW(double other) {
        return of(id, Math.max(0.1, Math.min(100_000, other)), elementJK, toAirWK, toContentsWK, ownThermostat);
    }

    /** The same heater under another name. */
    public Heater withId(String other) {
        return of(other, powerW, elementJK, toAirWK, toContentsWK, ownThermostat);
    }

    /** The same heater with another element: heat capacity (J/K), conductances to the air and to the contents (W/K). */
    public Heater withElement(double otherJK, double otherToAirWK, double otherToContentsWK) {
        return of(id, powerW, otherJK, otherToAirWK, otherToContentsWK, ownThermostat);
    }

    /** The same heater that hangs so far above backs (m). */
    public Heater shiningFrom(double distanceM) {
        return new Heater(id, kind, powerW, elementJK, toAirWK, toContentsWK, selfLimitC, ownThermostat, OptionalDouble.of(distanceM));
    }

    private Heater of(String named, double watts, double jK, double airWK, double contentsWK, Optional<OwnThermostat> own) {
        return new Heater(named, kind, watts, jK, airWK, contentsWK, selfLimitC, own, shinesFromM);
    }

    @Override
    public Effect effect() {
        return Effect.WARMS;
    }

    /** What it draws: a module that pumps heat gives more than that. */
    @Override
    public double electricalW() {
        return powerW / kind.heatPerWatt();
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
