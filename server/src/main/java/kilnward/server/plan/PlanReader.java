package kilnward.server.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.device.Habits;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.LivingCurve;
import kilnward.core.life.Needs;
import kilnward.core.life.Night;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.OtherPlace;
import kilnward.core.life.PoorerLimit;
import kilnward.core.life.SourceGrade;
import kilnward.core.load.Current;
import kilnward.core.load.Supply;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Layout;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.LivingDay;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ContentsPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.HabitsPlan;
import kilnward.server.plan.ChamberPlan.HarmPlan;
import kilnward.server.plan.ChamberPlan.LayerPlan;
import kilnward.server.plan.ChamberPlan.LivingPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.ChamberPlan.PlacePlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;
import kilnward.server.plan.ChamberPlan.ProfilePlan;
import kilnward.server.plan.ChamberPlan.RoomPlan;
import kilnward.server.plan.ChamberPlan.WallPlan;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.RefusedFieldsException;

/** Reads a plan into the core's own terms. The core checks; this puts the path before the field it refused. */
public final class PlanReader {
    /** Own warmth of less than this share is lost in what the room does. */
    private static final double OWN_WARMTH = 1 / 3.0;
    private static final Pattern HARM_PLACE = Pattern.compile("dangerLimits\\[(\\d+)]\\.level");

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
        if (plan.contents() != null) {
            contents(plan);
        }
        Set<String> ids = new HashSet<>();
        each(plan.appliances(), "appliances", appliance -> {
            fresh(ids, appliance.id());
            appliance.read();
        });
        if (plan.box() != null) {
            layout(plan);
        }
        if (plan.occupancy() != null && plan.box() != null && plan.contents() != null && plan.room() != null) {
            chamber(plan);
        }
        each(plan.probes(), "probes", probe -> {
            fresh(ids, probe.id());
            probe(plan, probe);
        });
        Set<String> taken = new HashSet<>();
        Set<String> cut = new HashSet<>();
        each(plan.controllers(), "controllers", controller -> {
            fresh(ids, controller.id());
            Profile profile = at("profile", () -> profile(controller));
            if (controller.loops().size() > profile.outputs()) {
                throw new RefusedValueException("loops", controller.loops().size(), "must be at most " + profile.outputs());
            }
            for (String probeId : controller.probeIds()) {
                if (plan.probes().stream().noneMatch(probe -> probe.id().equals(probeId))) {
                    throw new RefusedValueException("probeIds", probeId, "must name a probe of this chamber");
                }
            }
            each(controller.loops(), "loops", loop -> {
                fresh(ids, loop.id());
                for (String id : loop.applianceIds()) {
                    if (plan.appliances().stream().noneMatch(appliance -> appliance.id().equals(id)) || !(loop.cutOut() ? cut : taken).add(id)) {
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
        return setup(plan, settings, OptionalDouble.empty());
    }

    /**
     * The same as it is on a day.
     *
     * @param today days since its batch began; empty for the first of the stage
     */
    public static Setup setup(ChamberPlan plan, Map<String, Settings> settings, OptionalDouble today) {
        List<PlannedController> controllers = new ArrayList<>();
        for (int i = 0; i < plan.controllers().size(); i++) {
            ControllerPlan controller = plan.controllers().get(i);
            String path = "controllers[" + i + "]";
            Settings keyed = settings.get(controller.id());
            if (keyed == null) {
                throw new RefusedValueException("settings", null, "must hold values for " + controller.name());
            }
            Profile profile = at(path + ".profile", () -> profile(controller));
            controllers.add(at(path, () -> new PlannedController(controller.id(), controller.name(), controller.probeIds(),
                    profile, controller.loops().stream()
                            .map(loop -> new PlannedController.PlannedLoop(loop.id(), loop.applianceIds(),
                                    optional(loop.ratedA()), optional(loop.ratedDcA()), optional(loop.ratedW()), loop.cutOut()))
                            .toList(),
                    keyed)));
        }
        Chamber chamber = chamber(plan);
        List<Probe> probes = new ArrayList<>();
        each(plan.probes(), "probes", probe -> probes.add(probe(plan, probe)));
        Map<String, String> names = new HashMap<>();
        plan.appliances().forEach(each -> names.put(each.id(), each.name()));
        plan.probes().forEach(each -> names.put(each.id(), each.name()));
        return on(new Setup(chamber, needs(given("occupancy", plan.occupancy())), probes, controllers, power(plan), names, List.of()), livingDays(plan.contents(), today));
    }

    /**
     * What the occupant of a plan needs.
     *
     * @throws RefusedValueException where nothing lives there yet
     */
    public static Needs needs(ChamberPlan plan) {
        return needs(given("occupancy", plan.occupancy()));
    }

    private static Power power(ChamberPlan plan) {
        if (plan.power() == null) {
            return Power.UNKNOWN;
        }
        return new Power(Optional.ofNullable(plan.power().mains())
                .map(mains -> new Supply("The circuit", Current.AC, mains.voltageV(), mains.ratedA())),
                Optional.ofNullable(plan.power().lowVoltage())
                        .map(low -> new Supply("The low-voltage supply", Current.DC, low.voltageV(), low.ratedA())),
                plan.appliances().stream().filter(AppliancePlan::lowVoltage).map(AppliancePlan::id).collect(Collectors.toSet()),
                optional(plan.power().pricePerKWh()));
    }

    /** Refuses values that a controller's keys do not take, all at once. */
    public static void checkKeys(Profile profile, Settings settings) {
        List<FieldProblem> problems = profile.refusals(settings).stream()
                .map(refused -> new FieldProblem(refused.field(), refused.given(), refused.allowed())).toList();
        if (!problems.isEmpty()) {
            throw new RefusedFieldsException(problems);
        }
    }

    /** The chamber of a plan; refused where a part of it is missing. */
    public static Chamber chamber(ChamberPlan plan) {
        BoxPlan box = given("box", plan.box());
        OccupancyPlan occupancy = given("occupancy", plan.occupancy());
        given("contents", plan.contents());
        given("room", plan.room());
        Box body = at("box", () -> box(box));
        double gradientK = occupancy.gradientK() != null ? occupancy.gradientK() : layout(plan).occupantGradientK();
        return new Chamber(body, tank(box), box.airChangesPerHour(), box.airMovement(), contents(plan), occupancy.measured(),
                occupancy.measured() == OccupantPlace.AIR ? gradientK : 0, appliances(plan), room(plan), box.altitudeM(),
                box.lossFactor());
    }

    /** Where the parts of a plan with a box are. */
    public static Layout layout(ChamberPlan plan) {
        Map<String, Place> placed = new HashMap<>();
        plan.appliances().stream().filter(each -> each.place() != null)
                .forEach(each -> placed.put(each.id(), place(each.place())));
        return Layout.of(at("box", () -> box(plan.box())), tank(plan.box()), appliances(plan), placed,
                Optional.ofNullable(plan.contents()).map(ContentsPlan::place).map(PlanReader::place), plan.box().gradientKm());
    }

    private static Optional<Tank> tank(BoxPlan box) {
        return Optional.ofNullable(box.tank()).map(tank -> at("box.tank", () -> {
            if (tank.waterHeightM() > box.innerHeightM()) {
                throw new RefusedValueException("waterHeightM", tank.waterHeightM(),
                        "must not be above the tank's " + box.innerHeightM() + " m");
            }
            return new Tank(tank.waterHeightM(), tank.coveredShare());
        }));
    }

    private static Place place(PlacePlan place) {
        return new Place(place.xM(), place.yM(), place.zM(), place.lengthM(), place.widthM(), place.heightM());
    }

    private static List<Appliance> appliances(ChamberPlan plan) {
        List<Appliance> appliances = new ArrayList<>();
        each(plan.appliances(), "appliances", appliance -> appliances.add(appliance.read()));
        return appliances;
    }

    private static Contents contents(ChamberPlan plan) {
        ContentsPlan inside = plan.contents();
        return at("contents", () -> {
            living(inside);
            return new Contents(inside.massKg(), inside.specificHeatJkgK(), inside.surfaceM2(), inside.livingHeatW() == null ? 0 : inside.livingHeatW(),
                    inside.wetSurfaceM2(), inside.waterKg());
        });
    }

    /** What lives inside, and how many of what its points are for. */
    private record Stock(LivingCurve curve, double units, double firstDay, double lastDay) {
    }

    /** Empty where nobody has said what or how much lives there. */
    private static Optional<Stock> living(ContentsPlan inside) {
        LivingPlan living = inside.living();
        return living == null ? Optional.empty() : at("living", () -> {
            LivingCurve curve = new LivingCurve(living.points(), SourceGrade.FROM_MEMORY, "");
            if (living.lastDay() < living.firstDay()) {
                throw new RefusedValueException("lastDay", living.lastDay(), "must not be before the first (" + living.firstDay() + ")");
            }
            if (living.kg() == null && living.pieces() == null) {
                return Optional.empty();
            }
            double units = curve.units(living.kg(), living.pieces(), living.firstDay());
            double kg = living.weighsKg(living.firstDay());
            if (kg > inside.massKg() * (1 + 1e-9)) {
                throw new RefusedValueException(living.kg() != null ? "kg" : "pieces", living.kg() != null ? living.kg() : living.pieces(),
                        "must not weigh more than all that is inside (" + Require.plain(inside.massKg()) + " kg); they weigh " + Require.plain(Math.round(100 * kg) / 100.0)
                                + " kg");
            }
            return Optional.of(new Stock(curve, units, living.firstDay(), living.lastDay()));
        });
    }

    /**
     * The days of a plan's stage that tell another, the first being the one it is on; none where nobody has said what or how much lives there.
     *
     * @param today days since the batch began; empty for the first of the stage
     */
    public static List<LivingDay> livingDays(ContentsPlan inside, OptionalDouble today) {
        return inside.livingHeatW() != null ? List.of() : living(inside).map(stock -> {
            double from = today.orElse(stock.firstDay());
            return LivingDay.telling(stock.curve(), stock.units(), from, Math.max(from, stock.lastDay()));
        }).orElse(List.of());
    }

    /** From which day of its stage on what lives in it gives a third of the warmth that it asks for; empty where it never does. */
    public static OptionalDouble warmsItselfFrom(Setup setup, ContentsPlan inside) {
        return inside.livingHeatW() != null ? OptionalDouble.empty() : living(inside)
                .map(stock -> LivingDay.warmsFrom(setup, stock.curve(), stock.units(), stock.firstDay(), stock.lastDay(), OWN_WARMTH)).orElse(OptionalDouble.empty());
    }

    private static Setup on(Setup setup, List<LivingDay> days) {
        return days.isEmpty() ? setup : setup.with(days.get(0).living()).withDays(days.subList(1, days.size()));
    }

    private static Room room(ChamberPlan plan) {
        RoomPlan room = plan.room();
        return at("room", () -> new Room(room.coldestC(), room.warmestC(), room.warmestHour(), optional(room.humidityPct()),
                optional(room.groundC()), Optional.ofNullable(room.sun())
                        .map(sun -> at("sun", () -> new Sun(sun.peakWm2(), sun.riseHour(), sun.setHour()))),
                optional(room.carbonDioxidePpm())));
    }

    private static Needs needs(OccupancyPlan occupancy) {
        // Limits that kill and limits that cost are two lists to the core: what it refuses is told by its place in the one that was typed.
        List<Integer> deadly = IntStream.range(0, occupancy.harmLimits().size()).filter(i -> occupancy.harmLimits().get(i).costs() == null).boxed().toList();
        try {
            return readNeeds(occupancy);
        } catch (RefusedValueException refused) {
            Matcher place = HARM_PLACE.matcher(refused.field());
            if (!place.find()) {
                throw refused;
            }
            int typed = deadly.get(Integer.parseInt(place.group(1)));
            throw new RefusedValueException(place.replaceFirst("harmLimits[" + typed + "]." + occupancy.harmLimits().get(typed).limit().levelField()), refused.given(),
                    refused.allowed());
        }
    }

    private static Needs readNeeds(OccupancyPlan occupancy) {
        return at("occupancy", () -> new Needs(new KeepBand(occupancy.keepLowC(), occupancy.keepHighC()),
                limits(occupancy, true).values().stream().toList(),
                bands(List.of(band(Quantity.RELATIVE_HUMIDITY, occupancy.keepHumidityLowPct(), occupancy.keepHumidityHighPct()),
                        band(Quantity.CARBON_DIOXIDE, occupancy.keepCarbonDioxideLowPpm(), occupancy.keepCarbonDioxideHighPpm()))),
                optional(occupancy.maxRateKh()), Optional.ofNullable(occupancy.other())
                        .map(other -> at("other", () -> new OtherPlace(other.where(), new KeepBand(other.keepLowC(), other.keepHighC())))),
                limits(occupancy, false).entrySet().stream().map(each -> new PoorerLimit(each.getValue(), occupancy.harmLimits().get(each.getKey()).costs())).toList(),
                Optional.ofNullable(occupancy.night()).map(night -> at("night", () -> new Night(new KeepBand(night.keepLowC(), night.keepHighC()),
                        bands(List.of(band(Quantity.RELATIVE_HUMIDITY, night.keepHumidityLowPct(), night.keepHumidityHighPct()),
                                band(Quantity.CARBON_DIOXIDE, night.keepCarbonDioxideLowPpm(), night.keepCarbonDioxideHighPpm()))),
                        night.fromHour(), night.toHour())))));
    }

    /** Limits that kill, or limits that cost, by their place in the list that was typed. */
    private static Map<Integer, DangerLimit> limits(OccupancyPlan occupancy, boolean deadly) {
        Map<Integer, DangerLimit> found = new LinkedHashMap<>();
        for (int i = 0; i < occupancy.harmLimits().size(); i++) {
            HarmPlan limit = occupancy.harmLimits().get(i);
            if (deadly == (limit.costs() == null)) {
                found.put(i, at("harmLimits[" + i + "]", limit::limit));
            }
        }
        return found;
    }

    /** The fields in which a plan says what is wanted of a quantity of the air. */
    private static String field(Quantity quantity, String end) {
        return quantity == Quantity.CARBON_DIOXIDE ? "keepCarbonDioxide" + end + "Ppm" : "keepHumidity" + end + "Pct";
    }

    private static Optional<Band> band(Quantity quantity, Double low, Double high) {
        if (low == null && high == null) {
            return Optional.empty();
        }
        if (low == null || high == null) {
            throw new RefusedValueException(field(quantity, low == null ? "Low" : "High"), null, "must be given too, or both left empty");
        }
        if (high <= low) {
            throw new RefusedValueException(field(quantity, "High"), high, "must be above the lowest (" + low + " " + quantity.sign() + ")");
        }
        return Optional.of(new Band(quantity, low, high));
    }

    private static Map<Quantity, Band> bands(List<Optional<Band>> bands) {
        return bands.stream().flatMap(Optional::stream).collect(Collectors.toMap(Band::quantity, Function.identity()));
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

    private static Probe probe(ChamberPlan plan, ProbePlan probe) {
        return new Probe(probe.id(), hung(plan, probe), probe.sensorErrorK(), probe.driftKPerDay(), probe.pollingKs(),
                sensors(probe));
    }

    private static Map<Quantity, AirSensor> sensors(ProbePlan probe) {
        Map<Quantity, AirSensor> sensors = new EnumMap<>(Quantity.class);
        if (probe.humidity() != null) {
            sensors.put(Quantity.RELATIVE_HUMIDITY, new AirSensor(probe.humidity().lagS(), probe.humidity().errorPct(), probe.humidity().mistShare()));
        }
        if (probe.carbonDioxide() != null) {
            sensors.put(Quantity.CARBON_DIOXIDE, new AirSensor(probe.carbonDioxide().lagS(), probe.carbonDioxide().errorPpm(), 0));
        }
        return sensors;
    }

    /** What a probe feels: as typed, or as follows from where it hangs. */
    public static ProbePlace hung(ChamberPlan plan, ProbePlan probe) {
        boolean typed = probe.heaterShare() != null;
        if (typed != (probe.contentsShare() != null) || typed != (probe.roomShare() != null)) {
            throw new RefusedValueException(probe.heaterShare() == null ? "heaterShare" : probe.contentsShare() == null
                    ? "contentsShare" : "roomShare", null, "must be given too, or all three left empty");
        }
        if (plan.box() == null) {
            return ProbePlace.of(typed ? probe.heaterShare() : 0, typed ? probe.contentsShare() : 0, typed ? probe.roomShare() : 0,
                    probe.ownWarmthK(), probe.lagS());
        }
        Layout layout = layout(plan);
        Place point = point(probe, layout, measured(plan));
        point.requireInside("place", layout.box());
        ProbePlace hung = layout.hang(point, probe.lagS());
        return new ProbePlace(typed ? probe.heaterShare() : hung.heaterShare(), hung.byHeater(), typed ? probe.contentsShare() : hung.contentsShare(),
                typed ? probe.roomShare() : hung.roomShare(), hung.gradientK(), probe.ownWarmthK(), probe.lightWarmthK(), probe.lagS());
    }

    /** Whose temperature counts; the contents' until somebody lives there. */
    public static OccupantPlace measured(ChamberPlan plan) {
        return plan.occupancy() == null ? OccupantPlace.CONTENTS : plan.occupancy().measured();
    }

    /** Where a probe hangs; usually where that occupant's probe belongs. */
    public static Place point(ProbePlan probe, Layout layout, OccupantPlace occupant) {
        return probe.place() == null ? layout.usualPoint(occupant)
                : Place.point(probe.place().xM(), probe.place().yM(), probe.place().zM());
    }

    /** The profile of a controller in the core's terms. */
    public static Profile profile(ControllerPlan controller) {
        return profile(controller.name(), controller.profile());
    }

    /** The device that a profile describes. */
    public static Profile profile(String name, ProfilePlan plan) {
        List<ProfileKey> keys = new ArrayList<>();
        each(plan.keys(), "keys", key -> keys.add(new ProfileKey(key.parameter(), key.label(), key.step(), key.lowest(),
                key.highest(), key.factory(), key.words(), key.offAt(), key.also())));
        HabitsPlan habits = plan.habits();
        List<Habits.Code> codes = new ArrayList<>();
        each(habits.codes(), "habits.codes", code -> codes.add(new Habits.Code(code.shown(), code.meaning())));
        return new Profile(name, plan.law(), plan.unit(), plan.resolution(), plan.samplingS(), plan.raising(),
                plan.lowering(), plan.strict(), keys, plan.howToSet(), plan.howToSave(),
                new Habits(habits.leftAlone(), optional(habits.restS()), habits.sounder(), habits.linkLoss(), habits.highAlarmLeast(),
                        habits.lowAlarmLeast(), codes, habits.calibration() == null ? Habits.Calibration.OFFSET : habits.calibration(), does(habits.highAlarmDoes()),
                        does(habits.lowAlarmDoes())),
                Boolean.TRUE.equals(plan.floorAsOne()));
    }

    private static Set<Habits.AlarmDoes> does(List<Habits.AlarmDoes> given) {
        return given == null ? Set.of() : Set.copyOf(given);
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
