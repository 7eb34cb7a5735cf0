package kilnward.core.rehearsal;

import kilnward.core.control.Law;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Timers;
import kilnward.core.probe.Display;

/**
 * The parts between a probe and the watts of one loop. A fault swaps parts and gives the changed chain back.
 *
 * @param sensor  sensor error
 * @param display offset and rounding
 * @param law     law
 * @param timers  timers and guards
 * @param mode    output mode
 * @param relay   the contact that carries the current
 */
public record Chain(Sensor sensor, Display display, Law law, Timers timers, OutputMode mode, Relay relay) {
    /** A relay without a fault: it does as it is told. */
    public static final Relay SOUND_RELAY = (commanded, timeS) -> commanded;

    /** From the temperature of the probe to what the sensor says, both °C; time in s since the start. */
    @FunctionalInterface
    public interface Sensor {
        double sensedC(double probeC, double timeS);
    }

    /** From the controller's command to whether current flows; time in s since the start. */
    @FunctionalInterface
    public interface Relay {
        boolean conducts(boolean commanded, double timeS);
    }

    /** The same chain with another relay. */
    public Chain withRelay(Relay other) {
        return new Chain(sensor, display, law, timers, mode, other);
    }
}
