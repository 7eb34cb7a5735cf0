package kilnward.core.settings;

import java.util.Optional;
import java.util.stream.IntStream;
import kilnward.core.chamber.HeatBalance;
import kilnward.core.chamber.SteadyState;
import kilnward.core.load.LoadCheck;
import kilnward.core.rehearsal.Rehearsed;
import kilnward.core.rehearsal.Rig;

/**
 * Everything a judgement may look at.
 *
 * @param setup       the chamber as planned
 * @param rig         the same as the simulator takes it
 * @param running     the rehearsal that was asked for, without a fault
 * @param stuckOn     the same chamber in its warmest room with every heater stuck on
 * @param dead        the same chamber in its coldest room with every output dead
 * @param stuckOnEndC where the occupant ends with every heater stuck on in the warmest room (°C)
 * @param deadEndC    where the occupant ends with every output dead in the coldest room (°C)
 * @param steady      the chamber's steady states with nothing running that a controller switches
 * @param ladder      the ladder
 * @param sizing      how big a heater it asks for, how fast it moves
 * @param balance     where its heat comes from and goes to in the coldest room
 * @param loads       what its outlets carry; empty where no supply is known
 * @param firstLook   whether somebody is still moving something, so that nothing is tried out for a remedy
 */
public record Situation(Setup setup, Rig rig, Rehearsed running, Rehearsed stuckOn, Rehearsed dead, double stuckOnEndC,
                        double deadEndC, SteadyState steady, Ladder ladder, Sizing sizing, HeatBalance balance,
                        Optional<LoadCheck> loads, boolean firstLook) {
    /** Positions of the controllers that govern by temperature. */
    public int[] onTemperature() {
        return IntStream.range(0, setup.controllers().size()).filter(i -> !setup.controllers().get(i).readsHumidity() && !setup.controllers().get(i).isCutOut())
                .toArray();
    }
}
