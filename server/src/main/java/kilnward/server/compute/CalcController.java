package kilnward.server.compute;

import static kilnward.server.wire.Absent.orNull;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.calibration.Comparison;
import kilnward.core.calibration.OffsetDecision;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.chamber.model.MoistureBalance;
import kilnward.core.chamber.model.QuickHeatLoss;
import kilnward.core.control.Direction;
import kilnward.core.control.FanBand;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ReadBack;
import kilnward.core.device.Settings;
import kilnward.core.device.StyleLearning;
import kilnward.core.device.Translation;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.people.Open;
import kilnward.server.plan.ChamberPlan.ProfilePlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The calculations, stateless and without side effects. */
@Open
@RestController
@RequestMapping("/api/v1/calc")
public class CalcController {
    /** A state of air. */
    public record AirRequest(@NotNull @Within(min = -60, max = 120, unit = "°C") Double temperatureC,
            @NotNull @Within(min = 0, max = 100, unit = "%RH") Double relativeHumidityPct,
            @NotNull @Within(min = -500, max = 9000, unit = "m") Double altitudeM) {
    }

    /** What follows from it; {@code dewPointC} is null for air without vapour. */
    public record AirAnswer(double pressurePa, double saturationPressurePa, double vapourPressurePa, @OrNull Double dewPointC,
            double wetBulbC, double humidityRatio, double absoluteHumidityGm3, double enthalpyKJkg,
            double vapourPressureDeficitPa, double boilingPointC) {
    }

    @PostMapping("/air")
    public AirAnswer air(@Valid @RequestBody AirRequest request) {
        double pressure = StandardAtmosphere.pressurePa(request.altitudeM());
        MoistAir air = MoistAir.of(request.temperatureC(), request.relativeHumidityPct(), pressure);
        return new AirAnswer(pressure, air.saturationPressurePa(), air.vapourPressurePa(),
                orNull(air.dewPointC()), air.wetBulbC(), air.humidityRatio(),
                air.absoluteHumidityGm3(), air.enthalpyKJkg(), air.vapourPressureDeficitPa(), air.boilingPointC());
    }

    /** Unit of the keys. */
    public enum KeyUnit {
        C,
        F,
        RH
    }

    /** Keys of a controller: set value and differential with a direction, or a pair. */
    public record SwitchingRequest(@NotNull Style style, @OrNull Direction direction, @NotNull KeyUnit unit,
            @OrNull @Within(min = -100, max = 300) Double setValue,
            @OrNull @Within(min = -300, max = 300) Double differential,
            @OrNull @Within(min = -100, max = 300) Double onAt,
            @OrNull @Within(min = -100, max = 300) Double offAt) {
    }

    /** What the device will do; the fields in °C and K are null for humidity. */
    public record SwitchingAnswer(Direction direction, double onAt, double offAt, @OrNull Double onAtC, @OrNull Double offAtC,
            @OrNull Double differentialK) {
    }

    @PostMapping("/switching")
    public SwitchingAnswer switching(@Valid @RequestBody SwitchingRequest request) {
        SwitchingPoints points;
        if (request.style().isPair()) {
            refuse("direction", request.direction(), "a pair tells its own direction");
            refuse("setValue", request.setValue(), "a pair has none");
            refuse("differential", request.differential(), "a pair has none");
            points = SwitchingPoints.ofPair(inRange("onAt", request.onAt(), request.unit()),
                    inRange("offAt", request.offAt(), request.unit()));
        } else {
            refuse("onAt", request.onAt(), "only a pair has it");
            refuse("offAt", request.offAt(), "only a pair has it");
            points = request.style().points(need("direction", request.direction()),
                    inRange("setValue", request.setValue(), request.unit()), need("differential", request.differential()));
        }
        if (request.unit() == KeyUnit.RH) {
            for (double point : new double[] {points.onAt(), points.offAt()}) {
                if (point < 0 || point > 100) {
                    throw new RefusedValueException("differential", request.differential(),
                            "must leave both switching points from 0 to 100 %RH: one would be at " + Require.plain(point));
                }
            }
            return new SwitchingAnswer(points.direction(), points.onAt(), points.offAt(), null, null, null);
        }
        DisplayUnit unit = request.unit() == KeyUnit.F ? DisplayUnit.F : DisplayUnit.C;
        return new SwitchingAnswer(points.direction(), points.onAt(), points.offAt(), unit.toModel(points.onAt()),
                unit.toModel(points.offAt()), unit.differenceToModel(points.width()));
    }

