package kilnward.core.settings;

import java.util.List;
import java.util.Objects;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Bowl;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Lamp;
import kilnward.core.control.Direction;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.life.Needs;
import kilnward.core.probe.Probe;
import kilnward.core.rehearsal.Rig;

/**
 * A chamber as planned, with what is keyed into its controllers.
 *
 * @param chamber     chamber
 * @param needs       what the occupant needs
 * @param probes      probes
 * @param controllers controllers with their settings
 * @param power       what feeds the appliances
 */
public record Setup(Chamber chamber, Needs needs, List<Probe> probes, List<PlannedController> controllers, Power power) {
    public Setup {
        Objects.requireNonNull(chamber, "chamber");
        Objects.requireNonNull(needs, "needs");
        probes = List.copyOf(probes);
        controllers = List.copyOf(controllers);
        Objects.requireNonNull(power, "power");
    }

    /** Chamber, probes and controllers as the simulator takes them. */
    public Rig rig() {
        return new Rig(chamber, needs, probes,
                controllers.stream().map(controller -> Translation.toController(controller, wanted(controller))).toList());
    }

    /** Which way the appliance of a controller's first output moves what the controller reads. */
    public Direction wanted(PlannedController controller) {
        return controller.loops().get(0).applianceIds().stream().map(this::appliance)
                .anyMatch(each -> controller.readsHumidity() ? each instanceof Humidifier || each instanceof Bowl
                        : each instanceof Heater || each instanceof Lamp) ? Direction.RAISE : Direction.LOWER;
    }

    /** Whether an appliance hangs on some controller. */
    public boolean isControlled(String applianceId) {
        return controllers.stream().anyMatch(controller -> controller.applianceIds().contains(applianceId));
    }

    /** An appliance by its id. */
    public Appliance appliance(String id) {
        return chamber.appliances().stream().filter(appliance -> appliance.id().equals(id)).findFirst()
                .orElseThrow(() -> new RefusedValueException("applianceIds", id,
                        "must name an appliance of the chamber"));
    }

    /** Position of a controller's first loop among the loops of all controllers. */
    public int firstLoop(int controllerIndex) {
        return controllers.subList(0, controllerIndex).stream().mapToInt(each -> each.loops().size()).sum();
    }

    /** The same setup with other values in one controller. */
    public Setup with(String controllerId, Settings settings) {
        return new Setup(chamber, needs, probes, controllers.stream()
                .map(each -> each.id().equals(controllerId) ? each.with(settings) : each).toList(), power);
    }

    /** A controller by its id. */
    public PlannedController controller(String id) {
        return controllers.stream().filter(each -> each.id().equals(id)).findFirst()
                .orElseThrow(() -> new RefusedValueException("controllerId", id,
                        "must name a controller of the chamber"));
    }
}
