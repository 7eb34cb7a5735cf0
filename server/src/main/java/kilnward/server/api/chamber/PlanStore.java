package kilnward.server.api.chamber;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.chamber.WallSide;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.ContentsPlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.HarmPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.LoopPlan;
import kilnward.server.api.chamber.ChamberPlan.MainsPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberPlan.OpeningPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.store.ApplianceEntity;
import kilnward.server.store.ChamberEntity;
import kilnward.server.store.ControllerEntity;
import kilnward.server.store.HarmLimitValue;
import kilnward.server.store.KeyValue;
import kilnward.server.store.LayerValue;
import kilnward.server.store.LoopEntity;
import kilnward.server.store.OpeningEntity;
import kilnward.server.store.ProbeEntity;
import kilnward.server.store.WallEntity;

/** Between a plan and its tables. */
final class PlanStore {
    private PlanStore() {
    }

    /** Writes a plan into an entity; parts keep their rows by their ids. */
    static void write(ChamberPlan plan, ChamberEntity entity) {
        entity.name = plan.name();
        entity.note = plan.note();
        writeOccupancy(plan.occupancy(), entity);
        writeBox(plan.box(), entity);
        ContentsPlan contents = plan.contents();
        entity.contentsKg = contents == null ? null : contents.massKg();
        entity.contentsJkgK = contents == null ? null : contents.specificHeatJkgK();
        entity.contentsM2 = contents == null ? null : contents.surfaceM2();
        entity.livingHeatW = contents == null ? null : contents.livingHeatW();
        RoomPlan room = plan.room();
        entity.roomColdestC = room == null ? null : room.coldestC();
        entity.roomWarmestC = room == null ? null : room.warmestC();
        entity.roomWarmestHour = room == null ? null : room.warmestHour();
        entity.supplyV = plan.mains() == null ? null : plan.mains().supplyV();
        entity.circuitA = plan.mains() == null ? null : plan.mains().circuitA();
        replace(entity.appliances, plan.appliances().stream().map(each -> appliance(each, entity.appliances)).toList());
        replace(entity.probes, plan.probes().stream().map(each -> probe(each, entity.probes)).toList());
        replace(entity.controllers, plan.controllers().stream().map(each -> controller(each, entity.controllers)).toList());
    }

    private static void writeOccupancy(OccupancyPlan occupancy, ChamberEntity entity) {
        boolean none = occupancy == null;
        entity.guideId = none ? null : occupancy.guideId();
        entity.schoolId = none ? null : occupancy.schoolId();
        entity.stageId = none ? null : occupancy.stageId();
        entity.occupantName = none ? null : occupancy.name();
        entity.startedOn = none ? null : occupancy.startedOn();
        entity.occupantWhere = none ? null : occupancy.where();
        entity.occupantPlace = none ? null : occupancy.measured();
        entity.gradientK = none ? null : occupancy.gradientK();
        entity.keepLowC = none ? null : occupancy.keepLowC();
        entity.keepHighC = none ? null : occupancy.keepHighC();
        replace(entity.harmLimits, none ? List.of() : occupancy.harmLimits().stream()
                .map(limit -> new HarmLimitValue(limit.side(), limit.levelC(), limit.durationS())).toList());
    }

    private static void writeBox(BoxPlan box, ChamberEntity entity) {
        boolean none = box == null;
        entity.innerLengthM = none ? null : box.innerLengthM();
        entity.innerWidthM = none ? null : box.innerWidthM();
        entity.innerHeightM = none ? null : box.innerHeightM();
        entity.airChangesPerHour = none ? null : box.airChangesPerHour();
        entity.airMovement = none ? null : box.airMovement();
        entity.altitudeM = none ? null : box.altitudeM();
        List<WallPlan> before = entity.walls.stream().map(PlanStore::wall).toList();
        if (!before.equals(none ? List.of() : box.walls())) {
            List<WallEntity> walls = new ArrayList<>();
            for (int i = 0; !none && i < box.walls().size(); i++) {
                WallPlan wall = box.walls().get(i);
                walls.add(new WallEntity(WallSide.values()[i], layerValues(wall.layers()), wall.openings().stream()
                        .map(opening -> new OpeningEntity(opening.areaM2(), layerValues(opening.layers()))).toList()));
            }
            replace(entity.walls, walls);
        }
    }

    private static ApplianceEntity appliance(AppliancePlan plan, List<ApplianceEntity> existing) {
        UUID id = UUID.fromString(plan.id());
        ApplianceEntity entity = existing.stream().filter(each -> each.getId().equals(id)).findFirst()
                .orElseGet(() -> new ApplianceEntity(id));
        entity.name = plan.name();
        entity.kind = plan.kind().name();
        entity.powerW = plan.powerW();
        entity.elementJK = plan.elementJK();
        entity.toAirWK = plan.toAirWK();
        entity.toContentsWK = plan.toContentsWK();
        entity.removesW = plan.removesW();
        entity.opensAtC = plan.opensAtC();
        entity.closesAtC = plan.closesAtC();
        return entity;
    }

    private static ProbeEntity probe(ProbePlan plan, List<ProbeEntity> existing) {
        UUID id = UUID.fromString(plan.id());
        ProbeEntity entity = existing.stream().filter(each -> each.getId().equals(id)).findFirst()
                .orElseGet(() -> new ProbeEntity(id));
        entity.name = plan.name();
        entity.heaterShare = plan.heaterShare();
        entity.contentsShare = plan.contentsShare();
        entity.roomShare = plan.roomShare();
        entity.ownWarmthK = plan.ownWarmthK();
        entity.lagS = plan.lagS();
        entity.sensorErrorK = plan.sensorErrorK();
        return entity;
    }

