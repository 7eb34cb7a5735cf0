package kilnward.core.load;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * One outlet with what hangs on it.
 *
 * @param name         what is printed on it
 * @param supply       what feeds it
 * @param ratedA       what its contact is rated for with alternating current (A); empty where not known or where there is none
 * @param ratedDcA     the same with direct current (A); empty where not known
 * @param ratedW       a limit in watts printed beside it; empty where there is none
 * @param loads        what hangs on it
 * @param cyclesPerDay switchings on a day, from a rehearsal; 0 for an outlet that is never switched
 * @param passesOn     whether it stands in series before another outlet, so that its load is the other's and counts once
 * @param loopId       the output of a controller that switches it; empty where none does
 */
public record Outlet(String name, Supply supply, @Bounded(min = 0.01, max = 1000, unit = "A") OptionalDouble ratedA,
        @Bounded(min = 0.01, max = 1000, unit = "A") OptionalDouble ratedDcA, @Bounded(min = 0.1, max = 1e6, unit = "W") OptionalDouble ratedW,
        List<Load> loads, @Bounded(min = 0, max = 86_400, unit = "1/day") double cyclesPerDay, boolean passesOn, Optional<String> loopId) {
    public Outlet {
        Require.named("name", name);
        Objects.requireNonNull(supply, "supply");
        ratedA.ifPresent(amps -> Require.within(Outlet.class, "ratedA", amps));
        ratedDcA.ifPresent(amps -> Require.within(Outlet.class, "ratedDcA", amps));
        ratedW.ifPresent(watts -> Require.within(Outlet.class, "ratedW", watts));
        loads = List.copyOf(loads);
        Require.within(Outlet.class, "cyclesPerDay", cyclesPerDay);
    }

    /** An outlet on its own. */
    public Outlet(String name, Supply supply, OptionalDouble ratedA, OptionalDouble ratedDcA, OptionalDouble ratedW, List<Load> loads,
            double cyclesPerDay) {
        this(name, supply, ratedA, ratedDcA, ratedW, loads, cyclesPerDay, false, Optional.empty());
    }

    /** Running power of all loads (W). */
    public double powerW() {
        return loads.stream().mapToDouble(Load::powerW).sum();
    }

    /** Running current at power factor 1 (A). */
    public double currentA() {
        return powerW() / supply.voltageV();
    }

    /** What its contact is rated for with the current of its supply (A). */
    public OptionalDouble contactA() {
        return supply.current() == Current.DC ? ratedDcA : ratedA;
    }
}
