package kilnward.core.rehearsal.scenario;

import kilnward.core.control.Law;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Timers;
import kilnward.core.quantity.Quantity;

/**
 * The parts between what a controller shows and the watts of one loop. A {@link Fault} swaps parts.
 *
 * @param law    law
 * @param timers timers and guards
 * @param mode   output mode
 * @param relay  the contact that carries the current
 */
public record Chain(Law law, Timers timers, OutputMode mode, Relay relay) {
    /** A relay without a fault: it does as it is told. */
    public static final Relay SOUND_RELAY = (commanded, timeS) -> commanded;

    /** From what the probe stands at to what the sensor says, both in the model's unit; time in s since the start. NaN where it says nothing. */
    @FunctionalInterface
    public interface Sensor {
        double sensed(double value, double timeS);
    }

    /** From the controller's command to whether current flows; time in s since the start. */
    @FunctionalInterface
    public interface Relay {
        boolean conducts(boolean commanded, double timeS);

        /** Share of the full output that comes through. */
        default double level(double wanted, double timeS) {
            return wanted;
        }
    }

    /** What lies around a probe that has left its place, as it is at the moment; worked out only where somebody asks. */
    public interface Around {
        /** A quantity in the room, in the model's unit; NaN where it is not known. */
        double room(Quantity quantity);

        /** Temperature of the hottest heater element (°C). */
        double elementC();
    }
}
