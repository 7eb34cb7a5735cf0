package kilnward.server.plan;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Tank;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.finding.Step;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.GuideHarm;
import kilnward.core.life.KeepBand;
import kilnward.core.life.LivingCurve;
import kilnward.core.life.Needs;
import kilnward.core.life.Night;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.life.SourceGrade;
import kilnward.core.load.Supply;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;

/**
 * A chamber as planned, as one document: what is saved and what is rehearsed. Parts that are not known yet are null; a plan
 * can be saved without them, but not rehearsed.
 *
 * @param name        what the keeper calls it
 * @param note        anything else
 * @param standsAt    where in the house it stands; null where nobody has said
 * @param occupancy   who lives in it
 * @param box         its body
 * @param contents    what is inside
 * @param room        the room it stands in
 * @param power       what feeds the appliances
 * @param appliances  what acts on the climate
 * @param probes      probes
 * @param controllers controllers, without what is keyed in
 * @param looked      steps that somebody has looked at since the chamber was begun; null for one in which all were
 */
public record ChamberPlan(@NotBlank @Size(max = 80) String name, @NotNull @Size(max = 2000) @ManyLines String note, @OrNull @Size(min = 1, max = 80) String standsAt,
        @OrNull @Valid OccupancyPlan occupancy, @OrNull @Valid BoxPlan box,
        @OrNull @Valid ContentsPlan contents,
        @OrNull @Valid RoomPlan room, @OrNull @Valid PowerPlan power,
        @NotNull @Size(max = 30) List<@Valid @NotNull AppliancePlan> appliances,
        @NotNull @Size(max = 20) List<@Valid @NotNull ProbePlan> probes,
        @NotNull @Size(max = 10) List<@Valid @NotNull ControllerPlan> controllers,
        @OrNull @Size(max = 12) List<@NotNull Step> looked) {
    public static final String UUID = "[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}";
    static final String NOT_UUID = "must be a UUID in lower case";

    /** The same with others who live in it; null for nobody. */
    public ChamberPlan withOccupancy(OccupancyPlan other) {
        return new ChamberPlan(name, note, standsAt, other, box, contents, room, power, appliances, probes, controllers, looked);
    }

    /** The same with other contents. */
    public ChamberPlan withContents(ContentsPlan other) {
        return new ChamberPlan(name, note, standsAt, occupancy, box, other, room, power, appliances, probes, controllers, looked);
    }

    /** The same with other appliances. */
    public ChamberPlan withAppliances(List<AppliancePlan> others) {
        return new ChamberPlan(name, note, standsAt, occupancy, box, contents, room, power, others, probes, controllers, looked);
    }

    /** The same with another error of what some probes read of a quantity, in the model's unit. */
    public ChamberPlan withSensorError(List<String> probeIds, Quantity quantity, double error) {
        return new ChamberPlan(name, note, standsAt, occupancy, box, contents, room, power, appliances,
                probes.stream().map(probe -> probeIds.contains(probe.id()) ? probe.withError(quantity, error) : probe).toList(), controllers, looked);
    }

    /**
     * Who lives in it and what they need.
     *
     * @param where     the words for "at the occupant"
     * @param measured  whether the temperature of the contents or of the air counts
     * @param gradientK still air at the occupant's height less mixed air (K); null where it follows from the box's gradient
     * @param keepHumidityLowPct  lowest humidity wanted; null with its partner where humidity does not matter
     * @param keepCarbonDioxideLowPpm lowest carbon dioxide wanted; null with its partner where it does not matter
     * @param maxRateKh greatest rate of change they bear; null where none is known
     * @param other     a second place with needs of its own: the roots of plants, the air over eggs; null for none
     * @param night     what is wanted by night; null where that is what is wanted by day
     */
    @BoundsOf({Chamber.class, Needs.class})
    public record OccupancyPlan(@OrNull @Size(max = 80) String guideId, @OrNull @Size(max = 80) String schoolId,
            @OrNull @Size(max = 80) String stageId, @NotBlank @Size(max = 80) String name, @OrNull LocalDate startedOn,
            @NotBlank @Size(max = 40) String where, @NotNull OccupantPlace measured,
            @OrNull Double gradientK,
            @NotNull @Within(of = KeepBand.class, field = "lowC") Double keepLowC,
            @NotNull @Within(of = KeepBand.class, field = "highC") Double keepHighC,
            @OrNull @Within(min = 0, max = 100, unit = "%RH") Double keepHumidityLowPct,
            @OrNull @Within(min = 0, max = 100, unit = "%RH") Double keepHumidityHighPct,
            @OrNull @Within(min = 0, max = 10_000, unit = "ppm") Double keepCarbonDioxideLowPpm,
            @OrNull @Within(min = 0, max = 10_000, unit = "ppm") Double keepCarbonDioxideHighPpm,
            @OrNull Double maxRateKh,
            @NotNull @Size(max = 12) List<@Valid @NotNull HarmPlan> harmLimits, @OrNull @Valid OtherPlacePlan other,
            @OrNull @Valid NightPlan night) {
    }

    /** What is wanted by night, from an hour to an hour; what the air holds null where it is that of the day. */
    @BoundsOf(Night.class)
    public record NightPlan(@NotNull @Within(of = KeepBand.class, field = "lowC") Double keepLowC, @NotNull @Within(of = KeepBand.class, field = "highC") Double keepHighC,
            @OrNull @Within(min = 0, max = 100, unit = "%RH") Double keepHumidityLowPct, @OrNull @Within(min = 0, max = 100, unit = "%RH") Double keepHumidityHighPct,
            @OrNull @Within(min = 0, max = 10_000, unit = "ppm") Double keepCarbonDioxideLowPpm,
            @OrNull @Within(min = 0, max = 10_000, unit = "ppm") Double keepCarbonDioxideHighPpm,
            @NotNull Double fromHour, @NotNull Double toHour) {
    }

    /** The needs of a second place: the contents where the occupant is measured in the air, the air where it is the contents. */
    public record OtherPlacePlan(@NotBlank @Size(max = 40) String where, @NotNull @Within(of = KeepBand.class, field = "lowC") Double keepLowC,
            @NotNull @Within(of = KeepBand.class, field = "highC") Double keepHighC) {
    }

    /**
     * A level and how long it can be borne. The level is said in the unit of its quantity: exactly one of the levels is given.
     *
     * @param levelC   temperature; null for another quantity
     * @param levelPct relative humidity; null likewise
     * @param levelPpm carbon dioxide; null likewise
     * @param costs    what it costs where it does not kill; null where it does
     */
    @BoundsOf({DangerLimit.class, GuideHarm.class})
    public record HarmPlan(@NotNull Side side, @OrNull Double levelC, @OrNull Double levelPct,
            @OrNull Double levelPpm, @NotNull Double durationS, @OrNull @Size(min = 1, max = 120) String costs) {
        /** The limit to the core. */
        public DangerLimit limit() {
            return DangerLimit.of(side, levelC, levelPct, levelPpm, durationS);
        }
    }

    /**
     * The body: six walls in the order bottom, top, front, back, left, right.
     *
     * @param gradientKm still air for each metre of height, 0 in the middle
     * @param lossFactor heat that really goes through walls and openings over what their layers say; 1 until a meter corrected it
     * @param tank       water instead of air in it; null for a box of air
     */
    @BoundsOf({Box.class, Chamber.class})
    public record BoxPlan(@NotNull Double innerLengthM,
            @NotNull Double innerWidthM,
            @NotNull Double innerHeightM,
            @NotNull @Size(min = 6, max = 6, message = "must be six walls") List<@Valid @NotNull WallPlan> walls,
            @NotNull Double airChangesPerHour,
            @NotNull AirMovement airMovement,
            @NotNull Double altitudeM,
            @NotNull @Within(min = -20, max = 20, unit = "K/m") Double gradientKm,
            @NotNull Double lossFactor, @OrNull @Valid TankPlan tank) {
        /** What it holds (l): air up to the lid, or water in a tank. */
        public double litres() {
            return innerLengthM * innerWidthM * (tank == null ? innerHeightM : tank.waterHeightM()) * 1000;
        }
    }

    /** Water in the box, and the share of its surface that is covered. */
    @BoundsOf(Tank.class)
    public record TankPlan(@NotNull Double waterHeightM,
            @NotNull Double coveredShare) {
    }

    /** The middle of something and its extent, from the inside left front bottom corner. */
    @BoundsOf(Place.class)
    public record PlacePlan(@NotNull Double xM,
            @NotNull Double yM,
            @NotNull Double zM,
            @NotNull Double lengthM,
            @NotNull Double widthM,
            @NotNull Double heightM) {
    }

    /** A wall: layers, inside first, and openings. */
    public record WallPlan(@NotEmpty @Size(max = 10) List<@Valid @NotNull LayerPlan> layers,
            @NotNull @Size(max = 10) List<@Valid @NotNull OpeningPlan> openings) {
    }

    /** A layer of a wall. */
    @BoundsOf(Layer.class)
    public record LayerPlan(@NotBlank String materialId,
            @NotNull Double thicknessMm) {
    }

    /** Glass or a door. */
    @BoundsOf(Opening.class)
    public record OpeningPlan(@NotNull Double areaM2,
            @NotEmpty @Size(max = 10) List<@Valid @NotNull LayerPlan> layers) {
    }

    /**
     * What is inside.
     *
     * @param livingHeatW  heat that what lives there gives off, where somebody knows better than {@code living}; null else
     * @param wetSurfaceM2 the part of the surface that is wet
     * @param waterKg      water that can evaporate from it
     * @param place        where it stands; null for the usual place
     * @param living       what lives in it and gives off heat, water and CO₂ by the day; null where nobody knows
     */
    @BoundsOf(Contents.class)
    public record ContentsPlan(@NotNull Double massKg,
            @NotNull Double specificHeatJkgK,
            @NotNull Double surfaceM2,
            @OrNull @Within(min = 0, max = 100_000, unit = "W") Double livingHeatW,
            @NotNull Double wetSurfaceM2,
            @NotNull Double waterKg,
            @OrNull @Valid PlacePlan place, @OrNull @Valid LivingPlan living) {
        /** The same with something else living in it. */
        public ContentsPlan with(LivingPlan other) {
            return new ContentsPlan(massKg, specificHeatJkgK, surfaceM2, livingHeatW, wetSurfaceM2, waterKg, place, other);
        }

        /** The same with another mass. */
        public ContentsPlan withMass(double otherKg) {
            return new ContentsPlan(otherKg, specificHeatJkgK, surfaceM2, livingHeatW, wetSurfaceM2, waterKg, place, living);
        }
    }

    /**
     * What lives in a chamber during a stage; days are counted from the start of its batch.
     *
     * @param kg       living mass on the first day; null where it is counted, or nobody has said how much
     * @param pieces   how many there are; null where it is weighed, or nobody has said how many
     * @param firstDay first day of the stage
     * @param lastDay  its last day
     * @param points   what a piece or a kilogram gives off, by the day
     */
    public record LivingPlan(@OrNull Double kg, @OrNull Double pieces, @NotNull @Within(of = LivingCurve.Point.class, field = "day") Double firstDay,
            @NotNull @Within(of = LivingCurve.Point.class, field = "day") Double lastDay,
            @NotEmpty @Size(max = 60) List<LivingCurve.@NotNull Point> points) {
        /** What they weigh on a day (kg); 0 where nobody has said how much there is. */
        public double weighsKg(double day) {
            return kg != null ? kg : pieces == null ? 0 : pieces * new LivingCurve(points, SourceGrade.FROM_MEMORY, "").eachG(day).orElse(0) / 1000;
        }
    }

    /**
     * The room: coldest and warmest of the season, and the hour at which it is warmest.
     *
     * @param humidityPct humidity at the mean of the two; null where it is not known, and then moisture is not rehearsed
     * @param groundC     ground under a box that stands on it; null for one that stands in the room
     * @param sun         sun on it; null for none
     * @param carbonDioxidePpm carbon dioxide in its air; null where it is not known, and then none is simulated
     */
    @BoundsOf(Room.class)
    public record RoomPlan(@NotNull Double coldestC,
            @NotNull Double warmestC,
            @NotNull Double warmestHour,
            @OrNull Double humidityPct,
            @OrNull Double groundC, @OrNull @Valid SunPlan sun,
            @OrNull Double carbonDioxidePpm) {
    }

    /** Sun: at noon on a level surface, and when it rises and sets. */
    @BoundsOf(Sun.class)
    public record SunPlan(@NotNull Double peakWm2,
            @NotNull Double riseHour,
            @NotNull Double setHour) {
    }

    /**
     * What feeds the appliances.
     *
     * @param mains       circuit or fuse of the mains; null where not known
     * @param lowVoltage  a low-voltage supply of direct current; null where there is none
     * @param pricePerKWh what energy costs; null where not known
     * @param currency    in what; null where nobody has said
     */
    @BoundsOf(Power.class)
    public record PowerPlan(@OrNull @Valid SupplyPlan mains, @OrNull @Valid SupplyPlan lowVoltage,
            @OrNull Double pricePerKWh, @OrNull @Size(min = 1, max = 8) String currency) {
    }

    /** Voltage and rating of a supply. */
    @BoundsOf(Supply.class)
    public record SupplyPlan(@NotNull Double voltageV,
            @NotNull Double ratedA) {
    }

    /**
     * A probe.
     *
     * @param place         where it hangs (its extent counts for nothing); null for the usual place
     * @param heaterShare   share of the heater it feels; null with the two others where that follows from its place
     * @param contentsShare share of the contents
     * @param roomShare     share of the room
     * @param ownWarmthK    what its own current adds
     * @param lightWarmthK  what lamps and sun add
     * @param driftKPerDay  how fast its error grows
     * @param pollingKs     own warmth of one reading, spread over a second
     * @param humidity      its humidity sensor; null where it has none
     * @param carbonDioxide its carbon dioxide sensor; null where it has none
     */
    @BoundsOf({ProbePlace.class, Probe.class})
    public record ProbePlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
            @NotBlank @Size(max = 80) String name, @OrNull @Valid PlacePlan place,
            @OrNull Double heaterShare,
            @OrNull Double contentsShare,
            @OrNull Double roomShare,
            @NotNull Double ownWarmthK,
            @NotNull Double lightWarmthK,
            @NotNull Double lagS,
            @NotNull Double sensorErrorK,
            @NotNull Double driftKPerDay,
            @NotNull Double pollingKs,
            @OrNull @Valid HumiditySensorPlan humidity, @OrNull @Valid CarbonDioxideSensorPlan carbonDioxide) {
        private ProbePlan withError(Quantity quantity, double error) {
            return new ProbePlan(id, name, place, heaterShare, contentsShare, roomShare, ownWarmthK, lightWarmthK, lagS,
                    quantity == Quantity.TEMPERATURE ? Double.valueOf(error) : sensorErrorK, driftKPerDay, pollingKs,
                    quantity == Quantity.RELATIVE_HUMIDITY && humidity != null ? new HumiditySensorPlan(humidity.lagS(), error, humidity.mistShare()) : humidity,
                    quantity == Quantity.CARBON_DIOXIDE && carbonDioxide != null ? new CarbonDioxideSensorPlan(carbonDioxide.lagS(), error) : carbonDioxide);
        }
    }

    /** The carbon dioxide sensor of a probe: lag and error. */
    @BoundsOf(AirSensor.class)
    public record CarbonDioxideSensorPlan(@NotNull Double lagS,
            @NotNull @Within(min = -2_000, max = 2_000, unit = "ppm") Double errorPpm) {
    }

    /** The humidity sensor of a probe: lag, error, and how far mist on its cap pulls it to 100. */
    @BoundsOf(AirSensor.class)
    public record HumiditySensorPlan(@NotNull Double lagS,
            @NotNull @Within(min = -50, max = 50, unit = "%RH") Double errorPct,
            @NotNull Double mistShare) {
    }

    /**
     * A controller with its profile and its outputs; it shows the mean of its probes. One device that reads several quantities or drives many outputs is several
     * of these.
     *
     * @param device what the device is called that this is a part of; null where it is all of it
     */
    public record ControllerPlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
            @NotBlank @Size(max = 80) String name,
            @NotEmpty @Size(max = 20) List<@NotNull String> probeIds,
            @NotNull @Valid ProfilePlan profile,
            @NotNull @Size(min = 1, max = 8) List<@Valid @NotNull LoopPlan> loops, @OrNull @Size(min = 1, max = 80) String device) {
        /** One that is a device by itself. */
        public ControllerPlan(String id, String name, List<String> probeIds, ProfilePlan profile, List<LoopPlan> loops) {
            this(id, name, probeIds, profile, loops, null);
        }
    }

    /**
     * The user's device as its own parameter table, in key order.
     *
     * @param floorAsOne whether the lowest speed at which a fan turns counts as 1 %; null where it does not
     */
    @BoundsOf(Profile.class)
    public record ProfilePlan(@NotNull LawKind law, @NotNull DisplayUnit unit, @NotNull Double resolution,
            @NotNull Double samplingS, @NotNull Style raising,
            @NotNull Style lowering, @NotNull Boolean strict,
            @NotEmpty @Size(max = 40) List<@Valid @NotNull KeyPlan> keys,
            @NotNull @Size(max = 300) @ManyLines String howToSet, @NotNull @Size(max = 300) @ManyLines String howToSave,
            @NotNull @Valid HabitsPlan habits, @OrNull Boolean floorAsOne) {
        /** One whose fans count from 0. */
        public ProfilePlan(LawKind law, DisplayUnit unit, Double resolution, Double samplingS, Style raising, Style lowering, Boolean strict, List<KeyPlan> keys,
                String howToSet, String howToSave, HabitsPlan habits) {
            this(law, unit, resolution, samplingS, raising, lowering, strict, keys, howToSet, howToSave, habits, null);
        }

        /** An on/off controller of whose habits nothing is known. */
        public static ProfilePlan onOff(DisplayUnit unit, double resolution, double samplingS, Style raising, Style lowering, boolean strict,
                List<KeyPlan> keys, String howToSet, String howToSave) {
            return new ProfilePlan(LawKind.ON_OFF, unit, resolution, samplingS, raising, lowering, strict, keys, howToSet, howToSave, HabitsPlan.UNKNOWN);
        }
    }

    /**
     * How a device behaves beside its keys.
     *
     * @param restS          after how long a change that is left alone is kept or dropped; null where not known
     * @param highAlarmLeast least distance of the high alarm above the set value, in the profile's unit
     * @param lowAlarmLeast  least distance of the low alarm below the set value, in the profile's unit
     * @param codes          what it shows instead of a number
     * @param calibration    what is keyed in to calibrate it; null for an offset
     * @param highAlarmDoes  what its high alarm does; null where not known
     * @param lowAlarmDoes   the same of its low alarm
     */
    @BoundsOf(Habits.class)
    public record HabitsPlan(@NotNull Habits.LeftAlone leftAlone, @OrNull Double restS,
            @NotNull Habits.Sounder sounder, @NotNull Habits.LinkLoss linkLoss,
            @NotNull Double highAlarmLeast, @NotNull Double lowAlarmLeast,
            @NotNull @Size(max = 20) List<@Valid @NotNull CodePlan> codes, @OrNull Habits.Calibration calibration,
            @OrNull @Size(max = 3) List<Habits.@NotNull AlarmDoes> highAlarmDoes, @OrNull @Size(max = 3) List<Habits.@NotNull AlarmDoes> lowAlarmDoes) {

        /** Nothing known. */
        public static final HabitsPlan UNKNOWN = new HabitsPlan(Habits.LeftAlone.UNKNOWN, null, Habits.Sounder.UNKNOWN, Habits.LinkLoss.NO_LINK, 0.0, 0.0, List.of(), null,
                null, null);
    }

    /** A code of a device, and what it means. */
    public record CodePlan(@NotBlank @Size(max = 20) String shown, @NotNull Habits.Meaning meaning) {
    }

    /**
     * One key of a device.
     *
     * @param lowest  lowest value; the same as the highest for what is fixed in the device
     * @param offAt   value that stands for "off"; null where it cannot be off
     * @param also    what the same key means besides; null where it means one thing
     * @param place   its place in the order of the whole device, where that is several controllers; null for the place in this list
     */
    @BoundsOf(ProfileKey.class)
    public record KeyPlan(@NotNull Parameter parameter, @NotBlank @Size(max = 40) String label,
            @NotNull Double step,
            @NotNull @Within(min = -10_000, max = 10_000) Double lowest,
            @NotNull @Within(min = -10_000, max = 10_000) Double highest,
            @OrNull @Within(min = -10_000, max = 10_000) Double factory,
            @NotNull @Size(max = 12) List<@NotBlank @Size(max = 20) String> words,
            @OrNull @Within(min = -10_000, max = 10_000) Double offAt, @OrNull Parameter also, @OrNull @Within(min = 1, max = 200) Integer place) {
        /** One that means one thing, in the place it has in its list. */
        public KeyPlan(Parameter parameter, String label, Double step, Double lowest, Double highest, Double factory, List<String> words) {
            this(parameter, label, step, lowest, highest, factory, words, null, null, null);
        }
    }

    /**
     * An output, what hangs on it, and what its contact is rated for; null where that is not known.
     *
     * @param ratedA   with alternating current
     * @param ratedDcA with direct current
     * @param cutOut   whether it stands in series before what another controller switches, as a second layer
     */
    @BoundsOf(PlannedController.PlannedLoop.class)
    public record LoopPlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
            @NotEmpty @Size(max = 10) List<@NotNull String> applianceIds,
            @OrNull Double ratedA,
            @OrNull Double ratedDcA,
            @OrNull Double ratedW, @NotNull Boolean cutOut) {
        /** An output that switches what hangs on it. */
        public static LoopPlan of(String id, List<String> applianceIds, Double ratedA, Double ratedDcA, Double ratedW) {
            return new LoopPlan(id, applianceIds, ratedA, ratedDcA, ratedW, false);
        }
    }
}
