package kilnward.core.rehearsal;

import java.util.List;
import java.util.OptionalDouble;

/**
 * The figures of one rehearsal.
 *
 * @param occupant         the occupant's temperature
 * @param inBandShare      share of the time the occupant was inside the keep band, 0 to 1
 * @param displays         one a controller: its display, converted to °C
 * @param loops            one a loop, in the order of controllers and loops
 * @param energyKWh        electrical energy of all appliances (kWh)
 * @param heatInJ          heat given off by heaters and occupants, less heat taken out by coolers (J)
 * @param heatLostJ        heat that went to the room (J)
 * @param heatStoredJ      change of the heat held in elements, air, contents and shell (J); heatIn = heatLost + heatStored
 * @param harmedAtS        when the first harm limit was used up (s); empty where none was
 */
public record Metrics(Level occupant, double inBandShare, List<Level> displays, List<Switching> loops, double energyKWh,
                      double heatInJ, double heatLostJ, double heatStoredJ, OptionalDouble harmedAtS) {
    /**
     * A temperature over the rehearsal (°C).
     *
     * @param meanC    mean
     * @param lowestC  lowest
     * @param highestC highest
     * @param swingK   mean range within a full cycle of the first loop (K); over the whole time where there was none
     */
    public record Level(double meanC, double lowestC, double highestC, double swingK) {
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
