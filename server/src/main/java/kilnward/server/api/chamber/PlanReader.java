package kilnward.server.api.chamber;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Box;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.chamber.Layer;
import kilnward.core.chamber.Material;
import kilnward.core.chamber.Opening;
import kilnward.core.chamber.OwnThermostat;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Wall;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.HarmLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Profile;
import kilnward.core.settings.ProfileKey;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Setup;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.api.problem.FieldProblem;
import kilnward.server.api.problem.RefusedFieldsException;

/** Reads a plan into the core's own terms. The core checks; this puts the path before the field it refused. */
public final class PlanReader {
    private PlanReader() {
    }

    /** Checks everything in a plan that can be checked, as far as it is filled in. */
    public static void check(ChamberPlan plan) {
        if (plan.occupancy() != null) {
            needs(plan.occupancy());
        }
        if (plan.box() != null) {
            at("box", () -> box(plan.box()));
        }
        if (plan.room() != null) {
            room(plan);
        }
        Set<String> ids = new HashSet<>();
        each(plan.appliances(), "appliances", appliance -> {
            fresh(ids, appliance.id());
            appliance(appliance);
        });
        each(plan.probes(), "probes", probe -> {
            fresh(ids, probe.id());
            probe(probe);
        });
        Set<String> taken = new HashSet<>();
        each(plan.controllers(), "controllers", controller -> {
            fresh(ids, controller.id());
            at("profile", () -> profile(controller));
            if (plan.probes().stream().noneMatch(probe -> probe.id().equals(controller.probeId()))) {
                throw new RefusedValueException("probeId", controller.probeId(), "must name a probe of this chamber");
            }
            each(controller.loops(), "loops", loop -> {
                fresh(ids, loop.id());
                for (String id : loop.applianceIds()) {
                    if (plan.appliances().stream().noneMatch(appliance -> appliance.id().equals(id)) || !taken.add(id)) {
                        throw new RefusedValueException("applianceIds", id,
                                "must name an appliance of this chamber that no other output switches");
                    }
                }
            });
        });
    }

    private static void fresh(Set<String> ids, String id) {
        if (!ids.add(id)) {
            throw new RefusedValueException("id", id, "must not be used twice in a chamber");
        }
    }

    /**
     * The setup a plan describes, with what is keyed into each controller.
     *
     * @throws RefusedValueException where a part is missing or cannot be
     */
    public static Setup setup(ChamberPlan plan, Map<String, Settings> settings) {
        List<PlannedController> controllers = new ArrayList<>();
        for (int i = 0; i < plan.controllers().size(); i++) {
            ControllerPlan controller = plan.controllers().get(i);
            String path = "controllers[" + i + "]";
            Settings keyed = settings.get(controller.id());
            if (keyed == null) {
                throw new RefusedValueException("settings", null, "must hold values for " + controller.name());
            }
            Profile profile = at(path + ".profile", () -> profile(controller));
            controllers.add(at(path, () -> new PlannedController(controller.id(), controller.name(), List.of(controller.probeId()),
                    profile, controller.loops().stream()
                            .map(loop -> new PlannedController.PlannedLoop(loop.id(), loop.applianceIds(),
                                    optional(loop.ratedA()), optional(loop.ratedW()))).toList(),
                    keyed)));
        }
        return new Setup(chamber(plan), needs(given("occupancy", plan.occupancy())),
                plan.probes().stream().map(PlanReader::probe).toList(), controllers, Optional.ofNullable(plan.mains())
                        .map(mains -> new Setup.Mains(mains.supplyV(), mains.circuitA())));
    }

    /** Refuses values that a controller's keys do not take, all at once. */
    public static void checkKeys(Profile profile, Settings settings) {
        List<FieldProblem> problems = profile.refusals(settings).stream()
                .map(refused -> new FieldProblem(refused.field(), refused.given(), refused.allowed())).toList();
        if (!problems.isEmpty()) {
            throw new RefusedFieldsException(problems);
        }
    }

    private static Chamber chamber(ChamberPlan plan) {
        BoxPlan box = given("box", plan.box());
        OccupancyPlan occupancy = given("occupancy", plan.occupancy());
        var inside = given("contents", plan.contents());
        List<Appliance> appliances = new ArrayList<>();
        each(plan.appliances(), "appliances", appliance -> appliances.add(appliance(appliance)));
        given("room", plan.room());
        Box body = at("box", () -> box(box));
        Contents contents = at("contents", () -> Contents.dry(inside.massKg(), inside.specificHeatJkgK(),
                inside.surfaceM2(), inside.livingHeatW()));
        return new Chamber(body, Optional.empty(), box.airChangesPerHour(), box.airMovement(), contents, occupancy.measured(),
                occupancy.gradientK(), appliances, room(plan), box.altitudeM());
    }

