package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.SchoolsTest;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;

/** Invented chambers of every kind with invented devices, right and wrong, by a seed. */
public final class RandomChambers {
    /** Named one by one: another kind must not change what a seed makes. */
    private static final HeaterKind[] HEATERS = {HeaterKind.MAT, HeaterKind.BULB, HeaterKind.CERAMIC_EMITTER, HeaterKind.CABLE, HeaterKind.FANNED_ELEMENT, HeaterKind.ROD,
            HeaterKind.SELF_LIMITING, HeaterKind.WARM_LIQUID, HeaterKind.REVERSED_MODULE};

    private static final Material[] BOARDS = {Material.EXPANDED_POLYSTYRENE, Material.POLYURETHANE_FOAM, Material.SOFTWOOD, Material.PLYWOOD, Material.CORRUGATED_CARD,
            Material.WINDOW_GLASS, Material.TWIN_WALL_POLYCARBONATE};

    private RandomChambers() {
    }

    /** The chamber of a seed; the same seed gives the same. */
    public static Setup of(long seed) {
        Random random = new Random(seed * 7919 + 17);
        while (true) {
            try {
                Setup setup = draw(random);
                setup.rig();
                return setup;
            } catch (RefusedValueException impossible) {
                // Such a chamber cannot be planned: the next draw.
            }
        }
    }

