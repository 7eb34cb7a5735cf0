package kilnward.server.api.chamber;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import kilnward.core.chamber.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.settings.Parameter;
import kilnward.server.api.OrNull;
import kilnward.server.api.problem.Within;

/**
 * A chamber as planned, as one document: what is saved and what is rehearsed. Parts that are not known yet are null; a plan
 * can be saved without them, but not rehearsed.
 *
 * @param name        what the keeper calls it
 * @param note        anything else
 * @param occupancy   who lives in it
 * @param box         its body
 * @param contents    what is inside
 * @param room        the room it stands in
 * @param mains       the supply of the outlets
 * @param appliances  heaters and coolers
 * @param probes      probes
 * @param controllers controllers, without what is keyed in
 */
public record ChamberPlan(@NotBlank @Size(max = 80) String name, @NotNull @Size(max = 2000) String note,
                          @OrNull @Valid OccupancyPlan occupancy, @OrNull @Valid BoxPlan box,
                          @OrNull @Valid ContentsPlan contents,
                          @OrNull @Valid RoomPlan room, @OrNull @Valid MainsPlan mains,
                          @NotNull @Size(max = 20) List<@Valid @NotNull AppliancePlan> appliances,
                          @NotNull @Size(max = 20) List<@Valid @NotNull ProbePlan> probes,
                          @NotNull @Size(max = 10) List<@Valid @NotNull ControllerPlan> controllers) {
    private static final String UUID = "[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}";
    private static final String NOT_UUID = "must be a UUID in lower case";

    /**
     * Who lives in it and what they need.
     *
     * @param where     the words for "at the occupant"
     * @param measured  whether the temperature of the contents or of the air counts
     * @param gradientK air at the occupant's height less mixed air (K)
     */
    public record OccupancyPlan(@OrNull @Size(max = 80) String guideId, @OrNull @Size(max = 80) String schoolId,
                                @OrNull @Size(max = 80) String stageId, @NotBlank @Size(max = 80) String name, @OrNull LocalDate startedOn,
                                @NotBlank @Size(max = 40) String where, @NotNull OccupantPlace measured,
                                @NotNull @Within(min = -10, max = 10, unit = "K") Double gradientK,
                                @NotNull @Within(min = -30, max = 60, unit = "°C") Double keepLowC,
                                @NotNull @Within(min = -30, max = 60, unit = "°C") Double keepHighC,
                                @NotNull @Size(max = 12) List<@Valid @NotNull HarmPlan> harmLimits) {
    }

    /** A level and how long it can be borne. */
    public record HarmPlan(@NotNull Side side, @NotNull @Within(min = -40, max = 80, unit = "°C") Double levelC,
                           @NotNull @Within(min = 0, max = 60 * 86_400, unit = "s") Double durationS) {
    }

    /** The body: six walls in the order bottom, top, front, back, left, right. */
    public record BoxPlan(@NotNull @Within(min = 0.02, max = 50, unit = "m") Double innerLengthM,
                          @NotNull @Within(min = 0.02, max = 50, unit = "m") Double innerWidthM,
                          @NotNull @Within(min = 0.02, max = 50, unit = "m") Double innerHeightM,
                          @NotNull @Size(min = 6, max = 6, message = "must be six walls") List<@Valid @NotNull WallPlan> walls,
                          @NotNull @Within(min = 0, max = 200, unit = "1/h") Double airChangesPerHour,
                          @NotNull AirMovement airMovement,
                          @NotNull @Within(min = -500, max = 9000, unit = "m") Double altitudeM) {
    }

    /** A wall: layers, inside first, and openings. */
    public record WallPlan(@NotEmpty @Size(max = 10) List<@Valid @NotNull LayerPlan> layers,
                           @NotNull @Size(max = 10) List<@Valid @NotNull OpeningPlan> openings) {
    }

    /** A layer of a wall. */
    public record LayerPlan(@NotBlank String materialId,
                            @NotNull @Within(min = 0.1, max = 1000, unit = "mm") Double thicknessMm) {
    }

    /** Glass or a door. */
    public record OpeningPlan(@NotNull @Within(min = 0.0001, max = 100, unit = "m²") Double areaM2,
                              @NotEmpty @Size(max = 10) List<@Valid @NotNull LayerPlan> layers) {
    }

    /** What is inside. */
    public record ContentsPlan(@NotNull @Within(min = 0.001, max = 100_000, unit = "kg") Double massKg,
                               @NotNull @Within(min = 100, max = 10_000, unit = "J/(kg K)") Double specificHeatJkgK,
                               @NotNull @Within(min = 0.0001, max = 10_000, unit = "m²") Double surfaceM2,
                               @NotNull @Within(min = 0, max = 100_000, unit = "W") Double livingHeatW) {
    }

    /** The room: coldest and warmest of the season, and the hour at which it is warmest. */
    public record RoomPlan(@NotNull @Within(min = -50, max = 60, unit = "°C") Double coldestC,
                           @NotNull @Within(min = -50, max = 60, unit = "°C") Double warmestC,
                           @NotNull @Within(min = 0, max = 24, unit = "h") Double warmestHour) {
    }

    /** The supply of the outlets: its voltage, and the rating of the circuit or fuse. */
    public record MainsPlan(@NotNull @Within(min = 3, max = 480, unit = "V") Double supplyV,
                            @NotNull @Within(min = 0.1, max = 1000, unit = "A") Double circuitA) {
    }

    /** Kinds of appliance. */
    public enum ApplianceKind {
        MAT, BULB, CERAMIC_EMITTER, CABLE, FANNED_ELEMENT, COOLER
    }

    /**
     * A heater or a cooler. The element's figures are typical for its kind where null; a cooler has none.
     *
     * @param removesW    heat a cooler takes out (W); null for a heater
     * @param opensAtC    where its own thermostat stops it (°C); null where it has none
     * @param closesAtC   where its own thermostat lets it run again (°C)
     */
    public record AppliancePlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
                                @NotBlank @Size(max = 80) String name, @NotNull ApplianceKind kind,
                                @NotNull @Within(min = 0.1, max = 100_000, unit = "W") Double powerW,
                                @OrNull @Within(min = 0.1, max = 1e8, unit = "J/K") Double elementJK,
                                @OrNull @Within(min = 0.0001, max = 1e6, unit = "W/K") Double toAirWK,
                                @OrNull @Within(min = 0, max = 1e6, unit = "W/K") Double toContentsWK,
                                @OrNull @Within(min = 0.1, max = 100_000, unit = "W") Double removesW,
                                @OrNull @Within(min = -30, max = 120, unit = "°C") Double opensAtC,
                                @OrNull @Within(min = -30, max = 120, unit = "°C") Double closesAtC) {
    }

    /** A probe: shares of what it feels, own warmth, lag, error. */
    public record ProbePlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
                            @NotBlank @Size(max = 80) String name, @NotNull @Within(min = 0, max = 1) Double heaterShare,
                            @NotNull @Within(min = 0, max = 1) Double contentsShare,
                            @NotNull @Within(min = 0, max = 1) Double roomShare,
                            @NotNull @Within(min = -5, max = 20, unit = "K") Double ownWarmthK,
                            @NotNull @Within(min = 1, max = 7200, unit = "s") Double lagS,
                            @NotNull @Within(min = -20, max = 20, unit = "K") Double sensorErrorK) {
    }

    /** A controller with its profile and its outputs. */
    public record ControllerPlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
                                 @NotBlank @Size(max = 80) String name, @NotNull String probeId,
                                 @NotNull @Valid ProfilePlan profile,
                                 @NotNull @Size(min = 1, max = 8) List<@Valid @NotNull LoopPlan> loops) {
    }

    /** The user's device as its own parameter table, in key order. */
    public record ProfilePlan(@NotNull DisplayUnit unit, @NotNull @Within(min = 0.001, max = 10) Double resolution,
                              @NotNull @Within(min = 1, max = 600, unit = "s") Double samplingS, @NotNull Style raising,
                              @NotNull Style lowering, @NotNull Boolean strict,
                              @NotEmpty @Size(max = 20) List<@Valid @NotNull KeyPlan> keys,
                              @NotNull @Size(max = 300) String howToSet, @NotNull @Size(max = 300) String howToSave) {
    }

    /** One key of a device. */
    public record KeyPlan(@NotNull Parameter parameter, @NotBlank @Size(max = 40) String label,
                          @NotNull @Within(min = 0.001, max = 1000) Double step,
                          @NotNull @Within(min = -10_000, max = 10_000) Double lowest,
                          @NotNull @Within(min = -10_000, max = 10_000) Double highest,
                          @OrNull @Within(min = -10_000, max = 10_000) Double factory,
                          @NotNull @Size(max = 2) List<@NotBlank @Size(max = 20) String> words) {
    }

    /** An output, what hangs on it, and what its contact is rated for; null where that is not known. */
    public record LoopPlan(@NotNull @Pattern(regexp = UUID, message = NOT_UUID) String id,
                           @NotEmpty @Size(max = 10) List<@NotNull String> applianceIds,
                           @OrNull @Within(min = 0.01, max = 1000, unit = "A") Double ratedA,
                           @OrNull @Within(min = 0.1, max = 1e6, unit = "W") Double ratedW) {
    }
}
