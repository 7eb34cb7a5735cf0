package kilnward.server.api.chamber;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;
import kilnward.core.chamber.WallSide;
import kilnward.core.settings.LawKind;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.ContentsPlan;
import kilnward.server.api.chamber.ChamberPlan.CodePlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.HabitsPlan;
import kilnward.server.api.chamber.ChamberPlan.HarmPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.LoopPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberPlan.OpeningPlan;
import kilnward.server.api.chamber.ChamberPlan.PlacePlan;
import kilnward.server.api.chamber.ChamberPlan.PowerPlan;
import kilnward.server.api.chamber.ChamberPlan.SupplyPlan;
import kilnward.server.api.chamber.ChamberPlan.SunPlan;
import kilnward.server.api.chamber.ChamberPlan.TankPlan;
import kilnward.server.api.chamber.ChamberPlan.HumiditySensorPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.store.ApplianceEntity;
import kilnward.server.store.ChamberEntity;
import kilnward.server.store.CodeValue;
import kilnward.server.store.ControllerEntity;
import kilnward.server.store.HarmLimitValue;
import kilnward.server.store.KeyValue;
import kilnward.server.store.LayerValue;
import kilnward.server.store.LoopEntity;
import kilnward.server.store.OpeningEntity;
import kilnward.server.store.PlaceValue;
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
        entity.contentsWetM2 = contents == null ? null : contents.wetSurfaceM2();
        entity.contentsWaterKg = contents == null ? null : contents.waterKg();
        entity.contentsPlace = contents == null ? null : place(contents.place());
        RoomPlan room = plan.room();
        entity.roomColdestC = room == null ? null : room.coldestC();
        entity.roomWarmestC = room == null ? null : room.warmestC();
        entity.roomWarmestHour = room == null ? null : room.warmestHour();
        entity.roomHumidityPct = room == null ? null : room.humidityPct();
        entity.roomGroundC = room == null ? null : room.groundC();
        SunPlan sun = room == null ? null : room.sun();
        entity.sunPeakWm2 = sun == null ? null : sun.peakWm2();
        entity.sunRiseHour = sun == null ? null : sun.riseHour();
        entity.sunSetHour = sun == null ? null : sun.setHour();
        writePower(plan.power(), entity);
        entity.more = PlanMore.write(new PlanMore.OfChamber(plan.occupancy() == null ? null : plan.occupancy().other(), plan.power() == null ? null : plan.power().currency(),
                plan.looked()), PlanMore.OfChamber.NONE);
        replace(entity.appliances, plan.appliances().stream().map(each -> appliance(each, entity.appliances)).toList());
        replace(entity.probes, plan.probes().stream().map(each -> probe(each, entity.probes)).toList());
        replace(entity.controllers, plan.controllers().stream().map(each -> controller(each, entity.controllers)).toList());
    }

    private static void writePower(PowerPlan power, ChamberEntity entity) {
        SupplyPlan mains = power == null ? null : power.mains();
        SupplyPlan low = power == null ? null : power.lowVoltage();
        entity.supplyV = mains == null ? null : mains.voltageV();
        entity.circuitA = mains == null ? null : mains.ratedA();
        entity.lowVoltageV = low == null ? null : low.voltageV();
        entity.lowVoltageA = low == null ? null : low.ratedA();
        entity.pricePerKWh = power == null ? null : power.pricePerKWh();
    }

    private static PlaceValue place(PlacePlan place) {
        return place == null ? null : new PlaceValue(place.xM(), place.yM(), place.zM(), place.lengthM(), place.widthM(),
                place.heightM());
    }

    private static PlacePlan place(PlaceValue place) {
        return place == null || place.xM() == null ? null : new PlacePlan(place.xM(), place.yM(), place.zM(), place.lengthM(),
                place.widthM(), place.heightM());
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
        entity.keepHumidityLowPct = none ? null : occupancy.keepHumidityLowPct();
        entity.keepHumidityHighPct = none ? null : occupancy.keepHumidityHighPct();
        entity.maxRateKh = none ? null : occupancy.maxRateKh();
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
        entity.gradientKm = none ? null : box.gradientKm();
        entity.lossFactor = none ? null : box.lossFactor();
        TankPlan tank = none ? null : box.tank();
        entity.waterHeightM = tank == null ? null : tank.waterHeightM();
        entity.coveredShare = tank == null ? null : tank.coveredShare();
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
        entity.lowVoltage = plan.lowVoltage();
        entity.place = place(plan.place());
        entity.selfLimitC = plan.selfLimitC();
        entity.limitK = plan.limitK();
        entity.flowM3h = plan.flowM3h();
        entity.outputGh = plan.outputGh();
        entity.pulseOnS = plan.pulseOnS();
        entity.pulseRestS = plan.pulseRestS();
        entity.surfaceM2 = plan.surfaceM2();
        entity.waterKg = plan.waterKg();
        entity.insideShare = plan.insideShare();
        entity.onHour = plan.onHour();
        entity.hours = plan.hours();
        entity.openPerHour = plan.openPerHour();
        entity.lowestC = plan.lowestC();
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
        entity.place = place(plan.place());
        entity.lightWarmthK = plan.lightWarmthK();
        entity.driftKPerDay = plan.driftKPerDay();
        entity.pollingKs = plan.pollingKs();
        HumiditySensorPlan humidity = plan.humidity();
        entity.humidityLagS = humidity == null ? null : humidity.lagS();
        entity.humidityErrorPct = humidity == null ? null : humidity.errorPct();
        entity.mistShare = humidity == null ? null : humidity.mistShare();
        return entity;
    }

    private static ControllerEntity controller(ControllerPlan plan, List<ControllerEntity> existing) {
        UUID id = UUID.fromString(plan.id());
        ControllerEntity entity = existing.stream().filter(each -> each.getId().equals(id)).findFirst()
                .orElseGet(() -> new ControllerEntity(id));
        ProfilePlan profile = plan.profile();
        entity.name = plan.name();
        replace(entity.probeIds, plan.probeIds().stream().map(UUID::fromString).toList());
        entity.probeId = entity.probeIds.get(0);
        entity.law = profile.law();
        HabitsPlan habits = profile.habits();
        entity.leftAlone = habits.leftAlone();
        entity.restS = habits.restS();
        entity.sounder = habits.sounder();
        entity.linkLoss = habits.linkLoss();
        entity.highAlarmLeast = habits.highAlarmLeast();
        entity.lowAlarmLeast = habits.lowAlarmLeast();
        replace(entity.codes, habits.codes().stream().map(code -> new CodeValue(code.shown(), code.meaning())).toList());
        entity.unit = profile.unit();
        entity.resolution = profile.resolution();
        entity.samplingS = profile.samplingS();
        entity.raising = profile.raising();
        entity.lowering = profile.lowering();
        entity.strict = profile.strict();
        entity.howToSet = profile.howToSet();
        entity.howToSave = profile.howToSave();
        replace(entity.keys, profile.keys().stream().map(key -> new KeyValue(key.parameter(), key.label(), key.step(),
                key.lowest(), key.highest(), key.factory(), word(key, 0), word(key, 1), word(key, 2))).toList());
        Map<Parameter, PlanMore.OfKey> keys = new EnumMap<>(Parameter.class);
        for (KeyPlan key : profile.keys()) {
            PlanMore.OfKey more = new PlanMore.OfKey(key.offAt(), key.also(), key.place(), key.words().size() > 3 ? key.words() : null);
            if (!more.equals(PlanMore.OfKey.NONE)) {
                keys.put(key.parameter(), more);
            }
        }
        entity.more = PlanMore.write(new PlanMore.OfController(plan.device(), profile.floorAsOne(), habits.calibration(), habits.highAlarmDoes(), habits.lowAlarmDoes(), keys),
                PlanMore.OfController.NONE);
        if (!entity.loops.stream().map(PlanStore::loop).toList().equals(plan.loops())) {
            replace(entity.loops, plan.loops().stream().map(loop -> entity.loops.stream()
                    .filter(each -> each.getId().toString().equals(loop.id())).findFirst().orElseGet(() -> new LoopEntity(UUID.fromString(loop.id())))).toList());
            for (int i = 0; i < plan.loops().size(); i++) {
                LoopPlan loop = plan.loops().get(i);
                LoopEntity stored = entity.loops.get(i);
                replace(stored.getApplianceIds(), loop.applianceIds().stream().map(UUID::fromString).toList());
                stored.ratedA = loop.ratedA();
                stored.ratedDcA = loop.ratedDcA();
                stored.ratedW = loop.ratedW();
                stored.cutOut = loop.cutOut();
            }
        }
        return entity;
    }

    /** Reads a plan back. */
    static ChamberPlan read(ChamberEntity entity) {
        PlanMore.OfChamber more = PlanMore.chamber(entity.more);
        OccupancyPlan occupancy = entity.occupantName == null ? null : new OccupancyPlan(entity.guideId, entity.schoolId,
                entity.stageId, entity.occupantName, entity.startedOn, entity.occupantWhere, entity.occupantPlace,
                entity.gradientK, entity.keepLowC, entity.keepHighC, entity.keepHumidityLowPct, entity.keepHumidityHighPct,
                entity.maxRateKh, entity.harmLimits.stream()
                .map(limit -> new HarmPlan(limit.side(), limit.levelC(), limit.durationS())).toList(), more.other());
        TankPlan tank = entity.waterHeightM == null ? null : new TankPlan(entity.waterHeightM, entity.coveredShare);
        BoxPlan box = entity.innerLengthM == null ? null : new BoxPlan(entity.innerLengthM, entity.innerWidthM,
                entity.innerHeightM, entity.walls.stream().map(PlanStore::wall).toList(), entity.airChangesPerHour,
                entity.airMovement, entity.altitudeM, orElse(entity.gradientKm, 0), orElse(entity.lossFactor, 1), tank);
        ContentsPlan contents = entity.contentsKg == null ? null : new ContentsPlan(entity.contentsKg, entity.contentsJkgK,
                entity.contentsM2, entity.livingHeatW, orElse(entity.contentsWetM2, 0), orElse(entity.contentsWaterKg, 0),
                place(entity.contentsPlace));
        SunPlan sun = entity.sunPeakWm2 == null ? null : new SunPlan(entity.sunPeakWm2, entity.sunRiseHour, entity.sunSetHour);
        RoomPlan room = entity.roomColdestC == null ? null : new RoomPlan(entity.roomColdestC, entity.roomWarmestC,
                entity.roomWarmestHour, entity.roomHumidityPct, entity.roomGroundC, sun);
        return new ChamberPlan(entity.name, entity.note, occupancy, box, contents, room, power(entity, more.currency()),
                entity.appliances.stream().map(PlanStore::appliance).toList(),
                entity.probes.stream().map(PlanStore::probe).toList(),
                entity.controllers.stream().map(PlanStore::controller).toList(), more.looked());
    }

    /** What an older server wrote has no value here. */
    private static double orElse(Double value, double usual) {
        return value == null ? usual : value;
    }

    private static PowerPlan power(ChamberEntity entity, String currency) {
        SupplyPlan mains = entity.supplyV == null ? null : new SupplyPlan(entity.supplyV, entity.circuitA);
        SupplyPlan low = entity.lowVoltageV == null ? null : new SupplyPlan(entity.lowVoltageV, entity.lowVoltageA);
        return mains == null && low == null && entity.pricePerKWh == null && currency == null ? null
                : new PowerPlan(mains, low, entity.pricePerKWh, currency);
    }

    private static AppliancePlan appliance(ApplianceEntity each) {
        return new AppliancePlan(each.getId().toString(), each.name, ApplianceKind.valueOf(each.kind), each.powerW,
                each.lowVoltage, place(each.place), each.elementJK, each.toAirWK, each.toContentsWK, each.selfLimitC,
                each.opensAtC, each.closesAtC, each.removesW, each.limitK, each.flowM3h, each.outputGh, each.pulseOnS,
                each.pulseRestS, each.surfaceM2, each.waterKg, each.insideShare, each.onHour, each.hours, each.openPerHour, each.lowestC);
    }

    private static ProbePlan probe(ProbeEntity each) {
        HumiditySensorPlan humidity = each.humidityLagS == null ? null
                : new HumiditySensorPlan(each.humidityLagS, each.humidityErrorPct, each.mistShare);
        return new ProbePlan(each.getId().toString(), each.name, place(each.place), each.heaterShare, each.contentsShare,
                each.roomShare, each.ownWarmthK, each.lightWarmthK, each.lagS, each.sensorErrorK, each.driftKPerDay,
                each.pollingKs, humidity);
    }

    private static ControllerPlan controller(ControllerEntity entity) {
        PlanMore.OfController more = PlanMore.controller(entity.more);
        return new ControllerPlan(entity.getId().toString(), entity.name,
                (entity.probeIds.isEmpty() ? List.of(entity.probeId) : entity.probeIds).stream().map(UUID::toString).toList(),
                new ProfilePlan(entity.law == null ? LawKind.ON_OFF : entity.law, entity.unit, entity.resolution, entity.samplingS, entity.raising, entity.lowering,
                        entity.strict, entity.keys.stream().map(key -> key(key, more.keys().getOrDefault(key.parameter(), PlanMore.OfKey.NONE))).toList(),
                        entity.howToSet, entity.howToSave, habits(entity, more), more.floorAsOne()),
                entity.loops.stream().map(PlanStore::loop).toList(), more.device());
    }

    private static KeyPlan key(KeyValue key, PlanMore.OfKey more) {
        return new KeyPlan(key.parameter(), key.label(), key.step(), key.lowest(), key.highest(), key.factory(), more.words() != null ? more.words()
                : Stream.of(key.firstWord(), key.secondWord(), key.thirdWord()).filter(Objects::nonNull).toList(), more.offAt(), more.also(), more.place());
    }

    private static String word(KeyPlan key, int choice) {
        return choice < key.words().size() ? key.words().get(choice) : null;
    }

    /** Rows of a server that knew no habits have none. */
    private static HabitsPlan habits(ControllerEntity entity, PlanMore.OfController more) {
        return entity.leftAlone == null ? HabitsPlan.UNKNOWN : new HabitsPlan(entity.leftAlone, entity.restS, entity.sounder, entity.linkLoss,
                entity.highAlarmLeast, entity.lowAlarmLeast, entity.codes.stream().map(code -> new CodePlan(code.shown(), code.meaning())).toList(),
                more.calibration(), more.highAlarmDoes(), more.lowAlarmDoes());
    }

    private static LoopPlan loop(LoopEntity loop) {
        return new LoopPlan(loop.getId().toString(), loop.getApplianceIds().stream().map(UUID::toString).toList(),
                loop.ratedA, loop.ratedDcA, loop.ratedW, Boolean.TRUE.equals(loop.cutOut));
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
