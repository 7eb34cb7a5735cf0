package kilnward.core.load;

import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * One switched outlet of a controller with what hangs on it.
 *
 * @param name         what is printed on it
 * @param supplyV      voltage of the supply (V)
 * @param current      alternating or direct; a contact breaks far less direct current than alternating
 * @param ratedA       what the contact is rated for at that voltage and kind of current (A)
 * @param ratedW       a limit in watts printed beside it; empty where there is none
 * @param loads        what hangs on it
 * @param cyclesPerDay switchings on a day, from a rehearsal
 */
public record Outlet(String name, double supplyV, Current current, double ratedA, OptionalDouble ratedW,
                     List<Load> loads, double cyclesPerDay) {
    /** Kind of current. */
    public enum Current {
        AC, DC
    }

    public Outlet {
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        Require.within("supplyV", supplyV, 3, 480, "V");
        Objects.requireNonNull(current, "current");
        Require.within("ratedA", ratedA, 0.01, 1000, "A");
        ratedW.ifPresent(watts -> Require.within("ratedW", watts, 0.1, 1e6, "W"));
        loads = List.copyOf(loads);
        Require.within("cyclesPerDay", cyclesPerDay, 0, 86_400, "1/day");
    }

    /** Running power of all loads (W). */
    public double powerW() {
        return loads.stream().mapToDouble(Load::powerW).sum();
    }
}