    /**
     * Something the device was seen to do.
     *
     * @param at what was displayed when it switched
     */
    public record SeenSwitching(@NotNull @Within(min = -100, max = 300) Double setValue, @NotNull @Within(min = 0.001, max = 300) Double differential,
            @NotNull StyleLearning.Switched switched, @NotNull @Within(min = -100, max = 300) Double at) {
    }

    /** What was seen of one output; {@code resolution} is the smallest step of its display. */
    public record StyleRequest(@NotNull Direction direction, @NotNull @Within(min = 0.001, max = 10) Double resolution,
            @NotEmpty @Size(max = 20) List<@Valid @NotNull SeenSwitching> seen) {
    }

    /** Styles that fit; {@code contradictions} are positions in what was seen that none of them fits. */
    public record StyleAnswer(StyleLearning.Verdict verdict, List<Style> styles, List<Integer> contradictions) {
    }

    @PostMapping("/style")
    public StyleAnswer style(@Valid @RequestBody StyleRequest request) {
        StyleLearning learned = StyleLearning.of(request.direction(), request.resolution(), request.seen().stream()
                .map(each -> new StyleLearning.Observation(each.setValue(), each.differential(), each.switched(), each.at())).toList());
        return new StyleAnswer(learned.verdict(), learned.styles(), learned.contradictions());
    }

    /**
     * One key of a device read back; {@code before} is what was keyed in earlier, null where nothing was.
     *
     * @param shown what the device shows for it, in its own unit
     */
    public record ReadBackRequest(@NotNull @Valid ProfilePlan profile, @NotNull Map<@NotNull Parameter, @NotNull Double> wanted,
            @OrNull Map<@NotNull Parameter, @NotNull Double> before, @NotNull Parameter parameter,
            @NotNull @Within(min = -10_000, max = 10_000) Double shown) {
    }

    /** Whether it matches, and what may have happened where it does not, likeliest first. */
    public record ReadBackAnswer(boolean matches, List<ReadBack.Explanation> explanations) {
    }

    @PostMapping("/read-back")
    public ReadBackAnswer readBack(@Valid @RequestBody ReadBackRequest request) {
        ReadBack read = ReadBack.of(PlanReader.at("profile", () -> PlanReader.profile("Controller", request.profile())), new Settings(request.wanted()),
                Optional.ofNullable(request.before()).map(Settings::new), request.parameter(), request.shown());
        return new ReadBackAnswer(read.matches(), read.explanations());
    }

    /**
     * A band wanted on the display of a device.
     *
     * @param values what is keyed in now; what the band does not need stays
     * @param wanted which way the appliance on it works
     */
    public record KeysRequest(@NotNull @Valid ProfilePlan profile, @NotNull @Size(max = 60) Map<@NotNull Parameter, @NotNull Double> values,
            @NotNull Direction wanted, @NotNull @Within(min = -100, max = 300) Double low,
            @NotNull @Within(min = -100, max = 300) Double high) {
    }

    /** What to key in so that it acts inside the band, rounded inward to its steps; where that cannot be, the nearest there is. */
    public record KeysAnswer(Map<Parameter, Double> values, double low, double high, boolean fits) {
    }

    @PostMapping("/keys")
    public KeysAnswer keys(@Valid @RequestBody KeysRequest request) {
        Profile profile = PlanReader.at("profile", () -> PlanReader.profile("Controller", request.profile()));
        Translation.Banded banded = Translation.band(profile, new Settings(request.values()), request.low(), request.high(), request.wanted());
        return new KeysAnswer(banded.settings().values(), banded.low(), banded.high(), banded.fits());
    }

