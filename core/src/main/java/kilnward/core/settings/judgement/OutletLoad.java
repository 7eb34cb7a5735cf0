package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.finding.Finding;
import kilnward.core.load.Load;
import kilnward.core.load.LoadCheck;
import kilnward.core.load.LoadKind;
import kilnward.core.load.Outlet;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Setup;
import kilnward.core.settings.Situation;

/** Outlets and circuit carry more than they should; judged where their ratings are known. */
final class OutletLoad implements Judgement {
    @Override
    public List<Finding> judge(Situation situation) {
        Setup setup = situation.setup();
        if (setup.mains().isEmpty()) {
            return List.of();
        }
        Setup.Mains mains = setup.mains().get();
        List<Outlet> outlets = new ArrayList<>();
        for (int i = 0; i < setup.controllers().size(); i++) {
            PlannedController controller = setup.controllers().get(i);
            Metrics.Switching switching = situation.running().metrics().loops().get(i);
            controller.loops().forEach(loop -> loop.ratedA().ifPresent(ratedA -> outlets.add(new Outlet(
                    "The outlet of " + controller.name(), mains.supplyV(), Outlet.Current.AC, ratedA, loop.ratedW(),
                    loop.applianceIds().stream().map(setup::appliance).map(OutletLoad::load).toList(),
                    24 * switching.cyclesPerHour()))));
        }
        return outlets.isEmpty() ? List.of() : LoadCheck.of(outlets, mains.circuitA()).findings();
    }

    private static Load load(Appliance appliance) {
        LoadKind kind = !(appliance instanceof Heater heater) ? LoadKind.COMPRESSOR
                : heater.kind() == HeaterKind.BULB ? LoadKind.BULB : LoadKind.RESISTIVE;
        return new Load(appliance.id(), kind, appliance.electricalW());
    }
}
