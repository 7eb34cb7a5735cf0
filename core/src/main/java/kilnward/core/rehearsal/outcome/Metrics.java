package kilnward.core.rehearsal.outcome;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.quantity.Quantity;

/**
 * The figures of one rehearsal.
 *
 * @param occupant         the occupant's temperature
 * @param inBandShare      share of the time the occupant was inside the target range, 0 to 1
 * @param displays         one a controller: its display, converted to °C or %RH
 * @param loops            one a loop, in the order of controllers and loops
 * @param energyKWh        electrical energy of all appliances (kWh)
 * @param heatInJ          heat given off by appliances, occupants and sun and by water that condensed, less what coolers took
 *                         out and water took up to evaporate (J)
 * @param heatLostJ        heat that went to room and ground (J)
 * @param heatStoredJ      change of the heat held in elements, air, contents and shell (J); heatIn = heatLost + heatStored
 * @param harmedAtS        when the temperature had harmed (s): its first danger limit was used up; empty where none was
 * @param air              what of the air was simulated, by quantity
 * @param other            temperature in the second place; empty where there is none
 * @param otherInBandShare share of the time it was inside its own target range, 0 to 1
 * @param water            where the water went, storedKg being the change; empty where moisture is not simulated
 */
public record Metrics(Level occupant, double inBandShare, List<Level> displays, List<Switching> loops, double energyKWh,
        double heatInJ, double heatLostJ, double heatStoredJ, OptionalDouble harmedAtS,
        Map<Quantity, Air> air, Optional<Level> other, OptionalDouble otherInBandShare,
        Optional<Moisture.WaterLedger> water) {
    /** Mean and range of a quantity of the air; empty in a tank, and where it is not simulated. */
    public Optional<Level> air(Quantity quantity) {
        return Optional.ofNullable(air.get(quantity)).map(Air::level);
    }

    /** Share of the time it was inside what is wanted, 0 to 1; empty where nothing is wanted or it is not simulated. */
    public OptionalDouble inBandShare(Quantity quantity) {
        return air.containsKey(quantity) ? air.get(quantity).inBandShare() : OptionalDouble.empty();
    }

    /** When anything had harmed (s), the temperature or what the air holds; empty where nothing had. */
    public OptionalDouble firstHarmedAtS() {
        return Stream.concat(Stream.of(harmedAtS), air.values().stream().map(Air::harmedAtS)).flatMapToDouble(OptionalDouble::stream).min();
    }

    /** When a quantity of the air had harmed (s); empty where it had not. */
    public OptionalDouble harmedAtS(Quantity quantity) {
        return air.containsKey(quantity) ? air.get(quantity).harmedAtS() : OptionalDouble.empty();
    }

    /** A quantity of the air, the share of the time it was inside what is wanted, and when it had harmed (s). */
    public record Air(Level level, OptionalDouble inBandShare, OptionalDouble harmedAtS) {
    }

    /**
     * A temperature (°C, swing in K) or what the air held, in the model's unit, over the rehearsal.
     *
     * @param mean    mean
     * @param lowest  lowest
     * @param highest highest
     * @param swing   mean range within a full cycle of the first loop ; over the whole time where there was none
     */
    public record Level(double mean, double lowest, double highest, double swing) {
    }

    /**
     * How one output worked.
     *
     * @param loopId        loop
     * @param cycles        number of times it came on
     * @param cyclesPerHour the same per hour
     * @param dutyShare     share of the time it was on, 0 to 1
     * @param shortestOnS   shortest full run (s); empty where there was none
     * @param shortestOffS  shortest full rest (s); empty where there was none
     */
    public record Switching(String loopId, int cycles, double cyclesPerHour, double dutyShare,
            OptionalDouble shortestOnS, OptionalDouble shortestOffS) {
    }
}