    private static double inRange(String field, Double value, KeyUnit unit) {
        double given = need(field, value);
        if (unit == KeyUnit.RH && (given < 0 || given > 100)) {
            throw new RefusedValueException(field, given, "must be from 0 to 100 %RH");
        }
        return given;
    }

    private static <T> T need(String field, T value) {
        if (value == null) {
            throw new RefusedValueException(field, null, "must be given for this style");
        }
        return value;
    }

    private static void refuse(String field, Object value, String why) {
        if (value != null) {
            throw new RefusedValueException(field, value, "must be left out: " + why);
        }
    }

    /** A fan by band: what it reads and how it is set. */
    @BoundsOf({FanBand.Sets.class, FanBand.class})
    public record FanRequest(@NotNull @Within(min = -60, max = 120, unit = "°C") Double temperatureC,
            @NotNull @Within(min = 0, max = 100, unit = "%RH") Double relativeHumidityPct,
            @NotNull @Within(min = -60, max = 120, unit = "°C") Double setTemperatureC,
            @NotNull @Within(min = 0.01, max = 100, unit = "K") Double temperatureBandK,
            @NotNull Double setHumidityPct,
            @NotNull @Within(min = 0.01, max = 100, unit = "%RH") Double humidityBandPct,
            @NotNull Double minimumPct,
            @NotNull Double maximumPct,
            @NotNull Double underPressurePct,
            @NotNull FanBand.IntakeBelowSet intakeBelowSet) {
    }

    /** Both speeds and what drives them. */
    public record FanAnswer(double exhaustPct, double intakePct, FanBand.DrivenBy drivenBy) {
    }

    @PostMapping("/fan")
    public FanAnswer fan(@Valid @RequestBody FanRequest request) {
        FanBand.Speeds speeds = FanBand.speeds(new FanBand.Sets(request.setTemperatureC(), request.temperatureBandK(),
                request.setHumidityPct(), request.humidityBandPct(), request.minimumPct(), request.maximumPct()),
                request.underPressurePct(), request.intakeBelowSet(), request.temperatureC(), request.relativeHumidityPct());
        return new FanAnswer(speeds.exhaustPct(), speeds.intakePct(), speeds.drivenBy());
    }

    /** Readings beside the probe. */
    public record OffsetRequest(@NotNull @Within(min = -100, max = 100) Double currentOffset,
            @NotEmpty @Size(max = 1000) List<@Valid @NotNull OffsetReading> readings,
            @NotNull @Within(min = 0.001, max = 10) Double step,
            @NotNull @Within(min = -100, max = 100) Double rangeMin,
            @NotNull @Within(min = -100, max = 100) Double rangeMax) {
    }

    /** One reading. */
    public record OffsetReading(@NotNull @Within(min = -100, max = 300) Double display,
            @NotEmpty @Size(max = 20) List<@NotNull @Within(min = -100, max = 300) Double> references) {
    }

    /** The offset to key in. */
    public record OffsetAnswer(double newOffset, double error, double expandedUncertainty, boolean inRange,
            OffsetDecision.Verdict verdict) {
    }

    @PostMapping("/offset")
    public OffsetAnswer offset(@Valid @RequestBody OffsetRequest request) {
        List<Comparison> readings = request.readings().stream()
                .map(reading -> new Comparison(reading.display(), reading.references())).toList();
        OffsetDecision decision = OffsetDecision.of(request.currentOffset(), readings, request.step(), request.rangeMin(),
                request.rangeMax());
        return new OffsetAnswer(decision.newOffset(), decision.error(), decision.expandedUncertainty(), decision.inRange(),
                decision.verdict());
    }

    /** A plain box: six walls in the order bottom, top, front, back, left, right. */
    @BoundsOf({Box.class, Chamber.class})
    public record HeatLossRequest(@NotNull Double innerLengthM,
            @NotNull Double innerWidthM,
            @NotNull Double innerHeightM,
            @NotNull @Size(min = 6, max = 6, message = "must be six walls") List<@Valid @NotNull WallRequest> walls,
            @NotNull Double airChangesPerHour,
            @NotNull @Within(min = -30, max = 80, unit = "°C") Double insideC,
            @NotNull @Within(min = -50, max = 60, unit = "°C") Double roomC,
            @NotNull @Within(min = 0.1, max = 100_000, unit = "W") Double heaterW,
            @NotNull Double altitudeM) {
    }