    private static Room room(ChamberPlan plan) {
        return at("room", () -> Room.of(plan.room().coldestC(), plan.room().warmestC(), plan.room().warmestHour()));
    }

    private static Needs needs(OccupancyPlan occupancy) {
        return at("occupancy", () -> new Needs(new KeepBand(occupancy.keepLowC(), occupancy.keepHighC()),
                occupancy.harmLimits().stream()
                        .map(limit -> new HarmLimit(limit.side(), limit.levelC(), limit.durationS())).toList()));
    }

    private static Box box(BoxPlan box) {
        List<Wall> walls = new ArrayList<>();
        each(box.walls(), "walls", wall -> walls.add(wall(wall)));
        return new Box(box.innerLengthM(), box.innerWidthM(), box.innerHeightM(), walls);
    }

    private static Wall wall(WallPlan wall) {
        List<Opening> openings = new ArrayList<>();
        each(wall.openings(), "openings", opening -> openings.add(new Opening(opening.areaM2(), layers(opening.layers()))));
        return new Wall(layers(wall.layers()), openings);
    }

    private static List<Layer> layers(List<LayerPlan> plans) {
        List<Layer> layers = new ArrayList<>();
        each(plans, "layers", layer -> layers.add(new Layer(material(layer.materialId()), layer.thicknessMm())));
        return layers;
    }

    /** The material of an id; refused as {@code materialId}. */
    public static Material material(String id) {
        return Material.ofId(id).orElseThrow(() -> new RefusedValueException("materialId", id, "must be one of "
                + Arrays.stream(Material.values()).map(Material::id).collect(Collectors.joining(", "))));
    }

    static Appliance appliance(AppliancePlan plan) {
        if (plan.kind() == ApplianceKind.COOLER) {
            return new Cooler(plan.id(), Cooler.Kind.COMPRESSOR, given("removesW", plan.removesW()), plan.powerW(),
                    OptionalDouble.empty());
        }
        Heater typical = HeaterKind.valueOf(plan.kind().name()).typical(plan.id(), plan.powerW());
        Optional<OwnThermostat> thermostat = plan.opensAtC() == null ? Optional.empty()
                : Optional.of(new OwnThermostat(plan.opensAtC(), given("closesAtC", plan.closesAtC())));
        return new Heater(plan.id(), typical.kind(), plan.powerW(),
                plan.elementJK() == null ? typical.elementJK() : plan.elementJK(),
                plan.toAirWK() == null ? typical.toAirWK() : plan.toAirWK(),
                plan.toContentsWK() == null ? typical.toContentsWK() : plan.toContentsWK(), typical.selfLimitC(), thermostat);
    }

    private static Probe probe(ProbePlan plan) {
        return Probe.of(plan.id(), ProbePlace.of(plan.heaterShare(), plan.contentsShare(), plan.roomShare(),
                plan.ownWarmthK(), plan.lagS()), plan.sensorErrorK());
    }

    /** The profile of a controller in the core's terms. */
    public static Profile profile(ControllerPlan controller) {
        ProfilePlan plan = controller.profile();
        List<ProfileKey> keys = new ArrayList<>();
        each(plan.keys(), "keys", key -> keys.add(new ProfileKey(key.parameter(), key.label(), key.step(), key.lowest(),
                key.highest(), key.factory(), key.words())));
        return new Profile(controller.name(), plan.unit(), plan.resolution(), plan.samplingS(), plan.raising(),
                plan.lowering(), plan.strict(), keys, plan.howToSet(), plan.howToSave());
    }

    private static OptionalDouble optional(Double value) {
        return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
    }

    private static <T> T given(String field, T part) {
        if (part == null) {
            throw new RefusedValueException(field, null, "must be given before it can be rehearsed");
        }
        return part;
    }

    private static <T> void each(List<T> list, String field, java.util.function.Consumer<T> reader) {
        for (int i = 0; i < list.size(); i++) {
            T item = list.get(i);
            at(field + "[" + i + "]", () -> {
                reader.accept(item);
                return null;
            });
        }
    }

    /** Reads a part; what it refuses is refused with the path before it. */
    public static <T> T at(String path, Supplier<T> reader) {
        try {
            return reader.get();
        } catch (RefusedValueException refused) {
            throw new RefusedValueException(path + "." + refused.field(), refused.given(), refused.allowed());
        }
    }
}
