package kilnward.core;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Wall;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;

/** The Reedbox of Osier End, an invented foam box with corn-snake eggs, as the tests' example. */
public final class Osier {
    private Osier() {
    }

    public static Box foamBox(double lengthM, double widthM, double heightM, double thicknessMm) {
        return new Box(lengthM, widthM, heightM, Collections.nCopies(6,
                new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, thicknessMm)), List.of())));
    }

    public static Chamber reedbox() {
        return reedbox(25, 50, Room.of(16, 24, 15));
    }

    /** A chamber of air. */
    public static Chamber chamber(Box box, double airChangesPerHour, AirMovement movement, Contents contents,
            OccupantPlace place, double gradientK, List<? extends Appliance> appliances, Room room,
            double altitudeM) {
        return new Chamber(box, Optional.empty(), airChangesPerHour, movement, contents, place, gradientK,
                List.copyOf(appliances), room, altitudeM, 1);
    }

    /** A cooler that takes out the same wherever it is. */
    public static Cooler cooler(String id, double removesW, double electricalW) {
        return new Cooler(id, Cooler.Kind.COMPRESSOR, removesW, electricalW, OptionalDouble.empty());
    }

    public static Chamber reedbox(double heaterW, double foamMm, Room room) {
        return chamber(foamBox(0.5, 0.35, 0.24, foamMm), 0.5, AirMovement.STILL, Contents.dry(4, 3300, 0.35, 0),
                OccupantPlace.CONTENTS, 0, List.of(HeaterKind.MAT.typical("mat", heaterW)), room, 140);
    }

    /** The same with moisture: damp tubs, a room of known humidity. */
    public static Chamber dampReedbox() {
        Chamber dry = reedbox();
        return chamber(dry.box(), 0.5, dry.airMovement(), new Contents(4, 3300, 0.35, 0, 0.1, 1), dry.occupantPlace(), 0,
                dry.appliances(), dry.room().withHumidity(55), 140);
    }

    public static Needs eggNeeds() {
        return new Needs(new KeepBand(27.5, 29), List.of(new DangerLimit(Side.HIGH, 34, 2 * 3600),
                new DangerLimit(Side.LOW, 20, 2 * 86_400)));
    }

    public static Probe probe(double heaterShare, double sensorErrorK) {
        return Probe.of("probe", ProbePlace.of(heaterShare, 0.3, 0, 0, 40), sensorErrorK);
    }

    public static Controller onOff(SwitchingPoints points, DisplayUnit unit, double resolution, double offset) {
        return new Controller("controller", List.of("probe"), new Display(unit, resolution, offset), 1, OptionalDouble.empty(),
                OptionalDouble.empty(),
                List.of(new Loop("loop", new OnOff(points, false), Timers.NONE, OutputMode.AUTO, List.of("mat"))));
    }

    public static Rig rig(Chamber chamber) {
        return new Rig(chamber, eggNeeds(), List.of(probe(0, 0)),
                List.of(onOff(new SwitchingPoints(Direction.RAISE, 28.0, 28.6), DisplayUnit.C, 0.1, 0)));
    }

    /** The fruiting tent under the roof: heater, humidifier and wet blocks, temperature and humidity controlled. */
    public static Rig loftTent() {
        Chamber tent = chamber(foamBox(0.9, 0.6, 1.2, 20), 3, AirMovement.MOVING, new Contents(12, 3400, 0.8, 2, 0.2, 3),
                OccupantPlace.AIR, 0, List.of(HeaterKind.ROD.typical("mat", 80), new Humidifier("mist",
                        Humidifier.Kind.ULTRASONIC, 200, 25, 1, 0)),
                Room.of(10, 18, 15).withHumidity(60), 140);
        Probe both = new Probe("probe", ProbePlace.of(0, 0.1, 0, 0, 40), 0, 0, 0, Map.of(Quantity.RELATIVE_HUMIDITY, new AirSensor(60, 0, 0.1)));
        Controller moist = new Controller("moist", List.of("probe"), new Display(DisplayUnit.RH, 1, 0), 1, OptionalDouble.empty(),
                OptionalDouble.empty(), List.of(new Loop("moist-loop", new OnOff(SwitchingPoints.ofPair(86, 92), false),
                        Timers.NONE, OutputMode.AUTO, List.of("mist"))));
        return new Rig(tent, eggNeeds(), List.of(both), List.of(onOff(new SwitchingPoints(Direction.RAISE, 16.5, 17.5),
                DisplayUnit.C, 0.1, 0), moist));
    }

    public static Scenario night(double hours) {
        return new Scenario(RoomCurve.day(Room.of(16, 24, 15)), 21, hours * 3600, 1, Scenario.Start.SETTLED, List.of(), 400);
    }

    /** An invented controller with one style. */
    public static Profile profile(Style style, DisplayUnit unit, double resolution) {
        boolean c = unit == DisplayUnit.C;
        ProfileKey first = style.isPair() ? level(Parameter.ON_AT, "First", resolution, c)
                : level(Parameter.SET_VALUE, "Aim", resolution, c);
        ProfileKey second = style.isPair() ? level(Parameter.OFF_AT, "Second", resolution, c)
                : new ProfileKey(Parameter.DIFFERENTIAL, "Gap", resolution, resolution, c ? 10 : 18, 1.0, List.of());
        List<ProfileKey> keys = new java.util.ArrayList<>(List.of(
                new ProfileKey(Parameter.UNIT, "Unit", 1, 0, 1, 0.0, List.of("°C", "°F")), first, second,
                new ProfileKey(Parameter.ACT_DELAY, "Wait", 1, 0, 10, 0.0, List.of()),
                level(Parameter.HIGH_ALARM, "Loud high", resolution, c), level(Parameter.LOW_ALARM, "Loud low", resolution, c),
                new ProfileKey(Parameter.OFFSET, "Trim", resolution, c ? -10 : -18, c ? 10 : 18, 0.0, List.of())));
        if (!style.isPair()) {
            keys.add(1, new ProfileKey(Parameter.DIRECTION, "Job", 1, 0, 1, 0.0, List.of("warm", "cool")));
        }
        return new Profile("Marl two-key", unit, resolution, 1, style, style, false, keys, "Press the long key.",
                "Hold both keys.");
    }

    private static ProfileKey level(Parameter parameter, String label, double resolution, boolean celsius) {
        return new ProfileKey(parameter, label, resolution, -40, celsius ? 110 : 230, null, List.of());
    }

    public static Settings settings(Profile profile, double first, double second, double high, double low) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        values.put(Parameter.UNIT, profile.unit() == DisplayUnit.C ? 0.0 : 1.0);
        values.put(Parameter.ACT_DELAY, 0.0);
        values.put(Parameter.HIGH_ALARM, high);
        values.put(Parameter.LOW_ALARM, low);
        values.put(Parameter.OFFSET, 0.0);
        if (profile.raising().isPair()) {
            values.put(Parameter.ON_AT, first);
            values.put(Parameter.OFF_AT, second);
        } else {
            values.put(Parameter.DIRECTION, 0.0);
            values.put(Parameter.SET_VALUE, first);
            values.put(Parameter.DIFFERENTIAL, second);
        }
        return new Settings(values);
    }

    public static PlannedController planned(Profile profile, Settings settings) {
        return new PlannedController("controller", "Marl two-key", List.of("probe"), profile,
                List.of(new PlannedController.PlannedLoop("loop", List.of("mat"), OptionalDouble.empty(),
                        OptionalDouble.empty(), OptionalDouble.empty())),
                settings);
    }

    public static Setup setup(Chamber chamber, Probe probe, PlannedController controller) {
        return new Setup(chamber, eggNeeds(), List.of(probe), List.of(controller), Power.UNKNOWN);
    }
}
