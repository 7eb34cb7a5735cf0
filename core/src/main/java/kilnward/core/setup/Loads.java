package kilnward.core.setup;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.load.Load;
import kilnward.core.load.LoadCheck;
import kilnward.core.load.LoadKind;
import kilnward.core.load.Outlet;
import kilnward.core.load.Supply;
import kilnward.core.rehearsal.outcome.Rehearsed;

/** The outlets of a planned chamber with what hangs on them, switching as rehearsed. */
public final class Loads {
    /** Share of what a low-voltage supply takes from the mains that comes out of it; order of magnitude, from memory. */
    private static final double SUPPLY_EFFICIENCY = 0.85;

    private Loads() {
    }

    /** @return the check; empty where no supply is known */
    public static Optional<LoadCheck> of(Setup setup, Rehearsed running) {
        List<Outlet> outlets = new ArrayList<>();
        for (int i = 0; i < setup.controllers().size(); i++) {
            PlannedController controller = setup.controllers().get(i);
            for (int at = 0; at < controller.loops().size(); at++) {
                double cyclesPerDay = 24 * running.metrics().loops().get(setup.firstLoop(i) + at).cyclesPerHour();
                PlannedController.PlannedLoop loop = controller.loops().get(at);
                String name = "The outlet of " + setup.outputName(loop);
                supplyOf(setup, loop).ifPresent(supply -> outlets.add(new Outlet(name, supply, loop.ratedA(), loop.ratedDcA(), loop.ratedW(),
                        loop.applianceIds().stream().map(setup::appliance).map(each -> load(setup, each)).toList(), cyclesPerDay, loop.cutOut(), Optional.of(loop.id()))));
            }
        }
        for (Appliance appliance : setup.chamber().appliances()) {
            if (!setup.isControlled(appliance.id()) && appliance.runsByItself() && appliance.electricalW() > 0) {
                setup.power().of(appliance.id()).ifPresent(supply -> outlets.add(unswitched(setup.name(appliance.id()), supply, load(setup, appliance))));
            }
        }
        double lowVoltageW = outlets.stream().filter(each -> Optional.of(each.supply()).equals(setup.power().lowVoltage()))
                .mapToDouble(Outlet::powerW).sum();
        if (lowVoltageW > 0) {
            setup.power().mains().ifPresent(mains -> outlets.add(unswitched("the low-voltage supply", mains,
                    new Load("the low-voltage supply", LoadKind.ELECTRONIC, lowVoltageW / SUPPLY_EFFICIENCY))));
        }
        return outlets.isEmpty() ? Optional.empty() : Optional.of(LoadCheck.of(outlets));
    }

    private static Outlet unswitched(String name, Supply supply, Load load) {
        return new Outlet(name, supply, OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), List.of(load), 0);
    }

    /** Where an outlet feeds appliances of both kinds, the mains counts. */
    private static Optional<Supply> supplyOf(Setup setup, PlannedController.PlannedLoop loop) {
        return loop.applianceIds().stream().map(id -> setup.power().of(id)).flatMap(Optional::stream)
                .max(java.util.Comparator.comparingDouble(Supply::voltageV));
    }

    private static Load load(Setup setup, Appliance appliance) {
        return new Load(setup.name(appliance.id()), LoadKind.of(appliance), Math.max(0.1, appliance.electricalW()));
    }
}