    private static ControllerEntity controller(ControllerPlan plan, List<ControllerEntity> existing) {
        UUID id = UUID.fromString(plan.id());
        ControllerEntity entity = existing.stream().filter(each -> each.getId().equals(id)).findFirst()
                .orElseGet(() -> new ControllerEntity(id));
        ProfilePlan profile = plan.profile();
        entity.name = plan.name();
        entity.probeId = UUID.fromString(plan.probeId());
        entity.unit = profile.unit();
        entity.resolution = profile.resolution();
        entity.samplingS = profile.samplingS();
        entity.raising = profile.raising();
        entity.lowering = profile.lowering();
        entity.strict = profile.strict();
        entity.howToSet = profile.howToSet();
        entity.howToSave = profile.howToSave();
        replace(entity.keys, profile.keys().stream().map(key -> new KeyValue(key.parameter(), key.label(), key.step(),
                key.lowest(), key.highest(), key.factory(), key.words().isEmpty() ? null : key.words().get(0),
                key.words().isEmpty() ? null : key.words().get(1))).toList());
        if (!entity.loops.stream().map(PlanStore::loop).toList().equals(plan.loops())) {
            replace(entity.loops, plan.loops().stream().map(loop -> entity.loops.stream()
                    .filter(each -> each.getId().toString().equals(loop.id())).findFirst().orElseGet(() -> new LoopEntity(UUID.fromString(loop.id())))).toList());
            for (int i = 0; i < plan.loops().size(); i++) {
                LoopPlan loop = plan.loops().get(i);
                LoopEntity stored = entity.loops.get(i);
                replace(stored.getApplianceIds(), loop.applianceIds().stream().map(UUID::fromString).toList());
                stored.ratedA = loop.ratedA();
                stored.ratedW = loop.ratedW();
            }
        }
        return entity;
    }

    /** Reads a plan back. */
    static ChamberPlan read(ChamberEntity entity) {
        OccupancyPlan occupancy = entity.occupantName == null ? null : new OccupancyPlan(entity.guideId, entity.schoolId,
                entity.stageId, entity.occupantName, entity.startedOn, entity.occupantWhere, entity.occupantPlace,
                entity.gradientK, entity.keepLowC, entity.keepHighC, entity.harmLimits.stream()
                .map(limit -> new HarmPlan(limit.side(), limit.levelC(), limit.durationS())).toList());
        BoxPlan box = entity.innerLengthM == null ? null : new BoxPlan(entity.innerLengthM, entity.innerWidthM,
                entity.innerHeightM, entity.walls.stream().map(PlanStore::wall).toList(), entity.airChangesPerHour,
                entity.airMovement, entity.altitudeM);
        ContentsPlan contents = entity.contentsKg == null ? null : new ContentsPlan(entity.contentsKg, entity.contentsJkgK,
                entity.contentsM2, entity.livingHeatW);
        RoomPlan room = entity.roomColdestC == null ? null
                : new RoomPlan(entity.roomColdestC, entity.roomWarmestC, entity.roomWarmestHour);
        MainsPlan mains = entity.supplyV == null ? null : new MainsPlan(entity.supplyV, entity.circuitA);
        return new ChamberPlan(entity.name, entity.note, occupancy, box, contents, room, mains,
                entity.appliances.stream().map(each -> new AppliancePlan(each.getId().toString(), each.name,
                        ApplianceKind.valueOf(each.kind), each.powerW, each.elementJK, each.toAirWK, each.toContentsWK,
                        each.removesW, each.opensAtC, each.closesAtC)).toList(),
                entity.probes.stream().map(each -> new ProbePlan(each.getId().toString(), each.name, each.heaterShare,
                        each.contentsShare, each.roomShare, each.ownWarmthK, each.lagS, each.sensorErrorK)).toList(),
                entity.controllers.stream().map(PlanStore::controller).toList());
    }

    private static ControllerPlan controller(ControllerEntity entity) {
        return new ControllerPlan(entity.getId().toString(), entity.name, entity.probeId.toString(),
                new ProfilePlan(entity.unit, entity.resolution, entity.samplingS, entity.raising, entity.lowering,
                        entity.strict, entity.keys.stream().map(key -> new KeyPlan(key.parameter(), key.label(), key.step(),
                        key.lowest(), key.highest(), key.factory(),
                        key.firstWord() == null ? List.of() : List.of(key.firstWord(), key.secondWord()))).toList(),
                        entity.howToSet, entity.howToSave),
                entity.loops.stream().map(PlanStore::loop).toList());
    }

    private static LoopPlan loop(LoopEntity loop) {
        return new LoopPlan(loop.getId().toString(), loop.getApplianceIds().stream().map(UUID::toString).toList(),
                loop.ratedA, loop.ratedW);
    }

    private static WallPlan wall(WallEntity wall) {
        return new WallPlan(layerPlans(wall.getLayers()), wall.getOpenings().stream()
                .map(opening -> new OpeningPlan(opening.getAreaM2(), layerPlans(opening.getLayers()))).toList());
    }

    private static List<LayerPlan> layerPlans(List<LayerValue> layers) {
        return layers.stream().map(layer -> new LayerPlan(layer.materialId(), layer.thicknessMm())).toList();
    }

    private static List<LayerValue> layerValues(List<LayerPlan> layers) {
        return layers.stream().map(layer -> new LayerValue(layer.materialId(), layer.thicknessMm())).toList();
    }

    private static <T> void replace(List<T> list, List<T> by) {
        if (!list.equals(by)) {
            list.clear();
            list.addAll(by);
        }
    }
}