    /** One wall of one material. */
    @BoundsOf(Layer.class)
    public record WallRequest(@NotNull String materialId,
            @NotNull Double thicknessMm) {
    }

    /** What it loses and where a stuck-on heater ends, without edges; {@code conductanceWithEdgesWK} is what a chamber's own sizing would count. */
    public record HeatLossAnswer(double conductanceWK, double lossW, double dutyPct, double stuckOnC, double conductanceWithEdgesWK) {
    }

    @PostMapping("/heat-loss")
    public HeatLossAnswer heatLoss(@Valid @RequestBody HeatLossRequest request) {
        QuickHeatLoss loss = QuickHeatLoss.of(request.innerLengthM(), request.innerWidthM(), request.innerHeightM(),
                layers(request.walls()),
                request.airChangesPerHour(), request.insideC(), request.roomC(), request.heaterW(), request.altitudeM());
        return new HeatLossAnswer(loss.conductanceWK(), loss.lossW(), loss.dutyPct(), loss.stuckOnC(), loss.withEdgesWK());
    }

    /** The moisture balance of a plain box; walls as for the heat loss. */
    @BoundsOf({Box.class, Chamber.class})
    public record MoistureRequest(@NotNull Double innerLengthM,
            @NotNull Double innerWidthM,
            @NotNull Double innerHeightM,
            @NotNull @Size(min = 6, max = 6, message = "must be six walls") List<@Valid @NotNull WallRequest> walls,
            @NotNull Double airChangesPerHour,
            @NotNull @Within(min = 0, max = 60, unit = "°C") Double insideC,
            @NotNull @Within(min = 0, max = 100, unit = "%RH") Double insidePct,
            @NotNull @Within(min = -40, max = 60, unit = "°C") Double roomC,
            @NotNull @Within(min = 0, max = 100, unit = "%RH") Double roomPct,
            @NotNull @Within(min = 0, max = 1e6, unit = "g/h") Double humidifierGh,
            @NotNull Double altitudeM) {
    }

    /** The inside surface of a wall, and whether it drips at the wanted humidity. */
    public record SurfaceAnswer(WallSide side, double surfaceC, boolean drips, double dripsAbovePct) {
    }

    /** What holding the humidity takes; {@code dutyPct} is null without a humidifier. */
    public record MoistureAnswer(@OrNull Double insideDewPointC, double neededGh, double latentW, double restingPct,
            double reachedPct, @OrNull Double dutyPct, List<SurfaceAnswer> surfaces) {
    }

    @PostMapping("/moisture")
    public MoistureAnswer moisture(@Valid @RequestBody MoistureRequest request) {
        Box box = new Box(request.innerLengthM(), request.innerWidthM(), request.innerHeightM(),
                layers(request.walls()).stream().map(layer -> new Wall(List.of(layer), List.of())).toList());
        MoistureBalance balance = MoistureBalance.of(box, request.airChangesPerHour(), request.insideC(),
                request.insidePct(), request.roomC(), request.roomPct(), request.humidifierGh(), request.altitudeM());
        return new MoistureAnswer(orNull(balance.insideDewPointC()), balance.neededGh(), balance.latentW(),
                balance.restingPct(), balance.reachedPct(), orNull(balance.dutyPct()), balance.surfaces().stream()
                        .map(each -> new SurfaceAnswer(each.side(), each.surfaceC(), each.drips(), each.dripsAbovePct())).toList());
    }

    private static List<Layer> layers(List<WallRequest> walls) {
        List<Layer> layers = new ArrayList<>();
        for (int i = 0; i < walls.size(); i++) {
            WallRequest wall = walls.get(i);
            layers.add(new Layer(PlanReader.at("walls[" + i + "]", () -> PlanReader.material(wall.materialId())),
                    wall.thicknessMm()));
        }
        return layers;
    }
}