    private static double between(Random random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    private static double tenth(double value) {
        return Math.round(value * 10) / 10.0;
    }

    private static Setup draw(Random random) {
        boolean tank = random.nextInt(5) == 0;
        double middle = tank ? between(random, 14, 30) : between(random, 10, 38);
        double half = between(random, 0.4, 2.5);
        Needs needs = needs(random, middle, half, tank);
        double size = random.nextInt(6) == 0 ? between(random, 1, 2.5) : between(random, 0.25, 0.9);
        Material board = tank ? Material.WINDOW_GLASS : BOARDS[random.nextInt(BOARDS.length)];
        double thickness = board == Material.WINDOW_GLASS ? 6 : between(random, 8, 60);
        Box box = new Box(size, size * between(random, 0.6, 1), size * between(random, 0.5, 1), Collections.nCopies(6, new Wall(List.of(new Layer(board, thickness)), List.of())));
        double volume = box.volumeM3();
        boolean livingHeat = random.nextInt(5) == 0;
        Contents contents = new Contents(Math.max(0.2, volume * between(random, 5, 150)), 3300, Math.max(0.05, volume * between(random, 1, 6)),
                livingHeat ? volume * between(random, 10, 150) : 0, tank ? 0 : volume * between(random, 0, 0.6), 5);
        double coldest = middle + between(random, -22, 4);
        double warmest = coldest + between(random, 0, 14);
        Room room = new Room(coldest, warmest, 15, OptionalDouble.of(between(random, 30, 80)), OptionalDouble.empty(),
                !tank && board.transparent() && random.nextInt(3) == 0 ? Optional.of(new Sun(between(random, 100, 700), 6, 20)) : Optional.empty());
        double lossW = 2 * volume / Math.max(0.05, thickness / 1000) * 0.3 * Math.max(3, middle - coldest);
        List<Appliance> appliances = new ArrayList<>();
        List<String> heats = new ArrayList<>();
        List<String> cools = new ArrayList<>();
        List<String> moistens = new ArrayList<>();
        List<String> dries = new ArrayList<>();
        if (random.nextInt(8) > 0) {
            HeaterKind kind = tank ? HeaterKind.IN_TANK : HEATERS[random.nextInt(HEATERS.length)];
            double watts = Math.max(3, lossW * between(random, 0.2, 4) + 3);
            var heater = kind.typical("heater", watts);
            appliances.add(random.nextInt(5) == 0 ? heater.with(new OwnThermostat(middle + between(random, 0, 6), middle - 1)) : heater);
            heats.add("heater");
        }
        if (random.nextInt(3) == 0) {
            appliances.add(new Cooler("cooler", tank ? Cooler.Kind.CHILLER : Cooler.Kind.values()[random.nextInt(2) * 2], Math.max(5, lossW * between(random, 0.3, 3)), 60,
                    OptionalDouble.of(25)));
            cools.add("cooler");
        } else if (random.nextInt(3) == 0) {
            appliances.add(tank ? new Fan("fan", Fan.Kind.SURFACE, 0, 4) : new Fan("fan", Fan.Kind.EXHAUST, volume * between(random, 2, 60), 4));
            cools.add("fan");
        } else if (!tank && random.nextInt(4) == 0) {
            appliances.add(new Vent("vent", between(random, 1, 40), 3));
            cools.add("vent");
        }
        if (!tank && random.nextInt(3) == 0) {
            appliances.add(new Humidifier("mist", Humidifier.Kind.values()[random.nextInt(2)], Math.max(1, volume * between(random, 5, 200)), 15, 1, 0));
            moistens.add("mist");
        }
        if (!tank && random.nextInt(6) == 0) {
            appliances.add(new Dehumidifier("drier", Math.max(2, volume * between(random, 5, 150)), 80));
            dries.add("drier");
        }
        if (!tank && random.nextInt(5) == 0) {
            appliances.add(new Lamp("lamp", Math.max(2, lossW * between(random, 0.05, 0.6)), 0.7, 6, 14));
        }
        if (!tank && random.nextInt(7) == 0) {
            appliances.add(new Bowl("bowl", 0.02, 2, 0));
        }
        OccupantPlace place = tank || random.nextBoolean() ? OccupantPlace.CONTENTS : OccupantPlace.AIR;
        Chamber chamber = new Chamber(box, tank ? Optional.of(new Tank(0.8 * box.innerHeightM(), random.nextInt(2))) : Optional.empty(), tank ? 0 : between(random, 0.2, 4),
                random.nextBoolean() ? AirMovement.MOVING : AirMovement.STILL, contents, place, 0, appliances, room, between(random, 0, 800), 1);
        double alpha = random.nextInt(4) == 0 ? between(random, 0, 0.25) : 0;
        Probe probe = new Probe("probe", ProbePlace.of(tank ? 0 : alpha, between(random, 0, 0.6), random.nextInt(10) == 0 ? between(random, 0, 0.9 - alpha - 0.6) + 0.1 : 0, 0,
                between(random, 15, 120)), between(random, -0.6, 0.6), 0, 0, tank ? Map.of() : Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, between(random, -4, 4), 0)));
        List<PlannedController> controllers = new ArrayList<>();
        if (!heats.isEmpty() && !cools.isEmpty() && !cools.contains("vent") && random.nextBoolean()) {
            controllers.add(controller(random, "twin", middle, half, DisplayUnit.C, true, true, List.of(heats, cools)));
        } else {
            if (!heats.isEmpty() && random.nextInt(12) > 0) {
                controllers.add(controller(random, "heat", middle, half, random.nextInt(4) == 0 ? DisplayUnit.F : DisplayUnit.C, false, true, List.of(heats)));
            }
            if (!cools.isEmpty()) {
                controllers.add(
                        cools.contains("fan") && !tank && random.nextBoolean() ? byBand(random, middle, half, cools) : cools.contains("vent") ? vent(random, middle, half, cools)
                                : controller(random, "cool", middle + half * between(random, 0, 1.5), half, DisplayUnit.C, false, false, List.of(cools)));
            }
        }
        double damp = needs.band(Quantity.RELATIVE_HUMIDITY).map(Band::middle).orElse(60.0);
        if (!moistens.isEmpty()) {
            controllers.add(dries.isEmpty() || random.nextBoolean() ? controller(random, "moist", damp, 6, DisplayUnit.RH, false, true, List.of(moistens))
                    : controller(random, "moist", damp, 6, DisplayUnit.RH, true, true, List.of(moistens, dries)));
        }
        Set<String> taken = controllers.stream().flatMap(each -> each.applianceIds().stream()).collect(java.util.stream.Collectors.toSet());
        if (!dries.isEmpty() && !taken.contains("drier")) {
            controllers.add(controller(random, "dry", damp + 5, 6, DisplayUnit.RH, false, false, List.of(dries)));
        }
        return new Setup(chamber, needs, List.of(probe), controllers, Power.UNKNOWN);
    }

    private static Needs needs(Random random, double middle, double half, boolean tank) {
        List<DangerLimit> harm = new ArrayList<>();
        if (random.nextInt(6) > 0) {
            harm.add(new DangerLimit(Side.HIGH, middle + half + between(random, 0.4, 8), random.nextInt(3) == 0 ? 0 : between(random, 600, 86_400)));
        }
        if (random.nextInt(4) > 0) {
            harm.add(new DangerLimit(Side.LOW, middle - half - between(random, 0.8, 12), between(random, 1800, 3 * 86_400)));
        }
        double damp = between(random, 40, 90);
        Map<Quantity, Band> humidity = tank || random.nextBoolean() ? Map.of() : Map.of(Quantity.RELATIVE_HUMIDITY, Band.humidity(damp - 7, Math.min(100, damp + 7)));
        return new Needs(new KeepBand(middle - half, middle + half), harm, humidity, random.nextInt(6) == 0 ? OptionalDouble.of(between(random, 0.3, 4)) : OptionalDouble.empty());
    }

    /** An on/off controller, keyed about right or in one of the usual wrong ways. */
    private static PlannedController controller(Random random, String id, double middle, double half, DisplayUnit unit, boolean twoSided, boolean raises,
            List<List<String>> outlets) {
        Style style = twoSided ? Style.values()[1 + random.nextInt(4)] : Style.values()[random.nextInt(5)];
        List<Parameter> keys = new ArrayList<>(style.isPair() ? List.of(Parameter.ON_AT, Parameter.OFF_AT) : List.of(Parameter.SET_VALUE, Parameter.DIFFERENTIAL));
        if (twoSided) {
            keys.add(Parameter.LOWER_DIFFERENTIAL);
        } else if (!style.isPair()) {
            keys.add(Parameter.DIRECTION);
        }
        for (Parameter extra : List.of(Parameter.OUTPUT_MODE, Parameter.MIN_OFF, Parameter.HIGH_ALARM, Parameter.LOW_ALARM, Parameter.OFFSET, Parameter.HIGH_ALARM_OPENS,
                Parameter.LINK_LOSS)) {
            if (random.nextInt(3) > 0) {
                keys.add(extra);
            }
        }
        if (!style.isPair() && random.nextInt(3) == 0) {
            keys.add(Parameter.LOWEST_SETTABLE);
            keys.add(Parameter.HIGHEST_SETTABLE);
        }
        Profile profile = SchoolsTest.device(LawKind.ON_OFF, style, unit, Habits.UNKNOWN, keys.toArray(Parameter[]::new));
        // Off by a lot, a little, or not at all.
        double off = switch (random.nextInt(4)) {
            case 0 -> between(random, -12, 12);
            case 1 -> between(random, -2, 2);
            default -> 0;
        };
        double about = unit.fromModel(middle + off);
        double width = Math.max(0.1, tenth(unit.differenceFromModel(half * between(random, 0.1, random.nextInt(4) == 0 ? 4 : 1))));
        boolean swapped = random.nextInt(12) == 0;
        double sign = raises != swapped ? 1 : -1;
        Settings settings = new Settings(Map.of());
        for (Parameter key : keys) {
            settings = settings.with(key, tenth(switch (key) {
                case ON_AT -> about - sign * width / 2 - (width < 0.2 ? 0.1 * sign : 0);
                case OFF_AT -> about + sign * width / 2 + (width < 0.2 ? 0.1 * sign : 0);
                case SET_VALUE -> about;
                case DIFFERENTIAL -> width;
                case LOWER_DIFFERENTIAL -> Math.max(0.1, tenth(width * between(random, 0.3, 2)));
                case DIRECTION -> sign > 0 ? 0 : 1;
                case OUTPUT_MODE -> random.nextInt(12) == 0 ? 1 + random.nextInt(2) : 0;
                case MIN_OFF -> random.nextInt(6);
                case HIGH_ALARM -> Math.min((unit == DisplayUnit.RH) ? 100 : 249, about + unit.differenceFromModel(between(random, -1, 10)));
                case LOW_ALARM -> Math.max((unit == DisplayUnit.RH) ? 0 : -39, about - unit.differenceFromModel(between(random, -1, 10)));
                case OFFSET -> random.nextInt(4) == 0 ? between(random, -2, 2) : 0;
                case LOWEST_SETTABLE -> about - unit.differenceFromModel(half);
                case HIGHEST_SETTABLE -> about + unit.differenceFromModel(half);
                default -> random.nextInt(2);
            }));
        }
        for (Parameter whole : List.of(Parameter.OUTPUT_MODE, Parameter.MIN_OFF, Parameter.HIGH_ALARM_OPENS, Parameter.LINK_LOSS)) {
            if (settings.value(whole).isPresent()) {
                settings = settings.with(whole, Math.rint(settings.need(whole)));
            }
        }
        return planned(id, profile, settings, outlets);
    }

    private static PlannedController byBand(Random random, double middle, double half, List<String> outlet) {
        Profile profile = SchoolsTest.device(LawKind.FAN_BAND, Style.OFF_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.BAND, Parameter.MINIMUM_SPEED,
                Parameter.MAXIMUM_SPEED, Parameter.FAN_FLOOR, Parameter.HIGH_ALARM);
        Settings settings = new Settings(Map.of(Parameter.SET_VALUE, tenth(middle + between(random, -3, 3)), Parameter.BAND, Math.max(0.1, tenth(half)), Parameter.MINIMUM_SPEED,
                (double) random.nextInt(30), Parameter.MAXIMUM_SPEED, 100.0, Parameter.FAN_FLOOR, (double) random.nextInt(30), Parameter.HIGH_ALARM,
                tenth(middle + between(random, 0, 8))));
        return planned("air", profile, settings, List.of(outlet));
    }

    private static PlannedController vent(Random random, double middle, double half, List<String> outlet) {
        Profile profile = SchoolsTest.device(LawKind.STEP_VENT, Style.ON_AT_SET, DisplayUnit.C, Habits.UNKNOWN, Parameter.SET_VALUE, Parameter.NEUTRAL_ZONE, Parameter.VENT_STEP,
                Parameter.VENT_EVERY, Parameter.MOTOR_STROKE, Parameter.MOTOR_TIMEOUT, Parameter.LOW_ALARM);
        Settings settings = new Settings(Map.of(Parameter.SET_VALUE, tenth(middle + between(random, -3, 3)), Parameter.NEUTRAL_ZONE, Math.max(0.1, tenth(half / 2)),
                Parameter.VENT_STEP, 5.0, Parameter.VENT_EVERY, 5.0, Parameter.MOTOR_STROKE, 100.0, Parameter.MOTOR_TIMEOUT, (double) (2 + random.nextInt(30)), Parameter.LOW_ALARM,
                tenth(middle - between(random, 0, 8))));
        return planned("vent-motor", profile, settings, List.of(outlet));
    }

    private static PlannedController planned(String id, Profile profile, Settings settings, List<List<String>> outlets) {
        return new PlannedController(id, "The " + id, List.of("probe"), profile, Stream.iterate(0, i -> i < outlets.size(), i -> i + 1).map(i -> new PlannedController.PlannedLoop(
                id + "-" + i, outlets.get(i), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())).toList(), settings);
    }
}
