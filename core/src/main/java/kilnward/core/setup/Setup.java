package kilnward.core.setup;

import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.control.Direction;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Metabolism;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Probe;
import kilnward.core.rehearsal.scenario.Rig;

/**
 * A chamber as planned, with what is keyed into its controllers.
 *
 * @param chamber     chamber
 * @param needs       what the occupant needs
 * @param probes      probes
 * @param controllers controllers with their settings
 * @param power       what feeds the appliances
 * @param names       what the keeper calls appliances and probes, by id; what has none is told by its id
 * @param days        the other days on which it is judged too, as what lives there changes; empty where that does not matter
 */
public record Setup(Chamber chamber, Needs needs, List<Probe> probes, List<PlannedController> controllers, Power power, Map<String, String> names, List<LivingDay> days) {
    /** A probe that feels this share of the contents is in them. */
    private static final double MOSTLY = 0.5;

    public Setup {
        Objects.requireNonNull(chamber, "chamber");
        Objects.requireNonNull(needs, "needs");
        probes = List.copyOf(probes);
        controllers = List.copyOf(controllers);
        Objects.requireNonNull(power, "power");
        names = Map.copyOf(names);
        days = List.copyOf(days);
    }

    /** One whose appliances and probes have no names. */
    public Setup(Chamber chamber, Needs needs, List<Probe> probes, List<PlannedController> controllers, Power power) {
        this(chamber, needs, probes, controllers, power, Map.of(), List.of());
    }

    /** What the keeper calls an appliance or a probe. */
    public String name(String id) {
        return names.getOrDefault(id, id);
    }

    /** The same with another chamber. */
    public Setup with(Chamber other) {
        return new Setup(other, needs, probes, controllers, power, names, days);
    }

    /** The same with other probes. */
    public Setup withProbes(List<Probe> others) {
        return new Setup(chamber, needs, others, controllers, power, names, days);
    }

    /** The same with other controllers. */
    public Setup withControllers(List<PlannedController> others) {
        return new Setup(chamber, needs, probes, others, power, names, days);
    }

    /** The same, judged on other days too. */
    public Setup withDays(List<LivingDay> others) {
        return new Setup(chamber, needs, probes, controllers, power, names, others);
    }

    /** The same as it is while what lives there gives off something else. */
    public Setup with(Metabolism living) {
        return with(chamber.with(chamber.contents().with(living)));
    }

    /** The same on the day on which least heat is given off. */
    public Setup coolest() {
        return with(metabolisms().min(Comparator.comparingDouble(Metabolism::heatW)).orElseThrow());
    }

    /** The same on the day on which most heat is given off. */
    public Setup warmest() {
        return with(metabolisms().max(Comparator.comparingDouble(Metabolism::heatW)).orElseThrow());
    }

    private Stream<Metabolism> metabolisms() {
        return Stream.concat(Stream.of(chamber.contents().living()), days.stream().map(LivingDay::living));
    }

    /** Chamber, probes and controllers as the simulator takes them. */
    public Rig rig() {
        return new Rig(chamber, needs, probes,
                controllers.stream().map(controller -> controller.controller(wanted(controller))).toList());
    }

    /** Which way the appliance of a controller's first output moves what the controller reads. */
    public Direction wanted(PlannedController controller) {
        return effects(controller.loops().get(0)).stream()
                .anyMatch(effect -> effect.raises(controller.reads())) ? Direction.RAISE : Direction.LOWER;
    }

    /** What a controller governs: where there is a second place, by what most of its probes' feeling is of. */
    public Aim aim(PlannedController controller) {
        if (!controller.readsTemperature()) {
            return Aim.of(controller.reads());
        }
        if (needs.other().isEmpty()) {
            return Aim.OCCUPANT;
        }
        double contentsShare = probes.stream().filter(probe -> controller.probeIds().contains(probe.id())).mapToDouble(probe -> probe.place().contentsShare()).average().orElse(0);
        return isInContents(contentsShare) == (chamber.occupantPlace() == OccupantPlace.CONTENTS) ? Aim.OCCUPANT : Aim.OTHER;
    }

    /** Whether what feels this share of the contents, 0 to 1, lies in them. */
    public static boolean isInContents(double contentsShare) {
        return contentsShare >= MOSTLY;
    }

    /** What the appliances on an output do. */
    public Set<Effect> effects(PlannedController.PlannedLoop loop) {
        return loop.applianceIds().stream().map(id -> appliance(id).effect()).collect(Collectors.toCollection(() -> EnumSet.noneOf(Effect.class)));
    }

    /** What the appliances on all outputs of a controller do. */
    public Set<Effect> effects(PlannedController controller) {
        return controller.loops().stream().flatMap(loop -> effects(loop).stream()).collect(Collectors.toCollection(() -> EnumSet.noneOf(Effect.class)));
    }

    /** What an output is called: by what hangs on it. */
    public String outputName(PlannedController.PlannedLoop loop) {
        return loop.applianceIds().stream().map(this::name).collect(Collectors.joining(", "));
    }

    /** What the keeper calls whatever has that id: an appliance, a probe, a controller, or an output by what hangs on it; empty for nothing of the chamber. */
    public String nameOfAny(String id) {
        if (names.containsKey(id)) {
            return names.get(id);
        }
        for (PlannedController controller : controllers) {
            if (controller.id().equals(id)) {
                return controller.name();
            }
            for (PlannedController.PlannedLoop loop : controller.loops()) {
                if (loop.id().equals(id)) {
                    return outputName(loop);
                }
            }
        }
        return "";
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
        return withControllers(controllers.stream().map(each -> each.id().equals(controllerId) ? each.with(settings) : each).toList());
    }

    /** A controller by its id. */
    public PlannedController controller(String id) {
        return controllers.stream().filter(each -> each.id().equals(id)).findFirst()
                .orElseThrow(() -> new RefusedValueException("controllerId", id,
                        "must name a controller of the chamber"));
    }
}
